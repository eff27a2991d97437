import { HOUSE_RULES, profileById } from '@ingle/catalog'
import { INSTRUMENT_FORMAT, PATTERN_FORMAT, RULES_FORMAT } from '@ingle/record'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { type Bench, openBench, siteOf } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

interface Listed {
  documents: { kind: string; id: string; version: number; seq: number; savedBy: string; retired: boolean; content: object }[]
}
const listed = async (as: 'mr' | 'jt' | 'eb', after = 0) =>
  ((await (await bench.ask('GET', `/api/library?after=${after}`, { as })).json()) as Listed).documents
const save = (as: 'mr' | 'jt' | 'eb', kind: string, body: object) => bench.ask('POST', `/api/library/${kind}`, { as, body })
const said = async (answer: Response) => (await answer.json()) as { title: string; detail: string }

const profile = (version: number, more: object = {}) => ({ ...profileById('fenwarm-c3'), id: 'quay-c3', version, ...more })
const rules = { ...HOUSE_RULES[0], format: RULES_FORMAT, version: 1, id: 'quay-damp' }

describe('the library of a crew', () => {
  it('keeps every version, with fields that only a newer Ingle knows', async () => {
    expect((await save('mr', 'profile', profile(1))).status).toBe(200)
    expect(
      (await save('jt', 'profile', profile(2, { family: 'C3 mended', format: 'ingle-profile/1.7', glow: 'ember' }))).status,
    ).toBe(200)
    const mine = (await listed('mr')).filter((one) => one.id === 'quay-c3')
    expect(mine.map((one) => [one.version, one.savedBy])).toEqual([
      [1, 'MR'],
      [2, 'JT'],
    ])
    expect(mine[1]?.content).toMatchObject({ family: 'C3 mended', glow: 'ember' })
  })

  it('keeps a document as a store can keep it', async () => {
    expect((await save('mr', 'profile', profile(1, { id: 'odd-c3', family: 'C3\u0000 \ud83d' }))).status).toBe(200)
    expect((await listed('mr')).find((one) => one.id === 'odd-c3')?.content).toMatchObject({ family: 'C3 \ufffd' })
  })

  it('gives only what is new after a number', async () => {
    const all = await listed('mr')
    const last = Math.max(...all.map((one) => one.seq))
    expect(await listed('mr', last)).toEqual([])
    await save('mr', 'profile', profile(3))
    expect((await listed('mr', last)).map((one) => one.version)).toEqual([3])
    for (const bad of ['six', '-1', '0.5'])
      expect((await bench.ask('GET', `/api/library?after=${bad}`, { as: 'mr' })).status).toBe(400)
  })

  it('lets only one of two become the next version, and tells the other who was first', async () => {
    const [one, two] = await Promise.all([save('mr', 'profile', profile(4)), save('jt', 'profile', profile(4))])
    expect([one.status, two.status].sort()).toEqual([200, 409])
    const lost = await said(one.status === 409 ? one : two)
    expect(lost.title).toMatch(/^(MR|JT) saved version 4 of it meanwhile\.$/)
    expect(lost.detail).toContain('Yours is kept')
  })

  it('is invisible to another crew', async () => {
    expect(await listed('eb')).toEqual([])
    expect((await bench.ask('POST', '/api/library/profile/quay-c3/retired', { as: 'eb', body: { retired: true } })).status).toBe(
      404,
    )
    expect((await save('eb', 'profile', profile(1))).status).toBe(200)
    expect((await listed('mr')).filter((one) => one.id === 'quay-c3')).toHaveLength(4)
  })

  it('takes a document out of use and back, and deletes nothing', async () => {
    const last = Math.max(...(await listed('mr')).map((one) => one.seq))
    expect((await bench.ask('POST', '/api/library/profile/quay-c3/retired', { as: 'mr', body: { retired: true } })).status).toBe(
      200,
    )
    const changed = await listed('mr', last)
    expect(changed.map((one) => [one.version, one.retired])).toEqual([1, 2, 3, 4].map((version) => [version, true]))
    await bench.ask('POST', '/api/library/profile/quay-c3/retired', { as: 'mr', body: { retired: false } })
    expect((await listed('mr')).every((one) => !one.retired)).toBe(true)
  })

  it('lets only the lead set house rules, and says so', async () => {
    const refused = await save('mr', 'rules', rules)
    expect(refused.status).toBe(403)
    expect((await said(refused)).title).toBe('House rules are set by the crew’s lead.')
    expect((await save('jt', 'rules', rules)).status).toBe(200)
    expect(await listed('mr')).toEqual(expect.arrayContaining([expect.objectContaining({ kind: 'rules', id: 'quay-damp' })]))
  })

  it('keeps patterns from anybody', async () =>
    expect(
      (
        await save('mr', 'pattern', {
          format: PATTERN_FORMAT,
          id: 'p',
          version: 1,
          name: 'P',
          from: '',
          equipment: [],
          entries: [],
        })
      ).status,
    ).toBe(200))

  it('keeps instruments of anybody, each calibration as a version of its own', async () => {
    const gauge = {
      format: INSTRUMENT_FORMAT,
      id: 'gauge-7',
      version: 1,
      name: 'Gauge 7',
      measures: 'static',
      accuracyPct: 1,
      accuracyFixed: 0.002,
      calibratedOn: '2025-10-01',
      everyMonths: 12,
    }
    expect((await save('mr', 'instrument', gauge)).status).toBe(200)
    expect((await save('jt', 'instrument', { ...gauge, version: 2, calibratedOn: '2026-10-02' })).status).toBe(200)
    const mine = (await listed('mr')).filter((one) => one.id === 'gauge-7')
    expect(mine.map((one) => (one.content as { calibratedOn: string }).calibratedOn)).toEqual(['2025-10-01', '2026-10-02'])
    const refused = await save('mr', 'instrument', { ...gauge, version: 3, accuracyPct: 0, accuracyFixed: 0 })
    expect([refused.status, (await said(refused)).title]).toEqual([422, 'No instrument is without error.'])
  })

  it.each<[string, string, unknown, number, RegExp]>([
    [
      'a profile that contradicts itself',
      'profile',
      profile(9, { settings: [{ role: 'mood', label: 'M', values: [], access: '' }] }),
      422,
      /does not know/,
    ],
    ['a newer major format', 'profile', profile(9, { format: 'ingle-profile/2' }), 422, /newer than this Ingle/],
    ['no object', 'profile', [1], 422, /not an equipment profile/],
    ['a kind that is none', 'recipe', {}, 404, /no “recipe”/],
    ['text', 'profile', 'not json', 400, /not JSON/],
  ])('refuses %s in words', async (_, kind, body, status, words) => {
    const answer = await bench.ask('POST', `/api/library/${kind}`, { as: 'jt', body })
    expect(answer.status).toBe(status)
    expect((await said(answer)).title).toMatch(words)
  })

  it('is news for the crew, and for nobody else', async () => {
    const heard: string[] = []
    const crew = (await import('@ingle/catalog/demo')).LANTERN_LANE.id
    const told = new Promise<void>((resolve) => {
      bench.newsroom.subscribe(crew, (news) => {
        heard.push(String(siteOf(news)))
        resolve()
      })
    })
    await save('mr', 'profile', profile(5))
    await told
    expect(heard).toEqual(['null'])
  })
})
