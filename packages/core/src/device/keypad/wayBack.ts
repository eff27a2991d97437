import { nextState } from './interpreter.ts'
import type { KeypadMachine } from './machine.ts'
import type { PlanStep } from './plan.ts'
import { reading } from './reading.ts'
import { type KeypadState, startState } from './state.ts'

/**
 * From a reading that nobody can place to the home screen, with nothing written on the way: hands off until the time-out,
 * or the power off and on where the device has none. The first needs no key at all, the second none that could write.
 * @param believed what the device keeps, as far as it is known; where it stands does not count
 */
export function safeWayBack(machine: KeypadMachine, believed: KeypadState): { steps: PlanStep[]; state: KeypadState } {
  const { timeoutS } = machine.pad
  const { saved, banks, battery, restedS, owed } = believed
  const fresh = { ...startState(machine), saved, banks, battery, restedS, owed }
  if (timeoutS !== undefined)
    return {
      state: fresh,
      steps: [
        {
          events: [{ do: 'wait', s: timeoutS }],
          says: `Keep your hands off it for ${timeoutS} s: it goes home by itself.`,
          reads: reading(machine, fresh),
          why: 'What was being changed is dropped; no key is pressed that could write.',
        },
      ],
    }
  const off = nextState(machine, fresh, { do: 'power', on: false })
  const on = nextState(machine, off, { do: 'power', on: true })
  return {
    state: on,
    steps: [
      {
        events: [{ do: 'power', on: false }],
        says: 'Power off, locked, proved dead.',
        reads: '',
        why: 'It has no time-out; without power it forgets where it stood.',
      },
      {
        events: [{ do: 'power', on: true }],
        says: 'Power on: it reads its switches now.',
        reads: reading(machine, on),
      },
    ],
  }
}
