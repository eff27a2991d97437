import { airflowPicture } from '@ingle/core'
import { attempt, scenario } from '@ingle/core/testing'
import { expect, it } from 'vitest'
import { heaterTap } from './heatingTap.ts'

const on = (change: object, probes = { supply: 0.2, return: -0.25 }) =>
  heaterTap(airflowPicture(scenario({ tries: [attempt({ filter: 'clean', probes })], ...change })))
const { blower } = scenario()
/** The same table as it may be pasted: from the highest tap to the lowest. */
const upsideDown = () => {
  if (blower?.table.kind !== 'constant-torque') throw new Error('no table')
  const { taps, flowsCfm, ...table } = blower.table
  return { ...blower, table: { ...table, taps: taps.toReversed(), flowsCfm: flowsCfm.toReversed() } }
}

it('blows a heater with the cooling tap where that is enough', () => {
  expect(on({ heaterKw: 0 })).toEqual({ tap: 'same', because: 'no-heater' })
  expect(on({})).toMatchObject({ tap: 'same', because: 'enough' })
  // By hand: tap 3 on this duct gives 1,308 cfm, over the 1,050 of the 9 kW kit.
  expect(on({})).toMatchObject({ flowCfm: expect.closeTo(1308, -1) })
})

it('else takes the tap with the least flow that passes, however the table is sorted', () => {
  // 15 kW wants 1,350 cfm: tap 4 gives 1,434 and tap 5 1,526 on this duct.
  expect(on({ heaterKw: 15, heaterOnThisTap: false })).toEqual({ tap: '4', because: 'least-that-is-enough' })
  const tries = [attempt({ tap: 2, tapLabel: '3', filter: 'clean', probes: { supply: 0.2, return: -0.25 } })]
  expect(on({ heaterKw: 15, heaterOnThisTap: false, blower: upsideDown(), tries })).toEqual({
    tap: '4',
    because: 'least-that-is-enough',
  })
})

it('has no cooling tap to blow with where the device offers none', () => {
  const picture = airflowPicture(scenario({ tries: [attempt({ filter: 'clean', probes: { supply: 0.2, return: -0.25 } })] }))
  // 9 kW wants 1,050 cfm: tap 2 gives 1,154.
  expect(heaterTap(picture, false)).toEqual({ tap: '2', because: 'least-that-is-enough' })
})

it('says nothing where nothing passes, or where the least flow or the duct is not known', () => {
  expect(on({ heaterKw: 15, heaterOnThisTap: false }, { supply: 0.4, return: -0.45 })).toBeNull()
  expect(on({ heaterKw: 20 })).toBeNull()
  expect(on({ tries: [] })).toBeNull()
})
