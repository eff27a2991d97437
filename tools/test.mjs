/**
 * `npm test`: installs what is missing, then types, lint and format, unit, database, end-to-end. Stops at the first that
 * fails. `npm run db` and `npm run e2e` run one part. Its databases and ports are its own: a running demo is not touched.
 */
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureBuilt } from './build.mjs'
import { checkNode, ensureChromium, ensurePackages, ensurePostgres, ROOT } from './install.mjs'
import { say } from './say.mjs'

checkNode()
ensurePackages()
const [only, ...rest] = process.argv.slice(2)
const node = (...args) => [process.execPath, ...args]
const bin = (path) => join(ROOT, 'node_modules', path)

const PARTS = {
  types: { run: node(join(ROOT, 'tools/types.mjs')) },
  lint: { run: node(bin('@biomejs/biome/bin/biome'), 'check', '--error-on-warnings', '.') },
  unit: { run: node(bin('vitest/vitest.mjs'), 'run', '--project', 'unit') },
  db: { before: ensurePostgres, run: node(bin('vitest/vitest.mjs'), 'run', '--project', 'db') },
  e2e: {
    before: () => {
      ensurePostgres()
      ensureChromium()
      ensureBuilt()
    },
    run: node(bin('@playwright/test/cli.js'), 'test', '-c', join(ROOT, 'e2e/playwright.config.ts')),
  },
}

for (const [name, part] of Object.entries(PARTS)) {
  if (only && only !== name) continue
  part.before?.()
  say(`\n── ${name}`)
  const started = Date.now()
  const [program, ...args] = part.run
  const { status } = spawnSync(program, [...args, ...(only ? rest : [])], { cwd: ROOT, stdio: 'inherit' })
  if (status !== 0) {
    say(`\n${name} failed.`)
    process.exit(status ?? 1)
  }
  say(`${name} passed in ${Math.round((Date.now() - started) / 1000)} s.`)
}
