import { describe, expect, it } from 'vitest'
import { figuresMoved, movedPointsTo } from './baseline.ts'
import type { BaselineFacts } from './baselineFields.ts'
import { movedFrom } from './baselineModel.ts'

const read = (outdoorF: number, more: BaselineFacts = {}): BaselineFacts => ({
  outdoorF,
  returnDbF: 75,
  supplyDbF: 56,
  amps: 10 + 0.1 * (outdoorF - 80),
  suctionSatF: 40,
  suctionLineF: 52,
  liquidSatF: 105,
  liquidLineF: 95,
  supplyInWc: 0.2,
  returnInWc: -0.3,
  ...more,
})
const verdicts = (earlier: BaselineFacts[], now: BaselineFacts[], mode: 'cool' | 'heat' = 'cool') =>
  Object.fromEntries(figuresMoved(mode, earlier, now).map((one) => [one.figure, `${one.verdict} ${one.by}`]))

describe('what has moved since a baseline', () => {
  it('nothing, where nothing has but the weather: by the line through the earlier readings', () => {
    const earlier = [72, 76, 81, 85, 90].map((one, i) =>
      read(one, { supplyDbF: 56 + (i % 2) * 0.2, amps: 10 + 0.1 * (one - 80) + (i % 2) * 0.05 }),
    )
    expect(verdicts(earlier, [read(88)])).toMatchObject({
      split: 'not-moved line',
      amps: 'not-moved line',
      superheat: 'not-moved line',
      static: 'not-moved line',
    })
  })
  it('amps that the weather explains are not moved; as many amps in the baseline’s weather are', () => {
    const earlier = [72, 76, 81, 85, 90].map((one, i) => read(one, { amps: 10 + 0.1 * (one - 80) + (i % 2) * 0.05 }))
    expect(verdicts(earlier, [read(90, { amps: 11 })]).amps).toBe('not-moved line')
    expect(verdicts(earlier, [read(72, { amps: 11 })]).amps).toBe('moved line')
  })
  it('of one earlier reading: what instruments and weather can do together is not called moved', () => {
    expect(verdicts([read(80)], [read(81, { supplyDbF: 56.8 })])).toMatchObject({ split: 'not-moved bounds' })
    expect(verdicts([read(80)], [read(81, { supplyDbF: 60 })])).toMatchObject({ split: 'moved bounds' })
    // Twenty degrees outdoors can move superheat by as much as this.
    expect(verdicts([read(80)], [read(100, { suctionLineF: 58 })])).toMatchObject({ superheat: 'cannot-tell bounds' })
  })
  it('without the weather only what no weather moves can be told', () => {
    const { outdoorF: _, ...blind } = read(80)
    expect(verdicts([blind], [blind])).toMatchObject({ superheat: 'cannot-tell bounds', static: 'not-moved bounds' })
  })
  it('weather beyond the baseline’s own is no place for its line', () => {
    const earlier = [72, 74, 76, 78].map((one, i) => read(one, { amps: 10 + (i % 2) * 0.02 }))
    expect(verdicts(earlier, [read(100, { amps: 10 })]).amps).toBe('cannot-tell bounds')
  })
  it('one weather for all earlier readings gives no line', () =>
    expect(
      movedFrom(
        [1, 2, 3].map((y) => ({ x: [80], y })),
        [{ x: [80], y: 2 }],
      ),
    ).toBeNull())
  it('heating counts its rise upwards', () => {
    const heat = (supplyDbF: number) => read(40, { returnDbF: 70, supplyDbF })
    const [split] = figuresMoved('heat', [heat(95)], [heat(88)])
    expect(split).toMatchObject({ figure: 'split', now: 18, predicted: 25, change: -7, verdict: 'moved' })
  })
})

describe('which way points to what', () => {
  const pointsTo = (now: BaselineFacts, mode: 'cool' | 'heat' = 'cool') =>
    movedPointsTo(mode, figuresMoved(mode, [read(80, { flowCfm: 1200 })], [read(80, { flowCfm: 1200, ...now })])).map(
      (one) => one.code,
    )
  it.each<[BaselineFacts, string[]]>([
    [{}, []],
    [{ suctionLineF: 64, liquidLineF: 103 }, ['moved-short']],
    [{ suctionLineF: 64, liquidLineF: 86 }, ['moved-restriction']],
    [{ suctionLineF: 44, liquidLineF: 86 }, ['moved-over']],
    [{ suctionLineF: 44 }, ['moved-floods']],
    [{ flowCfm: 900, supplyInWc: 0.4 }, ['moved-less-air', 'moved-static-up']],
    [{ supplyDbF: 62 }, ['moved-less-capacity']],
    [{ supplyDbF: 50 }, ['moved-split-wide']],
    [{ amps: 12 }, ['moved-amps-up']],
    [{ amps: 8 }, ['moved-amps-down']],
  ])('%j', (now, wanted) => expect(pointsTo(now)).toEqual(wanted))
})
