import { randomUUID } from 'node:crypto'
import { type Change, FOLD_VERSION } from '@ingle/record'
import type { RoundAnswer } from '@ingle/record/wire'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { MIGRATIONS } from '../src/data/migrations.ts'
import { asOwner, type Bench, openBench, seqOf, siteOf } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

const at = (minute: number) => new Date(Date.UTC(2026, 10, 24, 8, minute)).toISOString()

/** A site with a visit, a try and readings; `count` changes in all. */
function record(siteId: string, count = 6): Change[] {
  const [systemId, visitId, tryId] = [randomUUID(), randomUUID(), randomUUID()]
  const make = (minute: number, kind: string, body: object, id = randomUUID()) =>
    ({ id, siteId, at: at(minute), by: 'MR', kind, body }) as unknown as Change
  const first = [
    make(0, 'site.set', { name: 'Quay', place: 'Wrenmoor' }),
    make(1, 'system.set', { systemId, name: 'AH-1' }),
    make(2, 'visit.start', { visitId, reason: 'Test' }),
    make(3, 'try.start', { visitId, systemId, tap: '3', adjustPct: 0, filter: 'clean' }, tryId),
    make(4, 'item.open', { visitId, systemId, itemId: randomUUID(), text: 'larger grille' }),
  ]
  const rest = Array.from({ length: Math.max(0, count - first.length) }, (_, i) =>
    make(5 + (i % 50), 'reading.probes', { visitId, systemId, tryId, supply: 0.2 }),
  )
  return [...first, ...rest].slice(0, count)
}

const send = (siteId: string, changes: readonly unknown[], as: 'mr' | 'jt' | 'eb' = 'mr') =>
  bench.ask('POST', `/api/sites/${siteId}/changes`, { as, body: { changes } })
const outcomes = async (answer: Response | Promise<Response>) =>
  ((await (await answer).json()) as { outcomes: { id: string; seq?: number; refused?: { reason: string; remedy: string } }[] })
    .outcomes
const stored = async (siteId: string) =>
  (
    (await (await bench.ask('GET', `/api/sites/${siteId}/changes`, { as: 'mr' })).json()) as {
      changes: { seq: number; change: Change }[]
    }
  ).changes

describe('a batch of changes', () => {
  it('is numbered in its order, folded and listed for the crew', async () => {
    const siteId = randomUUID()
    const changes = record(siteId)
    expect((await outcomes(send(siteId, changes))).map((one) => one.seq)).toEqual([1, 2, 3, 4, 5, 6])
    const site = (await (await bench.ask('GET', `/api/sites/${siteId}`, { as: 'jt' })).json()) as { state: object; seq: number }
    expect(site).toMatchObject({ seq: 6, state: { name: 'Quay', visits: [{ number: 1 }] } })
    const round = (await (await bench.ask('GET', '/api/round', { as: 'jt' })).json()) as { sites: { id: string }[] }
    expect(round.sites.find((one) => one.id === siteId)).toMatchObject({
      name: 'Quay',
      visits: [{ reason: 'Test', closedAt: null }],
      openItems: [{ text: 'larger grille' }],
      systems: [{ name: 'AH-1' }],
    })
  })

  it('sent twice, in part or again in another order, is stored once', async () => {
    const siteId = randomUUID()
    const changes = record(siteId, 12)
    await send(siteId, changes)
    const before = await stored(siteId)
    await fc.assert(
      fc.asyncProperty(fc.shuffledSubarray(changes), async (some) => {
        const answers = await outcomes(send(siteId, some))
        expect(answers.every((one) => one.seq === before.find((each) => each.change.id === one.id)?.seq)).toBe(true)
      }),
      { numRuns: 8 },
    )
    expect(await stored(siteId)).toEqual(before)
  })

  it('from two devices at once gets every number once and loses none', async () => {
    const siteId = randomUUID()
    const changes = record(siteId, 60)
    await send(siteId, changes.slice(0, 5))
    const parts = [changes.slice(5, 25), changes.slice(25, 45), changes.slice(45), changes.slice(20, 50)]
    await Promise.all(parts.map((part) => send(siteId, part)))
    const all = await stored(siteId)
    expect(all.map((one) => one.seq)).toEqual(Array.from({ length: 60 }, (_, i) => i + 1))
    expect(new Set(all.map((one) => one.change.id)).size).toBe(60)
  })

  it('answers a bad change by itself and keeps the good ones', async () => {
    const siteId = randomUUID()
    const changes = record(siteId)
    const bad = { ...changes[5], id: randomUUID(), body: { ...(changes[5] as Change).body, supply: 99 } }
    const old = { ...changes[5], id: randomUUID(), at: '1926-01-01T00:00:00Z' }
    const orphan = { ...changes[5], id: randomUUID(), body: { ...(changes[5] as Change).body, tryId: randomUUID() } }
    const astray = { ...changes[5], id: randomUUID(), siteId: randomUUID() }
    const answers = await outcomes(send(siteId, [...changes, bad, old, orphan, astray, null, 'x']))
    expect(answers.slice(0, 6).every((one) => one.seq)).toBe(true)
    expect(answers.slice(6).map((one) => one.refused?.reason)).toEqual([
      'Static supply cannot be so large.',
      expect.stringContaining('dated 1926-01-01'),
      expect.stringContaining('a try that this site does not have'),
      expect.stringContaining('another site'),
      expect.any(String),
      expect.any(String),
    ])
    expect(await stored(siteId)).toHaveLength(6)
  })

  it('out of order is refused where it builds on what is missing, and taken later', async () => {
    const siteId = randomUUID()
    const changes = record(siteId)
    const answers = await outcomes(send(siteId, [changes[0], changes[5]]))
    expect(answers[1]?.refused?.remedy).toContain('stays kept')
    await send(siteId, changes)
    expect(await stored(siteId)).toHaveLength(6)
  })

  it('is signed by whoever sent it, whatever it claims', async () => {
    const siteId = randomUUID()
    await send(siteId, record(siteId), 'jt')
    expect(new Set((await stored(siteId)).map((one) => one.change.by))).toEqual(new Set(['JT']))
  })

  it('gives what came after a number', async () => {
    const siteId = randomUUID()
    await send(siteId, record(siteId))
    const answer = (await (await bench.ask('GET', `/api/sites/${siteId}/changes?after=4`, { as: 'mr' })).json()) as {
      changes: { seq: number }[]
    }
    expect(answer.changes.map((one) => one.seq)).toEqual([5, 6])
    for (const bad of ['six', '-1', '1.5'])
      expect((await bench.ask('GET', `/api/sites/${siteId}/changes?after=${bad}`, { as: 'mr' })).status).toBe(400)
    const none = await bench.ask('GET', `/api/sites/${siteId}/changes?after=6`, { as: 'mr' })
    expect([none.status, await none.json()]).toEqual([200, { changes: [], epoch: expect.any(String) }])
    expect((await bench.ask('GET', `/api/sites/${randomUUID()}/changes?after=6`, { as: 'mr' })).status).toBe(404)
  })

  it.each<[string, (one: Change) => object, string | null]>([
    [
      'a NUL in a text',
      (one) => ({ ...one, kind: 'note.add', body: { ...one.body, text: 'a\u0000b', standing: 'watch' } }),
      null,
    ],
    ['half a sign', (one) => ({ ...one, kind: 'note.add', body: { ...one.body, text: '\ud83d', standing: 'watch' } }), null],
    ['its id in capitals', (one) => ({ ...one, id: one.id.toUpperCase() }), null],
    ['a field that objects have', (one) => ({ ...one, body: { ...one.body, constructor: 1 } }), 'a field that data cannot have'],
    ['deep nesting', (one) => ({ ...one, more: JSON.parse(`${'['.repeat(40)}${']'.repeat(40)}`) }), 'nested deeper'],
  ])('with %s is taken or refused by itself, and never keeps back the rest', async (_, change, refused) => {
    const siteId = randomUUID()
    const changes = record(siteId, 7)
    const [first, odd, ...rest] = [changes.slice(0, 5), changes[5] as Change, changes[6] as Change]
    const answers = await outcomes(send(siteId, [...first, change(odd), ...rest]))
    expect(answers[5]?.refused?.reason ?? null).toEqual(refused === null ? null : expect.stringContaining(refused))
    expect(answers.at(-1)?.seq).toBe(refused === null ? 7 : 6)
    expect((await bench.ask('GET', `/api/sites/${siteId}`, { as: 'mr' })).status).toBe(200)
  })

  it('with the same id in small letters and in capitals is one change', async () => {
    const siteId = randomUUID()
    const changes = record(siteId)
    await send(siteId, changes)
    const again = await outcomes(send(siteId, [{ ...changes[5], id: changes[5]?.id.toUpperCase() }]))
    expect(again[0]?.seq).toBe(6)
    expect(await stored(siteId)).toHaveLength(6)
  })

  it('that would make an item under an id that is taken is refused by itself', async () => {
    const siteId = randomUUID()
    const changes = record(siteId)
    const twice = { ...changes[4], id: randomUUID(), at: at(30) }
    const answers = await outcomes(send(siteId, [...changes.slice(0, 5), twice, ...changes.slice(5)]))
    expect(answers.map((one) => one.seq ?? one.refused?.reason)).toEqual([
      1,
      2,
      3,
      4,
      5,
      'It would make an item under an id that is taken.',
      6,
    ])
  })

  it('that the store itself will not have is set aside, and the rest is stored', async () => {
    const siteId = randomUUID()
    const changes = record(siteId)
    const poison = changes[5]?.id
    await asOwner(bench.url, `ALTER TABLE change ADD CONSTRAINT poison CHECK (id <> '${poison}')`)
    const answers = await outcomes(send(siteId, changes))
    await asOwner(bench.url, 'ALTER TABLE change DROP CONSTRAINT poison')
    expect(answers.map((one) => one.seq ?? one.refused?.reason)).toEqual([
      1,
      2,
      3,
      4,
      5,
      'The server cannot store this as it stands.',
    ])
    expect(await stored(siteId)).toHaveLength(5)
  })

  it('is not set aside because the database is gone: that is no fault of a change', async () => {
    const siteId = randomUUID()
    const gone = Object.assign(new Error('terminating connection'), { code: '57P01' })
    const broken = vi.spyOn(bench.db, 'transaction').mockRejectedValue(gone)
    expect((await send(siteId, record(siteId))).status).toBe(503)
    broken.mockRestore()
    expect((await outcomes(send(siteId, record(siteId)))).every((one) => one.seq)).toBe(true)
  })

  it('is never said to be written by whoever a device claims, nor brought in by anybody', async () => {
    const siteId = randomUUID()
    const claimed = record(siteId).map((one) => ({ ...one, imported: [{ by: 'XX', at: at(1), from: 'Nowhere' }] }))
    await send(siteId, claimed)
    expect((await stored(siteId)).every((one) => one.change.imported === undefined && one.change.by === 'MR')).toBe(true)
  })

  it('without a length is read no further than its limit', async () => {
    let given = 0
    const endless = new ReadableStream({
      pull(controller) {
        given += 1
        if (given > 400) controller.close()
        else controller.enqueue(new Uint8Array(100_000).fill(32))
      },
    })
    const answer = await bench.ask('POST', `/api/sites/${randomUUID()}/changes`, { as: 'mr', body: endless })
    expect(answer.status).toBe(413)
    // 4 MB fit; what was given on is little more.
    expect(given).toBeLessThan(60)
  })

  it('nested without end is refused in words', async () => {
    const answer = await bench.ask('POST', `/api/sites/${randomUUID()}/changes`, {
      as: 'mr',
      body: `{"changes":[${'['.repeat(3000)}${']'.repeat(3000)}]}`,
    })
    expect([answer.status, ((await answer.json()) as { title: string }).title]).toEqual([
      422,
      'It is nested deeper than anything that Ingle writes.',
    ])
  })

  it('holds five hundred, and not one more', async () => {
    const siteId = randomUUID()
    const most = Array.from({ length: 500 }, (_, i) => ({ kind: i === 0 ? 'site.set' : 'none', id: randomUUID() }))
    expect(await outcomes(send(siteId, most))).toHaveLength(500)
    const answer = await send(siteId, [...most, { kind: 'none' }])
    expect([answer.status, ((await answer.json()) as { title: string }).title]).toEqual([
      413,
      'A batch holds at most 500 changes; this has 501.',
    ])
  })

  it('that says it is too large is refused before it is read', async () => {
    const siteId = randomUUID()
    const asked = (length: number) =>
      bench.ask('POST', `/api/sites/${siteId}/changes`, {
        as: 'mr',
        body: { changes: record(siteId, 1) },
        headers: { 'content-length': String(length) },
      })
    expect((await asked(4_000_001)).status).toBe(413)
    expect((await asked(4_000_000)).status).toBe(200)
  })

  it('makes a site only by naming it', async () => {
    const siteId = randomUUID()
    expect((await send(siteId, [...record(siteId).slice(1), null])).status).toBe(404)
    expect((await send(siteId, record(siteId))).status).toBe(200)
    // Once it is there, anything may come.
    expect((await send(siteId, record(siteId).slice(1, 2))).status).toBe(200)
  })

  it.each<[string, unknown, number]>([
    ['that is no list', { changes: 'many' }, 422],
    ['that is no JSON', '{{{', 400],
    ['that is nothing', 'null', 422],
    ['of too many', { changes: Array.from({ length: 501 }, () => ({})) }, 413],
    ['of five megabytes', { changes: [{ text: 'x'.repeat(5_000_000) }] }, 413],
  ])('%s is refused in words', async (_, body, status) => {
    const answer = await bench.ask('POST', `/api/sites/${randomUUID()}/changes`, { as: 'mr', body })
    expect(answer.status).toBe(status)
    expect(await answer.json()).toMatchObject({ title: expect.stringMatching(/\.$/), detail: expect.stringMatching(/\w/) })
  })
})

describe('the Round', () => {
  it('has sites by name, the latest visit first, and what is still open, with whom and since when', async () => {
    const [later, sooner] = [randomUUID(), randomUUID()]
    const [site, system, visit] = record(later, 3) as [Change, Change, Change]
    const make = (minute: number, kind: string, body: object) => ({ id: randomUUID(), siteId: later, at: at(minute), kind, body })
    const { visitId } = visit.body as { visitId: string }
    const { systemId } = system.body as { systemId: string }
    const [second, itemId, doneId, handedOn, undone] = Array.from({ length: 5 }, () => randomUUID())
    await send(later, [
      { ...site, body: { name: 'Zinc Lane', place: 'Wrenmoor', timeZone: 'Europe/Lisbon' } },
      system,
      visit,
      make(4, 'item.open', { visitId, systemId, itemId, text: 'larger grille' }),
      make(5, 'item.open', { visitId, systemId, itemId: doneId, text: 'filter' }),
      make(6, 'item.close', { visitId, systemId, itemId: doneId, how: 'put in' }),
      make(6.1, 'fix.put', {
        visitId,
        systemId,
        fixId: handedOn,
        part: 'filter',
        what: 'a plain filter',
        instead: 'the deep one',
        cannot: 'dust',
        undo: 'swap',
      }),
      make(6.3, 'fix.put', {
        visitId,
        systemId,
        fixId: undone,
        part: 'relay',
        what: 'a fan fixed on',
        instead: 'the relay',
        cannot: 'stop',
        undo: 'swap',
      }),
      make(6.4, 'fix.hand-on', { visitId, systemId, fixId: handedOn, to: 'MR', until: '2027-01-31' }),
      make(6.5, 'fix.hand-on', { visitId, systemId, fixId: undone, to: 'MR', until: '2027-01-31' }),
      make(6.6, 'fix.undo', { visitId, systemId, fixId: undone, how: 'relay in' }),
      make(7, 'visit.close', { visitId }),
      make(9, 'visit.start', { visitId: second, reason: 'Complaint' }),
    ])
    await send(
      sooner,
      record(sooner, 2).map((one) => (one.kind === 'site.set' ? { ...one, body: { name: 'Alder Lane' } } : one)),
    )
    const { sites } = (await (await bench.ask('GET', '/api/round', { as: 'jt' })).json()) as RoundAnswer
    const names = sites.map((one) => one.name)
    expect(names.indexOf('Alder Lane')).toBeLessThan(names.indexOf('Zinc Lane'))
    expect(sites.find((one) => one.id === later)).toEqual({
      id: later,
      name: 'Zinc Lane',
      place: 'Wrenmoor',
      timeZone: 'Europe/Lisbon',
      systems: [{ id: systemId, name: 'AH-1', serves: '', equipment: '' }],
      visits: [
        { id: second, number: 2, reason: 'Complaint', startedAt: new Date(at(9)).toISOString(), closedAt: null },
        {
          id: visitId,
          number: 1,
          reason: 'Test',
          startedAt: new Date(at(2)).toISOString(),
          closedAt: new Date(at(7)).toISOString(),
        },
      ],
      openItems: [{ id: itemId, systemId, text: 'larger grille', openedAt: new Date(at(4)).toISOString(), by: 'MR' }],
      fixes: [{ systemId, what: 'a plain filter', to: 'MR', until: '2027-01-31' }],
    })
    expect(sites.find((one) => one.id === sooner)).toMatchObject({ visits: [], openItems: [] })
  })
})

describe('another crew', () => {
  it('sees nothing, writes nothing and hears nothing of a site', async () => {
    const siteId = randomUUID()
    const changes = record(siteId)
    await send(siteId, changes)
    for (const path of ['', '/changes', '/export.json', '/readings.csv', `/photos/${randomUUID()}`])
      expect((await bench.ask('GET', `/api/sites/${siteId}${path}`, { as: 'eb' })).status).toBe(404)
    const write = await send(siteId, [changes[5]], 'eb')
    expect(write.status).toBe(404)
    expect(await write.json()).toMatchObject({ detail: expect.stringContaining('another crew') })
    const round = (await (await bench.ask('GET', '/api/round', { as: 'eb' })).json()) as { sites: { id: string }[] }
    expect(round.sites.map((one) => one.id)).not.toContain(siteId)
    expect(await stored(siteId)).toHaveLength(6)
  })

  it('may have a site of the same id; the two never meet', async () => {
    const siteId = randomUUID()
    await send(siteId, record(siteId), 'mr')
    await send(
      siteId,
      record(siteId).map((one) => (one.kind === 'site.set' ? { ...one, body: { name: 'Otter site' } } : one)),
      'eb',
    )
    const names = await Promise.all(
      (['mr', 'eb'] as const).map(
        async (as) =>
          ((await (await bench.ask('GET', `/api/sites/${siteId}`, { as })).json()) as { state: { name: string } }).state.name,
      ),
    )
    expect(names).toEqual(['Quay', 'Otter site'])
  })
})

it('tells the other devices of the crew, and only those', async () => {
  const siteId = randomUUID()
  const heard: string[] = []
  const { LANTERN_LANE, OTTER_QUAY } = await import('@ingle/catalog/demo')
  const told = new Promise<void>((done) => {
    bench.newsroom.subscribe(LANTERN_LANE.id, (news) => {
      if (siteOf(news) !== siteId) return
      heard.push(`lantern ${seqOf(news)}`)
      done()
    })
  })
  bench.newsroom.subscribe(OTTER_QUAY.id, (news) => siteOf(news) === siteId && heard.push('otter'))
  await send(siteId, record(siteId))
  await told
  expect(heard).toEqual(['lantern 6'])
})

describe('zones and measuring', () => {
  const begun = async () => {
    const siteId = randomUUID()
    const [first, second, third, fourth] = record(siteId, 4) as [Change, Change, Change, Change]
    const { systemId } = second.body as { systemId: string }
    const { visitId } = third.body as { visitId: string }
    await send(siteId, [first, second, third, fourth])
    let minute = 10
    const make = (kind: string, body: object) => {
      minute += 1
      return { id: randomUUID(), siteId, at: at(minute), by: 'MR', kind, body }
    }
    return { siteId, on: { visitId, systemId }, systemId, tryId: fourth.id, make }
  }

  it('are stored and folded: zones on the system, readings on the visit, a traverse point by point', async () => {
    const { siteId, on, systemId, tryId, make } = await begun()
    const [zoneId, outletId, traverseId] = [randomUUID(), randomUUID(), randomUUID()]
    const sent = [
      make('zone.set', { systemId, zoneId, name: 'Hall', room: 'living' }),
      make('outlet.set', { systemId, outletId, zoneId, name: 'hall a', widthIn: 14, heightIn: 6 }),
      make('zones.reading', { ...on, open: [zoneId], supplyInWc: 0.3, returnInWc: -0.2 }),
      make('outlet.reading', { ...on, outletId, flowCfm: 110, damperPct: 60 }),
      make('traverse.set', { ...on, tryId, traverseId, widthIn: 20, heightIn: 14 }),
      make('traverse.point', { ...on, tryId, traverseId, index: 0, pressureInWc: 0.03 }),
      make('drive.set', { systemId, baseHz: 60, baseFlowCfm: 3000 }),
    ]
    expect((await outcomes(send(siteId, sent))).every((one) => one.seq !== undefined)).toBe(true)
    const { state } = (await (await bench.ask('GET', `/api/sites/${siteId}`, { as: 'mr' })).json()) as {
      state: {
        systems: { zones: object[]; outlets: object[]; drive: object }[]
        visits: {
          systems: Record<string, { zoneReadings: object[]; outletReadings: object[]; tries: { traverses: object[] }[] }>
        }[]
      }
    }
    expect(state.systems[0]).toMatchObject({
      zones: [{ name: 'Hall', room: 'living', alwaysOpen: false }],
      outlets: [{ name: 'hall a', widthIn: 14 }],
      drive: { baseHz: 60 },
    })
    expect(state.visits[0]?.systems[systemId]).toMatchObject({
      zoneReadings: [{ open: [zoneId], supplyInWc: 0.3 }],
      outletReadings: [{ flowCfm: 110, damperPct: 60 }],
      tries: [{ traverses: [{ set: { widthIn: 20 }, points: { 0: 0.03 } }] }],
    })
  })

  it.each<[string, string, (ids: { on: object; systemId: string; tryId: string }) => object]>([
    ['a static that cannot be', 'zones.reading', ({ on }) => ({ ...on, open: [], supplyInWc: 99, returnInWc: 0 })],
    ['a flow below nothing', 'outlet.reading', ({ on }) => ({ ...on, outletId: randomUUID(), flowCfm: -5 })],
    ['a damper more than open', 'outlet.reading', ({ on }) => ({ ...on, outletId: randomUUID(), flowCfm: 5, damperPct: 140 })],
    ['a kind of room that is none', 'zone.set', ({ systemId }) => ({ systemId, zoneId: randomUUID(), room: 'cave' })],
    [
      'a point beyond any plan',
      'traverse.point',
      ({ on, tryId }) => ({ ...on, tryId, traverseId: randomUUID(), index: 400, pressureInWc: 0 }),
    ],
    [
      'a free area of more than all',
      'outlet.set',
      ({ systemId }) => ({ systemId, outletId: randomUUID(), zoneId: randomUUID(), freeArea: 2 }),
    ],
    [
      'an instrument without a name',
      'instrument.use',
      ({ on }) => ({ ...on, instrument: { format: 'ingle-instrument/1', id: 'x' } }),
    ],
  ])('refuse %s in words, and keep the rest of the batch', async (_, kind, body) => {
    const { siteId, on, systemId, tryId, make } = await begun()
    const good = make('zoning.set', { systemId, shareBy: 'load' })
    const [bad, kept] = await outcomes(send(siteId, [make(kind, body({ on, systemId, tryId })), good]))
    expect(bad?.refused?.reason.length).toBeGreaterThan(10)
    expect(bad?.refused?.remedy.length).toBeGreaterThan(10)
    expect(kept?.seq).toBeDefined()
  })
})

it('says at its health address what it is made of', async () => {
  expect(await (await bench.ask('GET', '/api/health')).json()).toMatchObject({
    ok: true,
    version: expect.any(String),
    database: expect.stringMatching(/^\d/),
    schema: MIGRATIONS.at(-1)?.name,
    fold: FOLD_VERSION,
  })
})

it('answers an address that is none in words', async () => {
  const answer = await bench.ask('GET', '/api/nothing/here', { as: 'mr' })
  expect([answer.status, ((await answer.json()) as { title: string }).title]).toEqual([404, 'There is nothing at this address.'])
})
