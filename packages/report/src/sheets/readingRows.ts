import { BASE_UNITS, chosenUnit, type Quantity } from '@ingle/core'
import type { SiteState } from '@ingle/record'

/** One measured number. Units are the base units, named in their own column. */
export interface ReadingRow {
  visit: number
  system: string
  try: number
  tap: string
  filter: string
  at: string
  by: string
  reading: string
  value: number
  unit: string
}

/** What each field of a reading measures, and what it is called in a table. */
const FIELDS: Record<string, [Quantity, string]> = {
  supply: ['static', 'static supply'],
  return: ['static', 'static return'],
  'before-filter': ['static', 'static before filter'],
  'after-filter': ['static', 'static after filter'],
  'after-coil': ['static', 'static after coil'],
  trunk: ['static', 'static trunk'],
  returnDbF: ['temperature', 'return dry bulb'],
  supplyDbF: ['temperature', 'supply dry bulb'],
  returnWbF: ['temperature', 'return wet bulb'],
  supplyWbF: ['temperature', 'supply wet bulb'],
  returnRhPct: ['humidity', 'return humidity'],
  volts: ['voltage', 'heater volts'],
  amps: ['current', 'heater amps'],
  faceFpm: ['velocity', 'face speed'],
}

/** Every number read at a site, a row each, in the order of visits and tries. */
export function readingRows(state: SiteState): ReadingRow[] {
  return state.visits.flatMap((visit) =>
    Object.entries(visit.systems).flatMap(([systemId, here]) =>
      here.tries.flatMap((one) =>
        one.readings.flatMap((reading) =>
          Object.entries(FIELDS).flatMap(([field, [quantity, name]]) => {
            const value = reading.body[field]
            if (typeof value !== 'number') return []
            const place =
              reading.kind === 'grille'
                ? ` ${String(reading.body.side)} ${String(reading.body.name)}`
                : reading.kind === 'rise'
                  ? ' (heater)'
                  : ''
            return [
              {
                visit: visit.number,
                system: state.systems.find((system) => system.id === systemId)?.name ?? systemId,
                try: one.number,
                tap: one.tap ?? '',
                filter: one.filter,
                at: reading.at,
                by: reading.by,
                reading: name + place,
                value,
                unit: chosenUnit(quantity, BASE_UNITS).symbol,
              },
            ]
          }),
        ),
      ),
    ),
  )
}
