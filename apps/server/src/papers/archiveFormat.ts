import type { SiteId } from '@ingle/record'

export const ARCHIVE_FORMAT = 'ingle-archive/1'
/** The list of what is in it, with a sum over each: the last entry, so that a file that was cut short has none. */
export const MANIFEST = 'manifest.json'
export const RECORD_ENTRY = 'record.json'

export interface Manifest {
  format: string
  siteId: SiteId
  files: { path: string; bytes: number; sha256: string }[]
}
