import { describe, expect, it } from 'vitest'
import { coilAt, coilModel } from '../air/coilModel.ts'
import { airState, standardPressurePsia } from '../air/psychrometrics.ts'
import { expectedSplit } from './expectedSplit.ts'

const input = {
  capacityTons: 3.5,
  ratedFlowCfm: 1400,
  flowCfm: 1300,
  flowPlusMinusCfm: 50,
  returnDbF: 75,
  returnWbF: null,
  returnRhPct: 50,
  pressurePsia: standardPressurePsia(0),
}
const range = (change: Partial<Omit<typeof input, 'returnRhPct'>> & { returnRhPct?: number | null } = {}) => {
  const made = expectedSplit({ ...input, ...change })
  if (!made) throw new Error('no corner is possible?')
  return made
}
/** What the Coil view shows at this humidity and flow. */
const onCoilView = (rh: number, flowCfm: number) => {
  const air = airState(75, { relativeHumidityPct: rh }, input.pressurePsia)
  const model = air.ok && coilModel(air.value, 3.5, 1400)
  if (!model || model.ok === false) throw new Error('no such coil')
  return coilAt(model.value, flowCfm).splitF
}

describe('the split that a coil should make', () => {
  it('is a range around the coil that the Coil view shows', () => {
    for (const flowCfm of [1100, 1300, 1500]) {
      const { lowF, highF } = range({ flowCfm })
      expect(onCoilView(50, flowCfm)).toBeGreaterThan(lowF)
      expect(onCoilView(50, flowCfm)).toBeLessThan(highF)
      expect(highF - lowF).toBeLessThan(6)
    }
  })
  it('falls as flow rises, and as the air grows damper', () => {
    expect(range({ flowCfm: 1600 }).highF).toBeLessThan(range().highF)
    expect(range({ returnRhPct: 65 }).highF).toBeLessThan(range({ returnRhPct: 50 }).highF)
  })
  it('holds every room from dry to damp where nobody read the humidity, and says so', () => {
    const wide = range({ returnRhPct: null })
    expect([wide.takenRhPct, range().takenRhPct]).toEqual([[30, 70], null])
    for (const rh of [30, 45, 60, 70]) {
      expect(onCoilView(rh, 1300)).toBeGreaterThan(wide.lowF)
      expect(onCoilView(rh, 1300)).toBeLessThan(wide.highF)
    }
    expect(wide.highF - wide.lowF).toBeGreaterThan(range().highF - range().lowF)
  })
  it('is nothing for a coil that could not be', () =>
    expect(expectedSplit({ ...input, ratedFlowCfm: 300, returnRhPct: 10 })).toBeNull())
})
