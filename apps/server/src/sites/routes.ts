import { BATCH_LIMIT, type ChangesAnswer, type OutcomesAnswer, type RoundAnswer } from '@ingle/record/wire'
import { Hono } from 'hono'
import { idParam, readBytes, readJson, type SignedIn } from '../http/context.ts'
import { notFound, Problem } from '../http/problem.ts'
import { mediaTypeOf } from './mediaType.ts'

const BATCH_BYTES = 4_000_000
const PHOTO_BYTES = 12_000_000

export function siteRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/round', async (c) => c.json({ sites: await c.get('crew').round() } satisfies RoundAnswer))

  app.get('/sites/:siteId', async (c) => {
    const site = await c.get('crew').siteJson(idParam(c, 'siteId'))
    if (!site) throw notFound('site')
    return c.body(site, 200, { 'content-type': 'application/json' })
  })

  app.get('/sites/:siteId/changes', async (c) => {
    const after = Number(c.req.query('after') ?? 0)
    if (!Number.isInteger(after) || after < 0)
      throw new Problem(400, 'bad-number', '“after” must be a sequence number.', 'Leave it out to get every change.')
    const changes = await c.get('crew').changesAfter(idParam(c, 'siteId'), after)
    if (!changes) throw notFound('site')
    return c.json({ changes } satisfies ChangesAnswer)
  })

  app.post('/sites/:siteId/changes', async (c) => {
    const siteId = idParam(c, 'siteId')
    // Each change is checked by itself, and by nothing before: one that no check can walk must not stop the others.
    const { changes } = ((await readJson(c.req.raw, BATCH_BYTES)) ?? {}) as { changes?: unknown }
    if (!Array.isArray(changes))
      throw new Problem(422, 'bad-request', 'This is no batch of changes.', 'Send { "changes": [ … ] }; nothing was taken.')
    if (changes.length > BATCH_LIMIT)
      throw new Problem(
        413,
        'batch-too-long',
        `A batch holds at most ${BATCH_LIMIT} changes; this has ${changes.length}.`,
        'Send them in several batches, in their order.',
      )
    const crew = c.get('crew')
    // A batch may make a site, but only by naming it: anything else is meant for a site of another crew, or for none.
    const begins = changes.some((one) => (one as { kind?: unknown } | null)?.kind === 'site.set')
    if (!begins && !(await crew.hasSite(siteId))) throw notFound('site')
    const outcomes = await crew.store(siteId, changes, c.get('me').initials, c.get('deps').now().getTime())
    return c.json({ outcomes } satisfies OutcomesAnswer)
  })

  app.put('/sites/:siteId/photos/:photoId', async (c) => {
    const [siteId, photoId] = [idParam(c, 'siteId'), idParam(c, 'photoId')]
    if (!(await c.get('crew').hasSite(siteId))) throw notFound('site')
    const content = await readBytes(c.req.raw, PHOTO_BYTES, photoTooLarge)
    await c.get('crew').putPhoto(siteId, photoId, mediaTypeOf(content), content)
    return c.json({ ok: true })
  })

  app.get('/sites/:siteId/photos/:photoId', async (c) => {
    const photo = await c.get('crew').photo(idParam(c, 'siteId'), idParam(c, 'photoId'))
    if (!photo) throw notFound('photo')
    c.header('content-type', photo.mediaType)
    c.header('cache-control', 'private, max-age=31536000, immutable')
    return c.body(new Uint8Array(photo.content))
  })

  return app
}

const photoTooLarge = () =>
  new Problem(
    413,
    'photo-too-large',
    'A photo may have at most 12 MB.',
    'Take it with a lower resolution; the app makes photos smaller by itself when it can read them.',
  )
