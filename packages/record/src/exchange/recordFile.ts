import { ok, type Result, refuse } from '@ingle/core'
import { type Change, parseChange } from '../changes/change.ts'
import { KnownIds } from '../changes/references.ts'
import type { PhotoId, SiteId } from '../ids.ts'

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
    return refuse(
      'This file is not an Ingle record.',
      `A record begins with "format": "${RECORD_FORMAT}". Nothing was taken from it.`,
    )
  }
  if (Number(file.format.split('/')[1]?.split('.')[0]) > 1) {
    return refuse(
      `This record is written in ${file.format}, which is newer than this Ingle.`,
      'Update Ingle, or export the record as ingle-record/1. Nothing was taken from it.',
    )
  }
  if (!Array.isArray(file.changes) || typeof file.siteId !== 'string')
    return refuse('This record has no list of changes.', 'The file may be cut short: export it again.')
  const known = new KnownIds([])
  for (const [i, one] of file.changes.entries()) {
    const change = parseChange(one, nowMs)
    if (!change.ok)
      return refuse(
        `Change ${i + 1} of ${file.changes.length}: ${change.reason}`,
        `${change.remedy} Nothing was taken from the file.`,
      )
    if (change.value.siteId !== file.siteId)
      return refuse(`Change ${i + 1} belongs to another site.`, 'A record holds one site. Nothing was taken from the file.')
    const missing = known.missing(change.value)
    if (missing)
      return refuse(
        `Change ${i + 1} of ${file.changes.length}: ${missing.reason}`,
        'The file is not whole: export it again. Nothing was taken from it.',
      )
    known.add(change.value)
  }
  for (const photo of file.photos ?? []) {
    if (typeof photo?.id !== 'string' || typeof photo.base64 !== 'string')
      return refuse('A photo in this record cannot be read.', 'Export it again. Nothing was taken from the file.')
  }
  return ok({ exportedAt: '', exportedBy: { crew: '', ingle: '' }, ...file, photos: file.photos ?? [] } as RecordFile)
}
