import {
  ductCoefficient,
  FILTER_FACE_FPM,
  filterFaceFpm,
  type HeldAgainst,
  heldAgainst,
  holdsUntilTimes,
  type PartBudget,
  partBudget,
  type Remedy,
  remedies,
  type WalkPart,
} from '@ingle/core'
import type { PartState, SystemState } from '@ingle/record'
import type { VisitView } from '../../visit/visitView.ts'

/** The line that reads what is still missing at a part. */
const PART_LINES: Record<WalkPart, string> = {
  'return-grille': 'static before-filter ',
  filter: 'filter ',
  'return-drop': 'filter ',
  cabinet: 'esp ',
  coil: 'static after-coil ',
  'supply-trunk': 'static trunk ',
  branches: 'static trunk ',
}
export const partLine = (part: WalkPart): string => PART_LINES[part]

/** What the survey knows of the pieces that make up a part of the air path. */
const PART_ROLES: Partial<Record<WalkPart, readonly string[]>> = {
  filter: ['filter'],
  'return-grille': ['return-grille'],
  cabinet: ['air-handler', 'heater-kit'],
  branches: ['supply-grille'],
}
export const piecesAt = ({ parts }: SystemState, part: WalkPart): PartState[] =>
  parts.filter((one) => PART_ROLES[part]?.includes(one.role))

/** True once enough ports were read to tell parts of the air path apart. */
export const pathKnown = ({ picture: { basis } }: VisitView): boolean => basis?.flow != null && basis.walk.steps.length >= 2

/** Each part against what it should take at this flow, and what a duct of good make would take in all. */
export function budgetOf({ picture }: VisitView, coil: 'wet' | 'dry'): { parts: PartBudget[]; soundInWc: number } | null {
  const { basis, input } = picture
  if (!basis?.flow) return null
  const print = input.cleanFilter
  const parts = partBudget(
    basis.walk.steps,
    basis.flow.flowCfm,
    picture.aimCfm ?? basis.flow.flowCfm,
    input.blower?.ratedStaticInWc ?? null,
    coil === 'wet',
    print ? { filter: { dropInWc: print.dropInWc, atFlowCfm: print.atFlowCfm } } : {},
  )
  return { parts, soundInWc: parts.reduce((sum, one) => sum + (one.ratedInWc ?? one.typicalInWc), 0) }
}

interface FilterFace {
  sizes: { widthIn: number; heightIn: number }[]
  faceFpm: number
  /** The face speed that it is judged by: its own print's, else what a pleated filter of an inch takes well. */
  mostFpm: number
  byPrint: boolean
  /** The face that brings it down to that; null while it is within. */
  wantsIn2: number | null
}

/** Air speed at the filter's face; null until flow and size are known. */
export function filterFace({ picture, system }: VisitView): FilterFace | null {
  const flow = picture.basis?.flow?.flowCfm
  const sizes = system.parts.flatMap(({ role, widthIn, heightIn }) =>
    role === 'filter' && widthIn !== null && heightIn !== null ? [{ widthIn, heightIn }] : [],
  )
  const area = sizes.reduce((sum, one) => sum + one.widthIn * one.heightIn, 0)
  if (!flow || area === 0) return null
  const faceFpm = filterFaceFpm(flow, area, 1)
  // A print says at which flow: the filter's own rating goes before the rule of thumb.
  const ratedCfm = system.parts.find((one) => one.role === 'filter' && one.cleanAtCfm !== null)?.cleanAtCfm ?? null
  const mostFpm = ratedCfm === null ? FILTER_FACE_FPM : filterFaceFpm(ratedCfm, area, 1)
  return {
    sizes,
    faceFpm,
    mostFpm,
    byPrint: ratedCfm !== null,
    wantsIn2: faceFpm > mostFpm ? Math.ceil((flow * 144) / mostFpm) : null,
  }
}

/** What each remedy would bring on this tap, the best first; null until table, tap and duct are known. */
export function remediesOf({ picture }: VisitView): { all: Remedy[]; flowCfm: number; holdsFlow: boolean } | null {
  const { basis, input } = picture
  if (!basis?.flow || !input.blower || basis.input.tap === null || basis.ductCoefficient === null) return null
  const { flowCfm } = basis.flow
  const coefficients: Partial<Record<WalkPart, number>> = {}
  for (const step of basis.walk.steps) {
    const [only] = step.parts
    if (step.parts.length === 1 && only && only !== 'cabinet' && step.dropInWc > 0)
      coefficients[only] = ductCoefficient(step.dropInWc, flowCfm)
  }
  const all = remedies({
    table: input.blower.table,
    tap: basis.input.tap,
    adjustPct: basis.input.adjustPct,
    ductCoefficient: basis.ductCoefficient,
    coefficients,
    cleanFilterCoefficient: input.cleanFilter ? ductCoefficient(input.cleanFilter.dropInWc, input.cleanFilter.atFlowCfm) : null,
  })
  return { all, flowCfm, holdsFlow: input.blower.table.kind === 'constant-airflow' }
}

/** A motor that holds its flow against a filter that clogs; null for another motor, or before its tap and duct are known. */
export function heldOf({ picture }: VisitView): {
  setCfm: number
  maxStaticInWc: number
  rows: HeldAgainst[]
  untilTimes: number
} | null {
  const { basis, input } = picture
  const table = input.blower?.table
  if (!basis || table?.kind !== 'constant-airflow' || basis.input.tap === null || basis.ductCoefficient === null) return null
  const setCfm = (table.tapFlowsCfm[basis.input.tap] ?? 0) * (1 + basis.input.adjustPct / 100)
  if (!(setCfm > 0)) return null
  return {
    setCfm,
    maxStaticInWc: table.maxStaticInWc,
    rows: heldAgainst(setCfm, table.maxStaticInWc, basis.ductCoefficient),
    untilTimes: holdsUntilTimes(setCfm, table.maxStaticInWc, basis.ductCoefficient),
  }
}
