import { itemsOf, type KeypadMachine, keypadMachine, nextState, planKeys, reading, startState } from '@ingle/core'
import { keypadOf } from '@ingle/record'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { PROFILES } from './index.ts'

const padded = PROFILES.filter((one) => one.keypad)
const machineFor = (id: string): KeypadMachine => {
  const profile = PROFILES.find((one) => one.id === id)
  if (!profile?.keypad) throw new Error(`${id} has no keypad`)
  const partners = profile.settings.flatMap((one) => one.pairedWith ?? []).slice(0, 1)
  return keypadMachine(profile, keypadOf(profile.keypad), partners)
}

describe.each(padded.map((one) => [one.family, one] as const))('the keys of the %s', (_, profile) => {
  const machine = machineFor(profile.id)
  const settable = [...machine.settings].filter(
    ([id, { values }]) =>
      values.length > 1 &&
      [...(machine.pad.banks ?? []), ...(machine.pad.byHand ?? [])]
        .concat(Object.values(machine.pad.screens).flatMap((one) => itemsOf(one).map((item) => item.id)))
        .includes(id),
  )
  it('set whatever can be set, and leave the rest alone', () => {
    const pick = fc.uniqueArray(fc.tuple(fc.constantFrom(...settable), fc.nat(1000)), { maxLength: 5, selector: ([[id]]) => id })
    fc.assert(
      fc.property(pick, (picked) => {
        const wanted = Object.fromEntries(picked.map(([[id, { values }], n]) => [id, values[n % values.length] ?? '']))
        const start = startState(machine)
        const plan = planKeys(machine, start, wanted)
        // Some items stand in their list only beside a value that was not asked for: then the plan says so.
        if (!plan.ok) {
          expect(plan.remedy.length).toBeGreaterThan(10)
          return
        }
        const end = plan.value.steps
          .flatMap((one) => one.events)
          .reduce((state, event) => nextState(machine, state, event), start)
        expect(end.saved).toEqual({ ...start.saved, ...wanted })
        expect(end.screen).toBe(machine.pad.home)
      }),
      { numRuns: 40 },
    )
  })
})

it('the colour controller asks for the code that follows from its version, and hides the zone kind until it has rested', () => {
  const machine = machineFor('quernstone-c4')
  const start = startState(machine)
  const plan = planKeys(machine, start, { 'zone.count': '4', 'zone.kind': 'stepped' })
  const steps = plan.ok ? plan.value.steps : []
  expect(steps.map((one) => one.sets).filter(Boolean)).toEqual(['zone.count', 'zone.kind'])
  expect(steps.map((one) => one.says)).toContain('Leave it off for 240 s.')
  const about = [{ do: 'press', keys: ['gear'] } as const, { do: 'press', keys: ['about'] } as const]
  expect(
    reading(
      machine,
      about.reduce((state, event) => nextState(machine, state, event), start),
    ),
  ).toBe('Version v 3.108')
})

it('the limit of the old furnace is never set by hand', () => {
  const machine = machineFor('aldergate-h60')
  expect(planKeys(machine, startState(machine), { 'alone.limit': '250' })).toMatchObject({ ok: false })
  expect(machine.pad.byHand).not.toContain('alone.limit')
})
