import { airFactors } from '../air/factors.ts'
import { type AirState, airState, moistDensityLbFt3, standardPressurePsia } from '../air/psychrometrics.ts'
import { ductCoefficient, type TableFlow, tableFlow } from './blowerTable.ts'
import { type CombinedFlow, combineFlows, type FlowEstimate } from './combine.ts'
import { expectedSplit, type SplitRange } from './expectedSplit.ts'
import { flowFromRise, heatOutputBtuH } from './heat.ts'
import type { AirflowInput, GrilleReading, TryInput } from './input.ts'
import { instrumentPlusMinus } from './instruments.ts'
import { PROBE_REPEAT_IN_WC, type StaticWalk, staticWalk } from './staticWalk.ts'
import { chooseTap, type TapChoice, type TapLimits } from './tapChoice.ts'
import { type FlowTarget, flowTarget } from './target.ts'
import { judgeTraverse, traversePlan } from './traversePlan.ts'
import { grilleFlowCfm, plateCorrectedCfm, plateFlowCfm } from './velocity.ts'

/** Uncertainties at 95 %. The table's is the maker's production spread and the cabinet's fitting; the rest are instruments. */
export const UNCERTAINTY = {
  tableShare: 0.05,
  grilleShare: 0.08,
  voltsShare: 0.01,
  ampsShare: 0.02,
  /** A hood that was made for the grille, and a plate with the duct's own correction. */
  hoodShare: 0.05,
  plateShare: 0.07,
  /** Gas input by plate or meter, with its efficiency. */
  gasShare: 0.08,
  /** Each thermometer, °F. */
  thermometerF: 0.5,
} as const

/** One try, with everything that its readings say. */
export interface TryResult {
  input: TryInput
  walk: StaticWalk
  externalInWc: number | null
  /** What the table answers for this tap and static; null until both are known. */
  table: TableFlow | null
  flow: CombinedFlow | null
  splitF: number | null
  expectedSplit: SplitRange | null
  /** The loudest grille. */
  loudest: GrilleReading | null
  /** Coefficient of the whole external path, in.wc/cfm². */
  ductCoefficient: number | null
  /** Coefficient of the filter alone. */
  filterCoefficient: number | null
}

/** What the readings of one visit mean. Everything shown on the airflow stage is here or follows from it. */
export interface AirflowPicture {
  input: AirflowInput
  pressurePsia: number
  /** Room air at the site: the last return reading, or 75 °F and 50 % when none was taken. */
  air: AirState
  airAssumed: boolean
  sensibleFactor: number
  target: FlowTarget | null
  /** The figure aimed at, by the rule: at altitude or standard. */
  aimCfm: number | null
  aimLowCfm: number | null
  aimHighCfm: number | null
  floorCfm: number | null
  /** Flow above which the loudest grille passes the rule's face speed. */
  ceilingCfm: number | null
  tries: TryResult[]
  current: TryResult | null
  /** The last try whose readings show the duct: the current one, or the one before while it has none yet. */
  basis: TryResult | null
  /** The duct as the current try has it: measured, or foreseen from the basis when the filter was changed since. */
  ductCoefficient: number | null
  /** The duct with a clean filter; null when the filter's clean drop is not known. */
  cleanCoefficient: number | null
  choice: TapChoice | null
  cleanChoice: TapChoice | null
}

/**
 * Works out one visit's airflow from what has been read so far; anything not yet known is null.
 * Source: the formulas of this folder, each named there. Valid: any readings, in any order, however few. Pure.
 */
export function airflowPicture(input: AirflowInput): AirflowPicture {
  const pressurePsia = standardPressurePsia(input.altitudeFt)
  const lastSplit = input.tries.findLast((one) => one.split !== null)?.split ?? null
  const { air, airAssumed } = roomAir(lastSplit, pressurePsia)
  const factor = airFactors(air).sensible
  const target = input.capacityTons === null ? null : flowTarget(input.capacityTons, input.rule.cfmPerTon, input.altitudeFt)
  const aimCfm = target ? (input.rule.keepMass ? target.altitudeCfm : target.standardCfm) : null
  const tries = input.tries.map((one) => tryResult(one, input, air, factor, pressurePsia))
  const current = tries.at(-1) ?? null
  const floorCfm = heaterFloorCfm(input)
  const loudest = tries.findLast((one) => one.loudest !== null && one.flow !== null) ?? null
  const ceilingCfm = loudest ? noiseCeilingCfm(loudest, input.rule.maxFaceFpm) : null
  const basis = tries.findLast((one) => one.ductCoefficient !== null) ?? null
  const cleanCoefficient = basis ? cleanDuct(basis, input) : null
  const filterChanged = current?.input.filter === 'clean' && basis?.input.filter === 'as-found'
  const ductCoefficient = filterChanged ? cleanCoefficient : (basis?.ductCoefficient ?? null)
  const limits: TapLimits = {
    floorCfm: input.heaterOnThisTap ? floorCfm : null,
    ceilingCfm,
    maxStaticInWc: input.blower?.ratedStaticInWc ?? null,
  }
  const choose = (coefficient: number | null) =>
    coefficient !== null && input.blower && aimCfm !== null
      ? chooseTap(input.blower.table, coefficient, aimCfm, limits, current?.input.adjustPct ?? 0)
      : null
  return {
    input,
    pressurePsia,
    air,
    airAssumed,
    sensibleFactor: factor,
    target,
    aimCfm,
    aimLowCfm: aimCfm === null ? null : aimCfm * (1 - input.rule.bandPct / 100),
    aimHighCfm: aimCfm === null ? null : aimCfm * (1 + input.rule.bandPct / 100),
    floorCfm,
    ceilingCfm,
    tries,
    current,
    basis,
    ductCoefficient,
    cleanCoefficient,
    choice: choose(ductCoefficient),
    cleanChoice: choose(cleanCoefficient),
  }
}

function roomAir(split: TryInput['split'], pressurePsia: number): { air: AirState; airAssumed: boolean } {
  if (split) {
    const moisture = split.returnWbF !== null ? { wetBulbF: split.returnWbF } : { relativeHumidityPct: split.returnRhPct ?? 50 }
    const state = airState(split.returnDbF, moisture, pressurePsia)
    if (state.ok) return { air: state.value, airAssumed: split.returnWbF === null && split.returnRhPct === null }
  }
  const assumed = airState(75, { relativeHumidityPct: 50 }, pressurePsia)
  if (!assumed.ok) throw new Error(`No air at ${pressurePsia} psia: altitude is checked before it gets here`)
  return { air: assumed.value, airAssumed: true }
}

/** Least flow for the heater kit that is fitted; null when there is none or the kit is not known here. */
export function heaterFloorCfm(input: AirflowInput): number | null {
  if (!input.heaterKw || !input.blower) return null
  return input.blower.heaterKits.find((kit) => Math.abs(kit.powerKw - (input.heaterKw ?? 0)) < 0.05)?.minFlowCfm ?? null
}

function tryResult(one: TryInput, input: AirflowInput, air: AirState, factor: number, pressurePsia: number): TryResult {
  const walk = staticWalk(one.probes)
  const externalInWc = walk.externalInWc
  const table =
    input.blower && one.tap !== null && externalInWc !== null
      ? tableFlow(input.blower.table, one.tap, externalInWc, one.adjustPct)
      : null
  const estimates: FlowEstimate[] = []
  if (table?.ok && input.blower && one.tap !== null && externalInWc !== null) {
    estimates.push({
      method: 'table',
      flowCfm: table.flowCfm,
      plusMinusCfm: tableUncertaintyCfm(input, one, externalInWc, table.flowCfm),
      readingIds: one.probeIds,
    })
  }
  const rise = riseEstimate(one, input, factor)
  for (const estimate of [
    returnGrilleEstimate(one, input),
    hoodEstimate(one, input),
    traverseEstimate(one, air),
    plateEstimate(one, air),
    furnaceEstimate(one, input, factor),
    input.heaterOnThisTap ? rise : null,
  ])
    if (estimate) estimates.push(estimate)
  const flow = combineFlows(estimates)
  const supply = one.grilles.filter((grille) => grille.side === 'supply')
  const beforeFilter = one.probes['before-filter']
  const afterFilter = one.probes['after-filter']
  return {
    input: one,
    walk,
    externalInWc,
    table,
    flow,
    splitF: one.split ? one.split.returnDbF - one.split.supplyDbF : null,
    expectedSplit:
      one.split && flow && input.capacityTons !== null
        ? expectedSplit({
            ...one.split,
            capacityTons: input.capacityTons,
            flowCfm: flow.flowCfm,
            flowPlusMinusCfm: flow.plusMinusCfm,
            pressurePsia,
          })
        : null,
    loudest: supply.length > 0 ? supply.reduce((a, b) => (b.faceFpm > a.faceFpm ? b : a)) : null,
    ductCoefficient: flow && externalInWc !== null && externalInWc > 0 ? ductCoefficient(externalInWc, flow.flowCfm) : null,
    filterCoefficient:
      flow && beforeFilter !== undefined && afterFilter !== undefined && beforeFilter > afterFilter
        ? ductCoefficient(beforeFilter - afterFilter, flow.flowCfm)
        : null,
  }
}

/** The table's own spread and what two probes may be off by, through the slope of the tap's line. */
function tableUncertaintyCfm(input: AirflowInput, one: TryInput, externalInWc: number, flowCfm: number): number {
  const own = UNCERTAINTY.tableShare * flowCfm
  const { blower } = input
  const { tap } = one
  if (!blower || tap === null) return own
  const step = 0.05
  const [low, high] = [externalInWc - step, externalInWc + step].map((p) => tableFlow(blower.table, tap, p, one.adjustPct))
  const slope = low?.ok && high?.ok ? (high.flowCfm - low.flowCfm) / (2 * step) : 0
  // External static is the difference of two probes; without an instrument, what probes repeat within.
  const gauge = input.instruments.static
  const probe = gauge ? Math.max(instrumentPlusMinus(gauge, externalInWc), PROBE_REPEAT_IN_WC / 2) : PROBE_REPEAT_IN_WC
  return Math.hypot(own, slope * probe)
}

function returnGrilleEstimate(one: TryInput, { returnGrilles: count, instruments }: AirflowInput): FlowEstimate | null {
  const grilles = one.grilles.filter((grille) => grille.side === 'return' && grille.areaFt2 !== null && grille.freeArea !== null)
  if (grilles.length === 0 || grilles.length < count) return null
  const flows = grilles.map((grille) => grilleFlowCfm(grille.faceFpm, grille.areaFt2 as number, grille.freeArea as number))
  const flowCfm = flows.reduce((sum, flow) => sum + flow, 0)
  // Still air at the grille is a blower that stands, or a meter that was not on: no flow to reckon with.
  if (!(flowCfm > 0)) return null
  return {
    method: 'return-grilles',
    flowCfm,
    // The free-area factor is the maker's and common to all, so the parts do not average out.
    plusMinusCfm: Math.hypot(UNCERTAINTY.grilleShare, (instruments.velocity?.accuracyPct ?? 0) / 100) * flowCfm,
    readingIds: grilles.map((grille) => grille.id),
  }
}

/** Every return grille under a hood; as many as there are. */
function hoodEstimate(one: TryInput, { returnGrilles, instruments }: AirflowInput): FlowEstimate | null {
  const hoods = one.hoods.filter((hood) => hood.side === 'return')
  const flowCfm = hoods.reduce((sum, hood) => sum + hood.flowCfm, 0)
  if (hoods.length < returnGrilles || !(flowCfm > 0)) return null
  const hood = instruments.flow
  const plusMinusCfm = hood
    ? hoods.reduce((sum, read) => sum + instrumentPlusMinus(hood, read.flowCfm), 0)
    : UNCERTAINTY.hoodShare * flowCfm
  return { method: 'return-hoods', flowCfm, plusMinusCfm: Math.max(plusMinusCfm, 1), readingIds: hoods.map((read) => read.id) }
}

/** The last traverse of which every point was read. */
function traverseEstimate(one: TryInput, air: AirState): FlowEstimate | null {
  for (const { id, duct, pressuresInWc, airF } of one.traverses.toReversed()) {
    const plan = duct ? traversePlan(duct) : null
    if (!duct || !plan?.ok) continue
    const { result } = judgeTraverse(duct, plan.value, pressuresInWc, densityAt(air, airF))
    if (result) return { method: 'traverse', flowCfm: result.flowCfm, plusMinusCfm: result.plusMinusCfm, readingIds: [id] }
  }
  return null
}

/** Density of the room's air at another temperature, lb/ft³. Source: as `moistDensityLbFt3`, water kept. */
export const densityAt = (air: AirState, temperatureF: number | null): number =>
  temperatureF === null ? air.densityLbFt3 : moistDensityLbFt3(temperatureF, air.humidityRatio, air.pressurePsia)

function plateEstimate(one: TryInput, air: AirState): FlowEstimate | null {
  if (!one.plate) return null
  const { id, factor, dpInWc, normalStaticInWc, testStaticInWc } = one.plate
  const test = plateFlowCfm(factor, dpInWc, air.densityLbFt3)
  if (!(test > 0)) return null
  const flowCfm =
    normalStaticInWc !== null && testStaticInWc !== null ? plateCorrectedCfm(test, normalStaticInWc, testStaticInWc) : test
  return { method: 'plate', flowCfm, plusMinusCfm: UNCERTAINTY.plateShare * flowCfm, readingIds: [id] }
}

/** A furnace's own fire as the known heat; on the tap that it fires on. */
function furnaceEstimate(one: TryInput, input: AirflowInput, factor: number): FlowEstimate | null {
  if (!one.firing) return null
  const { heatBtuH, returnDbF, supplyDbF } = one.firing
  const flow = flowFromRise(heatBtuH, supplyDbF - returnDbF, factor)
  if (!flow.ok) return null
  const share = Math.hypot(UNCERTAINTY.gasShare, (thermometerF(input) * Math.SQRT2) / (supplyDbF - returnDbF))
  return { method: 'furnace-rise', flowCfm: flow.value, plusMinusCfm: share * flow.value, readingIds: [] }
}

/** What a thermometer may be off by between two readings of the same one. */
const thermometerF = ({ instruments }: AirflowInput): number =>
  instruments.temperature ? instrumentPlusMinus(instruments.temperature, 0) : UNCERTAINTY.thermometerF

function riseEstimate(one: TryInput, input: AirflowInput, factor: number): FlowEstimate | null {
  if (!one.rise) return null
  const { rise } = one
  const heat = heatOutputBtuH({ kind: rise.phases === 3 ? 'electric-3ph' : 'electric-1ph', volts: rise.volts, amps: rise.amps })
  const riseF = rise.supplyDbF - rise.returnDbF
  const flow = flowFromRise(heat, riseF, factor)
  if (!flow.ok) return null
  const { voltage, current } = input.instruments
  const share = Math.hypot(
    voltage ? instrumentPlusMinus(voltage, rise.volts) / rise.volts : UNCERTAINTY.voltsShare,
    current ? instrumentPlusMinus(current, rise.amps) / rise.amps : UNCERTAINTY.ampsShare,
    (thermometerF(input) * Math.SQRT2) / riseF,
  )
  return { method: 'heater-rise', flowCfm: flow.value, plusMinusCfm: share * flow.value, readingIds: [rise.id] }
}

/** Face speed grows with flow, so the loudest grille sets a ceiling. */
function noiseCeilingCfm(current: TryResult, maxFaceFpm: number): number | null {
  if (!current.loudest || !current.flow || current.loudest.faceFpm <= 0) return null
  return (current.flow.flowCfm * maxFaceFpm) / current.loudest.faceFpm
}

/** The duct as measured, less its filter, plus a clean one. With a clean filter in already it is the duct itself. */
function cleanDuct(current: TryResult, input: AirflowInput): number | null {
  if (current.ductCoefficient === null) return null
  if (current.input.filter === 'clean') return current.ductCoefficient
  if (current.filterCoefficient === null || !input.cleanFilter) return null
  const clean = ductCoefficient(input.cleanFilter.dropInWc, input.cleanFilter.atFlowCfm)
  return current.ductCoefficient - current.filterCoefficient + Math.min(clean, current.filterCoefficient)
}
