import { randomUUID } from 'node:crypto'
import { Readable } from 'node:stream'
import { READING_COLUMNS, readingRows, siteReminders } from '@ingle/bench'
import { unitsNamed, writeRemindersIcs } from '@ingle/core'
import { findVisit } from '@ingle/record'
import { PrintJobAnswer, PrintRequest } from '@ingle/record/wire'
import { isOccupantLanguage } from '@ingle/report'
import { type Context, Hono } from 'hono'
import { noted } from '../audit/noted.ts'
import type { PrintJob } from '../data/entities.ts'
import { takeRecord } from '../exchange/takeRecord.ts'
import { attach, slug } from '../http/attachment.ts'
import { idParam, readBody, type SignedIn } from '../http/context.ts'
import { heavy } from '../http/heavy.ts'
import { notFound, Problem } from '../http/problem.ts'
import { VERSION } from '../version.ts'

/** Loaded with the first that somebody asks for. */
const papers = () => import('./archive.ts')
const pool = () => import('./pool.ts')

/** The largest archive that is taken, bytes: a site with some hundred photos. */
const ARCHIVE_BYTES = 1_500_000_000
const BODY_BYTES = 10_000

const stampOf = (now: Date) => `${now.toISOString().slice(0, 19)}Z`

/** Files of whole sites, archives in and out, and prints of many units. */
export function paperRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/sites/:siteId/archive.zip', async (c) => {
    const { archiveOf } = await papers()
    const archive = await archiveOf({
      crew: c.get('crew'),
      crewName: c.get('me').crewName,
      siteId: idParam(c, 'siteId'),
      units: unitsNamed(c.req.query('units') ?? ''),
      now: c.get('deps').now(),
      version: VERSION,
    })
    if (!archive) throw notFound('site')
    await noted(c, 'export', archive.name)
    attach(c, archive.name)
    return c.body(Readable.toWeb(archive.stream) as ReadableStream, 200, {
      'content-type': 'application/zip',
      // It is compressed already, and goes out as it is made.
      'content-encoding': 'identity',
    })
  })

  app.post('/import-archive', async (c) =>
    c.json(await heavy(c, () => takeRecord(c, { archive: true, most: ARCHIVE_BYTES, tooLarge: archiveTooLarge }))),
  )

  app.get('/sites/:siteId/readings.xlsx', async (c) => {
    const siteId = idParam(c, 'siteId')
    const crew = c.get('crew')
    const [site, changes] = await Promise.all([crew.site(siteId), crew.changesAfter(siteId, 0)])
    if (!site || !changes) throw notFound('site')
    const rows = readingRows(
      site.state,
      changes.map((one) => one.change),
    )
    const { setWorkbook } = await pool()
    const book = await heavy(c, () =>
      setWorkbook([
        {
          name: 'Readings',
          columns: READING_COLUMNS,
          rows: rows.map((row) => READING_COLUMNS.map((column) => cellOf(row[column]))),
        },
        {
          name: 'Settings',
          columns: ['System', 'Visit', 'Row', 'Found', 'Left', 'Why', 'Proof'],
          rows: site.state.visits.flatMap((visit) =>
            site.state.systems.flatMap((system) =>
              Object.entries(visit.systems[system.id]?.rows ?? {}).map(([key, row]) => [
                system.name,
                visit.number,
                key,
                row.found?.value ?? null,
                row.left?.value ?? null,
                row.left?.why ?? null,
                row.proof?.value ?? null,
              ]),
            ),
          ),
        },
      ]),
    )
    await noted(c, 'export', `${site.state.name}, workbook`)
    attach(c, `${slug(site.state.name)}-readings.xlsx`)
    return c.body(new Uint8Array(book), 200, {
      'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    })
  })

  app.get('/sites/:siteId/reminders.ics', async (c) => {
    const site = await c.get('crew').site(idParam(c, 'siteId'))
    if (!site) throw notFound('site')
    const now = c.get('deps').now()
    attach(c, `${slug(site.state.name)}-reminders.ics`)
    return c.body(writeRemindersIcs(siteReminders(site.state, now.getTime()), stampOf(now)), 200, {
      'content-type': 'text/calendar; charset=utf-8',
    })
  })

  app.post('/sites/:siteId/visits/:visitId/print', async (c) => {
    const { sheet, units, language } = await readBody(c.req.raw, BODY_BYTES, PrintRequest)
    const crew = c.get('crew')
    const site = await crew.site(idParam(c, 'siteId'))
    const visit = site && findVisit(site.state, idParam(c, 'visitId'))
    if (!site || !visit) throw notFound('visit')
    const systemIds = site.state.systems.map((one) => one.id)
    const id = randomUUID()
    const name = [site.state.name, sheet === 'card' ? 'cards' : sheet === 'occupant' ? 'occupants' : 'records']
      .map(slug)
      .join('-')
    const job = await crew.addPrint({ id, name: `${name}.pdf`, of: systemIds.length, createdAt: c.get('deps').now() })
    const { me, deps } = { me: c.get('me'), deps: c.get('deps') }
    await deps.printer.print({
      crewId: me.crewId,
      crewName: me.crewName,
      jobId: id,
      siteId: site.state.id,
      visitId: visit.id,
      systemIds,
      sheet,
      units,
      ...(isOccupantLanguage(language) && { language }),
    })
    return c.json(answerOf(job), 202)
  })

  app.get('/print/:jobId', async (c) => c.json(answerOf(await jobIn(c))))

  app.delete('/print/:jobId', async (c) => {
    const job = await jobIn(c)
    await c.get('crew').cancelPrint(job.id)
    return c.json({ ok: true })
  })

  app.get('/print/:jobId/file.pdf', async (c) => {
    const job = await jobIn(c)
    const content = await c.get('crew').printContent(job.id)
    if (job.state !== 'done' || !content)
      throw new Problem(404, 'no-such-print', 'This print is not finished, or was thrown away.', 'Make it again.')
    attach(c, job.name)
    return c.body(new Uint8Array(content), 200, { 'content-type': 'application/pdf' })
  })

  return app
}

const cellOf = (value: unknown): string | number | null =>
  typeof value === 'number' ? value : value === null || value === undefined ? null : String(value)

const answerOf = ({ id, state, done, of, reason }: PrintJob): PrintJobAnswer =>
  Object.assign(new PrintJobAnswer(), { id, state, done, of, ...(reason !== null && { reason }) })

async function jobIn(c: Context<SignedIn>): Promise<PrintJob> {
  const id = (c.req.param('jobId') ?? '').toLowerCase()
  const job = /^[0-9a-f-]{36}$/.test(id) ? await c.get('crew').printJob(id) : null
  if (!job) throw new Problem(404, 'no-such-print', 'There is no such print.', 'Prints are kept for a day; make it again.')
  return job
}

const archiveTooLarge = () =>
  new Problem(413, 'too-large', 'This archive is larger than 1.5 GB.', 'Import the record without photos instead.')
