/** Checks the types of every workspace, tests included. The native compiler checks the whole repo in seconds. */
import { spawnSync } from 'node:child_process'
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './install.mjs'

const projects = [
  'packages/core',
  'packages/record',
  'packages/catalog',
  'packages/bench',
  'packages/report',
  'apps/server',
  'apps/web',
  'e2e',
]
let failed = false
for (const project of projects) {
  for (const config of ['tsconfig.json', 'tsconfig.test.json']) {
    const path = join(ROOT, project, config)
    if (!existsSync(path)) continue
    const run = spawnSync(process.execPath, [join(ROOT, 'node_modules/typescript/bin/tsc'), '-p', path], { stdio: 'inherit' })
    failed ||= run.status !== 0
  }
}
process.exit(failed ? 1 : 0)
