/** `npm run verify`: whether every record is what the server took, link by link. */
import { operate, theDatabase } from './operate.mjs'

const { url, end } = await theDatabase()
const { status } = operate(url, 'verify')
end()
process.exit(status)
