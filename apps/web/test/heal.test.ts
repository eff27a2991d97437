// First: Dexie looks for IndexedDB when it is loaded.
import 'fake-indexeddb/auto'

import { randomUUID as uuid } from 'node:crypto'
import { type AnyId, type Change, fold, knownId, markOf, type SiteId, type SystemId, type VisitId } from '@ingle/record'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useSession } from '../src/session/session.ts'
import { Desk } from '../src/sync/desk.ts'
import { LocalDb } from '../src/sync/localDb.ts'
import { useSites } from '../src/sync/sites.ts'
import { useStep } from '../src/sync/step.ts'
import { browserWith, FakeEventSource, FakeServer, someone } from './fakeServer.ts'

const randomUUID = <T extends AnyId = never>(): T => knownId(uuid())
const SITE = knownId<SiteId>('00000000-0000-4000-8000-000000000001')
const HERE = { visitId: randomUUID<VisitId>(), systemId: randomUUID<SystemId>() }

let server: FakeServer
let desks: Desk[]
beforeEach(() => {
  server = new FakeServer()
  browserWith(server)
  useSites.setState({}, true)
  useSession.setState({ status: 'asking' })
  // Two devices: each with a store of its own.
  desks = [someone('MR'), someone('JT')].map((me) => new Desk(me, new LocalDb(me.accountId)))
})
afterEach(() => {
  for (const desk of desks) desk.close()
})

const until = (check: () => unknown) => vi.waitFor(check, { timeout: 4000, interval: 5 })
const rename = (desk: Desk, name: string) => desk.write(SITE, [{ kind: 'site.set', body: { name } }])
const held = async (desk: Desk) => (await desk.db.confirmed.toArray()).sort((a, b) => a.seq - b.seq).map((one) => one.change.id)
const idle = (desk: Desk) =>
  until(async () => expect((await desk.db.pending.toArray()).filter((one) => !one.refused)).toEqual([]))
const hello = () => {
  for (const stream of FakeEventSource.open) stream.tell('hello', { epoch: server.epoch })
}

describe('a server restored from an older backup', () => {
  it('gets back from its devices what it lost, whoever wrote it, and all end alike', async () => {
    const [a, b] = desks as [Desk, Desk]
    await rename(a, 'Quay')
    await idle(a)
    server.backUp()
    await rename(a, 'By MR after the backup')
    await idle(a)
    await b.outbox.catchUp(SITE)
    await rename(b, 'By JT after the backup')
    await idle(b)
    const before = server.stored(SITE).map((one) => one.change)
    expect(before).toHaveLength(3)
    server.restore()
    // Only JT's device is there when the server is back: it brings MR's line too, under MR's name.
    expect(server.stored(SITE)).toHaveLength(1)
    await rename(b, 'Written before anybody noticed')
    b.outbox.kick()
    await idle(b)
    await until(async () => expect(await held(b)).toHaveLength(4))
    expect(server.stored(SITE).map((one) => one.change)).toEqual([...before, expect.objectContaining({ by: 'JT' })])
    await a.outbox.catchUp(SITE)
    await until(async () => expect(await held(a)).toEqual(server.stored(SITE).map((one) => one.change.id)))
    expect(await held(b)).toEqual(await held(a))
    expect(useStep.getState().refused).toEqual([])
  })

  it('is noticed by the first words of its news', async () => {
    const [a] = desks as [Desk, Desk]
    server.backUp()
    await rename(a, 'Only here')
    await idle(a)
    server.restore()
    expect(server.stored(SITE)).toEqual([])
    hello()
    await until(() => expect(server.stored(SITE)).toHaveLength(1))
  })

  it('gets back its photos', async () => {
    const [a] = desks as [Desk, Desk]
    const [photoId, noteId] = [randomUUID(), randomUUID()]
    await a.db.photos.put({ id: photoId, siteId: SITE, blob: new Blob(['picture']), sent: 0 })
    await a.write(SITE, [
      { kind: 'site.set', body: { name: 'Quay' } },
      { kind: 'visit.start', body: { visitId: HERE.visitId, reason: 'x' } },
      { kind: 'note.add', id: noteId, body: { ...HERE, text: 'gap', standing: 'watch' } },
      { kind: 'photo.add', body: { ...HERE, noteId, photoId, mediaType: 'image/jpeg', bytes: 7 } },
    ])
    await until(() => expect(server.photos.has(photoId)).toBe(true))
    await idle(a)
    server.backUp()
    server.restore()
    hello()
    await until(() => expect(server.photos.has(photoId)).toBe(true))
  })

  it('sets aside with words what the server will not take back, and keeps it', async () => {
    const [a] = desks as [Desk, Desk]
    await rename(a, 'Quay')
    await idle(a)
    server.backUp()
    await rename(a, 'Without a receipt')
    await idle(a)
    await a.db.confirmed.toCollection().modify((one) => {
      one.receipt = 'forged'
    })
    server.restore()
    hello()
    await until(async () => expect((await a.db.pending.toArray()).map((one) => one.refused?.reason)).toEqual(['No receipt.']))
    expect(await held(a)).toHaveLength(1)
  })

  it('is met again where the meeting broke off', async () => {
    const [a] = desks as [Desk, Desk]
    await rename(a, 'Quay')
    await idle(a)
    server.backUp()
    await rename(a, 'Since')
    await idle(a)
    server.restore()
    server.fault = 'answer-lost'
    hello()
    await until(() => expect(server.stored(SITE)).toHaveLength(2))
    server.fault = 'none'
    hello()
    await until(async () => expect((await a.db.kept.get('epoch'))?.value).toBe(server.epoch))
    expect(await held(a)).toEqual(server.stored(SITE).map((one) => one.change.id))
    expect(await a.db.pending.count()).toBe(0)
  })
})

describe('a long record', () => {
  const long = async () => {
    const all: Change[] = []
    const write = (kind: string, body: object) => {
      const at = new Date(Date.UTC(2026, 0, 1, 8, all.length)).toISOString()
      all.push({ id: randomUUID(), siteId: SITE, at, by: 'JT', kind, body } as unknown as Change)
    }
    write('site.set', { name: 'Long quay' })
    write('visit.start', { visitId: HERE.visitId, reason: 'x' })
    for (let i = 0; i < 20; i += 1) write('note.add', { ...HERE, text: `note ${i}`, standing: 'fine' })
    for (const one of all) server.otherWrites(SITE, one)
    const first = all.slice(0, 15)
    const { order, id } = markOf(first)
    server.base = { seq: 15, order, id, state: fold(SITE, first) }
    return all
  }
  const site = () => {
    const one = useSites.getState()[SITE]
    return one?.status === 'ready' ? one : null
  }

  it('begins on a new device with its state and what came after, and goes on from there', async () => {
    const [a] = desks as [Desk, Desk]
    const all = await long()
    const letGo = a.watch(SITE)
    await until(() => expect(site()).toMatchObject({ before: 15, state: { name: 'Long quay', changeCount: 22 } }))
    expect(await a.db.confirmed.count()).toBe(7)
    expect(site()?.state).toEqual(fold(SITE, all))
    await rename(a, 'Renamed')
    await until(() => expect(site()?.state.name).toBe('Renamed'))
    await idle(a)
    expect(site()?.before).toBe(15)
    letGo()
  })

  it('is fetched whole when something of before is taken back', async () => {
    const [a] = desks as [Desk, Desk]
    const all = await long()
    const letGo = a.watch(SITE)
    await until(() => expect(site()?.before).toBe(15))
    const written = await a.write(SITE, [{ kind: 'undo', body: { targetId: (all[5] as Change).id } }])
    expect(written.ok).toBe(true)
    await until(() => expect(site()).toMatchObject({ before: 0, changes: expect.arrayContaining([all[0]]) }))
    await until(() => expect(site()?.state.visits[0]?.systems[HERE.systemId]?.notes).toHaveLength(19))
    letGo()
  })

  it('is fetched whole when a line comes that was written before', async () => {
    const [a] = desks as [Desk, Desk]
    const all = await long()
    const letGo = a.watch(SITE)
    await until(() => expect(site()?.before).toBe(15))
    server.otherWrites(SITE, { ...(all[3] as Change), id: randomUUID(), at: '2026-01-01T08:03:30.000Z' })
    await a.outbox.catchUp(SITE)
    await until(() => expect(site()?.before).toBe(0))
    letGo()
  })

  it('refuses to take back, without a signal, what is not here', async () => {
    const [a] = desks as [Desk, Desk]
    const all = await long()
    const letGo = a.watch(SITE)
    await until(() => expect(site()?.before).toBe(15))
    server.fault = 'down'
    const written = await a.write(SITE, [{ kind: 'undo', body: { targetId: (all[5] as Change).id } }])
    expect(written).toMatchObject({ ok: false, reason: expect.stringContaining('is not on this device') })
    letGo()
  })
})
