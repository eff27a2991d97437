import { describe, expect, it } from 'vitest'
import { flowFromRise, heatOutputBtuH } from './heat.ts'

describe('heat that is known', () => {
  it('is volts times amps for a plain resistance, √3 of it on three phases', () => {
    expect(heatOutputBtuH({ kind: 'electric-1ph', volts: 240, amps: 37.5 })).toBeCloseTo(30_708, 6)
    expect(
      heatOutputBtuH({ kind: 'electric-3ph', volts: 208, amps: 25 }) /
        heatOutputBtuH({ kind: 'electric-1ph', volts: 208, amps: 25 }),
    ).toBeCloseTo(Math.sqrt(3), 12)
  })
  it('is what the gas meter clocks', () => {
    const metered = { kind: 'gas-meter', meteredFt3: 2, meteredS: 90, heatingValueBtuFt3: 1030, efficiencyPct: 80 } as const
    expect(heatOutputBtuH(metered)).toBeCloseTo(heatOutputBtuH({ kind: 'gas-input', inputBtuH: 82_400, efficiencyPct: 80 }), 6)
  })
})

describe('flow from a temperature rise', () => {
  it('is undone by the rise from that flow', () => {
    const flow = flowFromRise(30_000, 21.5, 1.06)
    expect(flow.ok && 30_000 / (1.06 * flow.value)).toBeCloseTo(21.5, 9)
  })
  it.each([
    ['no rise', 30_000, 0],
    ['a fall', 30_000, -4],
    ['no heat', 0, 20],
  ])('is nothing with %s, and says what to do', (_, heat, rise) => {
    const flow = flowFromRise(heat, rise, 1.08)
    expect(flow.ok).toBe(false)
    expect(!flow.ok && flow.remedy.length).toBeGreaterThan(20)
  })
})
