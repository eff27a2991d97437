// First: Dexie looks for IndexedDB when it is loaded.
import 'fake-indexeddb/auto'

import { randomUUID as uuid } from 'node:crypto'
import { type AnyId, FOLD_VERSION, knownId, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { once } from '../src/kit/once.ts'
import { useSession } from '../src/session/session.ts'
import { closeDesk } from '../src/sync/desk.ts'
import { theDesk } from '../src/sync/later.ts'
import { undoLastAt, watchSite, writeAt } from '../src/sync/openSite.ts'
import { useSites } from '../src/sync/sites.ts'
import { browserWith, FakeServer, someone } from './fakeServer.ts'

const randomUUID = <T extends AnyId = never>(): T => knownId(uuid())
/** What the page asked before its script was there. */
let asked: Record<string, Promise<Response> | undefined>
let server: FakeServer
let site: SiteId

beforeEach(() => {
  asked = {}
  Object.assign(globalThis, { ingleAsked: asked })
  server = new FakeServer()
  browserWith(server)
  useSites.setState({}, true)
  useSession.setState({ status: 'in', me: someone() })
  site = randomUUID<SiteId>()
  server.otherWrites(site, named('Quay'))
})
afterEach(() => {
  closeDesk()
  Object.assign(globalThis, { ingleAsked: undefined })
})

const named = (name: string, hour = 8) => ({
  id: randomUUID(),
  siteId: site,
  at: new Date(Date.UTC(2026, 10, 27, hour)).toISOString(),
  by: 'AN',
  kind: 'site.set' as const,
  body: { name },
})
const account = () => {
  const { me } = useSession.getState()
  if (!me) throw new Error('nobody is signed in')
  return me
}
const until = (check: () => unknown) => vi.waitFor(check, { timeout: 4000, interval: 5 })
const shownName = () => {
  const open = useSites.getState()[site]
  return open?.status === 'ready' ? open.state.name : open?.status
}
const path = () => `/api/sites/${site}/changes?after=0&fold=${FOLD_VERSION}`
/** The page asks, as build/first.js does. */
const ask = async (answer: Response | Promise<Response> = server.fetch(path(), { method: 'GET' })) => {
  asked[path()] = Promise.resolve(await answer)
}
const keptHere = async () => (await theDesk(account()))?.desk.db.confirmed.where('siteId').equals(site).count()

describe('a site that is opened on a device which has never held it', () => {
  it('is shown from what the page asked early, and kept from the same answer', async () => {
    await ask()
    const shown: unknown[] = []
    const stop = useSites.subscribe(() => shown.push(shownName()))
    server.fault = 'down'
    const letGo = watchSite(account(), site)
    await until(() => expect(shownName()).toBe('Quay'))
    await until(async () => expect(await keptHere()).toBe(1))
    // It never said that it was loading, or not to be reached, once it was shown.
    expect(new Set(shown)).toEqual(new Set(['Quay']))
    stop()
    letGo()
  })

  it('shows what another wrote meanwhile once the server tells it', async () => {
    await ask()
    const letGo = watchSite(account(), site)
    await until(() => expect(shownName()).toBe('Quay'))
    await until(async () => expect(await keptHere()).toBe(1))
    server.otherWrites(site, named('Quay House', 9))
    await (await theDesk(account()))?.desk.outbox.catchUp(site)
    await until(() => expect(shownName()).toBe('Quay House'))
    letGo()
  })

  it('goes on from a folded state where the record is long', async () => {
    const order = Date.parse('2026-11-28T07:00:00.000Z')
    const own = await theDesk(account())
    const letGo = own?.desk.watch(site)
    await until(() => expect(shownName()).toBe('Quay'))
    const open = useSites.getState()[site]
    if (open?.status !== 'ready') throw new Error('not open')
    letGo?.()
    useSites.setState({}, true)
    await own?.desk.db.confirmed.clear()
    const base = { seq: 1, order, id: 'a', state: { ...open.state, name: 'Long record' } }
    await ask(Response.json({ changes: [], base, epoch: server.epoch }))
    watchSite(account(), site)()
    await until(() => expect(shownName()).toBe('Long record'))
  })

  it.each([
    ['a page of a proxy', () => new Response('<html>', { status: 200 })],
    ['another answer', () => Response.json({ changes: [{ seq: 'one' }] })],
    ['a part of a long record', () => Response.json({ changes: [{ seq: 1, change: named('A part') }], more: true })],
    ['nothing', () => Response.json({ changes: [] })],
    ['a refusal', () => Response.json({ title: 'No.' }, { status: 404 })],
  ])('takes %s for no first look, and waits for the desk', async (_, answer) => {
    await ask(answer())
    server.fault = 'down'
    const shown: unknown[] = []
    const stop = useSites.subscribe(() => shown.push(shownName()))
    const letGo = watchSite(account(), site)
    await until(() => expect(shown.length).toBeGreaterThan(0))
    expect(shown).not.toContain('A part')
    expect(shown[0]).toBe('loading')
    stop()
    letGo()
  })

  it('lets go of a page that was left before its desk was there', async () => {
    const letGo = watchSite(account(), site)
    letGo()
    await theDesk(account())
    await Promise.resolve()
    expect(shownName()).toBeUndefined()
  })
})

describe('what is written before the desk is there', () => {
  it('waits for it, is written down, and is taken back', async () => {
    const [visitId, systemId] = [randomUUID<VisitId>(), randomUUID<SystemId>()]
    const letGo = watchSite(account(), site)
    const written = await writeAt(account(), site, [
      { kind: 'note.add', body: { visitId, systemId, text: 'Belt worn', standing: 'watch' } },
    ])
    expect(written).toMatchObject({ ok: true })
    await until(() => expect(shownName()).toBe('Quay'))
    await until(() => expect(useSites.getState()[site]?.changes?.length).toBe(2))
    expect(await undoLastAt(account(), site, visitId, systemId)).toMatchObject({ kind: 'note.add' })
    await until(() => expect(useSites.getState()[site]?.changes?.length).toBe(3))
    expect(await undoLastAt(account(), site, visitId, systemId)).toBeNull()
    letGo()
  })

  it('is laid over the first look while the store does not hold the rest yet', async () => {
    await ask()
    const letGo = watchSite(account(), site)
    await until(() => expect(shownName()).toBe('Quay'))
    const seen: unknown[] = []
    const stop = useSites.subscribe(() => seen.push(shownName()))
    await writeAt(account(), site, [{ kind: 'site.set', body: { place: 'Lantern Lane' } }])
    await until(() => expect(useSites.getState()[site]?.state?.place).toBe('Lantern Lane'))
    await until(() => expect(server.stored(site)).toHaveLength(2))
    // Never the written line alone: a page of the site would have been taken away for a moment, with what was typed on it.
    expect(new Set(seen)).toEqual(new Set(['Quay']))
    stop()
    letGo()
  })

  it('is refused in words where somebody else signed in meanwhile', async () => {
    const before = account()
    useSession.setState({ status: 'in', me: someone() })
    expect(await writeAt(before, site, [{ kind: 'site.set', body: { name: 'Other' } }])).toMatchObject({
      ok: false,
      reason: 'What writes things down has not come over the line yet.',
    })
  })
})

describe('a part that is fetched once', () => {
  it('is asked for again after a line that broke, and not again once it is there', async () => {
    const load = vi.fn(async () => 'part').mockRejectedValueOnce(new TypeError('Failed to fetch'))
    const part = once(load)
    await expect(part.fetched()).rejects.toThrow('Failed to fetch')
    expect(part.there).toBeNull()
    expect(await Promise.all([part.fetched(), part.fetched()])).toEqual(['part', 'part'])
    expect(part.there).toBe('part')
    await part.fetched()
    expect(load).toHaveBeenCalledTimes(2)
  })
})
