import {
  type Change,
  findSystem,
  findVisit,
  type Measurement,
  measurements,
  type SiteState,
  type SystemState,
} from '@ingle/record'
import { STAGES, stageReading } from '../stages/stages.ts'

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

/** The columns of a table of readings, in their order: there whatever was read, and where nothing was. */
export const READING_COLUMNS = [
  'visit',
  'system',
  'try',
  'tap',
  'filter',
  'at',
  'by',
  'reading',
  'value',
  'unit',
] as const satisfies readonly (keyof ReadingRow)[]

type Placed = { row: ReadingRow; order: readonly number[] }

/** Every number read at a site, a row each, in the order of visits, systems, stages and tries. */
export function readingRows(state: SiteState, changes: readonly Change[]): ReadingRow[] {
  return measurements(changes)
    .flatMap((one, i) => placed(state, one, i) ?? [])
    .sort((a, b) => compare(a.order, b.order))
    .map((one) => one.row)
}

const compare = (a: readonly number[], b: readonly number[]): number =>
  a.reduce((found, value, i) => found || value - (b[i] as number), 0)

/** Where a number was read; null for one whose visit or try is not there. */
function placed(state: SiteState, { change, name, value, unit }: Measurement, index: number): Placed | null {
  const { visitId, systemId, tryId, readAt } = change.body as {
    visitId?: Parameters<typeof findVisit>[1]
    systemId?: Parameters<typeof findSystem>[1]
    tryId?: string
    readAt?: string
  }
  const visit = visitId && findVisit(state, visitId)
  const system = systemId ? findSystem(state, systemId) : null
  if (!visit || systemId === undefined) return null
  const attempt = tryId === undefined ? null : visit.systems[systemId]?.tries.find((one) => one.id === tryId)
  if (attempt === undefined) return null
  const stage = stageReading(change.kind)
  return {
    row: {
      visit: visit.number,
      system: system?.name ?? systemId,
      try: attempt?.number ?? 0,
      tap: attempt?.tap ?? '',
      filter: attempt?.filter ?? '',
      at: readAt ?? change.at,
      by: change.by,
      reading: system ? nameIn(system, visit.systems[systemId]?.tries ?? [], change, name) : name,
      value,
      unit,
    },
    order: [
      visit.number,
      system ? state.systems.indexOf(system) : state.systems.length,
      stage ? STAGES.findIndex((one) => one.id === stage.id) : STAGES.length,
      attempt?.number ?? Number.MAX_SAFE_INTEGER,
      index,
    ],
  }
}

/** The name of a reading with what only the system knows: which zones were open, which outlet, which duct. */
function nameIn(
  system: SystemState,
  tries: readonly { traverses: readonly { id: string; set: { name?: string } }[] }[],
  change: Change,
  name: string,
): string {
  switch (change.kind) {
    case 'zones.reading': {
      const open = change.body.open.map((id) => system.zones.find((one) => one.id === id)?.name ?? '?').join(' + ') || 'none'
      return `${name}, open: ${open}`
    }
    case 'outlet.reading': {
      const { outletId, damperPct } = change.body
      const outlet = system.outlets.find((one) => one.id === outletId)?.name ?? '?'
      return `${name} ${outlet}${damperPct === undefined ? '' : `, damper ${damperPct}%`}`
    }
    case 'traverse.point': {
      const { traverseId } = change.body
      const duct = tries.flatMap((one) => one.traverses).find((one) => one.id === traverseId)?.set.name ?? 'traverse'
      return name.replace('velocity pressure', `velocity pressure, ${duct}`)
    }
    default:
      return name
  }
}
