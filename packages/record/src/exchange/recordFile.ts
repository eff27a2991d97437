import { ok, type Result } from '@ingle/core'
import { type Change, parseChange } from '../changes/change.ts'
import { KnownIds } from '../changes/references.ts'
import type { PhotoId, SiteId } from '../ids.ts'
import { refuse } from '../refusals.ts'

export const RECORD_FORMAT = 'ingle-record/1'

/** A whole site as one file: see docs/formats/record.md. */
export interface RecordFile {
  format: string
  exportedAt: string
  exportedBy: { crew: string; ingle: string }
  siteId: SiteId
  changes: Change[]
  photos: { id: PhotoId; mediaType: string; base64: string }[]
}

/**
 * Reads a record file. A newer format is refused whole, with words; so is a file with one change that cannot be read:
 * half a record would pass for a whole one.
 */
export function parseRecordFile(plain: unknown, nowMs: number): Result<RecordFile> {
  const file = plain as Partial<RecordFile> | null
  if (typeof file?.format !== 'string' || !/^ingle-record\/\d+/.test(file.format)) {
    return refuse('not-a-record', { recordFormat: RECORD_FORMAT })
  }
  if (Number(file.format.split('/')[1]?.split('.')[0]) > 1) {
    return refuse('record-newer', { format: file.format })
  }
  if (!Array.isArray(file.changes) || typeof file.siteId !== 'string') return refuse('record-without-changes')
  const known = new KnownIds([])
  for (const [i, one] of file.changes.entries()) {
    const change = parseChange(one, nowMs)
    if (!change.ok)
      return refuse('change-refused', { n: i + 1, count: file.changes.length, reason: change.reason, remedy: change.remedy })
    if (change.value.siteId !== file.siteId) return refuse('change-of-another-site', { n: i + 1 })
    const missing = known.missing(change.value)
    if (missing) return refuse('missing-ground-in-file', { n: i + 1, count: file.changes.length, reason: missing.reason })
    known.add(change.value)
  }
  for (const photo of file.photos ?? []) {
    if (typeof photo?.id !== 'string' || typeof photo.base64 !== 'string') return refuse('photo-unreadable')
  }
  return ok({ exportedAt: '', exportedBy: { crew: '', ingle: '' }, ...file, photos: file.photos ?? [] } as RecordFile)
}
