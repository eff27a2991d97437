import { createHash } from 'node:crypto'
import { Readable } from 'node:stream'
import { READING_COLUMNS, readingRows, siteReminders, visitOf } from '@ingle/bench'
import { type UnitChoice, writeRemindersIcs } from '@ingle/core'
import { type Change, RECORD_FORMAT, type RecordLink, type SiteId } from '@ingle/record'
import { fullRecord, occupantSheet, settingsCard } from '@ingle/report'
import archiver from 'archiver'
import Papa from 'papaparse'
import type { CrewData } from '../data/crewData.ts'
import { changesOf } from '../exchange/recordText.ts'
import { slug } from '../http/attachment.ts'
import { ARCHIVE_FORMAT, MANIFEST, type Manifest, RECORD_ENTRY } from './archiveFormat.ts'
import { setSheet } from './pool.ts'

const ENDING: Record<string, string> = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' }

export interface ArchiveOf {
  crew: CrewData
  crewName: string
  siteId: SiteId
  units: UnitChoice
  now: Date
  version: string
}

/**
 * The whole of a site as one archive, as it is asked for: photos come from the database one at a time, and nothing is
 * kept. Null where the crew has no such site.
 */
export async function archiveOf({
  crew,
  crewName,
  siteId,
  units,
  now,
  version,
}: ArchiveOf): Promise<{ name: string; stream: Readable } | null> {
  const site = await crew.site(siteId)
  if (!site) return null
  const zip = archiver('zip', { zlib: { level: 6 } })
  let failed: (error: Error) => void = () => undefined
  zip.on('error', (error) => failed(error))
  const files: Manifest['files'] = []
  /** One entry after another: the next is made once this one has gone out. */
  const put = (path: string, content: Buffer | string, store = false) =>
    new Promise<void>((done, reject) => {
      const bytes = typeof content === 'string' ? Buffer.from(content) : content
      files.push({ path, bytes: bytes.byteLength, sha256: createHash('sha256').update(bytes).digest('hex') })
      zip.once('entry', () => done())
      failed = reject
      zip.append(bytes, { name: path, store, date: now })
    })
  const fill = async () => {
    const [plain, chain]: [Change[], RecordLink[]] = [[], []]
    for await (const { change, link } of changesOf(crew, siteId)) {
      plain.push(change)
      chain.push(link)
    }
    const photos = await crew.photoList(siteId)
    const record = {
      format: RECORD_FORMAT,
      exportedAt: now.toISOString(),
      exportedBy: { crew: crewName, ingle: version },
      siteId,
      changes: plain,
      chain,
      photos: photos.map(({ id, mediaType }) => ({ id, mediaType, file: `photos/${id}.${ENDING[mediaType] ?? 'bin'}` })),
    }
    await put(RECORD_ENTRY, JSON.stringify(record))
    await put(
      'readings.csv',
      Papa.unparse({ fields: [...READING_COLUMNS], data: readingRows(site.state, plain) }, { escapeFormulae: true }),
    )
    await put('reminders.ics', writeRemindersIcs(siteReminders(site.state, now.getTime()), `${now.toISOString().slice(0, 19)}Z`))
    for (const { id, mediaType } of photos) {
      const photo = await crew.photo(siteId, id)
      // A picture does not get smaller: it is stored as it is.
      if (photo) await put(`photos/${id}.${ENDING[mediaType] ?? 'bin'}`, photo.content, true)
    }
    const visit = site.state.visits.at(-1)
    for (const system of site.state.systems) {
      if (!visit || visit.systems[system.id] === undefined) continue
      const view = visitOf({ state: site.state, system, visit, units })
      const stem = `sheets/${slug(system.name || 'system')}`
      await put(`${stem}-card.pdf`, Buffer.from(await setSheet(settingsCard(view, crewName))))
      await put(`${stem}-occupant.pdf`, Buffer.from(await setSheet(occupantSheet(view, crewName))))
      // Its photos lie beside it: the sheet names them.
      await put(`${stem}-record.pdf`, Buffer.from(await setSheet(fullRecord(view, crewName))))
    }
    await put(MANIFEST, JSON.stringify({ format: ARCHIVE_FORMAT, siteId, files } satisfies Manifest, null, 1))
    await zip.finalize()
  }
  fill().catch((error) => zip.destroy(error as Error))
  return { name: `${slug(site.state.name)}.ingle.zip`, stream: zip }
}
