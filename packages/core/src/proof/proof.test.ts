import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { canPass, decide, together } from './decide.ts'
import { judgeRun, type RunFacts } from './judge.ts'
import { leftoverRestarts } from './leftover.ts'
import { type RoundTest, shortestRound, usualChange } from './round.ts'
import { runTime } from './runLog.ts'
import { chargeAt } from './saturation.ts'
import { clockFace, elapsedSince } from './testClock.ts'
import { STANDS, type Stands, type TestForm, testDoubts, testMinutes } from './testForm.ts'

const figure = fc.double({ min: -500, max: 500, noNaN: true })
const width = fc.double({ min: 0, max: 100, noNaN: true })

describe('a verdict', () => {
  it('is a pass only where the value, off by as much as it may be either way, still lies inside', () => {
    fc.assert(
      fc.property(figure, figure, width, width, (value, low, wide, off) => {
        const limits = { low, high: low + wide }
        const inside = (one: number) => one >= limits.low && one <= limits.high
        const verdict = decide(value, limits, off)
        if (verdict === 'pass') expect(value - off >= low - 1e-9 && value + off <= low + wide + 1e-9).toBe(true)
        if (verdict === 'fail') expect(inside(value - off) || inside(value + off) || inside(value)).toBe(false)
        // Hopeless by more than the last binary digit of a sum.
        if (!canPass(limits, off - 1e-9)) expect(verdict).not.toBe('pass')
      }),
    )
  })
  it('a worse instrument turns nothing that was open into a pass or a failure', () => {
    fc.assert(
      fc.property(figure, figure, width, width, width, (value, low, wide, off, more) => {
        const limits = { low, high: low + wide }
        if (decide(value, limits, off) === 'cannot-tell') expect(decide(value, limits, off + more)).toBe('cannot-tell')
      }),
    )
  })
  it('says nothing of what is no number, and adds parts that are off by chance', () => {
    expect(decide(Number.NaN, { low: 0, high: 1 }, 0)).toBe('cannot-tell')
    expect(together([3, 4])).toBe(5)
    expect(together([0.5], [0.1], 2)).toBeCloseTo(0.50332, 4)
  })
})

const fanTest = (more: Partial<TestForm> = {}): TestForm => ({
  id: 'fan-stops',
  version: 1,
  name: 'Fan stops',
  says: 'It stops, and stays so.',
  has: [],
  proves: [],
  restsOn: [],
  begins: 'heating',
  ends: 'idle',
  handMin: 2,
  steps: [
    { id: 'end', do: 'End the call.' },
    {
      id: 'watch',
      do: 'Watch.',
      waitS: { role: 'fan.delay.off.heat', plus: 400, otherwise: 420 },
      reads: [{ id: 'fan', says: 'fan', in: 'percent', plusMinus: 1, least: 0, most: 120, traced: true }],
      asks: [
        { id: 'stopped', says: 'It stopped', counts: 'moment' },
        { id: 'back', says: 'It came back', counts: 'bad' },
      ],
    },
  ],
  passes: [
    {
      id: 'stops',
      says: 'It stops',
      kind: 'stops',
      of: 'fan',
      over: 3,
      from: 'end',
      within: { role: 'fan.delay.off.heat', plus: 30, otherwise: 150 },
      staysS: 300,
      stopped: 'watch.stopped',
      back: 'watch.back',
    },
  ],
  causes: [],
  ...more,
})

/** 29 March 2026, 0:55 UTC: five minutes before London goes over to summer time. */
const T0 = 1_774_745_700_000
const facts = (more: Partial<RunFacts> = {}): RunFacts => ({
  begun: new Map([
    ['end', T0],
    ['watch', T0],
  ]),
  answered: new Map(),
  values: new Map(),
  traces: new Map(),
  numberOf: () => 120,
  untilMs: T0 + 600_000,
  ...more,
})
/** The fan each second: on up to a moment, and again in some stretch. */
const trace = (onS: number, endS: number, again: [number, number] | null = null, skip: [number, number] | null = null) => {
  const [atMs, values]: [number[], number[]] = [[], []]
  for (let s = 0; s <= endS; s += 1) {
    if (skip && s > skip[0] && s < skip[1]) continue
    atMs.push(T0 + s * 1000)
    values.push(s < onS || (again && s >= again[0] && s < again[1]) ? 60 : 0)
  }
  return new Map([['fan', { atMs, values, gapMs: 5000 }]])
}
const shown = (more: Partial<RunFacts>) => {
  const { verdict, checks } = judgeRun(fanTest(), facts(more))
  return [verdict, checks[0]?.value, checks[0]?.why]
}

describe('a fan that has to stop, and to stay stopped', () => {
  it.each([
    ['stops in time and stays so', { traces: trace(118, 480) }, ['pass', 118, null]],
    ['comes back on leftover heat', { traces: trace(100, 480, [220, 250]) }, ['fail', 100, 'came-back']],
    ['runs on for longer than it is set to', { traces: trace(175, 600) }, ['fail', 175, null]],
    ['never stops', { traces: trace(999, 600) }, ['fail', null, 'never-stopped']],
    ['stops on the very limit', { traces: trace(150, 600) }, ['cannot-tell', 150, 'guard-band']],
    ['was not watched for long enough', { traces: trace(100, 300) }, [null, 100, 'not-watched']],
    ['was lost sight of after it stopped', { traces: trace(100, 600, null, [200, 400]) }, [null, 100, 'not-watched']],
    [
      'comes back while nobody looked, and is off again',
      { traces: trace(100, 600, [300, 340], [200, 400]) },
      [null, 100, 'not-watched'],
    ],
  ] as const)('%s', (_, more, wanted) => expect(shown(more)).toEqual(wanted))

  const tapped = (pairs: [string, number][]) => new Map(pairs.map(([id, s]) => [`watch.${id}`, T0 + s * 1000]))
  it.each([
    ['stopped, by the key', { answered: tapped([['stopped', 110]]) }, ['pass', 110, null]],
    [
      'came back, by the key',
      {
        answered: tapped([
          ['stopped', 110],
          ['back', 300],
        ]),
      },
      ['fail', 110, 'came-back'],
    ],
    [
      'a key that was tapped before the call ended does not count',
      { answered: tapped([['stopped', -20]]) },
      ['fail', null, 'never-stopped'],
    ],
    ['no key, and still time', { answered: tapped([]), untilMs: T0 + 100_000 }, [null, null, 'not-watched']],
    [
      'watched for less than it should stay',
      { answered: tapped([['stopped', 110]]), untilMs: T0 + 300_000 },
      [null, 110, 'not-watched'],
    ],
    [
      'the delay is not known: the usual one counts',
      { answered: tapped([['stopped', 110]]), numberOf: () => null },
      ['pass', 110, null],
    ],
  ] as const)('%s', (_, more, wanted) => expect(shown(more)).toEqual(wanted))

  it('what a wire lost sight of, whoever stood there can say; what it saw to the end stands', () => {
    const lost = trace(100, 600, null, [200, 400])
    expect(shown({ traces: lost, answered: tapped([['stopped', 101]]) })).toEqual(['pass', 101, null])
    expect(shown({ traces: trace(100, 480, [220, 250]), answered: tapped([['stopped', 101]]) })).toEqual([
      'fail',
      100,
      'came-back',
    ])
  })
  it('a wire that began too late leaves it to the keys', () => {
    const late = trace(100, 600)
    const cut = late.get('fan')!
    const traces = new Map([['fan', { ...cut, atMs: cut.atMs.slice(60), values: cut.values.slice(60) }]])
    expect(shown({ traces, answered: tapped([['stopped', 104]]) })).toEqual(['pass', 104, null])
  })
})

describe('values, differences, seconds and answers', () => {
  const test = fanTest({
    steps: [
      {
        id: 'read',
        do: 'Read.',
        reads: ['supply', 'return'].map((id) => ({
          id,
          says: id,
          in: 'temperature' as const,
          plusMinus: 0.7,
          least: 0,
          most: 200,
        })),
        asks: [
          { id: 'yes', says: 'Yes', counts: 'good' },
          { id: 'no', says: 'No', counts: 'bad' },
          { id: 'now', says: 'Now', counts: 'moment' },
        ],
      },
    ],
    passes: [
      {
        id: 'rise',
        says: 'rise',
        kind: 'difference',
        of: 'supply',
        minus: 'return',
        in: 'temperatureDifference',
        low: { figure: 35 },
        high: { figure: 65 },
      },
      { id: 'time', says: 'time', kind: 'seconds', from: 'read', to: 'read.now', low: { role: 'x', times: 60, plus: -30 } },
      { id: 'sure', says: 'sure', kind: 'answer', step: 'read' },
    ],
  })
  const at = (supply: number, seconds: number, ...answers: string[]) =>
    judgeRun(
      test,
      facts({
        begun: new Map([['read', T0]]),
        values: new Map([
          ['supply', { value: supply, plusMinus: 0.7 }],
          ['return', { value: 70, plusMinus: 0.7 }],
        ]),
        answered: new Map([
          ['read.now', T0 + seconds * 1000],
          ...answers.map((one, i): [string, number] => [`read.${one}`, T0 + i]),
        ]),
        numberOf: () => 2,
      }),
    )
  it('passes only where each does', () => {
    expect(at(120, 100, 'yes').verdict).toBe('pass')
    expect(at(120, 100).verdict).toBeNull()
    expect(at(120, 100, 'yes', 'no').verdict).toBe('fail')
    expect(at(120, 100, 'no', 'yes').verdict).toBe('pass')
    expect(at(120, 50, 'yes').verdict).toBe('fail')
    expect(at(104.5, 100, 'yes').verdict).toBe('cannot-tell')
    expect(at(140, 100, 'yes').checks[0]).toMatchObject({ verdict: 'fail', value: 70, low: 35, high: 65 })
  })
  it('whatever is read, a pass has every value inside its limits by the guard band', () => {
    fc.assert(
      fc.property(fc.double({ min: 60, max: 160, noNaN: true }), fc.double({ min: 0, max: 40, noNaN: true }), (supply, off) => {
        const { verdict } = judgeRun(
          { ...test, passes: test.passes.slice(0, 1) },
          facts({
            values: new Map([
              ['supply', { value: supply, plusMinus: off }],
              ['return', { value: 70, plusMinus: 0 }],
            ]),
          }),
        )
        if (verdict === 'pass') expect(supply - 70 - off >= 35 && supply - 70 + off <= 65).toBe(true)
        else expect(supply - 70 - off >= 35 && supply - 70 + off <= 65).toBe(false)
      }),
    )
  })
  it('a limit that follows from what nobody knows fails nothing and passes nothing', () => {
    const one = { ...test, passes: [{ ...test.passes[1]!, low: { role: 'x' } } as TestForm['passes'][number]] }
    const judged = judgeRun(
      one,
      facts({ begun: new Map([['read', T0]]), answered: new Map([['read.now', T0]]), numberOf: () => null }),
    )
    expect(judged.checks[0]).toMatchObject({ verdict: 'cannot-tell', why: 'limit-unknown' })
  })
})

describe('the clock of a test', () => {
  it('goes over midnight and over the change to summer time', () => {
    const before = T0 - 56 * 60_000
    expect(elapsedSince(before, before + 420_000, null)).toEqual({ s: 420, setBack: false })
    // In London the hand jumps from 1:00 to 2:00 at this instant.
    expect(elapsedSince(T0, T0 + 600_000, 600_000).s).toBe(600)
  })
  it('a wall clock that is set back does not stop it while the page is open', () =>
    expect(elapsedSince(T0, T0 - 3_600_000, 200_000)).toEqual({ s: 200, setBack: true }))
  it('a page that slept counts less than the wall: the wall counts', () =>
    expect(elapsedSince(T0, T0 + 300_000, 40_000)).toEqual({ s: 300, setBack: false }))
  it('a beginning in the future is told, and counts as now', () =>
    expect(elapsedSince(T0 + 60_000, T0, null)).toEqual({ s: 0, setBack: true }))
  it('never runs backwards, whatever the clocks say', () => {
    fc.assert(
      fc.property(fc.integer(), fc.integer(), fc.option(fc.nat()), (since, now, counted) => {
        expect(elapsedSince(since, now, counted).s).toBeGreaterThanOrEqual(0)
      }),
    )
  })
  it.each([
    [204, '3:24'],
    [59.9, '0:59'],
    [3725, '1:02:05'],
    [-4, '0:00'],
  ])('%s s reads %s', (s, face) => expect(clockFace(s)).toBe(face))
})

const states = Object.keys(STANDS) as Stands[]
const state = fc.constantFrom(...states)

/** Every order there is, for the few. */
function leastByTrying(tests: readonly RoundTest[], from: Stands): number {
  if (tests.length === 0) return usualChange(from, 'idle')
  return Math.min(
    ...tests.map(
      (one, i) =>
        usualChange(from, one.begins) + one.minutes + leastByTrying([...tests.slice(0, i), ...tests.slice(i + 1)], one.ends),
    ),
  )
}

describe('the order of a round', () => {
  it('no way between two states is shorter over a third', () => {
    for (const a of states)
      for (const b of states)
        for (const c of states) expect(usualChange(a, b) + usualChange(b, c)).toBeGreaterThanOrEqual(usualChange(a, c))
  })
  it('is as short as the best of all orders, and holds every test once', () => {
    const test = fc.record({ begins: state, ends: state, minutes: fc.integer({ min: 1, max: 20 }) })
    fc.assert(
      fc.property(fc.array(test, { maxLength: 6 }), state, (some, from) => {
        const tests = some.map((one, i) => ({ ...one, id: String(i) }))
        const round = shortestRound(tests, from)
        expect(round.minutes).toBe(leastByTrying(tests, from))
        expect(round.steps.map((one) => one.testId).sort()).toEqual(tests.map((one) => one.id).sort())
      }),
      { numRuns: 60 },
    )
  })
  it('one warm-up serves several, and the power goes off once', () => {
    const round = shortestRound(
      [
        { id: 'call', begins: 'idle', ends: 'heating', minutes: 9 },
        { id: 'limit', begins: 'heating', ends: 'heating', minutes: 6 },
        { id: 'fan', begins: 'heating', ends: 'idle', minutes: 8 },
        { id: 'cut', begins: 'off', ends: 'off', minutes: 13 },
        { id: 'cut-2', begins: 'off', ends: 'off', minutes: 2 },
      ],
      'idle',
    )
    expect(round.steps.filter((one) => one.bring).map((one) => one.bring)).toEqual(['off'])
    expect(round.steps.map((one) => one.testId)).toEqual(expect.arrayContaining(['call', 'limit', 'fan', 'cut', 'cut-2']))
  })
  it('nothing due takes no time', () => expect(shortestRound([], 'idle')).toEqual({ steps: [], restoreMin: 0, minutes: 0 }))
})

describe('a test as it is written', () => {
  it('has nothing against it when it is whole, and takes its waits and its hands', () => {
    expect(testDoubts(fanTest())).toEqual([])
    expect(testMinutes(fanTest())).toBe(9)
  })
  it.each<[string, Partial<TestForm>, RegExp]>([
    ['no step', { steps: [] }, /it has no step/],
    ['nothing to pass', { passes: [] }, /counts as a pass/],
    [
      'a check of what is not read',
      { passes: [{ id: 'a', says: 'a', kind: 'value', of: 'nothing', in: 'percent', low: { figure: 1 } }] },
      /names the reading “nothing”/,
    ],
    ['a check without limit', { passes: [{ id: 'a', says: 'a', kind: 'value', of: 'fan', in: 'percent' }] }, /has no limit/],
    [
      'a moment that is not there',
      { passes: [{ id: 'a', says: 'a', kind: 'seconds', from: 'end', to: 'watch.gone', low: { figure: 1 } }] },
      /names the answer “watch.gone”/,
    ],
    [
      'an answer that cannot fail',
      { passes: [{ id: 'a', says: 'a', kind: 'answer', step: 'watch' }] },
      /one good answer and one bad/,
    ],
    ['a step twice', { steps: [...fanTest().steps, { id: 'end', do: 'Again.' }] }, /step “end” is there twice/],
    [
      'a step that begins again nowhere',
      { steps: [{ ...fanTest().steps[1]!, again: 'before' }, fanTest().steps[0]!] },
      /begins again at “before”/,
    ],
  ])('%s', (_, more, doubt) => expect(testDoubts(fanTest(more)).join('; ')).toMatch(doubt))
})

it('leftover heat is no restart once a new call has come, nor long after', () => {
  const log = [
    { atS: 0, call: true, fan: true, supplyF: 118 },
    { atS: 60, call: false, fan: false, supplyF: 110 },
    { atS: 2000, call: false, fan: true, supplyF: 110 },
    { atS: 2020, call: false, fan: false, supplyF: 90 },
  ]
  const within = { windowS: 900, leastRiseF: 15, returnF: 70 }
  expect(leftoverRestarts(log, within)).toEqual({ restartsAtS: [], fanS: 0 })
  expect(leftoverRestarts(log, { ...within, windowS: 2000 })).toEqual({ restartsAtS: [2000], fanS: 20 })
})

it('what ran is never more than what may have run, and both lie within the time', () => {
  const record = fc.record({ atS: fc.integer({ min: 0, max: 5000 }), on: fc.boolean() })
  fc.assert(
    fc.property(
      fc.uniqueArray(record, { selector: (one) => one.atS, maxLength: 12 }),
      fc.integer({ min: 0, max: 2500 }),
      (log, hole) => {
        const sorted = [...log].sort((a, b) => a.atS - b.atS)
        const time = runTime(sorted, hole > 0 ? [{ fromS: hole, toS: hole + 300 }] : [], 5000)
        expect(time.knownS + time.missingS).toBeCloseTo(5000, 6)
        expect(time.runS).toBeLessThanOrEqual(time.knownS)
        expect(time.startsLeast).toBeGreaterThanOrEqual(time.startsSeen)
      },
    ),
  )
})

it('outside of the saturation table nothing is said', () => {
  const table = { psia: [100, 200], dewF: [30, 70], bubbleF: [29, 69] }
  const at = (gaugePsig: number) =>
    chargeAt('superheat', table, { gaugePsig, lineF: 60, altitudeFt: 0, pressurePlusMinusPsi: 1, temperaturePlusMinusF: 1 })
  expect(at(20)).toMatchObject({ ok: false, code: 'outside-saturation' })
  expect(at(190)).toMatchObject({ ok: false })
  const read = at(150 - 14.696)
  expect(read.ok && read.value).toMatchObject({ saturationF: expect.closeTo(50, 2), valueF: expect.closeTo(10, 2) })
})
