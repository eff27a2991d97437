/** Builds the web app and the server. `ensureBuilt` skips it when nothing has changed since the last build. */
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'
import { checkNode, ensurePackages, ROOT } from './install.mjs'
import { say, stop } from './say.mjs'

const SOURCES = [
  'packages',
  'apps/server/src',
  'apps/server/vite.config.ts',
  'apps/web',
  'package.json',
  'package-lock.json',
  'tsconfig.json',
]
const SKIP = new Set(['node_modules', 'dist', 'dev-dist'])

function fingerprint() {
  const hash = createHash('sha256')
  const walk = (path) => {
    if (!existsSync(path)) return
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) !SKIP.has(name) && walk(join(path, name))
    else hash.update(path.slice(ROOT.length)).update(readFileSync(path))
  }
  for (const source of SOURCES) walk(join(ROOT, source))
  return hash.digest('hex')
}

export function build() {
  for (const app of ['web', 'server']) {
    const run = spawnSync(process.execPath, [join(ROOT, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'error'], {
      cwd: join(ROOT, 'apps', app),
      stdio: 'inherit',
    })
    if (run.status !== 0) stop(`The ${app} did not build.`, 'See the lines above.')
  }
  pack(join(ROOT, 'apps/web/dist'))
}

/** Beside each file what goes over the line: packed once here as well as it can be, not at every asking. */
function pack(folder) {
  for (const one of readdirSync(folder, { withFileTypes: true, recursive: true })) {
    if (!one.isFile() || !/\.(js|css|html|svg|webmanifest)$/.test(one.name)) continue
    const path = join(one.parentPath, one.name)
    const plain = readFileSync(path)
    writeFileSync(`${path}.br`, brotliCompressSync(plain, { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } }))
    writeFileSync(`${path}.gz`, gzipSync(plain, { level: 9 }))
  }
}

export function ensureBuilt() {
  const marker = join(ROOT, '.cache/built')
  const now = fingerprint()
  const there = existsSync(join(ROOT, 'apps/web/dist/index.html')) && existsSync(join(ROOT, 'apps/server/dist/main.js'))
  if (there && existsSync(marker) && readFileSync(marker, 'utf8') === now) return
  say('Building …')
  build()
  mkdirSync(join(ROOT, '.cache'), { recursive: true })
  writeFileSync(marker, now)
}

if (import.meta.url === pathToFileURL(process.argv[1]).href) {
  checkNode()
  ensurePackages()
  build()
}
