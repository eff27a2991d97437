import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { scenario } from '../testing/scenario.ts'
import { airflowPicture } from './picture.ts'
import { flowTarget, targetOf } from './target.ts'

describe('the target', () => {
  it('is capacity times flow per ton at sea level', () =>
    expect(flowTarget(3.5, 380, 0)).toMatchObject({ standardCfm: 1330, densityRatio: 1, altitudeCfm: 1330 }))
  it('is 1,345 for the same at Wrenmoor', () => expect(flowTarget(3.5, 380, 310).altitudeCfm).toBeCloseTo(1345, 1))
  it('is what the plate says where it says so, whatever the rule makes of the tons', () => {
    // 3 ton, 840 L/s on the plate: 1,780 cfm, where 380 a ton would be 1,140.
    const picture = airflowPicture(scenario({ capacityTons: 3, ratedCfm: 1780, altitudeFt: 0 }))
    expect(picture.aimCfm).toBeCloseTo(1780, 6)
    expect(airflowPicture(scenario({ capacityTons: null, ratedCfm: 1780, altitudeFt: 0 })).aimCfm).toBeCloseTo(1780, 6)
    expect(airflowPicture(scenario({ capacityTons: 3, altitudeFt: 0 })).aimCfm).toBeCloseTo(1140, 6)
    // It is of standard air: 1,780 is 2,139 at 5,000 ft.
    expect(targetOf(1780, 5000).altitudeCfm).toBeCloseTo(2139, 0)
  })
  it('rises with altitude and with capacity', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 9000, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (altitude, tons) => {
          expect(flowTarget(tons, 400, altitude + 500).altitudeCfm).toBeGreaterThan(flowTarget(tons, 400, altitude).altitudeCfm)
          expect(flowTarget(tons * 2, 400, altitude).altitudeCfm).toBeCloseTo(2 * flowTarget(tons, 400, altitude).altitudeCfm, 6)
        },
      ),
    )
  })
})
