import { describe, expect, it } from 'vitest'
import { profileDoubts } from '../device/profileCheck.ts'
import { holdingOf, type ProgramForm } from './deviceProgram.ts'
import { type PlacesOf, programPlaces, readGroups } from './programPlaces.ts'

const OF: PlacesOf = {
  stepMin: 20,
  clock: '24 h clock',
  degrees: '°C',
  stepDegrees: 0.5,
  heat: [7, 30],
  cool: null,
  off: '--:--',
  access: 'Dial',
  source: 'Leaflet',
}
describe('places of a program that somebody describes', () => {
  const forms: [ProgramForm, number][] = [
    [
      {
        shape: 'periods',
        count: 3,
        groups: [
          [0, 4],
          [5, 6],
        ],
        starts: 'separate',
      },
      12,
    ],
    [{ shape: 'periods', count: 4, groups: [[0, 6]] }, 8],
    [{ shape: 'timer', count: 2, groups: [[0, 6]] }, 4],
    [{ shape: 'actions', count: 5 }, 30],
  ]
  it.each(forms)('%j are settings without a doubt', (form, count) => {
    const places = programPlaces(form, OF)
    expect(places).toHaveLength(count)
    expect(profileDoubts({ settings: places })).toEqual([])
  })
  it('hold what was said', () => {
    const form: ProgramForm = {
      shape: 'periods',
      count: 3,
      groups: [
        [0, 4],
        [5, 6],
      ],
    }
    const places = programPlaces(form, OF)
    const holding = holdingOf(form, null, (id) => places.find((one) => one.role === id) ?? null, null)
    expect(holding).toMatchObject({ timeStepMin: 20, setStepF: 0.9, cool: null, periodsPerDay: 3 })
    expect(holding?.heat?.lowF).toBeCloseTo(44.6)
  })
  it('groups make a week, each day once', () => {
    expect(
      readGroups([
        [0, 1, 2, 3, 4],
        [5, 6],
      ]),
    ).toEqual([
      [0, 4],
      [5, 6],
    ])
    for (const wrong of [
      [[0, 1, 2, 3, 4]],
      [
        [5, 6],
        [0, 1, 2, 3, 4],
      ],
      [
        [0, 2, 4],
        [1, 3, 5, 6],
      ],
      [],
    ])
      expect(readGroups(wrong)).toBeNull()
  })
})
