import { type KeypadMachine, type KeypadState, reading } from '@ingle/core'

/** Every reading that a device can show between two steps, each with where it then stands: for “it reads something else”. */
export function placesOf(machine: KeypadMachine, state: KeypadState): { reads: string; state: KeypadState }[] {
  const still = { ...state, power: true, editing: null, digits: [], digit: 0, cursor: 0 }
  const out = new Map<string, KeypadState>()
  const add = (one: KeypadState) => {
    const reads = reading(machine, one)
    if (!out.has(reads)) out.set(reads, one)
  }
  for (const [screen, made] of Object.entries(machine.pad.screens)) {
    const many = made.kind === 'list' ? made.items.length : 1
    for (let cursor = 0; cursor < many; cursor += 1) add({ ...still, screen, cursor })
  }
  add({ ...still, power: false, screen: machine.pad.home })
  return [...out].filter(([reads]) => reads !== '----').map(([reads, one]) => ({ reads, state: one }))
}
