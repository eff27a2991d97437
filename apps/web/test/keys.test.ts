import { PROFILES, profileById } from '@ingle/catalog'
import { itemsOf, type KeypadMachine, keyLabel, keyWords, nextState, planKeys, reading, startState } from '@ingle/core'
import { machineOf } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { placesOf, placesThatRead } from '../src/keys/placesOf.ts'

const machineFor = (id: string): KeypadMachine => {
  const profile = profileById(id)
  const machine = machineOf(profile, ['skerrick-da'])
  if (!machine) throw new Error(`${id} has no keypad`)
  return machine
}

describe('keys as they are read out', () => {
  const w2 = machineFor('skerrick-w2')
  it('counts a key that is pressed again, and names chords, holds and what is done by hand', () =>
    expect(
      keyWords(w2, [
        { do: 'hold', keys: ['left', 'right'], s: 4 },
        { do: 'press', keys: ['up'] },
        { do: 'press', keys: ['up'] },
        { do: 'press', keys: ['up'] },
        { do: 'press', keys: ['right'] },
        { do: 'wait', s: 90 },
        { do: 'wait', s: 240 },
        { do: 'power', on: false },
        { do: 'power', on: true },
        { do: 'hand', id: 'sensor.source', value: '3' },
      ]),
    ).toEqual(['◀ + ▶ held 4 s', '▲ ×3', '▶', 'wait 90 s', 'wait 4 min', 'power off', 'power on', '12 to 3']))
  it('a key that the device does not have goes by its id', () => expect(keyLabel(w2, 'red')).toBe('red'))
  it('a family whose keys nobody described has no machine', () =>
    expect(machineOf({ ...profileById('skerrick-m8'), keypad: undefined } as never, [])).toBeNull())
})

describe('it reads something else', () => {
  it.each(PROFILES.filter((one) => one.keypad).map((one) => one.id))(
    'on the %s every reading stands once, and is where it says',
    (id) => {
      const machine = machineFor(id)
      const places = placesOf(machine, startState(machine))
      expect(new Set(places.map((one) => `${one.reads} ${one.inside}`)).size).toBe(places.length)
      for (const place of places) expect(reading(machine, place.state)).toBe(place.reads)
      expect(places.map((one) => one.reads)).toContain('')
    },
  )

  it.each(['skerrick-w2', 'aldergate-gx-80', 'quernstone-c4', 'hollin-d7', 'fenwarm-s0', 'skerrick-da', 'skerrick-h5'])(
    'from every reading of the %s there is a plan that ends well',
    (id) => {
      const machine = machineFor(id)
      const target = [...machine.settings].find(
        ([one, { values }]) =>
          values.length > 1 &&
          Object.values(machine.pad.screens).some(
            (screen) =>
              itemsOf(screen).some((item) => item.id === one) &&
              (screen.kind !== 'list' || screen.items.some((item) => item.id === one && !item.appears)),
          ),
      )
      const start = startState(machine)
      const value = target?.[1].values.find((one) => one !== start.saved[target[0]]) ?? ''
      const wanted = { [target?.[0] ?? '']: value }
      for (const place of placesOf(machine, start)) {
        const plan = planKeys(machine, place.state, wanted)
        const steps = plan.ok ? plan.value.steps : []
        expect(steps.length, place.reads).toBeGreaterThan(0)
        const end = steps.flatMap((one) => one.events).reduce((at, event) => nextState(machine, at, event), place.state)
        expect(end, place.reads).toMatchObject({ screen: machine.pad.home, power: true, saved: { ...start.saved, ...wanted } })
      }
    },
  )

  it('a typed reading finds its screen, whatever the spaces and capitals; one that no screen has finds none', () => {
    const w2 = machineFor('skerrick-w2')
    const places = placesOf(w2, startState(w2))
    const reads = (typed: string) => placesThatRead(places, typed).map((one) => one.reads)
    expect(reads('p22')).toEqual(['P 22'])
    expect(reads(' P 22: 1 ')).toEqual(['P 22'])
    for (const typed of ['', '  ', 'P 77', 'hello']) expect(reads(typed)).toEqual([])
    const handset = machineFor('skerrick-h5')
    expect(placesThatRead(placesOf(handset, startState(handset)), '31 ?')[0]?.state.answer).toBe('not heard')
  })
  it('a reading inside a value is taken for that, since the key that goes on elsewhere writes there', () => {
    const w2 = machineFor('skerrick-w2')
    const [inside] = placesThatRead(placesOf(w2, startState(w2)), '22: 0')
    expect(inside).toMatchObject({ inside: 'fan.satisfied.cool' })
    expect(inside?.state.editing).not.toBeNull()
    // A value that this device does not have is no place at all: the list must not be taken for it.
    const p2 = machineFor('fenwarm-p2')
    expect(placesThatRead(placesOf(p2, startState(p2)), 'b2 99')).toEqual([])
    expect(placesThatRead(placesOf(p2, startState(p2)), 'b2 6')[0]?.inside).toBe('control.cycle-rate')
  })
  it('where the insides of several values read alike, all of them are offered', () => {
    const gx = machineFor('aldergate-gx-80')
    const places = placesThatRead(placesOf(gx, startState(gx)), 'C')
    expect(places.length).toBeGreaterThan(3)
    expect(new Set(places.map((one) => one.inside)).size).toBe(places.length)
  })
})
