import { DOCUMENT_KINDS, type DocumentKind } from '@ingle/record'
import { DocumentsAnswer, RetireRequest } from '@ingle/record/wire'
import { Hono } from 'hono'
import { readBody, readJson, type SignedIn } from '../http/context.ts'
import { Problem } from '../http/problem.ts'

const OFFER_BYTES = 20_000_000
const DOCUMENT_BYTES = 2_000_000

/** What a crew keeps beside its sites: profiles, house rules, patterns. Versions are added, never written over. */
export function libraryRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/library', async (c) => {
    const after = Number(c.req.query('after') ?? 0)
    if (!Number.isInteger(after) || after < 0)
      throw new Problem(400, 'bad-number', '“after” must be a sequence number.', 'Leave it out to get everything.')
    return c.json({ documents: await c.get('crew').documentsAfter(after) } satisfies DocumentsAnswer)
  })

  // A device that met another life of the record brings what this one may have lost.
  app.post('/library-offer', async (c) => {
    const { documents } = await readBody(c.req.raw, OFFER_BYTES, DocumentsAnswer)
    return c.json({ taken: await c.get('crew').takeOfferedDocuments(documents) })
  })

  app.post('/library/:kind', async (c) => {
    const kind = kindOf(c.req.param('kind'))
    const me = c.get('me')
    mayWrite(kind, me.role)
    const stored = await c
      .get('crew')
      .saveDocument(kind, await readJson(c.req.raw, DOCUMENT_BYTES), me.initials, c.get('deps').now())
    return c.json(stored)
  })

  app.post('/library/:kind/:id/retired', async (c) => {
    const kind = kindOf(c.req.param('kind'))
    mayWrite(kind, c.get('me').role)
    const { retired } = await readBody(c.req.raw, 1000, RetireRequest)
    await c.get('crew').retireDocument(kind, c.req.param('id'), retired)
    return c.json({ ok: true })
  })

  return app
}

function kindOf(kind: string): DocumentKind {
  const known = DOCUMENT_KINDS.find((one) => one === kind)
  if (known) return known
  throw new Problem(404, 'no-such-kind', `The library holds no “${kind.slice(0, 40)}”.`, `It holds ${DOCUMENT_KINDS.join(', ')}.`)
}

/** House rules and tests bind the whole crew: its lead sets them. */
function mayWrite(kind: DocumentKind, role: string): void {
  if (kind === 'rules' && role !== 'lead')
    throw new Problem(
      403,
      'lead-only',
      'House rules are set by the crew’s lead.',
      'Ask the lead to change them; on a visit you can give a unit an aim of its own, with your reason.',
    )
  if (kind === 'test' && role !== 'lead')
    throw new Problem(
      403,
      'lead-only',
      'Tests are set by the crew’s lead.',
      'Ask the lead to change it; a test that cannot be run here is left out with a reason.',
    )
}
