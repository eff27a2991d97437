import { BASE_UNITS, chosenUnit, type Quantity } from '@ingle/core'
import type { ReadingState, SiteState } from '@ingle/record'

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
  flowCfm: ['flow', 'hood'],
  dpInWc: ['static', 'pressure over the plate'],
}

/** Every number read at a site, a row each, in the order of visits and tries; readings of zones and outlets after them. */
export function readingRows(state: SiteState): ReadingRow[] {
  return state.visits.flatMap((visit) =>
    Object.entries(visit.systems).flatMap(([systemId, here]) => {
      const system = state.systems.find((one) => one.id === systemId)
      const base = { visit: visit.number, system: system?.name ?? systemId }
      const row = (
        where: { try: number; tap: string; filter: string },
        reading: { at: string; by: string },
        name: string,
        quantity: Quantity,
        value: number,
      ): ReadingRow => ({
        ...base,
        ...where,
        at: reading.at,
        by: reading.by,
        reading: name,
        value,
        unit: chosenUnit(quantity, BASE_UNITS).symbol,
      })
      const tries = here.tries.flatMap((one) => {
        const where = { try: one.number, tap: one.tap ?? '', filter: one.filter }
        return [
          ...one.readings.flatMap((reading) =>
            Object.entries(FIELDS).flatMap(([field, [quantity, name]]) => {
              const value = reading.body[field]
              return typeof value === 'number' ? [row(where, reading, name + placeOf(reading), quantity, value)] : []
            }),
          ),
          ...one.traverses.flatMap((traverse) =>
            Object.entries(traverse.points).map(([index, value]) =>
              row(
                where,
                { at: traverse.at, by: one.by },
                `velocity pressure, ${traverse.set.name ?? 'traverse'} point ${Number(index) + 1}`,
                'static',
                value,
              ),
            ),
          ),
        ]
      })
      const none = { try: 0, tap: '', filter: '' }
      const named = (ids: readonly string[]) =>
        ids.map((id) => system?.zones.find((one) => one.id === id)?.name ?? '?').join(' + ') || 'none'
      const zones = here.zoneReadings.flatMap((one) => [
        row(none, one, `static supply, open: ${named(one.open)}`, 'static', one.supplyInWc),
        row(none, one, `static return, open: ${named(one.open)}`, 'static', one.returnInWc),
        ...(one.flowCfm === null ? [] : [row(none, one, `flow, open: ${named(one.open)}`, 'flow', one.flowCfm)]),
      ])
      const outlets = here.outletReadings.map((one) =>
        row(
          none,
          one,
          `outlet ${system?.outlets.find((other) => other.id === one.outletId)?.name ?? '?'}${one.damperPct === null ? '' : `, damper ${one.damperPct}%`}`,
          'flow',
          one.flowCfm,
        ),
      )
      return [...tries, ...zones, ...outlets]
    }),
  )
}

function placeOf({ kind, body }: ReadingState): string {
  if (kind === 'grille' || kind === 'hood') return ` ${String(body.side)} ${String(body.name)}`
  return kind === 'rise' ? ' (heater)' : ''
}
