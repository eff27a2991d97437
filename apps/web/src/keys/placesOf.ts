import { type KeypadMachine, type KeypadScreen, type KeypadState, reading } from '@ingle/core'

interface ReadPlace {
  reads: string
  state: KeypadState
}

/** Every reading that a device can show between two steps, each with where it then stands: for “it reads something else”. */
export function placesOf(machine: KeypadMachine, state: KeypadState): ReadPlace[] {
  const still: KeypadState = { ...state, power: true, editing: null, digits: [], digit: 0, cursor: 0, field: 0, answer: null }
  const out = new Map<string, KeypadState>()
  const add = (one: KeypadState) => {
    const reads = reading(machine, one)
    if (!out.has(reads)) out.set(reads, one)
  }
  for (const [screen, made] of Object.entries(machine.pad.screens))
    for (const one of spotsOn(made)) add({ ...still, screen, ...one })
  add({ ...still, power: false, screen: machine.pad.home })
  return [...out].filter(([reads]) => reads !== '----').map(([reads, one]) => ({ reads, state: one }))
}

/** Where one can stand on a screen: an item, the numbers of an address, what the unit answered. */
function spotsOn(screen: KeypadScreen): Partial<KeypadState>[] {
  if (screen.kind === 'list') return screen.items.map((_, cursor) => ({ cursor }))
  if (screen.kind === 'pairs') return [{}, { answer: 'not heard', digits: [0, 0] }]
  if (screen.kind !== 'address') return [{ fields: [] }]
  return screen.fields.reduce<Partial<KeypadState>[]>(
    (all, options) => all.flatMap((one) => options.map((_, i) => ({ ...one, fields: [...(one.fields ?? []), i] }))),
    [{}],
  )
}

/** The place that a typed reading names: spaces and capitals do not count, and neither does a value that follows it. */
export function placeThatReads(places: readonly ReadPlace[], typed: string): ReadPlace | null {
  const bare = (text: string) => text.replace(/[\s:=]+/g, '').toLowerCase()
  const wanted = bare(typed)
  if (wanted === '') return null
  const unheard = wanted.endsWith('?') ? places.find((one) => one.state.answer === 'not heard') : undefined
  if (unheard) return unheard
  return (
    places.find((one) => bare(one.reads) === wanted) ??
    places.find((one) => bare(one.reads) !== '' && wanted.startsWith(bare(one.reads))) ??
    null
  )
}
