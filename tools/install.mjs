/** Puts in place what is missing: npm packages by the lock file, Debian packages by apt. Uses nothing but Node. */
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { say, stop } from './say.mjs'

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')
export const IS_ROOT = process.getuid?.() === 0
const OLDEST_NODE = [20, 19]

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < OLDEST_NODE[0] || (major === OLDEST_NODE[0] && minor < OLDEST_NODE[1])) {
    stop(
      `Node.js ${process.versions.node} is too old for Ingle.`,
      `Install Node.js ${OLDEST_NODE.join('.')} or newer and run this again.`,
    )
  }
}

/** Installs npm packages when there are none, or when the lock file has changed since. */
export function ensurePackages() {
  const marker = join(ROOT, 'node_modules/.ingle-lock')
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex')
  if (existsSync(marker) && readFileSync(marker, 'utf8') === lock) return
  say('Installing npm packages (about a minute the first time) …')
  const run = spawnSync('npm', ['ci', '--no-fund', '--no-audit'], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NODE_ENV: 'development' },
  })
  if (run.status !== 0)
    stop(
      'npm could not install the packages.',
      'See the lines above; `npm ci` in this folder shows them again. The npm registry must be reachable.',
    )
  mkdirSync(dirname(marker), { recursive: true })
  writeFileSync(marker, lock)
}

/** Where Debian keeps the server programs of the newest PostgreSQL that is installed; null when there is none. */
export function postgresBin() {
  const root = '/usr/lib/postgresql'
  if (!existsSync(root)) return null
  const versions = readdirSync(root).filter((name) => existsSync(join(root, name, 'bin/initdb')))
  versions.sort((a, b) => Number(b) - Number(a))
  return versions[0] ? join(root, versions[0], 'bin') : null
}

export const chromium = () =>
  ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'].find((path) => existsSync(path)) ?? null

/** Installs Debian packages as root; without root, says which command to run. */
function ensureDebian(name, packages, isThere) {
  if (isThere()) return
  const command = `apt-get update && apt-get install -y --no-install-recommends ${packages.join(' ')}`
  if (!IS_ROOT)
    stop(`${name} is not installed, and installing it needs root.`, `Run once:  sudo sh -c '${command}'\nthen this again.`)
  if (spawnSync('apt-get', ['--version'], { stdio: 'ignore' }).error)
    stop(
      `${name} is not installed, and this machine has no apt-get.`,
      `Install ${name} by this machine's own means, then run this again.`,
    )
  say(`Installing ${name} from Debian …`)
  // Debian's package would make and start a cluster of its own; Ingle brings one.
  if (packages.includes('postgresql') && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    mkdirSync('/etc/postgresql-common', { recursive: true })
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n')
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const log = join(mkdtempSync(join(tmpdir(), 'ingle-apt-')), 'apt.log')
  const done = spawnSync('sh', ['-c', `(${command}) >'${log}' 2>&1`], { env }).status === 0
  if (!done || !isThere()) stop(`${name} could not be installed.`, `See ${log}. The Debian registry must be reachable.`)
}

export const ensurePostgres = () => ensureDebian('PostgreSQL', ['postgresql'], () => postgresBin() !== null)
export const ensureChromium = () => ensureDebian('Chromium', ['chromium'], () => chromium() !== null)
