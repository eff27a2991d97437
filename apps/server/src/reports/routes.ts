import { BASE_UNITS, METRIC_UNITS } from '@ingle/core'
import { findSystem, findVisit } from '@ingle/record'
import { fullRecord, settingsCard } from '@ingle/report'
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
    const input = await sheetInput(c)
    return pdf(c, `${slug(input.state.name)}-card.pdf`, await (await setter()).sheetPdf(settingsCard(input)))
  })

  app.get(`${where}/record.pdf`, async (c) => {
    const input = await sheetInput(c)
    const photos = await c.get('crew').photos(input.state.id)
    return pdf(c, `${slug(input.state.name)}-record.pdf`, await (await setter()).sheetPdf(fullRecord(input), photos))
  })

  return app
}

async function sheetInput(c: Context<SignedIn>) {
  const site = await c.get('crew').site(idParam(c, 'siteId'))
  if (!site) throw notFound('site')
  const system = findSystem(site.state, idParam(c, 'systemId'))
  if (!system) throw notFound('system')
  const visit = findVisit(site.state, idParam(c, 'visitId'))
  if (!visit) throw notFound('visit')
  const units = c.req.query('units') === 'metric' ? METRIC_UNITS : BASE_UNITS
  return { state: site.state, system, visit, units, crewName: c.get('me').crewName }
}

function pdf(c: Context<SignedIn>, name: string, content: Buffer): Response {
  attach(c, name)
  return c.body(new Uint8Array(content), 200, { 'content-type': 'application/pdf' })
}
