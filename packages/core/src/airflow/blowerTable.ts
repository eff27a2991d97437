import { counted } from '../advice/show.ts'
import { quadraticRoots } from './fanLaws.ts'

/**
 * What a blower does on each tap.
 * - `constant-torque`: flow falls as static rises, by a table of tap × static.
 * - `constant-airflow`: the motor holds the tap's flow up to a static limit.
 */
export type BlowerTable =
  | {
      kind: 'constant-torque'
      taps: readonly string[]
      /** Ascending. */
      staticsInWc: readonly number[]
      /** [tap][static]; null where the maker prints nothing. */
      flowsCfm: readonly (readonly (number | null)[])[]
      /** Electric power, W, [tap][static], where the maker prints it; absent: not printed. */
      powersW?: readonly (readonly (number | null)[])[]
    }
  | { kind: 'constant-airflow'; taps: readonly string[]; tapFlowsCfm: readonly (number | null)[]; maxStaticInWc: number }

/** Why a table has no answer. */
type TableGap = { why: 'no-tap' } | { why: 'below'; limitInWc: number } | { why: 'above'; limitInWc: number } | { why: 'hole' }

export type TableFlow = { ok: true; flowCfm: number; between: readonly [number, number] | null } | ({ ok: false } & TableGap)

/**
 * Flow on a tap at a static: straight between the rows and, for a tap index that is not whole, between taps.
 * Never extrapolates: outside the table, or beside a hole, it says which.
 * Source: linear interpolation. Valid: inside the table.
 */
export function tableFlow(table: BlowerTable, tapIndex: number, staticInWc: number, adjustPct = 0): TableFlow {
  if (!(tapIndex >= 0 && tapIndex <= table.taps.length - 1)) return { ok: false, why: 'no-tap' }
  const low = Math.floor(tapIndex)
  const share = tapIndex - low
  const first = wholeTapFlow(table, low, staticInWc)
  if (!first.ok || share === 0) return adjusted(first, adjustPct)
  const second = wholeTapFlow(table, low + 1, staticInWc)
  if (!second.ok) return second
  return adjusted({ ...first, flowCfm: first.flowCfm + share * (second.flowCfm - first.flowCfm) }, adjustPct)
}

const adjusted = (flow: TableFlow, adjustPct: number): TableFlow =>
  flow.ok ? { ...flow, flowCfm: flow.flowCfm * (1 + adjustPct / 100) } : flow

function wholeTapFlow(table: BlowerTable, tap: number, staticInWc: number): TableFlow {
  if (table.kind === 'constant-airflow') {
    if (staticInWc > table.maxStaticInWc) return { ok: false, why: 'above', limitInWc: table.maxStaticInWc }
    if (staticInWc < 0) return { ok: false, why: 'below', limitInWc: 0 }
    const flowCfm = table.tapFlowsCfm[tap]
    return flowCfm === null || flowCfm === undefined ? { ok: false, why: 'hole' } : { ok: true, flowCfm, between: null }
  }
  const statics = table.staticsInWc
  const last = statics.length - 1
  const lowest = statics[0] as number
  const highest = statics[last] as number
  if (!(staticInWc >= lowest)) return { ok: false, why: 'below', limitInWc: lowest }
  if (!(staticInWc <= highest)) return { ok: false, why: 'above', limitInWc: highest }
  let i = 0
  while (i + 1 < last && (statics[i + 1] as number) <= staticInWc) i += 1
  const row = table.flowsCfm[tap]
  const p0 = statics[i] as number
  const q0 = row?.[i]
  if (staticInWc === p0)
    return q0 === null || q0 === undefined ? { ok: false, why: 'hole' } : { ok: true, flowCfm: q0, between: [p0, p0] }
  const p1 = statics[i + 1] as number
  const q1 = row?.[i + 1]
  if (staticInWc === p1)
    return q1 === null || q1 === undefined ? { ok: false, why: 'hole' } : { ok: true, flowCfm: q1, between: [p1, p1] }
  if (q0 === null || q0 === undefined || q1 === null || q1 === undefined) return { ok: false, why: 'hole' }
  return { ok: true, flowCfm: q0 + ((q1 - q0) * (staticInWc - p0)) / (p1 - p0), between: [p0, p1] }
}

export interface OperatingPoint {
  flowCfm: number
  staticInWc: number
}

/**
 * Where one tap meets the duct p = c·Q²; null when its line does not meet it inside the table.
 * Source: each segment Q = q0 + s·(p − p0) put into p = c·Q² is a quadratic, solved in closed form.
 * Valid: c > 0. Allocates only its answer.
 */
export function tapOnDuct(table: BlowerTable, tap: number, coefficient: number, adjustPct = 0): OperatingPoint | null {
  const scale = 1 + adjustPct / 100
  if (table.kind === 'constant-airflow') {
    const flow = table.tapFlowsCfm[tap]
    if (flow === null || flow === undefined) return null
    const flowCfm = flow * scale
    const staticInWc = coefficient * flowCfm * flowCfm
    return staticInWc <= table.maxStaticInWc ? { flowCfm, staticInWc } : null
  }
  const row = table.flowsCfm[tap]
  if (!row) return null
  for (let i = 0; i + 1 < table.staticsInWc.length; i += 1) {
    const a = row[i]
    const b = row[i + 1]
    if (a === null || a === undefined || b === null || b === undefined) continue
    const [q0, q1] = [a * scale, b * scale]
    const p0 = table.staticsInWc[i] as number
    const p1 = table.staticsInWc[i + 1] as number
    const slope = (q1 - q0) / (p1 - p0)
    for (const flowCfm of quadraticRoots(slope * coefficient, -1, q0 - slope * p0)) {
      const staticInWc = coefficient * flowCfm * flowCfm
      if (flowCfm > 0 && staticInWc >= p0 - 1e-12 && staticInWc <= p1 + 1e-12) return { flowCfm, staticInWc }
    }
  }
  return null
}

/**
 * Electric power of a tap at a static as the maker prints it, W: straight between the printed figures, in proportion to an
 * adjustment of the flow. Null where none is printed there: it is never drawn on beyond the table.
 * Source: linear interpolation; air power = flow × static at one efficiency. Valid: inside the table, a whole tap.
 */
export function printedPowerW(table: BlowerTable, tap: number, staticInWc: number, adjustPct = 0): number | null {
  if (table.kind !== 'constant-torque' || !table.powersW) return null
  const watts = wholeTapFlow({ ...table, flowsCfm: table.powersW }, tap, staticInWc)
  return watts.ok ? watts.flowCfm * (1 + adjustPct / 100) : null
}

/** Coefficient of a duct through a measured point, in.wc per cfm². Source: p = c·Q², turbulent duct flow. Valid: flow > 0. */
export const ductCoefficient = (staticInWc: number, flowCfm: number): number => staticInWc / (flowCfm * flowCfm)

/** What is wrong with a table somebody typed, pasted or imported; empty when it is sound. Index pairs are [tap, static]. */
interface TableDoubt {
  cell: readonly [number, number] | null
  reason: string
}

/** Checks shape, order, sign and that flow falls as static rises (2 % allowed, for rounding). Reports every doubt, never throws. */
export function tableDoubts(table: BlowerTable): TableDoubt[] {
  const doubts: TableDoubt[] = []
  if (table.taps.length === 0) doubts.push({ cell: null, reason: 'The table has no taps.' })
  if (table.kind === 'constant-airflow') {
    if (table.tapFlowsCfm.length !== table.taps.length) doubts.push({ cell: null, reason: 'There is not one flow for each tap.' })
    if (!(table.maxStaticInWc > 0)) doubts.push({ cell: null, reason: 'The static limit must be above zero.' })
    return doubts
  }
  if (table.staticsInWc.length < 2) doubts.push({ cell: null, reason: 'The table needs at least two statics.' })
  if (
    table.powersW &&
    (table.powersW.length !== table.taps.length || table.powersW.some((row) => row.length !== table.staticsInWc.length))
  )
    doubts.push({ cell: null, reason: 'The watts have not one row for each tap and one figure for each static.' })
  if (table.flowsCfm.length !== table.taps.length)
    doubts.push({ cell: null, reason: 'There is not one row of flows for each tap.' })
  for (let i = 1; i < table.staticsInWc.length; i += 1) {
    if (!((table.staticsInWc[i] as number) > (table.staticsInWc[i - 1] as number)))
      doubts.push({ cell: null, reason: 'The statics do not rise from left to right.' })
  }
  for (const [tap, row] of table.flowsCfm.entries()) {
    if (row.length !== table.staticsInWc.length)
      doubts.push({
        cell: null,
        reason: `Tap ${table.taps[tap]} has ${counted(row.length, 'flow')} for ${counted(table.staticsInWc.length, 'static')}.`,
      })
    let before: number | null = null
    for (const [i, flow] of row.entries()) {
      if (flow === null) continue
      if (!(flow > 0)) doubts.push({ cell: [tap, i], reason: 'This flow cannot be: it has to be above zero.' })
      if (before !== null && flow > before * 1.02) doubts.push({ cell: [tap, i], reason: 'Flow rises here while static rises.' })
      before = flow
    }
    if (before === null) doubts.push({ cell: null, reason: `Tap ${table.taps[tap]} has no flow at all.` })
  }
  return doubts
}

const tapWords = (name: string) =>
  name
    .trim()
    .toLowerCase()
    .replace(/^(?:tap|speed|position|setting)\s+/, '')

/**
 * What a tap gives at the rated static, cfm: a manual that names a least tap means at least that much air. The tap may be
 * named with or without the word for it. Null where the table, the tap or the rated static is not known.
 */
export function flowOfNamedTap(
  { table, ratedStaticInWc }: { table: BlowerTable; ratedStaticInWc: number | null },
  name: string,
): number | null {
  const tap = table.taps.findIndex((one) => tapWords(one) === tapWords(name))
  if (tap < 0 || ratedStaticInWc === null) return null
  const flow = tableFlow(table, tap, ratedStaticInWc)
  return flow.ok ? flow.flowCfm : null
}
