// First: Dexie looks for IndexedDB when it is loaded.
import 'fake-indexeddb/auto'

import { randomUUID } from 'node:crypto'
import { knownId, parseRecordFile, type SiteId } from '@ingle/record'
import Dexie from 'dexie'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { deviceWords } from '../src/crew/deviceWords.ts'
import { endedHere, signedIn, signOut, useSession } from '../src/session/session.ts'
import { api } from '../src/sync/api.ts'
import { closeDesk, deskFor } from '../src/sync/desk.ts'
import { closeTheDesk } from '../src/sync/later.ts'
import { storeOf, unsentFile, unsentOf } from '../src/sync/leave.ts'
import { clockWords, useStep } from '../src/sync/step.ts'
import { browserWith, FakeServer, someone } from './fakeServer.ts'

let SITE: SiteId
const until = (check: () => unknown) => vi.waitFor(check, { timeout: 4000, interval: 5 })
const stores = async () => (await Dexie.getDatabaseNames()).filter((name) => name.startsWith('ingle-'))

let server: FakeServer
beforeEach(async () => {
  // What a device of the test before still sends must not be of the site of this one.
  SITE = knownId(randomUUID())
  server = new FakeServer()
  browserWith(server)
  for (const name of await stores()) await Dexie.delete(name)
})

afterEach(() => closeDesk())

/** Somebody at work on this device: a site that the server has, and one line that it does not have yet. */
async function atWork() {
  const me = someone()
  signedIn(me)
  const desk = deskFor(me)
  await desk.write(SITE, [{ kind: 'site.set', body: { name: 'Quay' } }])
  await until(() => expect(server.stored(SITE)).toHaveLength(1))
  await until(async () => expect(await desk.db.pending.count()).toBe(0))
  server.fault = 'down'
  await desk.write(SITE, [{ kind: 'site.set', body: { place: 'Never sent' } }])
  localStorage.setItem(`ingle.draft.${me.accountId}.profile`, '{}')
  localStorage.setItem('ingle.draft.somebody-else.profile', '{}')
  return me
}

describe('leaving a device', () => {
  it('for good takes everything of the account from it, and nothing of another', async () => {
    const me = await atWork()
    server.fault = 'none'
    expect(await signOut(false)).toBeNull()
    await closeTheDesk()
    expect(await stores()).toEqual([])
    expect([
      localStorage.getItem(`ingle.draft.${me.accountId}.profile`),
      localStorage.getItem('ingle.draft.somebody-else.profile'),
    ]).toEqual([null, '{}'])
  })

  it('needs the server: without it everything stays', async () => {
    const me = await atWork()
    expect(await signOut(false)).toMatchObject({ reason: 'The server does not answer.' })
    expect(useSession.getState().status).toBe('in')
    expect(await stores()).toEqual([`ingle-${me.accountId}`])
  })

  it('because the session ran out takes nothing: it is all there at the next sign-in', async () => {
    const me = await atWork()
    server.fault = 'signed-out'
    deskFor(me).outbox.kick()
    await until(() => expect(useSession.getState().status).toBe('out'))
    await closeTheDesk()
    expect(endedHere()).toBeNull()
    const db = storeOf(me.accountId)
    expect([await db.confirmed.count(), await db.pending.count()]).toEqual([1, 1])
    db.close()
  })

  it('because the account was ended takes what is the crew’s, and keeps what was never sent until somebody decides', async () => {
    const me = await atWork()
    server.fault = 'account-ended'
    deskFor(me).outbox.kick()
    await until(() => expect(useSession.getState().status).toBe('out'))
    await closeTheDesk()
    expect(endedHere()).toMatchObject({ initials: 'MR' })
    const db = storeOf(me.accountId)
    expect([await db.confirmed.count(), await db.documents.count(), await db.kept.count()]).toEqual([0, 0, 0])
    const [left] = await unsentOf(db)
    db.close()
    if (!left) throw new Error('nothing left')
    // It is a file that another Ingle reads, as a part of a record.
    const file = await unsentFile(left, 'Lantern Lane')
    const read = parseRecordFile(JSON.parse(JSON.stringify(file)), Date.now())
    expect(read).toMatchObject({ ok: true, value: { part: true, changes: [{ body: { place: 'Never sent' } }] } })
  })
})

describe('a reader', () => {
  it('writes nothing, and is told so', async () => {
    const me = someone('MR', 'reader')
    signedIn(me)
    const desk = deskFor(me)
    expect(await desk.write(SITE, [{ kind: 'site.set', body: { name: 'x' } }])).toMatchObject({
      ok: false,
      reason: 'You read along: your account writes nothing.',
    })
    expect(await desk.db.pending.count()).toBe(0)
  })
})

describe('this device’s clock', () => {
  it.each<[number, string | null]>([
    [0, null],
    [110_000, null],
    [-110_000, null],
    [180_000, '3 min ahead'],
    [-3_600_000, '60 min behind'],
    [4 * 3_600_000, '4 h ahead'],
    [-3 * 86_400_000, '3 days behind'],
  ])('%i ms ahead is said as %s', (ms, says) => expect(clockWords(ms)).toBe(says))

  it('is held against the date of every answer', async () => {
    server.dateMs = Date.now() - 7_200_000
    await api('GET', '/api/health', Object as never)
    expect(clockWords(useStep.getState().clockAheadMs)).toBe('2 h ahead')
    server.dateMs = Date.now()
    await api('GET', '/api/health', Object as never)
    expect(clockWords(useStep.getState().clockAheadMs)).toBeNull()
  })
})

it.each([
  [
    'Mozilla/5.0 (Linux; Android 14; Pixel 8) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/130.0 Mobile Safari/537.36',
    'Chrome on Android',
  ],
  [
    'Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) AppleWebKit/605.1 (KHTML, like Gecko) Version/17.5 Safari/604.1',
    'Safari on iOS',
  ],
  ['Mozilla/5.0 (Windows NT 10.0; rv:130.0) Gecko/20100101 Firefox/130.0', 'Firefox on Windows'],
  ['curl/8.0', 'curl/8.0'],
  ['', 'A device that says nothing of itself'],
])('a browser that says %s is %s', (agent, says) => expect(deviceWords(agent)).toBe(says))
