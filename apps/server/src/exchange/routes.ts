import { READING_COLUMNS, readingRows } from '@ingle/bench'
import { RECORD_FORMAT } from '@ingle/record'
import { Hono } from 'hono'
import Papa from 'papaparse'
import { noted } from '../audit/noted.ts'
import { attach, slug } from '../http/attachment.ts'
import { idParam, type SignedIn } from '../http/context.ts'
import { heavy } from '../http/heavy.ts'
import { notFound, Problem } from '../http/problem.ts'
import { VERSION } from '../version.ts'
import { recordText, streamOf } from './recordText.ts'
import { takeRecord } from './takeRecord.ts'

/** The largest record that is taken as one JSON text; an archive has more room. */
const IMPORT_BYTES = 100_000_000
/** What is exported as one text is no larger than what comes back in: photos grow by a third on the way. */
const EXPORT_BYTES = 90_000_000
const PHOTO_GROWS = 4 / 3

export function exchangeRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/sites/:siteId/export.json', async (c) => {
    const siteId = idParam(c, 'siteId')
    const crew = c.get('crew')
    const site = await crew.site(siteId)
    if (!site) throw notFound('site')
    const { changes, photos } = await crew.sizeOf(siteId)
    if (changes + photos * PHOTO_GROWS > EXPORT_BYTES)
      throw new Problem(
        413,
        'too-large',
        'This site is larger than a JSON file that can be taken back.',
        'Take the whole site as an archive: it holds the record and every photo.',
      )
    await noted(c, 'export', `${site.state.name}, record`)
    attach(c, `${slug(site.state.name)}.ingle.json`)
    const head = {
      format: RECORD_FORMAT,
      exportedAt: c.get('deps').now().toISOString(),
      exportedBy: { crew: c.get('me').crewName, ingle: VERSION },
      siteId,
    }
    return c.body(streamOf(recordText(crew, siteId, head)), 200, { 'content-type': 'application/json' })
  })

  app.get('/sites/:siteId/readings.csv', async (c) => {
    const siteId = idParam(c, 'siteId')
    const crew = c.get('crew')
    const [site, changes] = await Promise.all([crew.site(siteId), crew.changesAfter(siteId, 0)])
    if (!site || !changes) throw notFound('site')
    await noted(c, 'export', `${site.state.name}, readings`)
    attach(c, `${slug(site.state.name)}-readings.csv`)
    const rows = readingRows(
      site.state,
      changes.map((one) => one.change),
    )
    // The head stands there even over nothing. Cells that a spreadsheet would run as a formula are quoted with an apostrophe.
    const text = Papa.unparse({ fields: [...READING_COLUMNS], data: rows }, { escapeFormulae: true })
    return c.body(text, 200, { 'content-type': 'text/csv; charset=utf-8' })
  })

  app.post('/import', async (c) =>
    c.json(await heavy(c, () => takeRecord(c, { archive: false, most: IMPORT_BYTES, tooLarge: importTooLarge }))),
  )

  return app
}

const importTooLarge = () =>
  new Problem(
    413,
    'too-large',
    `This file is larger than the ${IMPORT_BYTES / 1e6} MB that are taken as one JSON text.`,
    'Have the whole site exported as an archive, and import that.',
  )
