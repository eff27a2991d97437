// First: Dexie looks for IndexedDB when it is loaded.
import 'fake-indexeddb/auto'

import { randomUUID } from 'node:crypto'
import { knownId, type SiteId } from '@ingle/record'
import type { RoundSite } from '@ingle/record/wire'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useSession } from '../src/session/session.ts'
import { closeDesk } from '../src/sync/desk.ts'
import { closeTheDesk, theDesk } from '../src/sync/later.ts'
import { useStep } from '../src/sync/step.ts'
import { browserWith, FakeServer, someone } from './fakeServer.ts'

const [ann, bea] = [someone('AN'), someone('BE')]
const site = (id: string) => ({ id: knownId<SiteId>(id), name: id, place: '', systems: [], visits: [], openItems: [] })

beforeEach(() => {
  browserWith(new FakeServer())
  useSession.setState({ status: 'in', me: ann })
})
afterEach(closeDesk)

const page = (sites: RoundSite[]) => ({ sites, first: [], next: null })

describe('the desk that loads after the first page', () => {
  it('is that of whoever is signed in when it is there; one who left meanwhile gets none, and does not push out the other', async () => {
    const forAnn = theDesk(ann)
    useSession.setState({ status: 'in', me: bea })
    expect(await forAnn).toBeNull()
    expect((await theDesk(bea))?.desk.me.initials).toBe('BE')
    expect(await theDesk(ann)).toBeNull()
    expect((await theDesk(bea))?.desk.me.initials).toBe('BE')
  })

  it('stays open for one who signed in again while it was closing', async () => {
    const before = await theDesk(ann)
    useSession.setState({ status: 'out', me: undefined })
    const closing = closeTheDesk()
    useSession.setState({ status: 'in', me: ann })
    await closing
    expect((await theDesk(ann))?.desk).toBe(before?.desk)
  })

  it('says nothing of being in step before it has looked, nor after it is closed', async () => {
    expect(useStep.getState().known).toBe(false)
    await theDesk(ann)
    await vi.waitFor(() => expect(useStep.getState().known).toBe(true))
    useSession.setState({ status: 'out', me: undefined })
    await closeTheDesk()
    expect(useStep.getState().known).toBe(false)
  })

  it('has the Round as the server last told it, and what waits here before that', async () => {
    const own = await theDesk(ann)
    if (!own) throw new Error('no desk')
    const { desk, roundHere } = own
    const [told, made] = [randomUUID(), randomUUID()].map((id) => knownId<SiteId>(id))
    if (!told || !made) throw new Error('no ids')
    await desk.db.pending.add({
      id: knownId(randomUUID()),
      siteId: made,
      change: {
        id: knownId(randomUUID()),
        siteId: made,
        at: '2026-11-28T08:00:00.000Z',
        by: 'AN',
        kind: 'site.set',
        body: { name: 'Made here' },
      },
    })
    expect((await roundHere(desk.db, page([site(told)]))).sites.map((one) => one.name)).toEqual(['Made here', told])
    expect((await roundHere(desk.db, null)).sites.map((one) => one.name)).toEqual(['Made here', told])
    expect((await roundHere(desk.db, page([site(told), site(made)]))).sites.map((one) => one.id)).toEqual([told, made])
  })
})
