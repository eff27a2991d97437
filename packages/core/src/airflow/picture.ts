import { airFactors } from '../air/factors.ts'
import { type AirState, airState, standardPressurePsia } from '../air/psychrometrics.ts'
import { ductCoefficient, type TableFlow } from './blowerTable.ts'
import { type CombinedFlow, combineFlows } from './combine.ts'
import { expectedSplit, type SplitRange } from './expectedSplit.ts'
import type { AirflowInput, BlowerData, GrilleReading, TryInput } from './input.ts'
import type { MethodGround } from './methods/method.ts'
import { estimatesOf } from './methods/methods.ts'
import { tableOf } from './methods/table.ts'
import { type StaticWalk, staticWalk } from './staticWalk.ts'
import { chooseTap, type TapChoice, type TapLimits } from './tapChoice.ts'
import { type FlowTarget, flowTarget, targetOf } from './target.ts'

/** One try, with everything that its readings say. */
export interface TryResult {
  input: TryInput
  /** Room air as it was known on this try, and 60·ρ·cp of it. */
  air: AirState
  sensibleFactor: number
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
  const target = input.ratedCfm
    ? targetOf(input.ratedCfm, input.altitudeFt)
    : input.capacityTons === null
      ? null
      : flowTarget(input.capacityTons, input.rule.cfmPerTon, input.altitudeFt)
  const aimCfm = target ? (input.rule.keepMass ? target.altitudeCfm : target.standardCfm) : null
  const tries = input.tries.map((one, i) => {
    // Of this try or an earlier one: what is read later does not change what an earlier try gave.
    const split = input.tries.slice(0, i + 1).findLast((other) => other.split !== null)?.split ?? null
    const { air: its } = roomAir(split, pressurePsia)
    return tryResult(one, { input, air: its, sensibleFactor: airFactors(its).sensible }, aimCfm)
  })
  const current = tries.at(-1) ?? null
  const aimLowCfm = aimCfm === null ? null : aimCfm * (1 - input.rule.bandPct / 100)
  const aimHighCfm = aimCfm === null ? null : aimCfm * (1 + input.rule.bandPct / 100)
  const floorCfm = heaterFloorCfm(input)
  const loudest = tries.findLast((one) => one.loudest !== null && one.flow !== null) ?? null
  const ceilingCfm = loudest ? noiseCeilingCfm(loudest, input.rule.maxFaceFpm) : null
  const basis = tries.findLast((one) => one.ductCoefficient !== null) ?? null
  const cleanCoefficient = basis ? cleanDuct(basis, input) : null
  const filterChanged = current?.input.filter === 'clean' && basis?.input.filter === 'as-found'
  const ductCoefficient = filterChanged ? cleanCoefficient : (basis?.ductCoefficient ?? null)
  const limits: TapLimits = {
    floorCfm: floorBindsCooling(input) ? floorCfm : null,
    ceilingCfm,
    maxStaticInWc: input.blower?.ratedStaticInWc ?? null,
    keepsBand: true,
    heatFlows: [
      ...(input.fires ?? []).map(({ heatBtuH, lowF, highF }) => ({
        leastCfm: heatBtuH / (factor * highF),
        mostCfm: heatBtuH / (factor * lowF),
      })),
      ...(floorCfm === null ? [] : [{ leastCfm: floorCfm, mostCfm: null }]),
    ],
  }
  const choose = (coefficient: number | null) =>
    coefficient !== null && input.blower && aimCfm !== null
      ? chooseTap(input.blower.table, coefficient, aimCfm, limits, adjustsOf(input.blower, current), input.rule.bandPct)
      : null
  return {
    input,
    pressurePsia,
    air,
    airAssumed,
    sensibleFactor: factor,
    target,
    aimCfm,
    aimLowCfm,
    aimHighCfm,
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

/** The heater's least flow binds the tap of cooling: it blows with that one, and no other can be given to it. */
export const floorBindsCooling = (input: Pick<AirflowInput, 'heaterOnThisTap' | 'heatTapOffered'>): boolean =>
  input.heaterOnThisTap && !input.heatTapOffered

/** What may be set: what the device offers, and what it was seen to run on. */
const adjustsOf = (blower: BlowerData, current: TryResult | null): number[] => [
  ...new Set([...blower.adjustsPct, current?.input.adjustPct ?? 0]),
]

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

function tryResult(one: TryInput, ground: MethodGround, aimCfm: number | null): TryResult {
  const { input, air } = ground
  const walk = staticWalk(one.probes)
  const { externalInWc } = walk
  const flow = combineFlows(estimatesOf(one, ground))
  const supply = one.grilles.filter((grille) => grille.side === 'supply')
  const beforeFilter = one.probes['before-filter']
  const afterFilter = one.probes['after-filter']
  return {
    input: one,
    air,
    sensibleFactor: ground.sensibleFactor,
    walk,
    externalInWc,
    table: tableOf(one, input),
    flow,
    splitF: one.split ? one.split.returnDbF - one.split.supplyDbF : null,
    expectedSplit:
      one.split && flow && input.capacityTons !== null && aimCfm !== null
        ? expectedSplit({
            ...one.split,
            capacityTons: input.capacityTons,
            ratedFlowCfm: aimCfm,
            flowCfm: flow.flowCfm,
            flowPlusMinusCfm: flow.plusMinusCfm,
            pressurePsia: air.pressurePsia,
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
