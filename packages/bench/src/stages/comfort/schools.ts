import type { VisitView } from '../../visit/visitView.ts'
import { aimedStand, trimThenF } from './comfort.ts'
import { type Around, type Runnable, roomSystemOf } from './roomSystem.ts'
import { standFrom } from './stands.ts'

/** One question on which practitioners differ, and what each school does, run in this room. */
export interface School {
  id: string
  asks: string
  ways: { says: string; run: Runnable }[]
}

const SCHOOLS: readonly {
  id: string
  asks: string
  ways: readonly (readonly [says: string, roles: Readonly<Record<string, string>>])[]
}[] = [
  {
    id: 'fan',
    asks: 'Fan when satisfied',
    ways: [
      ['off', { 'fan.satisfied.heat': 'off', 'fan.satisfied.cool': 'off', 'fan.mode': 'auto' }],
      ['trickle', { 'fan.satisfied.heat': 'trickle', 'fan.satisfied.cool': 'trickle', 'fan.mode': 'auto' }],
      ['on all the time', { 'fan.satisfied.heat': 'as-set', 'fan.satisfied.cool': 'as-set', 'fan.mode': 'on' }],
    ],
  },
  {
    id: 'differential',
    asks: 'Differential',
    ways: [
      ['tight, 1 °F', { 'control.differential': '1' }],
      ['wide, 2.5 °F', { 'control.differential': '2.5' }],
    ],
  },
  {
    id: 'sensor',
    asks: 'Control sensor',
    ways: [
      ['at the wall', { 'sensor.source': 'wall' }],
      ['in the return', { 'sensor.source': 'return' }],
    ],
  },
]

/** Where practitioners disagree, tried on this room: all else as it is aimed at. None of them is preferred. */
export function schoolsOf(v: VisitView, around: Around): School[] {
  const aimed = aimedStand(v)
  return SCHOOLS.flatMap(({ id, asks, ways }) => {
    const runs = ways.flatMap(([says, roles]) => {
      const run = roomSystemOf(
        v,
        standFrom((role) => roles[role] ?? aimed(role)),
        around,
        trimThenF(v),
      )
      const degrees = /([\d.]+) °F$/.exec(says)?.[1]
      const said = degrees ? says.replace(/[\d.]+ °F$/, v.show('temperatureDifference', Number(degrees))) : says
      return run ? [{ says: said, run }] : []
    })
    return runs.length === ways.length ? [{ id, asks, ways: runs }] : []
  })
}
