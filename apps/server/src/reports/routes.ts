import { type VisitView, visitOf } from '@ingle/bench'
import { unitsNamed } from '@ingle/core'
import { findSystem, findVisit } from '@ingle/record'
import { fullRecord, isOccupantLanguage, occupantSheet, SHEETS, type Sheet, settingsCard } from '@ingle/report'
import { type Context, Hono } from 'hono'
import { attach, slug } from '../http/attachment.ts'
import { idParam, type SignedIn } from '../http/context.ts'
import { heavy } from '../http/heavy.ts'
import { notFound } from '../http/problem.ts'

/** The pool of threads that set PDFs: made with the first. */
const pool = () => import('../papers/pool.ts')

export function reportRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()
  const where = '/sites/:siteId/visits/:visitId/systems/:systemId'

  for (const name of ['card', 'panel', 'week'] as const)
    app.get(`${where}/${name}.pdf`, async (c) => {
      const view = await viewIn(c)
      const { setSheet } = await pool()
      return pdf(c, `${fileName(view)}-${name}.pdf`, await heavy(c, () => setSheet(SHEETS[name](view, c.get('me').crewName))))
    })

  app.get(`${where}/occupant.pdf`, async (c) => {
    const view = await viewIn(c)
    const language = c.req.query('lang')
    const { setSheet } = await pool()
    const sheet = occupantSheet(view, c.get('me').crewName, isOccupantLanguage(language) ? language : 'en')
    return pdf(c, `${fileName(view)}-occupant.pdf`, await heavy(c, () => setSheet(sheet)))
  })

  app.get(`${where}/record.pdf`, async (c) => {
    const view = await viewIn(c)
    const { setSheet } = await pool()
    const content = await heavy(c, async () => {
      const sheet = fullRecord(view, c.get('me').crewName)
      const photos = await c.get('crew').photosOf(view.state.id, photosOn(sheet), PHOTO_BYTES)
      return setSheet(sheet, photos.map(plainPhoto))
    })
    return pdf(c, `${fileName(view)}-record.pdf`, content)
  })

  app.get(`${where}/hand-over.eml`, async (c) => {
    const view = await viewIn(c)
    const { crewName, initials } = c.get('me')
    const [{ setSheet }, { letterFile }] = [await pool(), await import('../papers/email.ts')]
    const stem = fileName(view)
    const sheets = [
      [`${stem}-occupant.pdf`, occupantSheet(view, crewName)],
      [`${stem}-card.pdf`, settingsCard(view, crewName)],
    ] as const
    const attachments = await heavy(c, () =>
      Promise.all(sheets.map(async ([name, sheet]) => ({ name, content: Buffer.from(await setSheet(sheet)) }))),
    )
    const letter = await letterFile({
      subject: `${view.state.name}, ${view.system.name}: visit of ${view.clock.day(view.visit.startedAt)}`,
      text: letterText(view, crewName, initials),
      attachments,
      at: c.get('deps').now(),
    })
    attach(c, `${stem}-hand-over.eml`)
    return c.body(new Uint8Array(letter), 200, { 'content-type': 'message/rfc822' })
  })

  return app
}

/** Photos of one record in memory at once, bytes; those beyond are named on the sheet, and lie in the archive. */
const PHOTO_BYTES = 80_000_000

const photosOn = (sheet: Sheet): string[] =>
  sheet.sections.flatMap(({ blocks }) =>
    blocks.flatMap((one) => (one.kind === 'photos' ? one.photos.map((photo) => photo.id as string) : [])),
  )

/** A row of the database as a thread can be given it. */
const plainPhoto = ({ id, mediaType, content }: { id: string; mediaType: string; content: Buffer }) => ({
  id,
  mediaType,
  content,
})

function letterText({ system, here, visit }: VisitView, crewName: string, by: string): string {
  const open = visit.closing?.open ?? []
  return [
    `Attached are the sheet for whoever lives with ${system.name || 'the system'}, and its settings card.`,
    ...(here.complaint ? [`You told us: ${here.complaint}`] : []),
    ...(here.cause ? [`It came from: ${here.cause}`] : []),
    ...(open.length > 0
      ? [`Still open, ${visit.closing?.owner} answers until ${visit.closing?.until}:`, ...open.map((one) => `- ${one.says}`)]
      : []),
    '',
    `${by}, ${crewName}`,
  ].join('\n')
}

/** Which site, which system, which day: a folder of sheets can be read by its names. */
const fileName = ({ state, system, visit, clock }: VisitView): string =>
  [state.name, system.name, clock.date(visit.startedAt)].map(slug).join('-')

/** The visit that an address names, in the units that it asks for. */
async function viewIn(c: Context<SignedIn>) {
  const site = await c.get('crew').site(idParam(c, 'siteId'))
  if (!site) throw notFound('site')
  const system = findSystem(site.state, idParam(c, 'systemId'))
  if (!system) throw notFound('system')
  const visit = findVisit(site.state, idParam(c, 'visitId'))
  if (!visit) throw notFound('visit')
  return visitOf({ state: site.state, system, visit, units: unitsNamed(c.req.query('units') ?? '') })
}

function pdf(c: Context<SignedIn>, name: string, content: Uint8Array): Response {
  attach(c, name)
  return c.body(new Uint8Array(content), 200, { 'content-type': 'application/pdf' })
}
