import { createHash } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import { counted } from '@ingle/core'
import { type Change, type PhotoId, parseRecordFile, type RecordFile, type SiteId } from '@ingle/record'
import type { ProblemCode } from '@ingle/record/wire'
import pg from 'pg'
import type { Asking } from '../data/asking.ts'
import { chainFault } from '../data/chain.ts'
import { ImportRefused, importWithin, knownAmong, putPhotoWithin } from '../data/siteRecord.ts'
import { isDeeperThan, MOST_DEEP } from '../http/depth.ts'
import { lookAtPicture } from '../papers/lookAtPicture.ts'
import { openArchive, PHOTO_LIMIT } from '../papers/openArchive.ts'
import { kindOfPicture } from '../sites/pictureKinds.ts'

export interface ImportOf {
  url: string
  crewId: string
  /** Initials of whoever brings it in. */
  by: string
  isLead: boolean
  nowMs: number
  path: string
  archive: boolean
}

export interface ImportTaken {
  siteId: SiteId
  changes: number
  photos: number
  /** For the audit. */
  says: string
}
export interface ImportRefusal {
  status: 413 | 415 | 422
  code: ProblemCode
  reason: string
  remedy: string
}

class Refusal extends Error {
  constructor(readonly why: ImportRefusal) {
    super(why.reason)
  }
}
const refuse = (reason: string, remedy: string, status: ImportRefusal['status'] = 422, code: ProblemCode = 'import-refused') =>
  new Refusal({ status, code, reason, remedy })

/** A photo that is fetched when it is its turn: an archive's are not in memory together. */
type PhotoOf = { id: PhotoId; content: () => Promise<Buffer> }

/**
 * Reads a record out of a file and stores it, whole or not at all, each change marked with who brought it in, when and from
 * what file. Runs in a thread, over a connection of its own.
 */
export async function importFile(of: ImportOf): Promise<{ taken?: ImportTaken; refused?: ImportRefusal }> {
  const client = new pg.Client({ connectionString: of.url })
  try {
    const { file, photos, close } = of.archive ? await fromArchive(of) : await fromJson(of)
    try {
      const kinds = new Map<PhotoId, string>()
      for (const { id, content } of photos) kinds.set(id, await believed(await content()))
      await client.connect()
      return { taken: await store(client, of, file, photos, kinds) }
    } finally {
      close()
    }
  } catch (error) {
    if (error instanceof Refusal) return { refused: error.why }
    if (error instanceof ImportRefused)
      return {
        refused: {
          status: 422,
          code: 'import-refused',
          reason: error.reason,
          remedy: `${error.remedy} Nothing was taken from the file.`,
        },
      }
    throw error
  } finally {
    await client.end().catch(() => undefined)
  }
}

async function fromJson({ path, nowMs }: ImportOf) {
  let plain: unknown
  try {
    plain = JSON.parse(await readFile(path, 'utf8'))
  } catch {
    throw refuse('This is not JSON.', 'It may be cut short: export it again. Nothing was taken from it.')
  }
  const file = readRecord(plain, nowMs)
  const photos = file.photos.map(({ id, base64 }): PhotoOf => ({ id, content: async () => Buffer.from(base64, 'base64') }))
  return { file, photos, close: () => undefined }
}

async function fromArchive({ path, nowMs }: ImportOf) {
  const archive = await openArchive(path)
  if (!archive.ok) throw refuse(archive.reason, archive.remedy)
  const { record, photos, read, close } = archive.value
  try {
    return {
      file: readRecord(record, nowMs),
      photos: photos.map(({ id, entry }): PhotoOf => ({ id, content: () => read(entry, PHOTO_LIMIT) })),
      close,
    }
  } catch (error) {
    close()
    throw error
  }
}

/** Reads a record, and looks whether it is what the server that wrote it had. */
function readRecord(plain: unknown, nowMs: number): RecordFile {
  if (isDeeperThan(plain, MOST_DEEP))
    throw refuse(
      'It is nested deeper than anything that Ingle writes.',
      'Export it again; nothing was taken.',
      422,
      'bad-request',
    )
  const file = parseRecordFile(plain, nowMs)
  if (!file.ok) throw refuse(file.reason, file.remedy)
  const fault = chainFault(file.value)
  if (fault)
    throw refuse(
      `This file was changed after it was exported: ${fault}`,
      'Have it exported again by the crew that it comes from. Nothing was taken from it.',
    )
  return file.value
}

async function believed(content: Buffer): Promise<string> {
  const kind = kindOfPicture(await lookAtPicture(content))
  if ('mediaType' in kind) return kind.mediaType
  throw refuse(kind.reason, `${kind.remedy} Nothing was taken from the file.`, kind.status, kind.code)
}

/**
 * Into a site that the crew already has a file brings only what is known there, unless a lead brings it: the initials and
 * the dates in a file are whatever its writer put there.
 */
async function store(
  client: pg.Client,
  { crewId, by, isLead, nowMs }: ImportOf,
  { siteId, changes, exportedBy }: RecordFile,
  photos: readonly PhotoOf[],
  kinds: ReadonlyMap<PhotoId, string>,
): Promise<ImportTaken> {
  const tx: Asking = { query: async (text, values) => (await client.query(text, values)).rows }
  await client.query('BEGIN')
  const known = await knownAmong(
    tx,
    crewId,
    siteId,
    changes.map((one) => one.id),
  )
  const fresh = changes.length - known.size
  const [there] = await tx.query('SELECT 1 FROM site WHERE crew_id = $1 AND id = $2', [crewId, siteId])
  if (fresh > 0 && there && !isLead)
    throw refuse(
      `Your crew has this site already, and the file holds ${fresh} ${fresh === 1 ? 'change' : 'changes'} that it does not know.`,
      'Ask the lead to import it: they answer for what it adds. Nothing was taken from the file.',
    )
  const [lineage] = await tx.query('SELECT epoch, secret FROM lineage ORDER BY n DESC LIMIT 1')
  const stamp = { by, at: new Date(nowMs).toISOString(), from: exportedBy.crew, file: fingerprint(changes) }
  const outcomes = await importWithin(tx, crewId, siteId, changes, nowMs, lineage, stamp)
  for (const { id, content } of photos)
    await putPhotoWithin(tx, crewId, siteId, { id, mediaType: kinds.get(id) ?? '', content: await content() })
  await client.query('COMMIT')
  // The database plans by what it knows of its tables: so many rows at once it has not noticed by itself yet.
  if (fresh > ANALYZE_FROM) await client.query('ANALYZE change, made_id')
  const says = `${fresh} of ${counted(changes.length, 'change')} from ${exportedBy.crew || 'an unnamed crew'}, file ${stamp.file}`
  return { siteId, changes: outcomes.length, photos: photos.length, says }
}

/** An import of more changes makes the database look at its tables anew. */
const ANALYZE_FROM = 500

/** What file it was, short enough to be read aloud. */
const fingerprint = (changes: readonly Change[]): string =>
  createHash('sha256')
    .update(changes.map((one) => one.id).join())
    .digest('hex')
    .slice(0, 12)
