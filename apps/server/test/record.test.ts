import { randomUUID } from 'node:crypto'
import { DEMO_SITES, demoInstruments, LANTERN_LANE } from '@ingle/catalog/demo'
import { type Change, FOLD_VERSION, fold, foldOn, knownId, type SiteId } from '@ingle/record'
import type { ChangesAnswer, DocumentsAnswer, StoredDocument } from '@ingle/record/wire'
import fc from 'fast-check'
import { DataSource } from 'typeorm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { erasePerson } from '../src/data/erase.ts'
import { listingOf } from '../src/data/listing.ts'
import { verifyRecord } from '../src/data/verify.ts'
import { asOwner, type Bench, NOW, openBench } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

const verified = () => verifyRecord((text, values) => bench.db.query(text, [...values]))

/** Changes of one site as several devices write them: some late, some taken back. */
function writer(siteId: SiteId) {
  const [systemId, visitId] = [randomUUID(), randomUUID()]
  let minute = 0
  const all: Change[] = []
  const write = (kind: string, body: object, late = 0) => {
    minute += 1
    const at = new Date(Date.UTC(2026, 10, 20, 8, minute - late)).toISOString()
    const change = { id: randomUUID(), siteId, at, by: 'MR', kind, body } as unknown as Change
    all.push(change)
    return change
  }
  write('site.set', { name: 'Quay', place: 'Wrenmoor' })
  write('system.set', { systemId, name: 'AH-1' })
  write('visit.start', { visitId, reason: 'Test' })
  return { all, write, here: { visitId, systemId } }
}

describe('the state of a site', () => {
  it('is that of all its changes, whatever was written late or taken back, and whenever somebody looked', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('note', 'late', 'undo', 'look', 'item', 'name'), { minLength: 4, maxLength: 14 }),
        async (acts) => {
          const siteId = knownId<SiteId>(randomUUID())
          const crew = bench.data('lantern')
          const { all, write, here } = writer(siteId)
          await crew.store(siteId, all, 'MR', NOW.getTime())
          for (const act of acts) {
            if (act === 'look') await crew.site(siteId)
            else {
              const last = all.at(-1) as Change
              const one =
                act === 'undo'
                  ? write('undo', { targetId: last.id })
                  : act === 'item'
                    ? write('item.open', { ...here, itemId: randomUUID(), text: 'grille' })
                    : act === 'name'
                      ? write('site.set', { name: `Quay ${all.length}` })
                      : write('note.add', { ...here, text: act, standing: 'watch' }, act === 'late' ? 2 : 0)
              await crew.store(siteId, [one], 'MR', NOW.getTime())
            }
          }
          const whole = fold(siteId, all)
          expect(await crew.site(siteId)).toEqual({ seq: all.length, state: JSON.parse(JSON.stringify(whole)) })
          const [row] = await bench.db.query('SELECT listing, search FROM site WHERE id = $1', [siteId])
          const { round, search } = listingOf(whole)
          expect(row).toEqual({ listing: JSON.parse(JSON.stringify(round)), search })
        },
      ),
      { numRuns: 20, endOnFailure: true },
    )
  })

  it('of every demo site is listed from few of its changes as from all of them', async () => {
    for (const site of DEMO_SITES) {
      const changes = site.changes(NOW)
      await bench.data('lantern').importRecord(site.id, changes, [], NOW.getTime())
      const [row] = await bench.db.query('SELECT listing FROM site WHERE id = $1', [site.id])
      expect(row.listing).toEqual(JSON.parse(JSON.stringify(listingOf(fold(site.id, changes)).round)))
    }
  })

  it('of a long record comes from a thread, and is kept', async () => {
    const siteId = knownId<SiteId>(randomUUID())
    const crew = bench.data('lantern')
    const { all, write, here } = writer(siteId)
    for (let i = 0; i < 1100; i += 1) write('note.add', { ...here, text: `note ${i}`, standing: 'fine' })
    await crew.importRecord(siteId, all, [], NOW.getTime())
    expect((await crew.site(siteId))?.state.visits[0]?.systems[here.systemId as never]?.notes).toHaveLength(1100)
    const [kept] = await bench.db.query('SELECT seq FROM fold WHERE site_id = $1', [siteId])
    expect(kept.seq).toBe(1103)
    await crew.store(siteId, [write('note.add', { ...here, text: 'one more', standing: 'fine' })], 'MR', NOW.getTime())
    // What it costs to write does not rest on the record: the state is no part of it.
    expect((await bench.db.query('SELECT seq FROM fold WHERE site_id = $1', [siteId]))[0].seq).toBe(1103)
    expect(await crew.site(siteId)).toMatchObject({ seq: 1104 })
    // One more is folded on, and not worth storing the whole again.
    expect((await bench.db.query('SELECT seq FROM fold WHERE site_id = $1', [siteId]))[0].seq).toBe(1103)
  })
})

describe('the chain of a record', () => {
  it('fits what is stored, across batches, crews and sites', async () => {
    const siteId = knownId<SiteId>(randomUUID())
    const { all, write } = writer(siteId)
    await bench.data('otter').store(siteId, all, 'EB', NOW.getTime())
    await bench.data('otter').store(siteId, [write('site.set', { name: 'Ünder the pier 1e21' })], 'EB', NOW.getTime())
    const found = await verified()
    expect(found.wrong).toEqual([])
    expect(found.changes).toBeGreaterThan(1000)
    expect(found.heads.find((one) => one.siteId === siteId)).toMatchObject({
      seq: 4,
      head: expect.stringMatching(/^[0-9a-f]{64}$/),
    })
  })

  it.each<[string, string, string]>([
    ['alters', `UPDATE change SET content = jsonb_set(content, '{by}', '"XX"') WHERE seq = 2`, 'UPDATE'],
    ['deletes', 'DELETE FROM change WHERE seq = 2', 'DELETE'],
    ['empties', 'TRUNCATE change', 'TRUNCATE'],
  ])('%s nothing: neither the server nor whoever owns the database', async (_, statement, op) => {
    await expect(bench.db.query(statement)).rejects.toThrow('permission denied')
    await expect(asOwner(bench.url, statement)).rejects.toThrow(`what was written down stays: ${op}`)
    expect((await verified()).wrong).toEqual([])
  })

  it.each<[string, (siteId: string) => string, string]>([
    [
      'a word was altered',
      (id) =>
        `UPDATE change SET content = jsonb_set(content, '{at}', '"2026-11-20T08:09:00.000Z"') WHERE site_id = '${id}' AND seq = 2`,
      'Change 2 is not what this server took.',
    ],
    [
      'its time of receipt was altered',
      (id) => `UPDATE change SET received_at = received_at - interval '1 day' WHERE site_id = '${id}' AND seq = 3`,
      'Change 3 is not what this server took.',
    ],
    ['one was left out', (id) => `DELETE FROM change WHERE site_id = '${id}' AND seq = 2`, 'Change 2 is missing.'],
    [
      'the end was cut off',
      (id) => `DELETE FROM change WHERE site_id = '${id}' AND seq = 3`,
      'The record ends at change 2; it had 3.',
    ],
    [
      'the end was cut off with its number',
      (id) => `DELETE FROM change WHERE site_id = '${id}' AND seq = 3; UPDATE site SET seq = 2 WHERE id = '${id}'`,
      'The record ends at change 2; it had 2.',
    ],
  ])('shows when, with the guard switched off, %s', async (_, statement, says) => {
    const siteId = knownId<SiteId>(randomUUID())
    await bench.data('lantern').store(siteId, writer(siteId).all, 'MR', NOW.getTime())
    await asOwner(
      bench.url,
      `ALTER TABLE change DISABLE TRIGGER USER; ${statement(siteId)}; ALTER TABLE change ENABLE TRIGGER USER`,
    )
    expect((await verified()).wrong.find((one) => one.siteId === siteId)?.says).toBe(says)
  })
})

describe('the Round', () => {
  it('comes in pages by name, each site once, and is searched by what stands in it', async () => {
    const crew = bench.data('otter')
    for (let i = 0; i < 130; i += 1) {
      const siteId = knownId<SiteId>(randomUUID())
      const name = {
        id: randomUUID(),
        siteId,
        at: '2026-11-20T08:00:00Z',
        kind: 'site.set',
        body: { name: `Pier ${String(i).padStart(3, '0')}%_` },
      }
      await crew.store(siteId, [name], 'EB', NOW.getTime())
    }
    const names: string[] = []
    let after: string | null = null
    for (let page = 0; page < 3; page += 1) {
      const { sites, next } = await crew.round({ search: '', after, mine: 'EB' })
      names.push(...sites.map((one) => one.name))
      if (!next) break
      after = next
    }
    expect(names).toEqual([...names].sort((a, b) => (a.toLowerCase() < b.toLowerCase() ? -1 : 1)))
    expect(new Set(names).size).toBe(names.length)
    expect(names.length).toBeGreaterThanOrEqual(131)
    expect((await crew.round({ search: 'PIER 07', after: null, mine: 'EB' })).sites).toHaveLength(10)
    expect((await crew.round({ search: '7%', after: null, mine: 'EB' })).sites).toHaveLength(13)
    expect((await crew.round({ search: 'tidewell', after: null, mine: 'EB' })).sites).toEqual([])
  })

  it('brings what is under way, and what somebody answers for, before the first page', async () => {
    const { first } = await bench.data('lantern').round({ search: '', after: null, mine: 'ZZ' })
    expect(first?.every((one) => one.visits.some((visit) => !visit.closedAt))).toBe(true)
    const siteId = knownId<SiteId>(randomUUID())
    const { all, write, here } = writer(siteId)
    write('item.open', { ...here, itemId: randomUUID(), text: 'grille' })
    write('visit.close', { visitId: here.visitId })
    await bench.data('lantern').store(siteId, all, 'ZZ', NOW.getTime())
    const mine = (await bench.data('lantern').round({ search: '', after: null, mine: 'ZZ' })).first ?? []
    expect(mine.map((one) => one.id)).toContain(siteId)
  })
})

describe('another life of the record', () => {
  const get = async (siteId: string, query: string, as: 'mr' | 'jt' = 'mr') =>
    bench.ask('GET', `/api/sites/${siteId}/changes?${query}`, { as })
  const offer = async (siteId: string, offered: object[], as: 'mr' | 'jt') =>
    (
      (await (await bench.ask('POST', `/api/sites/${siteId}/offer`, { as, body: { offered } })).json()) as {
        outcomes: { seq?: number; refused?: { reason: string } }[]
      }
    ).outcomes

  it('is refused by its old number, and takes back what carries its own word or comes from whoever wrote it', async () => {
    const siteId = knownId<SiteId>(randomUUID())
    const { all, write, here } = writer(siteId)
    write('note.add', { ...here, text: 'by MR', standing: 'fine' })
    const forged = write('note.add', { ...here, text: 'never sent', standing: 'fine' })
    await bench.data('lantern').store(siteId, all.slice(0, 4), 'MR', NOW.getTime())
    const before = (await (await get(siteId, 'after=0')).json()) as ChangesAnswer
    // As an older backup has it: the site, and nothing after its first change.
    await asOwner(
      bench.url,
      `ALTER TABLE change DISABLE TRIGGER USER; DELETE FROM change WHERE site_id = '${siteId}' AND seq > 1; ALTER TABLE change ENABLE TRIGGER USER;
       UPDATE site SET seq = 1, head = (SELECT hash FROM change WHERE site_id = '${siteId}') WHERE id = '${siteId}'; DELETE FROM made_id WHERE site_id = '${siteId}'`,
    )
    await asOwner(
      bench.url,
      "INSERT INTO lineage (epoch, secret, began_at, why) SELECT gen_random_uuid(), secret, now(), 'restored' FROM lineage LIMIT 1",
    )
    expect((await get(siteId, `after=3&epoch=${before.epoch}`)).status).toBe(409)
    const late = await bench.ask('POST', `/api/sites/${siteId}/changes?epoch=${before.epoch}`, {
      as: 'mr',
      body: { changes: [] },
    })
    expect(((await late.json()) as { type: string }).type).toBe('urn:ingle:problem:other-lineage')
    const held = before.changes.map(({ change, receipt }) => ({ change, receipt }))
    // JT's device brings MR's changes; one altered on the way, and one that nobody ever took, are not believed.
    const altered = {
      ...held[3],
      change: { ...(held[3]?.change as Change), body: { ...here, text: 'altered', standing: 'fine' } },
    }
    const answers = await offer(siteId, [...held.slice(0, 3), altered, { change: forged }], 'jt')
    expect(answers.map((one) => one.seq ?? one.refused?.reason)).toEqual([
      1,
      2,
      3,
      'This server has no receipt for it, and somebody else wrote it.',
      'This server has no receipt for it, and somebody else wrote it.',
    ])
    expect((await offer(siteId, [...held, { change: forged }], 'mr')).map((one) => one.seq)).toEqual([1, 2, 3, 4, 5])
    const after = (await (await get(siteId, 'after=0')).json()) as ChangesAnswer
    expect(after.changes.slice(0, 4).map((one) => one.change)).toEqual(before.changes.map((one) => one.change))
    expect(after.epoch).not.toBe(before.epoch)
    expect((await verified()).wrong.filter((one) => one.siteId === siteId)).toEqual([])
  })

  it('takes back documents of the library too, and none that were made up', async () => {
    const instrument = demoInstruments(NOW)[0] as unknown as Record<string, unknown>
    await bench.ask('POST', '/api/library/instrument', { as: 'mr', body: instrument })
    const [stored] = ((await (await bench.ask('GET', '/api/library', { as: 'mr' })).json()) as DocumentsAnswer).documents
    await asOwner(bench.url, 'DELETE FROM document')
    const madeUp = { ...stored, version: 9, content: { ...instrument, version: 9 } }
    const taken = await bench.ask('POST', '/api/library-offer', { as: 'jt', body: { documents: [stored, madeUp] } })
    expect(await taken.json()).toEqual({ taken: 1 })
    const now = ((await (await bench.ask('GET', '/api/library', { as: 'mr' })).json()) as DocumentsAnswer).documents
    expect(now.map(({ seq: _, ...one }) => one)).toEqual([stored as StoredDocument].map(({ seq: _, ...one }) => one))
  })
})

describe('a device that has nothing of a long record', () => {
  it('gets its state and what came after, and the rest in pages', async () => {
    const siteId = knownId<SiteId>(randomUUID())
    const { all, write, here } = writer(siteId)
    for (let i = 0; i < 2600; i += 1) write('note.add', { ...here, text: `n ${i}`, standing: 'fine' })
    await bench.data('lantern').importRecord(siteId, all, [], NOW.getTime())
    await bench
      .data('lantern')
      .store(siteId, [write('note.add', { ...here, text: 'last', standing: 'fine' })], 'MR', NOW.getTime())
    const ask = async (path: string) =>
      (await (await bench.ask('GET', `/api/sites/${siteId}/${path}`, { as: 'jt' })).json()) as ChangesAnswer
    const first = await ask(`changes?after=0&fold=${FOLD_VERSION}`)
    expect(first.base?.seq).toBeGreaterThan(2000)
    expect((first.base?.seq ?? 0) + first.changes.length).toBe(2604)
    const { base, changes } = first
    if (!base) throw new Error('no base')
    const state = foldOn(
      base.state,
      { order: base.order, id: base.id },
      changes.map((one) => one.change),
    )
    expect(state).toEqual(JSON.parse(JSON.stringify(fold(siteId, all))))
    // Another fold cannot go on from it: it gets the changes, in pages.
    const other = await ask('changes?after=0&fold=1')
    expect([other.base, other.changes.length, other.more]).toEqual([undefined, 2000, true])
    expect((await ask('changes?after=2000')).changes).toHaveLength(604)
    // One that takes back what is in it: the state that a device begins with is made anew first.
    await bench.data('lantern').store(siteId, [write('undo', { targetId: (all[9] as Change).id })], 'MR', NOW.getTime())
    const undone = await ask(`changes?after=0&fold=${FOLD_VERSION}`)
    expect([undone.base?.seq, undone.changes]).toEqual([2605, []])
    const trail = await ask(`trail?before=${base.seq}`)
    expect(trail.changes).toHaveLength(500)
    expect(trail.changes[0]?.seq).toBe(base.seq - 1)
  })
})

describe('a person who has a right to be forgotten', () => {
  it('is taken out of what they signed, and of what names them; the chain holds, and devices fetch anew', async () => {
    const siteId = knownId<SiteId>(randomUUID())
    const { all, write, here } = writer(siteId)
    const fixId = randomUUID()
    write('fix.put', { ...here, fixId, part: 'damper', what: 'clamp', instead: 'damper', cannot: 'move', undo: 'take it off' })
    write('fix.hand-on', { ...here, fixId, to: 'JT', until: '2026-12-31' })
    write('visit.sign', { visitId: here.visitId, as: 'technician', name: 'M. R.', strokes: [[0, 0, 300, 100]] })
    const crew = bench.data('lantern')
    await crew.store(siteId, all.slice(0, 3), 'JT', NOW.getTime())
    await crew.store(siteId, all.slice(3), 'MR', NOW.getTime())
    const before = (await verified()).heads.find((one) => one.siteId === siteId)
    const epoch = await crew.epoch()
    const owner = await new DataSource({ type: 'postgres', url: bench.url }).initialize()
    expect(await erasePerson(owner, 'No such crew', 'MR')).toBeNull()
    expect(await erasePerson(owner, LANTERN_LANE.name, 'MR')).toBeGreaterThanOrEqual(3)
    await owner.destroy()
    const now = (await crew.changesAfter(siteId, 0))?.map((one) => one.change) ?? []
    expect(now.map((one) => one.by)).toEqual(['JT', 'JT', 'JT', '··', '··', '··'])
    expect(JSON.stringify(now)).not.toContain('M. R.')
    expect(now[4]?.body).toMatchObject({ to: 'JT' })
    expect((await crew.site(siteId))?.state.fixes[0]).toMatchObject({ by: '··', handedOn: { to: 'JT' } })
    const found = await verified()
    expect(found.wrong.filter((one) => one.siteId === siteId)).toEqual([])
    expect(found.erased).toBeGreaterThanOrEqual(3)
    expect(found.heads.find((one) => one.siteId === siteId)).toEqual(before)
    expect(await crew.epoch()).not.toBe(epoch)
    expect((await bench.ask('GET', '/api/me', { as: 'mr' })).status).toBe(401)
    // What is written after it is linked on.
    await crew.store(siteId, [write('site.set', { name: 'After' })], 'JT', NOW.getTime())
    expect((await verified()).wrong.filter((one) => one.siteId === siteId)).toEqual([])
    // The export carries the chain, and another crew can still read it.
    const file = await (await bench.ask('GET', `/api/sites/${siteId}/export.json`, { as: 'jt' })).json()
    expect((await bench.ask('POST', '/api/import', { as: 'eb', body: file })).status).toBe(200)
  })
})
