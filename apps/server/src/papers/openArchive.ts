import { createHash } from 'node:crypto'
import { ok, type Result } from '@ingle/core'
import type { PhotoId } from '@ingle/record'
import { parseId } from '@ingle/record'
import yauzl, { type Entry, type ZipFile } from 'yauzl'
import { ARCHIVE_FORMAT, MANIFEST, type Manifest, RECORD_ENTRY } from './archiveFormat.ts'
import { refuse } from './refusals.ts'

/** No more than these: an archive can hold far more than its own size. */
const MOST_ENTRIES = 20_000
const MOST_BYTES = 2_000_000_000
const MOST_RECORD = 200_000_000
const MOST_PHOTO = 12_000_000

export interface OpenedArchive {
  manifest: Manifest
  /** The record as its own format has it, without photos. */
  record: unknown
  photos: { id: PhotoId; entry: Entry }[]
  read: (entry: Entry, most: number) => Promise<Buffer>
  close: () => void
}

const openFile = (path: string): Promise<ZipFile> =>
  new Promise((done, failed) =>
    yauzl.open(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true }, (error, zip) =>
      error ? failed(error) : done(zip),
    ),
  )

const entriesOf = (zip: ZipFile): Promise<Entry[]> =>
  new Promise((done, failed) => {
    const all: Entry[] = []
    zip.on('entry', (entry: Entry) => {
      all.push(entry)
      zip.readEntry()
    })
    zip.on('end', () => done(all))
    zip.on('error', failed)
    zip.readEntry()
  })

const contentOf = (zip: ZipFile, entry: Entry, most: number): Promise<Buffer> =>
  new Promise((done, failed) => {
    if (entry.uncompressedSize > most) return failed(new Error('too large'))
    zip.openReadStream(entry, (error, stream) => {
      if (error) return failed(error)
      const parts: Buffer[] = []
      stream.on('data', (part: Buffer) => parts.push(part))
      stream.on('end', () => done(Buffer.concat(parts)))
      stream.on('error', failed)
    })
  })

/**
 * Opens an archive that lies in a file, and checks it whole: that it was not cut short, that every entry is what its list
 * says of it, and that it holds a record. Nothing is kept in memory but the record; photos are read one by one.
 */
export async function openArchive(path: string): Promise<Result<OpenedArchive>> {
  let zip: ZipFile
  try {
    zip = await openFile(path)
  } catch {
    return refuse('archive-cut-short')
  }
  const opened = await checkedArchive(zip).catch(() => refuse('archive-unreadable'))
  if (!opened.ok) zip.close()
  return opened
}

async function checkedArchive(zip: ZipFile): Promise<Result<OpenedArchive>> {
  if (zip.entryCount > MOST_ENTRIES) return refuse('archive-too-large')
  const entries = await entriesOf(zip)
  if (entries.reduce((sum, one) => sum + one.uncompressedSize, 0) > MOST_BYTES) return refuse('archive-too-large')
  const byName = new Map(entries.map((one) => [one.fileName, one]))
  const list = byName.get(MANIFEST)
  if (!list) return refuse('archive-without-list')
  const read = (entry: Entry, most: number) => contentOf(zip, entry, most)
  const manifest = JSON.parse((await read(list, 20_000_000)).toString('utf8')) as Partial<Manifest>
  if (manifest.format?.split('.')[0] !== ARCHIVE_FORMAT || !Array.isArray(manifest.files)) return refuse('archive-without-list')
  const listed = new Set(manifest.files.map((one) => one.path))
  const stranger = entries.find((one) => one.fileName !== MANIFEST && !listed.has(one.fileName))
  if (stranger) return refuse('archive-tampered', { path: stranger.fileName.slice(0, 80) })
  let record: Buffer | null = null
  const photos: OpenedArchive['photos'] = []
  for (const { path, bytes, sha256 } of manifest.files) {
    const entry = byName.get(path)
    if (!entry) return refuse('archive-lacks', { path: String(path).slice(0, 80) })
    const content = await read(entry, path === RECORD_ENTRY ? MOST_RECORD : Math.max(MOST_PHOTO, 60_000_000))
    if (content.byteLength !== bytes || createHash('sha256').update(content).digest('hex') !== sha256)
      return refuse('archive-tampered', { path: path.slice(0, 80) })
    if (path === RECORD_ENTRY) record = content
    const photo = /^photos\/([0-9a-f-]{36})\.\w+$/.exec(path)
    const id = photo && parseId<PhotoId>(photo[1], 'photo')
    if (id?.ok) photos.push({ id: id.value, entry })
  }
  if (!record) return refuse('archive-lacks', { path: RECORD_ENTRY })
  return ok({
    manifest: manifest as Manifest,
    // The photos lie beside it.
    record: { ...(JSON.parse(record.toString('utf8')) as object), photos: [] },
    photos,
    read: (entry, most) => read(entry, most),
    close: () => zip.close(),
  })
}

export const PHOTO_LIMIT = MOST_PHOTO
