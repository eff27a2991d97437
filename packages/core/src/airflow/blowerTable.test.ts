import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type BlowerTable, ductCoefficient, flowOfNamedTap, tableDoubts, tableFlow, tapOnDuct } from './blowerTable.ts'

const torque: BlowerTable = {
  kind: 'constant-torque',
  taps: ['1', '2', '3'],
  staticsInWc: [0.1, 0.3, 0.5, 0.7],
  flowsCfm: [
    [1000, 950, 880, null],
    [1200, 1150, 1080, 990],
    [1400, 1350, 1280, 1190],
  ],
}
const held: BlowerTable = { kind: 'constant-airflow', taps: ['A', 'B'], tapFlowsCfm: [900, 1100], maxStaticInWc: 0.8 }

describe('a blower table', () => {
  it('is straight between rows and says which', () =>
    expect(tableFlow(torque, 1, 0.4)).toEqual({ ok: true, flowCfm: 1115, between: [0.3, 0.5] }))
  it('is moved by the adjust', () => expect(tableFlow(torque, 1, 0.3, 10)).toMatchObject({ flowCfm: 1265 }))
  it.each([
    ['above', 0.71, 1, { ok: false, why: 'above', limitInWc: 0.7 }],
    ['below', 0.05, 1, { ok: false, why: 'below', limitInWc: 0.1 }],
    ['beside a hole', 0.6, 0, { ok: false, why: 'hole' }],
    ['on a tap that is not there', 0.3, 7, { ok: false, why: 'no-tap' }],
  ])('says nothing %s', (_, statics, tap, answer) => expect(tableFlow(torque, tap, statics)).toEqual(answer))

  it.each([
    ['2', 0.5, 1080],
    ['Tap 2', 0.5, 1080],
    ['Speed 3', 0.5, 1280],
    ['9', 0.5, null],
    ['2', null, null],
    ['1', 0.7, null],
  ])('tap %s, named as the least one, at a rated static of %s', (name, ratedStaticInWc, flow) =>
    expect(flowOfNamedTap({ table: torque, ratedStaticInWc }, name)).toBe(flow),
  )

  it('holds the flow of a constant-airflow tap up to its limit', () => {
    expect(tableFlow(held, 1, 0.2)).toMatchObject({ flowCfm: 1100 })
    expect(tableFlow(held, 1, 0.8, -10)).toMatchObject({ flowCfm: 990 })
    expect(tableFlow(held, 1, 0.81)).toEqual({ ok: false, why: 'above', limitInWc: 0.8 })
  })

  it('meets a duct on both lines at once', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2 }),
        fc.double({ min: 0.11, max: 0.69, noNaN: true }),
        fc.double({ min: -15, max: 15, noNaN: true }),
        (tap, statics, adjust) => {
          const flow = tableFlow(torque, tap, statics, adjust)
          if (!flow.ok) return
          const point = tapOnDuct(torque, tap, ductCoefficient(statics, flow.flowCfm), adjust)
          expect(point?.flowCfm).toBeCloseTo(flow.flowCfm, 4)
          expect(point?.staticInWc).toBeCloseTo(statics, 6)
        },
      ),
    )
  })

  it('has no meeting with a duct outside it', () => {
    expect(tapOnDuct(torque, 1, 1e-5)).toBeNull()
    expect(tapOnDuct(held, 1, 1e-6)).toBeNull()
    expect(tapOnDuct(held, 1, 4e-7)).toMatchObject({ flowCfm: 1100 })
  })

  it('is checked: shape, order, sign and fall', () => {
    expect(tableDoubts(torque)).toEqual([])
    expect(tableDoubts({ ...torque, staticsInWc: [0.1, 0.5, 0.3, 0.7] })[0]?.reason).toContain('do not rise')
    expect(tableDoubts({ ...torque, flowsCfm: [[1000, 1100, 880, null], torque.flowsCfm[1]!, torque.flowsCfm[2]!] })).toEqual([
      { cell: [0, 1], reason: 'Flow rises here while static rises.' },
    ])
    expect(
      tableDoubts({ ...torque, flowsCfm: [[-5, 950, 880, null], torque.flowsCfm[1]!, torque.flowsCfm[2]!] }).map(
        (one) => one.cell,
      ),
    ).toContainEqual([0, 0])
    expect(
      tableDoubts({ ...torque, flowsCfm: [[null, null, null, null], torque.flowsCfm[1]!, torque.flowsCfm[2]!] })[0]?.reason,
    ).toBe('Tap 1 has no flow at all.')
    expect(tableDoubts({ ...held, tapFlowsCfm: [900] })[0]?.reason).toContain('one flow for each tap')
  })
})
