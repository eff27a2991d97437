import { format, idOfKey, type JotIntent, never, type Place, placeOfKey, type Quantity, type UnitChoice } from '@ingle/core'
import type { Change } from './change.ts'
import { probeEntries } from './describe.ts'

/** Where a jotted intent belongs. */
export interface JotPlace {
  visitId: string
  systemId: string
  /** The try that readings belong to; null when none was started. */
  tryId: string | null
  tap: string | null
  adjustPct: number
  filter: 'as-found' | 'clean'
  /** For a setting: the entries of its cell that the writer had before their eyes. */
  saw?: string[]
}

/** Role and place of a row, for a body. */
export const rowBody = (key: string): { role: string; place?: Place } => {
  const place = placeOfKey(key)
  return { role: idOfKey(key), ...(place !== 'equipment' && { place }) }
}

/** A change before it has an id, a time and a writer. */
export type Draft = {
  [K in Change['kind']]: { kind: K; id?: string; body: Extract<Change, { kind: K }>['body'] }
}[Change['kind']]

/**
 * The changes that write a jotted intent down. A reading without a try starts one, tap unknown. `newId` makes ids;
 * `undo` is not here: it names a change, which only the caller knows.
 */
export function changesOf(intent: Exclude<JotIntent, { kind: 'undo' }>, place: JotPlace, newId: () => string): Draft[] {
  const at = { visitId: place.visitId, systemId: place.systemId }
  const start = (tap: string | null, filter: 'as-found' | 'clean', adjustPct: number, id?: string): Draft => ({
    kind: 'try.start',
    ...(id && { id }),
    body: { ...at, tap, adjustPct, filter },
  })
  const reading = (make: (tryId: string) => Draft): Draft[] => {
    if (place.tryId) return [make(place.tryId)]
    const id = newId()
    return [start(null, place.filter, 0, id), make(id)]
  }
  switch (intent.kind) {
    case 'tap':
      return [start(intent.tap, place.filter, intent.adjustPct ?? place.adjustPct)]
    case 'filter':
      return [start(place.tap, intent.filter, place.adjustPct)]
    case 'probes':
      return reading((tryId) => ({ kind: 'reading.probes', body: { ...at, tryId, ...intent.probes } }))
    case 'split': {
      const { kind: _, ...values } = intent
      return reading((tryId) => ({ kind: 'reading.split', body: { ...at, tryId, ...values } }))
    }
    case 'rise': {
      const { kind: _, ...values } = intent
      return reading((tryId) => ({ kind: 'reading.rise', body: { ...at, tryId, ...values } }))
    }
    case 'grille': {
      const { kind: _, ...values } = intent
      return reading((tryId) => ({ kind: 'reading.grille', body: { ...at, tryId, ...values } }))
    }
    case 'hood': {
      const { kind: _, ...values } = intent
      return reading((tryId) => ({ kind: 'reading.hood', body: { ...at, tryId, ...values } }))
    }
    case 'heard':
      return reading((tryId) => ({ kind: 'reading.heard', body: { ...at, tryId, text: intent.text } }))
    case 'capacity':
      return [{ kind: 'system.set', body: { systemId: place.systemId, capacityTons: intent.tons } }]
    case 'heater':
      return [{ kind: 'system.set', body: { systemId: place.systemId, heaterKw: intent.kw } }]
    case 'setting':
      return [
        {
          kind: 'setting.set',
          body: {
            ...at,
            ...rowBody(intent.key),
            column: intent.column,
            value: intent.value,
            why: intent.why,
            ...(place.saw && { saw: place.saw }),
          },
        },
      ]
    case 'aim':
      return [{ kind: 'aim.set', body: { ...at, ...rowBody(intent.key), value: intent.value, why: intent.why, from: 'hand' } }]
    case 'note':
      return [{ kind: 'note.add', body: { ...at, text: intent.text, standing: 'watch' } }]
    case 'open':
      return [{ kind: 'item.open', body: { ...at, itemId: newId(), text: intent.text } }]
    default:
      return never(intent)
  }
}

/** The line that would write a reading down, for correcting it; null for a change that no line writes. */
export function jotOf(change: Change, units: UnitChoice): string | null {
  const bare = (quantity: Quantity, value: number, signed = false) =>
    format(quantity, value, units, { bare: true, signed }).replace('−', '-').replaceAll(',', '')
  switch (change.kind) {
    case 'reading.probes': {
      const { supply, return: back, trunk, 'before-filter': before, 'after-filter': after } = change.body
      const inWc = (value: number) => bare('static', value, true)
      if (before !== undefined && after !== undefined) return trunk === undefined ? `filter ${inWc(before)} ${inWc(after)}` : null
      if (supply !== undefined && back !== undefined) return `esp ${inWc(supply)} ${inWc(back)}`
      const [only] = probeEntries(change.body)
      return only ? `static ${only[0]} ${inWc(only[1])}` : null
    }
    case 'reading.split': {
      const { returnDbF, supplyDbF, returnWbF, returnRhPct } = change.body
      const degrees = (value: number) => bare('temperature', value)
      return `split ${degrees(returnDbF)} ${degrees(supplyDbF)}${returnWbF != null ? ` wb ${degrees(returnWbF)}` : returnRhPct != null ? ` rh ${returnRhPct}` : ''}`
    }
    case 'reading.rise':
      return `rise ${bare('temperature', change.body.returnDbF)} ${bare('temperature', change.body.supplyDbF)} ${change.body.volts} ${change.body.amps}${change.body.phases === 3 ? ' 3ph' : ''}`
    case 'reading.grille':
      return `grille ${change.body.name} ${bare('velocity', change.body.faceFpm)}`
    case 'reading.hood':
      return `hood ${change.body.name} ${bare('flow', change.body.flowCfm)}`
    case 'reading.heard':
      return `heard ${change.body.text}`
    default:
      return null
  }
}
