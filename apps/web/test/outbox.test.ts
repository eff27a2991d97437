// First: Dexie looks for IndexedDB when it is loaded.
import 'fake-indexeddb/auto'

import { randomUUID as uuid } from 'node:crypto'
import { type AnyId, knownId, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useSession } from '../src/session/session.ts'
import { Desk } from '../src/sync/desk.ts'
import { useSites } from '../src/sync/sites.ts'
import { onNews, useStep } from '../src/sync/step.ts'
import { browserWith, FakeEventSource, FakeServer, type Fault, someone } from './fakeServer.ts'

const randomUUID = <T extends AnyId = never>(): T => knownId(uuid())
const SITE = knownId<SiteId>('00000000-0000-4000-8000-000000000001')
const SYSTEM = knownId<SystemId>('00000000-0000-4000-8000-000000000002')
const VISIT = knownId<VisitId>('00000000-0000-4000-8000-000000000003')
const HERE = { visitId: VISIT, systemId: SYSTEM }

let server: FakeServer
let desk: Desk
beforeEach(() => {
  server = new FakeServer()
  browserWith(server)
  useSites.setState({}, true)
  useSession.setState({ status: 'asking' })
  desk = new Desk(someone())
})
afterEach(() => desk.close())

const until = (check: () => unknown) => vi.waitFor(check, { timeout: 4000, interval: 5 })
const names = () => server.stored(SITE).map((one) => (one.change.body as { name?: string }).name)
const rename = (name: string) => desk.write(SITE, [{ kind: 'site.set', body: { name } }])
const waiting = async () => (await desk.db.pending.toArray()).filter((one) => !one.refused).length
const shownName = () => {
  const site = useSites.getState()[SITE]
  return site?.status === 'ready' ? site.state.name : site?.status
}

describe('a line that is written', () => {
  it('is shown from the device’s store, sent, and confirmed with its number', async () => {
    const letGo = desk.watch(SITE)
    await rename('Quay')
    await until(() => expect(shownName()).toBe('Quay'))
    await until(async () => expect(await waiting()).toBe(0))
    expect(await desk.db.confirmed.toArray()).toMatchObject([
      { siteId: SITE, seq: 1, change: { by: 'MR', body: { name: 'Quay' } } },
    ])
    letGo()
  })

  it('is refused before it is kept when it cannot be right, and nothing of its batch is kept', async () => {
    const written = await desk.write(SITE, [
      { kind: 'site.set', body: { name: 'fine' } },
      { kind: 'site.set', body: { altitudeFt: 999_999 } },
    ])
    expect(written).toMatchObject({ ok: false, reason: 'Altitude cannot be so large.' })
    expect(await desk.db.pending.count()).toBe(0)
  })

  it('keeps the order of writing even within one millisecond', async () => {
    const written = await desk.write(
      SITE,
      ['a', 'b', 'c'].map((name) => ({ kind: 'site.set' as const, body: { name } })),
    )
    expect(written.ok).toBe(true)
    await until(() => expect(names()).toEqual(['a', 'b', 'c']))
    const times = server.stored(SITE).map((one) => Date.parse(one.change.at))
    expect(times).toEqual([...times].sort((a, b) => a - b))
    expect(new Set(times).size).toBe(3)
  })

  it('says so when the device cannot keep it', async () => {
    vi.spyOn(desk.db.pending, 'bulkAdd').mockRejectedValueOnce(new Error('QuotaExceededError'))
    expect(await rename('lost')).toMatchObject({ ok: false, reason: 'This device could not keep it.' })
  })
})

describe('without the server', () => {
  it('waits on the device, says how many, and goes out when the server is back', async () => {
    server.fault = 'down'
    await rename('one')
    await rename('two')
    await until(() => expect(useStep.getState()).toMatchObject({ inTouch: false, waiting: 2 }))
    server.fault = 'none'
    desk.outbox.kick()
    await until(() => expect(names()).toEqual(['one', 'two']))
    await until(() => expect(useStep.getState()).toMatchObject({ inTouch: true, waiting: 0 }))
  })

  it('opens a site from what it keeps', async () => {
    await rename('Quay')
    await until(async () => expect(await waiting()).toBe(0))
    server.fault = 'down'
    desk.close()
    desk = new Desk(desk.me)
    desk.watch(SITE)
    await until(() => expect(shownName()).toBe('Quay'))
  })

  it('says that a site it never saw cannot be shown yet, and that one nobody has is not there', async () => {
    server.fault = 'down'
    desk.watch(SITE)
    await until(() => expect(shownName()).toBe('unreachable'))
    server.fault = 'none'
    const other = randomUUID()
    desk.watch(other)
    await until(() => expect(useSites.getState()[other]?.status).toBe('missing'))
  })

  it.each<Fault>(['answer-lost', 'error-500', 'down'])(
    'after “%s” in mid-write it sends again, and the server has it once',
    async (fault) => {
      server.fault = fault
      await rename('once')
      await until(() => expect(useStep.getState().inTouch).toBe(false))
      server.fault = 'none'
      desk.outbox.kick()
      await until(async () => expect(await waiting()).toBe(0))
      expect(names()).toEqual(['once'])
    },
  )

  it('goes on after the app was closed in the middle', async () => {
    server.fault = 'answer-lost'
    await rename('before')
    await until(() => expect(server.stored(SITE)).toHaveLength(1))
    desk.close()
    server.fault = 'none'
    desk = new Desk(desk.me)
    await rename('after')
    await until(async () => expect(await waiting()).toBe(0))
    expect(names()).toEqual(['before', 'after'])
  })
})

describe('with others on the site', () => {
  const foreign = (name: string) =>
    ({ id: randomUUID(), siteId: SITE, at: new Date().toISOString(), by: 'JT', kind: 'site.set', body: { name } }) as never

  it('fetches what they wrote in between, so that its numbers have no gap', async () => {
    await rename('mine')
    await until(async () => expect(await waiting()).toBe(0))
    server.otherWrites(SITE, foreign('theirs'))
    await rename('mine again')
    await until(async () => expect(await waiting()).toBe(0))
    expect((await desk.db.confirmed.toArray()).map((one) => one.seq)).toEqual([1, 2, 3])
  })

  it('shows their lines when it hears the news', async () => {
    desk.watch(SITE)
    await rename('mine')
    await until(async () => expect(await waiting()).toBe(0))
    const heard: string[] = []
    const stop = onNews((siteId) => heard.push(siteId))
    server.otherWrites(SITE, foreign('theirs'))
    FakeEventSource.open[0]?.tell('site', { siteId: SITE, seq: 2 })
    await until(() => expect(shownName()).toBe('theirs'))
    stop()
    expect(heard).toEqual([SITE])
  })

  it('notices by its news stream that the server went, and catches up when it is back', async () => {
    desk.watch(SITE)
    await rename('mine')
    await until(async () => expect(await waiting()).toBe(0))
    FakeEventSource.open[0]?.onerror?.()
    expect(useStep.getState().inTouch).toBe(false)
    server.otherWrites(SITE, foreign('while away'))
    FakeEventSource.open[0]?.tell('hello', {})
    await until(() => expect(shownName()).toBe('while away'))
    expect(useStep.getState().inTouch).toBe(true)
  })
})

describe('what the server refuses', () => {
  it('stays with its reason, leaves what is shown, and lets the rest go', async () => {
    desk.watch(SITE)
    server.fault = 'down'
    await rename('good')
    const bad = await rename('bad')
    await rename('good too')
    server.refuse.set(bad.ok ? (bad.ids[0] ?? '') : '', 'It cannot be.')
    server.fault = 'none'
    desk.outbox.kick()
    await until(() => expect(useStep.getState().refused).toHaveLength(1))
    expect(useStep.getState()).toMatchObject({ waiting: 0, refused: [{ refused: { reason: 'It cannot be.' } }] })
    expect(names()).toEqual(['good', 'good too'])
    await until(() => expect(shownName()).toBe('good too'))
  })

  it('as a whole batch is kept as a whole batch', async () => {
    server.fault = 'too-large'
    await rename('huge')
    await until(() => expect(useStep.getState().refused[0]?.refused?.reason).toBe('This is larger than fits here.'))
    expect(await desk.db.pending.count()).toBe(1)
  })

  it('because nobody is signed in any more keeps everything for the next sign-in', async () => {
    server.fault = 'signed-out'
    await rename('kept')
    await until(() => expect(useSession.getState().status).toBe('out'))
    expect(await waiting()).toBe(1)
    server.fault = 'none'
    desk.close()
    desk = new Desk(desk.me)
    await until(() => expect(names()).toEqual(['kept']))
  })
})

describe('a photo', () => {
  const taken = async (more: readonly Parameters<Desk['write']>[1][number][] = []) => {
    const [photoId, noteId] = [randomUUID(), randomUUID()]
    await desk.db.photos.put({ id: photoId, siteId: SITE, blob: new Blob(['picture']), sent: 0 })
    await desk.write(SITE, [
      ...more,
      { kind: 'visit.start', body: { visitId: VISIT, reason: 'x' } },
      { kind: 'note.add', id: noteId, body: { ...HERE, text: 'gap', standing: 'watch' } },
      { kind: 'photo.add', body: { ...HERE, noteId, photoId, mediaType: 'image/jpeg', bytes: 7 } },
      { kind: 'note.add', body: { ...HERE, text: 'mended', standing: 'watch' } },
    ])
    return photoId
  }

  it('goes before the change that speaks of it, and after the site that was made without a signal', async () => {
    server.fault = 'down'
    const photoId = await taken([{ kind: 'site.set', body: { name: 'New quay' } }])
    await until(() => expect(useStep.getState()).toMatchObject({ inTouch: false, waiting: 5 }))
    server.fault = 'none'
    desk.outbox.kick()
    await until(() => expect(useStep.getState()).toMatchObject({ waiting: 0, refused: [], photos: [] }))
    const kinds = server.log.map((line) =>
      line.startsWith('photo') ? 'photo' : server.stored(SITE).find((one) => line.endsWith(one.change.id))?.change.kind,
    )
    expect(kinds).toEqual(['site.set', 'visit.start', 'note.add', 'photo', 'photo.add', 'note.add'])
    expect(server.photos.has(photoId)).toBe(true)
    expect((await desk.db.photos.get(photoId))?.sent).toBe(1)
  })

  it('that an earlier Ingle left behind though its change is stored is counted as waiting, and sent', async () => {
    const photoId = await taken()
    await until(async () => expect(await waiting()).toBe(0))
    server.photos.clear()
    server.fault = 'down'
    await desk.db.photos.update(photoId, { sent: 0 })
    await until(() => expect(useStep.getState().waiting).toBe(1))
    server.fault = 'none'
    desk.outbox.kick()
    await until(() => expect(useStep.getState().waiting).toBe(0))
    expect(server.photos.has(photoId)).toBe(true)
  })

  it('that is left behind and will not be had is listed, not forgotten', async () => {
    const photoId = await taken()
    await until(async () => expect(await waiting()).toBe(0))
    server.refuse.set(photoId, 'This file is not a picture.')
    await desk.db.photos.update(photoId, { sent: 0 })
    desk.outbox.kick()
    await until(() =>
      expect(useStep.getState()).toMatchObject({ waiting: 0, photos: [{ refused: { reason: 'This file is not a picture.' } }] }),
    )
  })
})

describe('a change over which the server fails', () => {
  it('is set aside with its reason, and everything else of its batch is stored', async () => {
    server.fault = 'down'
    const [a, bad, c] = [await rename('a'), await rename('b'), await rename('c')]
    if (!a.ok || !bad.ok || !c.ok) throw new Error('not written')
    server.stumbles.add(bad.ids[0] as string)
    server.fault = 'none'
    desk.outbox.kick()
    await until(() => expect(useStep.getState()).toMatchObject({ inTouch: true, waiting: 0, refused: [{ id: bad.ids[0] }] }))
    expect(names()).toEqual(['a', 'c'])
    expect(useStep.getState().refused[0]?.refused?.reason).toBe('The server failed over this.')
  })

  it('is waited with while the server is not well, and goes out when it is', async () => {
    server.well = false
    server.fault = 'down'
    const written = await rename('late')
    if (!written.ok) throw new Error('not written')
    server.stumbles.add(written.ids[0] as string)
    server.fault = 'none'
    desk.outbox.kick()
    await until(() => expect(useStep.getState().waiting).toBe(1))
    expect(useStep.getState().refused).toEqual([])
    server.stumbles.clear()
    server.well = true
    desk.outbox.kick()
    await until(() => expect(names()).toEqual(['late']))
  })
})

describe('beside a device whose clock is ahead', () => {
  it('what is written after seeing its line comes after it, and keeps the time of this device for reading', async () => {
    const letGo = desk.watch(SITE)
    const aheadMs = Date.now() + 3_600_000
    server.otherWrites(SITE, {
      id: randomUUID(),
      siteId: SITE,
      at: new Date(aheadMs).toISOString(),
      by: 'JT',
      kind: 'site.set',
      body: { name: 'By the fast clock' },
    } as never)
    await desk.outbox.catchUp(SITE)
    await until(() => expect(shownName()).toBe('By the fast clock'))
    await rename('Corrected')
    await until(() => expect(shownName()).toBe('Corrected'))
    const mine = server.stored(SITE).map((one) => one.change)
    await until(() => expect(server.stored(SITE)).toHaveLength(2))
    const written = server.stored(SITE).at(-1)?.change ?? mine[0]
    expect(Date.parse(written?.at ?? '')).toBeLessThan(aheadMs)
    expect(Date.parse(written?.clock ?? '')).toBeGreaterThan(aheadMs)
    // A site that nobody watches here is looked up first.
    letGo()
    desk.close()
    desk = new Desk(desk.me)
    await rename('Corrected again')
    await until(() => expect(server.stored(SITE)).toHaveLength(3))
    desk.watch(SITE)
    await until(() => expect(shownName()).toBe('Corrected again'))
  })

  it('writes no clock of its own while nothing is ahead', async () => {
    await rename('plain')
    await until(() => expect(server.stored(SITE)).toHaveLength(1))
    expect(server.stored(SITE)[0]?.change).not.toHaveProperty('clock')
  })
})

it('keeps back a change whose photo the server will not have, and sends the rest', async () => {
  const [photoId, noteId] = [randomUUID(), randomUUID()]
  server.refuse.set(photoId, 'This file is not a picture.')
  await desk.db.photos.put({ id: photoId, siteId: SITE, blob: new Blob(['text']), sent: 0 })
  await desk.write(SITE, [
    { kind: 'visit.start', body: { visitId: VISIT, reason: 'x' } },
    { kind: 'note.add', id: noteId, body: { ...HERE, text: 'gap', standing: 'watch' } },
    { kind: 'photo.add', body: { ...HERE, noteId, photoId, mediaType: 'image/jpeg', bytes: 7 } },
  ])
  await until(() =>
    expect(useStep.getState()).toMatchObject({ waiting: 0, refused: [{ refused: { reason: 'This file is not a picture.' } }] }),
  )
  expect(server.stored(SITE).map((one) => one.change.kind)).toEqual(['visit.start', 'note.add'])
})

it('takes back the newest line of this visit and system that still holds, one after another', async () => {
  const letGo = desk.watch(SITE)
  await desk.write(SITE, [
    { kind: 'visit.start', body: { visitId: VISIT, reason: 'x' } },
    { kind: 'note.add', body: { ...HERE, text: 'first', standing: 'watch' } },
    { kind: 'note.add', body: { ...HERE, text: 'second', standing: 'watch' } },
  ])
  const notes = () => {
    const site = useSites.getState()[SITE]
    return site?.status === 'ready' ? site.state.visits[0]?.systems[SYSTEM]?.notes.map((note) => note.text) : undefined
  }
  await until(() => expect(notes()).toEqual(['first', 'second']))
  expect(await desk.undoLast(SITE, VISIT, SYSTEM)).toMatchObject({ body: { text: 'second' } })
  await until(() => expect(notes()).toEqual(['first']))
  expect(await desk.undoLast(SITE, VISIT, SYSTEM)).toMatchObject({ body: { text: 'first' } })
  await until(() => expect(notes() ?? []).toEqual([]))
  expect(await desk.undoLast(SITE, VISIT, SYSTEM)).toBeNull()
  letGo()
})

it('loses nothing and doubles nothing, whatever happens on the way', async () => {
  const step = fc.oneof(
    fc.record({ do: fc.constant('write' as const) }),
    fc.record({ do: fc.constant('fault' as const), fault: fc.constantFrom<Fault>('none', 'down', 'answer-lost', 'error-500') }),
    fc.record({ do: fc.constant('kick' as const) }),
    fc.record({ do: fc.constant('restart' as const) }),
    fc.record({ do: fc.constant('other tab' as const) }),
    fc.record({ do: fc.constant('other device' as const) }),
  )
  let wrote = 0
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 14 }), async (steps) => {
      server = new FakeServer()
      browserWith(server)
      const me = someone()
      const tabs = [new Desk(me)]
      const mine: string[] = []
      for (const one of steps) {
        const tab = tabs[tabs.length - 1] as Desk
        if (one.do === 'write') {
          const name = `name ${mine.length}`
          mine.push(name)
          await tab.write(SITE, [{ kind: 'site.set', body: { name } }])
        } else if (one.do === 'fault') server.fault = one.fault
        else if (one.do === 'kick') tab.outbox.kick()
        else if (one.do === 'other tab') tabs.push(new Desk(me))
        else if (one.do === 'restart') {
          tab.outbox.close()
          tabs[tabs.length - 1] = new Desk(me)
        } else
          server.otherWrites(SITE, {
            id: randomUUID(),
            siteId: SITE,
            at: '2026-01-01T00:00:00Z',
            by: 'JT',
            kind: 'site.set',
            body: { place: 'x' },
          } as never)
      }
      wrote += mine.length
      server.fault = 'none'
      const last = tabs[tabs.length - 1] as Desk
      last.outbox.kick()
      await until(async () => expect(await last.db.pending.count()).toBe(0))
      expect(names().filter((name) => name !== undefined)).toEqual(mine)
      if (mine.length > 0) {
        const seqs = (await last.db.confirmed.toArray()).map((each) => each.seq)
        expect(seqs).toEqual(seqs.map((_, i) => i + 1))
      }
      for (const tab of tabs) tab.outbox.close()
    }),
    { numRuns: 25 },
  )
  expect(wrote).toBeGreaterThan(10)
})
