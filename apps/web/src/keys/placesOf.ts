import { itemStandingOn, type KeypadMachine, type KeypadScreen, type KeypadState, reading } from '@ingle/core'

interface ReadPlace {
  reads: string
  state: KeypadState
  /** The setting whose value is being changed there: the key that takes it would write. Null outside of one. */
  inside: string | null
}

/**
 * Every reading that a device can show between two steps, each with where it then stands: for “it reads something else”.
 * Screens first, then the insides of values: two settings may read alike there, and both are kept.
 */
export function placesOf(machine: KeypadMachine, state: KeypadState): ReadPlace[] {
  const still: KeypadState = { ...state, power: true, editing: null, digits: [], digit: 0, cursor: 0, field: 0, answer: null }
  const out: ReadPlace[] = []
  const seen = new Set<string>()
  const add = (one: KeypadState, inside: string | null) => {
    const reads = reading(machine, one)
    const key = `${reads}\n${inside ?? ''}`
    if (reads === '----' || seen.has(key)) return
    seen.add(key)
    out.push({ reads, state: one, inside })
  }
  const screens = Object.entries(machine.pad.screens)
  for (const [screen, made] of screens) for (const one of spotsOn(made)) add({ ...still, screen, ...one }, null)
  add({ ...still, power: false, screen: machine.pad.home }, null)
  for (const [screen, made] of screens)
    if (made.kind === 'list')
      for (const cursor of made.items.keys()) {
        const id = itemStandingOn(machine, { ...still, screen, cursor })
        for (const editing of (id && machine.settings.get(id)?.values.keys()) || [])
          add({ ...still, screen, cursor, editing }, id)
      }
  return out
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

/**
 * The places that a typed reading may name, several where insides of values read alike. Spaces and capitals do not count.
 * A value that follows the rest counts only where the screen shows one without being inside it.
 */
export function placesThatRead(places: readonly ReadPlace[], typed: string): ReadPlace[] {
  const bare = (text: string) => text.replace(/[\s:=]+/g, '').toLowerCase()
  const wanted = bare(typed)
  if (wanted === '') return []
  const unheard = wanted.endsWith('?') ? places.find((one) => one.state.answer === 'not heard') : undefined
  if (unheard) return [unheard]
  const same = places.filter((one) => bare(one.reads) === wanted)
  const outside = same.find((one) => one.inside === null)
  if (outside) return [outside]
  if (same.length > 0) return same
  const begins = places.find((one) => one.inside === null && bare(one.reads) !== '' && wanted.startsWith(bare(one.reads)))
  // Where the inside of a value begins alike, it may be that, with a value that nobody knows: no key is safe there.
  const may = begins && places.some((one) => one.inside !== null && bare(one.reads).startsWith(bare(begins.reads)))
  return begins && !may ? [begins] : []
}
