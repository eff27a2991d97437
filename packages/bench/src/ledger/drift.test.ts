import { describe, expect, it } from 'vitest'
import { Mill } from '../testing/mill.ts'
import { driftOf } from './drift.ts'
import { sawOf } from './ledger.ts'

const UNITS = 'display.units@controller'

describe('what may have changed a setting that reaches every unit', () => {
  /** Flats that were all left in °F, and are found as said. */
  const found = (values: Record<number, string>) => {
    const flats = Object.keys(values).map(Number)
    const mill = new Mill(flats)
    for (const n of flats) mill.set(n, 'left', UNITS, 'F')
    mill.secondVisit()
    for (const n of flats) mill.set(n, 'found', UNITS, values[n] as string)
    return driftOf(mill.at(flats[0] as number))[0]?.causes ?? []
  }
  it('is another unit that stands at the same', () =>
    expect(found({ 1: 'C', 2: 'C', 3: 'F' })).toEqual(['It reaches every unit on the bus: it may have been set at Flat 2.']))
  it('is named for three of them at the most', () =>
    expect(found({ 1: 'C', 2: 'C', 3: 'C', 4: 'C', 5: 'C' })[0]).toBe(
      'It reaches every unit on the bus: it may have been set at Flat 2, Flat 3 and Flat 4.',
    ))
  it('is nobody else where no other stands so', () =>
    expect(found({ 1: 'C', 2: 'F' })).toEqual(['Somebody who knows the installer menu, or a reading that was wrong last time.']))
})

it('a setting of one unit is changed at that unit alone', () => {
  const DIFFERENTIAL = 'control.differential@controller'
  const mill = new Mill([1, 2])
  for (const n of [1, 2]) mill.set(n, 'left', DIFFERENTIAL, '1')
  mill.secondVisit()
  for (const n of [1, 2]) mill.set(n, 'found', DIFFERENTIAL, '2')
  expect(driftOf(mill.at(1))[0]?.causes).toEqual([
    'Somebody who knows the installer menu, or a reading that was wrong last time.',
  ])
})

it('a cell that was proved knows only the entries of its own column', () => {
  const mill = new Mill([1])
  const found = mill.set(1, 'found', UNITS, 'F', { by: 'AB' })
  const left = mill.set(1, 'left', UNITS, 'F')
  // Two hands, neither of whom saw the other: both are rivals of the found cell, none of the left one.
  const other = mill.set(1, 'found', UNITS, 'C', { by: 'CD', saw: [] })
  const row = mill.row(1, UNITS)
  expect(new Set(sawOf(row, 'found'))).toEqual(new Set([found, other]))
  expect(sawOf(row, 'left')).toEqual([left])
  expect(sawOf(row, 'proof')).toEqual([])
})

it('an aim holds from when it was given, and on no visit before', () => {
  const mill = new Mill([1])
  mill.secondVisit()
  mill.aim(1, 'control.differential@controller', '1.8')
  expect(mill.row(1, 'control.differential@controller').aim?.meaning).toBe('1.8')
  expect(mill.row(1, 'control.differential@controller', mill.state.visits[0]?.id as never).aim).toBeNull()
  mill.aim(1, 'control.differential@controller', null)
  expect(mill.row(1, 'control.differential@controller').aim).toBeNull()
})
