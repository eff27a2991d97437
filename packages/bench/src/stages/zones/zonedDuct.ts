import {
  type AirflowPicture,
  type FanSteps,
  type Found,
  fanOfTap,
  fitNetwork,
  judgeZones,
  type NetworkFit,
  type NetworkReading,
  ok,
  type Refusal,
  type Result,
  ROOM_KINDS,
  type ShareMethod,
  tableFlow,
  type ZoneBranch,
  type ZoneCase,
  type ZoneFan,
  zoneShares,
} from '@ingle/core'
import type { OutletState, SystemState, SystemVisit, ZoneReadingState, ZoneState } from '@ingle/record'
import { found } from '../../findingWords.ts'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { meaningAt, numberAt, rowFor } from '../../ledger/standsAt.ts'
import { refuse } from '../../refusals.ts'
import type { Fires } from '../airflow/fires.ts'

/** A zone with its outlets and what it should get. */
export interface ZoneWithOutlets {
  zone: ZoneState
  outlets: OutletState[]
  /** Of all zones, by the chosen measure; null while it cannot be shared. */
  share: number | null
  designCfm: number | null
}

/** The zoned duct of one system on one visit, as far as it is known. */
export interface ZonedDuct {
  zones: ZoneWithOutlets[]
  shareBy: ShareMethod
  /** Why the zones cannot be shared out; null when they can. */
  unshared: Refusal | null
  fan: Result<ZoneFan & { words: string }>
  readings: (ZoneReadingState & { totalCfm: number | null })[]
  fit: Result<NetworkFit>
  of: Result<ZoneCase>
  /** What stands in the way of a figure without stopping the others. */
  doubts: Found[]
}

/** Everything that the Zones stage works on. */
export function zonedDuct(
  system: SystemState,
  here: SystemVisit,
  picture: AirflowPicture,
  ledger: readonly LedgerRow[],
  fires: Fires,
): ZonedDuct {
  const shareBy = system.zoning.shareBy ?? 'outlets'
  const bare = system.zones.map((zone) => ({ zone, outlets: system.outlets.filter((one) => one.zoneId === zone.id) }))
  const weights = bare.map(({ zone, outlets }) => ({
    outlets: outlets.length,
    loadBtuH: zone.loadBtuH ?? 0,
    designCfm: zone.designCfm ?? 0,
    common: zone.alwaysOpen,
  }))
  const missing = bare.find((_, i) => {
    const one = weights[i] as (typeof weights)[number]
    return (shareBy === 'outlets' ? one.outlets : shareBy === 'load' ? one.loadBtuH : one.designCfm) <= 0
  })
  const shared =
    system.zones.length === 0
      ? refuse('no-zones-yet')
      : missing
        ? refuse('zone-without-measure', {
            zone: missing.zone.name || 'A zone',
            measure: shareBy === 'outlets' ? 'outlets' : shareBy === 'load' ? 'load' : 'design flow',
          })
        : zoneShares(weights, shareBy, 1, 2 ** weights.length - 1)
  const aimCfm = picture.aimCfm
  const zones = bare.map(({ zone, outlets }, i): ZoneWithOutlets => {
    const share = shared.ok ? (shared.value[i] as number) : null
    return {
      zone,
      outlets,
      share,
      designCfm: zone.designCfm ?? (share !== null && aimCfm !== null ? share * aimCfm : null),
    }
  })
  const fan = fanOf(picture)
  const readings = here.zoneReadings.map((one) => ({ ...one, totalCfm: one.flowCfm ?? flowAt(picture, one) }))
  const alwaysOpen = zones.flatMap(({ zone }, i) => (zone.alwaysOpen ? [i] : []))
  const fit = shared.ok
    ? fitNetwork(
        shared.value,
        // What is kept open now need not have been when it was read: each reading names its own.
        [],
        readings.flatMap(({ id, open, supplyInWc, returnInWc, totalCfm }): NetworkReading[] =>
          totalCfm === null
            ? []
            : [{ id, open: zones.map(({ zone }) => open.includes(zone.id)), supplyInWc, returnInWc, flowCfm: totalCfm }],
        ),
      )
    : shared
  return {
    zones,
    shareBy,
    unshared: shared.ok ? null : shared,
    fan,
    readings,
    fit,
    of: fit.ok
      ? fan.ok
        ? ok(caseOf(system, picture, ledger, zones, alwaysOpen, fit.value, fan.value, fireFloor(fires, picture)))
        : fan
      : fit,
    doubts: [
      ...zones
        .flatMap(({ outlets }) => outlets.filter((one) => one.widthIn === 0 || one.heightIn === 0))
        .map((one) => found('outlet-without-area', { outlet: one.name || 'An outlet' })),
      ...readings
        .filter((one) => fan.ok && one.totalCfm === null)
        .map((one) => found('reading-past-table', { open: one.open.length })),
    ],
  }
}

/**
 * What never closes was measured to be enough with every damper shut: then the last zone may close. False while no reading
 * carries it, or while nothing is always open.
 */
export function alwaysOpenSuffices({ of, fit, zones }: ZonedDuct): boolean {
  if (!of.ok || !fit.ok) return false
  const always = zones.flatMap(({ zone }, i) => (zone.alwaysOpen ? [i] : []))
  if (always.length === 0 || !always.every((i) => fit.value.measured[i])) return false
  const judged = judgeZones({ ...of.value, keepsLast: false })
  return judged.ok && judged.value.breaks[always.reduce((mask, i) => mask | (1 << i), 0)] === 0
}

/** What a furnace's high fire needs at least: the flow at the upper end of its rise window. Null without a furnace. */
const fireFloor = ({ high }: Fires, picture: AirflowPicture): number | null =>
  high && high.heatBtuH / (picture.sensibleFactor * high.highF)

/** Free opening of an outlet, ft²; null while its size is not known or is nothing. */
export function effectiveFt2({ widthIn, heightIn, freeArea }: OutletState): number | null {
  const gross = widthIn !== null && heightIn !== null ? (widthIn * heightIn) / 144 : 0
  return gross > 0 ? gross * (freeArea ?? 1) : null
}

/** How a zone's air is shared among its outlets: by their wanted flows where all have one, else evenly. */
export function outletShares(outlets: readonly OutletState[]): number[] {
  const wanted = outlets.map((one) => one.designCfm ?? 0)
  const whole = wanted.every((one) => one > 0) ? wanted.reduce((a, b) => a + b, 0) : 0
  return outlets.map((_, i) => (whole > 0 ? (wanted[i] as number) / whole : 1 / outlets.length))
}

function caseOf(
  system: SystemState,
  picture: AirflowPicture,
  ledger: readonly LedgerRow[],
  zones: readonly ZoneWithOutlets[],
  alwaysOpen: number[],
  fit: NetworkFit,
  fan: ZoneFan,
  fireFloorCfm: number | null,
): ZoneCase {
  const { reliefOpensInWc, coilFloorCfm, closedPct } = system.zoning
  return {
    network: {
      commonResistance: fit.commonResistance,
      branchResistances: fit.branchResistances,
      alwaysOpen,
      fan,
      ...(closedPct ? { closedShare: closedPct / 100 } : {}),
      ...(reliefOpensInWc ? { relief: { opensAtInWc: reliefOpensInWc } } : {}),
    },
    branches: zones.map((one) => branchOf(one, picture.input.rule.maxFaceFpm)),
    limits: {
      heaterFloorCfm: picture.floorCfm ?? fireFloorCfm,
      coilFloorCfm: coilFloorCfm || null,
      maxStaticInWc: picture.input.blower?.ratedStaticInWc ?? null,
    },
    steps: stepsOf(ledger),
    keepsLast: meaningAt(ledger, 'zone.last-open') === 'yes',
  }
}

function branchOf({ zone, outlets, designCfm }: ZoneWithOutlets, ruleFpm: number): ZoneBranch {
  const maxFaceFpm = zone.room ? ROOM_KINDS[zone.room].maxFaceFpm : ruleFpm
  const shares = outletShares(outlets)
  let loudest: ZoneBranch['loudest'] = null
  for (const [i, outlet] of outlets.entries()) {
    const area = effectiveFt2(outlet)
    if (area === null) continue
    const fpmPerCfm = (shares[i] as number) / area
    if (!loudest || fpmPerCfm > loudest.fpmPerCfm) loudest = { name: outlet.name || zone.name, fpmPerCfm, maxFaceFpm }
  }
  return { name: zone.name, designCfm, loudest }
}

/** The named steps of a fan, slowest first. */
export const FAN_STEPS = ['low', 'mid', 'high'] as const

/** The fan steps of a controller that has them, as they stand. */
function stepsOf(ledger: readonly LedgerRow[]): FanSteps | null {
  const [low, mid, high] = FAN_STEPS.map((step) => (numberAt(rowFor(ledger, `fan.step.${step}`)) ?? Number.NaN) / 100)
  return low && mid && high ? { low, mid, high } : null
}

/** The tap that the blower stands on: of the last try, else as it was left. */
function tapOf(picture: AirflowPicture): { tap: number; adjustPct: number } | null {
  const last = picture.tries.findLast((one) => one.input.tap !== null)?.input
  const tap = last?.tap ?? picture.input.leftTap
  return tap === null || tap === undefined ? null : { tap, adjustPct: last?.adjustPct ?? 0 }
}

function flowAt(picture: AirflowPicture, reading: { supplyInWc: number; returnInWc: number }): number | null {
  const stands = tapOf(picture)
  if (!stands || !picture.input.blower) return null
  const flow = tableFlow(picture.input.blower.table, stands.tap, reading.supplyInWc - reading.returnInWc, stands.adjustPct)
  return flow.ok ? flow.flowCfm : null
}

function fanOf(picture: AirflowPicture): Result<ZoneFan & { words: string }> {
  const { blower } = picture.input
  if (!blower) return refuse('no-blower-table')
  const stands = tapOf(picture)
  if (!stands) return refuse('tap-unknown')
  const fan = fanOfTap(blower.table, stands.tap, stands.adjustPct)
  const words = `${blower.name}, ${blower.tapWord} ${blower.table.taps[stands.tap]}`
  return fan.ok ? ok({ ...fan.value, words }) : fan
}
