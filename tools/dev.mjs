/** `npm run dev`: the demo's database, the server rebuilt and restarted as it is saved, the app served by Vite. */
import { spawn } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { build } from './build.mjs'
import { dataFolder } from './dataFolder.mjs'
import { checkNode, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { startPostgres } from './postgres.mjs'
import { say } from './say.mjs'

checkNode()
ensurePackages()
ensurePostgres()
if (!existsSync(join(ROOT, 'apps/server/dist/main.js'))) build()
const database = await startPostgres(dataFolder())
const port = process.env.INGLE_PORT ?? '7310'
const vite = join(ROOT, 'node_modules/vite/bin/vite.js')
const run = (args, cwd, env = {}) =>
  spawn(process.execPath, args, { cwd: join(ROOT, cwd), stdio: 'inherit', env: { ...process.env, ...env } })
const children = [
  run([vite, 'build', '--watch', '--logLevel', 'warn'], 'apps/server'),
  run(['--watch', '--enable-source-maps', 'dist/main.js'], 'apps/server', {
    DATABASE_URL: database.url,
    INGLE_PORT: port,
    INGLE_DEMO: '1',
  }),
  run([vite, '--port', '5173'], 'apps/web', { INGLE_API: `http://127.0.0.1:${port}` }),
]
say('The app as you save it: http://127.0.0.1:5173')
const end = () => {
  for (const child of children) child.kill('SIGTERM')
  database.stop()
  process.exit(0)
}
process.on('SIGINT', end)
process.on('SIGTERM', end)
