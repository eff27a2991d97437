import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { asTold, expectedBits, openTrials, rankCauses, type Trial } from './causes.ts'

const PRIORS = { gap: 2, offset: 1, sun: 1 }
const FAN_OFF: Trial = { id: 'fan-off', yes: { gap: 0.9, offset: 0.1, sun: 0.1 } }
const NOON: Trial = { id: 'noon', yes: { sun: 0.8, gap: 0.2, offset: 0.2 } }

describe('which cause is likeliest', () => {
  it('is as known before anything was looked at', () =>
    expect(rankCauses(PRIORS, [FAN_OFF], {})).toEqual([
      { id: 'gap', share: 0.5 },
      { id: 'offset', share: 0.25 },
      { id: 'sun', share: 0.25 },
    ]))
  it('moves by Bayes’ rule', () => {
    // Yes: 2·0.9, 1·0.1, 1·0.1 of 2.0. No: 0.2, 0.9, 0.9 of 2.0.
    expect(rankCauses(PRIORS, [FAN_OFF], { 'fan-off': true })[0]).toEqual({ id: 'gap', share: expect.closeTo(0.9, 12) })
    const no = rankCauses(PRIORS, [FAN_OFF], { 'fan-off': false })
    expect(no.map((one) => one.id)).toEqual(['offset', 'sun', 'gap'])
    expect(no[2]?.share).toBeCloseTo(0.1, 12)
  })
  it('never rules a cause out by one look, and knows none without causes', () => {
    const sure: Trial = { id: 'a', yes: { gap: 1, offset: 0 } }
    const yes = rankCauses({ gap: 1, offset: 1 }, [sure], { a: true })
    expect(yes[1]?.share).toBeCloseTo(0.03, 12)
    expect(rankCauses({}, [sure], {})).toEqual([])
    expect(rankCauses({ gap: 0 }, [sure], {})).toEqual([])
  })
})

describe('shares as they may be told', () => {
  const ranked = [
    { id: 'limit', share: 0.9 },
    { id: 'narrow', share: 0.06 },
    { id: 'oversize', share: 0.04 },
  ]
  it('no cause gets more than 60 % while nobody has looked; the rest goes to the others', () => {
    const told = asTold(ranked, false)
    expect(told.map((one) => one.share)).toEqual([0.6, expect.closeTo(0.24, 12), expect.closeTo(0.16, 12)])
    expect(asTold([{ id: 'limit', share: 1 }], false)).toEqual([{ id: 'limit', share: 0.6 }])
    expect(
      asTold(
        [
          { id: 'a', share: 0.6 },
          { id: 'b', share: 0.4 },
        ],
        false,
      )[0]?.share,
    ).toBe(0.6)
  })
  it('with an observation they stand as they were worked out', () => expect(asTold(ranked, true)).toEqual(ranked))
})

describe('which look tells most', () => {
  it('is by expected information', () => {
    const ranked = rankCauses({ gap: 1, offset: 1 }, [], {})
    // A look that nearly halves what is open is worth nearly one bit: 1 − H(0.03).
    const halves: Trial = { id: 'a', yes: { gap: 1, offset: 0 } }
    expect(expectedBits(ranked, halves)).toBeCloseTo(1 + 0.03 * Math.log2(0.03) + 0.97 * Math.log2(0.97), 9)
    expect(expectedBits(ranked, { id: 'b', yes: { gap: 0.7, offset: 0.7 } })).toBeCloseTo(0, 12)
    expect(openTrials(rankCauses(PRIORS, [], {}), [NOON, FAN_OFF], {}).map((one) => one.id)).toEqual(['fan-off', 'noon'])
    expect(openTrials(rankCauses(PRIORS, [], {}), [NOON, FAN_OFF], { 'fan-off': true }).map((one) => one.id)).toEqual(['noon'])
  })
  it('is never negative and never more than what is open; shares sum to one', () => {
    const chance = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(
        fc.array(fc.record({ prior: fc.double({ min: 0.01, max: 5, noNaN: true }), a: chance, b: chance }), {
          minLength: 2,
          maxLength: 6,
        }),
        fc.boolean(),
        (causes, answer) => {
          const priors = Object.fromEntries(causes.map((one, i) => [`c${i}`, one.prior]))
          const trials: Trial[] = (['a', 'b'] as const).map((key) => ({
            id: key,
            yes: Object.fromEntries(causes.map((one, i) => [`c${i}`, one[key]])),
          }))
          const ranked = rankCauses(priors, trials, { a: answer })
          expect(ranked.reduce((sum, one) => sum + one.share, 0)).toBeCloseTo(1, 9)
          const open = ranked.reduce((sum, one) => sum - one.share * Math.log2(one.share), 0)
          for (const one of openTrials(ranked, trials, { a: answer })) {
            expect(one.bits).toBeGreaterThanOrEqual(0)
            expect(one.bits).toBeLessThanOrEqual(open + 1e-9)
          }
        },
      ),
    )
  })
})
