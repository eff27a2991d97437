import { FOLD_VERSION, parseId } from '@ingle/record'
import { BATCH_LIMIT, type ChangesAnswer, type OutcomesAnswer, type PhotosAnswer, type RoundAnswer } from '@ingle/record/wire'
import { type Context, Hono } from 'hono'
import type { Offered } from '../data/crewData.ts'
import { idParam, readBytes, readJson, type SignedIn } from '../http/context.ts'
import { notFound, Problem } from '../http/problem.ts'
import { believedPicture } from './picture.ts'

/** The largest number that the database can hold for a change. */
const MOST_SEQ = 2_147_483_647
/** Changes in one answer; more are asked for. */
const CHANGES_PAGE = 2000
const TRAIL_PAGE = 500
const SEARCH_MOST = 100
const BATCH_BYTES = 4_000_000
const PHOTO_BYTES = 12_000_000

export function siteRoutes(): Hono<SignedIn> {
  const app = new Hono<SignedIn>()

  app.get('/round', async (c) => {
    const after = c.req.query('after')
    if (after !== undefined && !parseId(after, 'site').ok)
      throw new Problem(400, 'bad-number', '“after” must be the id of a site.', 'Leave it out for the first page.')
    const search = (c.req.query('search') ?? '').trim().slice(0, SEARCH_MOST)
    return c.json((await c.get('crew').round({ search, after: after ?? null, mine: c.get('me').initials })) satisfies RoundAnswer)
  })

  app.get('/sites/:siteId', async (c) => {
    const site = await c.get('crew').siteJson(idParam(c, 'siteId'))
    if (!site) throw notFound('site')
    return c.body(site, 200, { 'content-type': 'application/json' })
  })

  app.get('/sites/:siteId/changes', async (c) => {
    const after = Number(c.req.query('after') ?? 0)
    if (!Number.isInteger(after) || after < 0 || after > MOST_SEQ)
      throw new Problem(400, 'bad-number', '“after” must be a sequence number.', 'Leave it out to get every change.')
    const [crew, siteId] = [c.get('crew'), idParam(c, 'siteId')]
    const epoch = await sameLife(c)
    // A device that has nothing, and folds as this server does, need not fold what was folded.
    const base = after === 0 && Number(c.req.query('fold')) === FOLD_VERSION ? await crew.base(siteId) : null
    const changes = await crew.changesAfter(siteId, base?.seq ?? after, CHANGES_PAGE + 1)
    if (!changes) throw notFound('site')
    const more = changes.length > CHANGES_PAGE
    const answer = { epoch, changes: changes.slice(0, CHANGES_PAGE), ...(more && { more }) } satisfies ChangesAnswer
    if (!base) return c.json(answer)
    const { state, ...mark } = base
    const whole = `${JSON.stringify(answer).slice(0, -1)},"base":${JSON.stringify(mark).slice(0, -1)},"state":${state}}}`
    return c.body(whole, 200, { 'content-type': 'application/json' })
  })

  app.get('/sites/:siteId/trail', async (c) => {
    const before = Number(c.req.query('before') ?? Number.NaN)
    if (!Number.isInteger(before) || before < 1 || before > MOST_SEQ)
      throw new Problem(400, 'bad-number', '“before” must be a sequence number.', 'Name the oldest that you have.')
    const [crew, siteId] = [c.get('crew'), idParam(c, 'siteId')]
    if (!(await crew.hasSite(siteId))) throw notFound('site')
    return c.json({ changes: await crew.changesBefore(siteId, before, TRAIL_PAGE) } satisfies ChangesAnswer)
  })

  // A device that met another life of the record brings what this one may have lost.
  app.post('/sites/:siteId/offer', async (c) => {
    const siteId = idParam(c, 'siteId')
    const { offered } = ((await readJson(c.req.raw, BATCH_BYTES)) ?? {}) as { offered?: unknown }
    if (!Array.isArray(offered) || offered.length > BATCH_LIMIT || !offered.every(isOffered))
      throw new Problem(422, 'bad-request', 'This is no offer of changes.', `Send { "offered": [ … ] }, at most ${BATCH_LIMIT}.`)
    const crew = c.get('crew')
    const begins = offered.some(({ change }) => (change as { kind?: unknown } | null)?.kind === 'site.set')
    if (!begins && !(await crew.hasSite(siteId))) throw notFound('site')
    const outcomes = await crew.takeOffered(siteId, offered, c.get('me').initials, c.get('deps').now().getTime())
    return c.json({ outcomes } satisfies OutcomesAnswer)
  })

  app.get('/sites/:siteId/photos', async (c) => {
    const siteId = idParam(c, 'siteId')
    return c.json({ photos: (await c.get('crew').photoList(siteId)).map((one) => one.id) } satisfies PhotosAnswer)
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
    await sameLife(c)
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
    await c.get('crew').putPhoto(siteId, photoId, await believedPicture(content), content)
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

const isOffered = (one: unknown): one is Offered => {
  const { change, receipt } = (one ?? {}) as { change?: unknown; receipt?: unknown }
  return change !== undefined && (receipt === undefined || typeof receipt === 'string')
}

/** Refuses a device that speaks of numbers of another life of the record; it then offers what it holds, and begins anew. */
async function sameLife(c: Context<SignedIn>): Promise<string> {
  const epoch = await c.get('crew').epoch()
  const theirs = c.req.query('epoch')
  if (theirs !== undefined && theirs !== epoch)
    throw new Problem(
      409,
      'other-lineage',
      'This server was restored since this device last spoke with it.',
      'The device offers what it holds, and goes on by itself.',
    )
  return epoch
}

const photoTooLarge = () =>
  new Problem(
    413,
    'photo-too-large',
    'A photo may have at most 12 MB.',
    'Take it with a lower resolution; the app makes photos smaller by itself when it can read them.',
  )
