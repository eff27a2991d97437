import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flowTarget } from './target.ts'

describe('the target', () => {
  it('is capacity times flow per ton at sea level', () =>
    expect(flowTarget(3.5, 380, 0)).toMatchObject({ standardCfm: 1330, densityRatio: 1, altitudeCfm: 1330 }))
  it('is 1,345 for the same at Wrenmoor', () => expect(flowTarget(3.5, 380, 310).altitudeCfm).toBeCloseTo(1345, 1))
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
