import { describe, expect, it } from 'vitest'
import { type ChargeFacts, judgeCharge, targetSuperheatF } from './charge.ts'

const verdictOf = (of: ChargeFacts) => judgeCharge(of).verdict?.standing ?? judgeCharge(of).wanted.join('; ')

describe('what superheat and subcooling say', () => {
  it('of an expansion valve, by the subcooling on its plate and a superheat that it can hold', () => {
    const valve = (superheatF: number, subcoolingF: number) =>
      verdictOf({ metering: 'valve', superheatF, subcoolingF, wantedSubcoolingF: 10 })
    expect([valve(30, 8), valve(10, 2), valve(10, 20), valve(10, 8), valve(2, 10)]).toEqual([
      'held-back',
      'low',
      'high',
      'as-wanted',
      'floods',
    ])
    // The ends of both tolerances are inside.
    expect([valve(4, 7), valve(25, 13), valve(3.9, 7), valve(25.1, 13), valve(10, 6.9), valve(10, 13.1)]).toEqual([
      'as-wanted',
      'as-wanted',
      'floods',
      'held-back',
      'low',
      'high',
    ])
  })
  it('of a fixed orifice, by the superheat for today’s air', () => {
    // (3 × 67 − 80 − 85) / 2 = 18 °F.
    const fixed = (superheatF: number, more: ChargeFacts = {}) =>
      verdictOf({ metering: 'fixed', superheatF, indoorWbF: 67, outdoorDbF: 85, ...more })
    expect([fixed(30), fixed(18), fixed(23), fixed(23.1), fixed(13), fixed(12.9)]).toEqual([
      'low',
      'as-wanted',
      'as-wanted',
      'low',
      'as-wanted',
      'high',
    ])
    expect(fixed(30, { subcoolingF: 20, wantedSubcoolingF: 10 })).toBe('held-back')
    expect(fixed(5, { subcoolingF: 2, wantedSubcoolingF: 10 })).toBe('floods')
    expect(judgeCharge({ metering: 'fixed', superheatF: 18, indoorWbF: 67, outdoorDbF: 85 }).verdict).toMatchObject({
      wantedSuperheatF: 18,
      reckoned: true,
    })
  })
  it('lets the maker’s chart go before the reckoned superheat', () =>
    expect(
      judgeCharge({ metering: 'fixed', superheatF: 10, wantedSuperheatF: 9, indoorWbF: 67, outdoorDbF: 85 }).verdict,
    ).toMatchObject({ standing: 'as-wanted', wantedSuperheatF: 9, reckoned: false }))
  it.each<[ChargeFacts, RegExp]>([
    [{ superheatF: 30, subcoolingF: 8 }, /what meters the refrigerant/],
    [{ metering: 'fixed', subcoolingF: 8 }, /the superheat/],
    [{ metering: 'fixed', superheatF: 12 }, /wet bulb of the return air; the temperature outdoors/],
    [{ metering: 'fixed', superheatF: 12, indoorWbF: 67 }, /^the temperature outdoors$/],
    [{ metering: 'fixed', superheatF: 12, indoorWbF: 57, outdoorDbF: 100 }, /no superheat can be held/],
    [{ metering: 'valve', superheatF: 10 }, /the subcooling: a valve is judged by it; the subcooling on the plate/],
    [{ metering: 'valve', subcoolingF: 10, wantedSubcoolingF: 10 }, /to see that the valve works/],
  ])('asks for what is missing: %j', (facts, asks) => {
    expect(judgeCharge(facts).verdict).toBe(null)
    expect(verdictOf(facts)).toMatch(asks)
  })
  it('says nothing while nothing was read', () =>
    expect(judgeCharge({ metering: 'valve' })).toEqual({ verdict: null, wanted: [] }))
  it('reckons no superheat under 5 °F', () =>
    expect([targetSuperheatF(60, 90), targetSuperheatF(60, 91), targetSuperheatF(63, 85)]).toEqual([5, null, 12]))
})
