/** `npm run erase -- CREW INITIALS`: takes a person out of a crew's records; written down, and told to devices. */
import { operate, theDatabase } from './operate.mjs'

const { url, end } = await theDatabase()
const { status } = operate(url, 'erase', ...process.argv.slice(2))
end()
process.exit(status)
