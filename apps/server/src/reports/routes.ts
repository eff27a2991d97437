import { type VisitView, visitOf } from '@ingle/bench'
import { unitsNamed } from '@ingle/core'
import { findSystem, findVisit } from '@ingle/record'
import { fullRecord, panelSheet, settingsCard, weekCard } from '@ingle/report'
import { type Context, Hono } from 'hono'
import { attach, slug } from '../http/attachment.ts'
import { idParam, type SignedIn } from '../http/context.ts'
import { notFound } from '../http/problem.ts'

/** The setter of PDFs is large, and most servers of a day set none: it is loaded with the first. */
const setter = () => import('./pdf.ts')

export function reportRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()
  const where = '/sites/:siteId/visits/:visitId/systems/:systemId'

  app.get(`${where}/card.pdf`, async (c) => {
    const view = await viewIn(c)
    const sheet = settingsCard(view, c.get('me').crewName)
    return pdf(c, `${fileName(view)}-card.pdf`, await (await setter()).sheetPdf(sheet))
  })

  app.get(`${where}/panel.pdf`, async (c) => {
    const view = await viewIn(c)
    const sheet = panelSheet(view, c.get('me').crewName)
    return pdf(c, `${fileName(view)}-panel.pdf`, await (await setter()).sheetPdf(sheet))
  })

  app.get(`${where}/week.pdf`, async (c) => {
    const view = await viewIn(c)
    const sheet = weekCard(view, c.get('me').crewName)
    return pdf(c, `${fileName(view)}-week.pdf`, await (await setter()).sheetPdf(sheet))
  })

  app.get(`${where}/record.pdf`, async (c) => {
    const view = await viewIn(c)
    const photos = await c.get('crew').photos(view.state.id)
    const sheet = fullRecord(view, c.get('me').crewName)
    return pdf(c, `${fileName(view)}-record.pdf`, await (await setter()).sheetPdf(sheet, photos))
  })

  return app
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

function pdf(c: Context<SignedIn>, name: string, content: Buffer): Response {
  attach(c, name)
  return c.body(new Uint8Array(content), 200, { 'content-type': 'application/pdf' })
}
