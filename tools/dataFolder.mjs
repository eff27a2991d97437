import { createHash } from 'node:crypto'
import { join, resolve } from 'node:path'
import { IS_ROOT, ROOT } from './install.mjs'
import { reachable } from './postgres.mjs'

/** The data folder: INGLE_DATA, else `.data` here, else (root's PostgreSQL cannot enter here) one under /var/lib. */
export function dataFolder() {
  if (process.env.INGLE_DATA) return resolve(process.env.INGLE_DATA)
  if (!IS_ROOT || reachable(ROOT)) return join(ROOT, '.data')
  return join('/var/lib/ingle', createHash('sha256').update(ROOT).digest('hex').slice(0, 12))
}
