import { READING_COLUMNS, readingRows } from '@ingle/bench'
import { parseRecordFile, RECORD_FORMAT, type RecordFile } from '@ingle/record'
import { Hono } from 'hono'
import Papa from 'papaparse'
import { ImportRefused } from '../data/crewData.ts'
import { attach, slug } from '../http/attachment.ts'
import { idParam, readJson, type SignedIn } from '../http/context.ts'
import { notFound, Problem } from '../http/problem.ts'
import { mediaTypeOf } from '../sites/mediaType.ts'
import { VERSION } from '../version.ts'

/** A record with a hundred photos still fits. */
const IMPORT_BYTES = 200_000_000

export function exchangeRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/sites/:siteId/export.json', async (c) => {
    const siteId = idParam(c, 'siteId')
    const crew = c.get('crew')
    const [site, changes, photos] = [await crew.site(siteId), await crew.changesAfter(siteId, 0), await crew.photos(siteId)]
    if (!site || !changes) throw notFound('site')
    const file: RecordFile = {
      format: RECORD_FORMAT,
      exportedAt: c.get('deps').now().toISOString(),
      exportedBy: { crew: c.get('me').crewName, ingle: VERSION },
      siteId,
      changes: changes.map((one) => one.change),
      photos: photos.map((photo) => ({ id: photo.id, mediaType: photo.mediaType, base64: photo.content.toString('base64') })),
    }
    attach(c, `${slug(site.state.name)}.ingle.json`)
    return c.body(JSON.stringify(file, null, 1), 200, { 'content-type': 'application/json' })
  })

  app.get('/sites/:siteId/readings.csv', async (c) => {
    const siteId = idParam(c, 'siteId')
    const crew = c.get('crew')
    const [site, changes] = await Promise.all([crew.site(siteId), crew.changesAfter(siteId, 0)])
    if (!site || !changes) throw notFound('site')
    attach(c, `${slug(site.state.name)}-readings.csv`)
    const rows = readingRows(
      site.state,
      changes.map((one) => one.change),
    )
    // The head stands there even over nothing. Cells that a spreadsheet would run as a formula are quoted with an apostrophe.
    const text = Papa.unparse({ fields: [...READING_COLUMNS], data: rows }, { escapeFormulae: true })
    return c.body(text, 200, { 'content-type': 'text/csv; charset=utf-8' })
  })

  app.post('/import', async (c) => {
    const nowMs = c.get('deps').now().getTime()
    const file = parseRecordFile(await readJson(c.req.raw, IMPORT_BYTES), nowMs)
    if (!file.ok) throw new Problem(422, 'import-refused', file.reason, file.remedy)
    const { siteId, changes } = file.value
    const photos = file.value.photos.map((photo) => {
      const content = Buffer.from(photo.base64, 'base64')
      return { id: photo.id, content, mediaType: mediaTypeOf(content) }
    })
    try {
      const stamp = { by: c.get('me').initials, at: new Date(nowMs).toISOString(), from: file.value.exportedBy.crew }
      const outcomes = await c.get('crew').importRecord(siteId, changes, photos, nowMs, stamp)
      return c.json({ siteId, changes: outcomes.length })
    } catch (error) {
      if (error instanceof ImportRefused)
        throw new Problem(422, 'import-refused', error.reason, `${error.remedy} Nothing was taken from the file.`)
      throw error
    }
  })

  return app
}
