import { ok, type Result } from '@ingle/core'
import { type Change, parseChange } from '../changes/change.ts'
import { cleanText } from '../changes/clean.ts'
import { KnownIds } from '../changes/references.ts'
import type { PhotoId, SiteId } from '../ids.ts'
import { refuse } from '../refusals.ts'

export const RECORD_FORMAT = 'ingle-record/1'

/** A link of the chain that the exporting server keeps over a record: its number, when it took the change, the hash. */
export interface RecordLink {
  seq: number
  receivedAt: string
  hash: string
}

/** A whole site as one file: see docs/formats/record.md. */
export interface RecordFile {
  format: string
  exportedAt: string
  exportedBy: { crew: string; ingle: string }
  siteId: SiteId
  /** Not the whole of it: what its changes build on is known where it goes. */
  part?: boolean
  changes: Change[]
  /** One link a change, in their order. Absent in records of before, and in those that another program wrote. */
  chain?: RecordLink[]
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
    const missing = file.part ? null : known.missing(change.value)
    if (missing) return refuse('missing-ground-in-file', { n: i + 1, count: file.changes.length, reason: missing.reason })
    known.add(change.value)
  }
  if (file.chain !== undefined && !(Array.isArray(file.chain) && file.chain.every(isLink))) return refuse('chain-unreadable')
  const photos: unknown = file.photos ?? []
  if (!Array.isArray(photos)) return refuse('photo-unreadable')
  for (const photo of photos as RecordFile['photos']) {
    if (typeof photo?.id !== 'string' || typeof photo.base64 !== 'string') return refuse('photo-unreadable')
  }
  const { crew, ingle } = (file.exportedBy ?? {}) as { crew?: unknown; ingle?: unknown }
  const exportedBy = { crew: shortText(crew), ingle: shortText(ingle) }
  return ok({ ...file, exportedAt: shortText(file.exportedAt), exportedBy, photos } as RecordFile)
}

const isLink = (one: unknown): one is RecordLink => {
  const { seq, receivedAt, hash } = (one ?? {}) as Partial<RecordLink>
  return (
    Number.isInteger(seq) && typeof hash === 'string' && typeof receivedAt === 'string' && Number.isFinite(Date.parse(receivedAt))
  )
}

/** What a file says of itself, as far as it can be shown; a file may say anything. */
const shortText = (value: unknown): string => (typeof value === 'string' ? cleanText(value).slice(0, 200) : '')
