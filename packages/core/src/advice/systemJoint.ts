import { type OperatingPoint, tapOnDuct } from '../airflow/blowerTable.ts'
import type { AirflowPicture } from '../airflow/picture.ts'
import { bandThatHolds } from '../airflow/tapChoice.ts'
import { fanOfTap } from '../zones/fan.ts'
import { judgeZones, type ZoneCase } from '../zones/judge.ts'
import type { JointConstraint, JointProblem, Knob } from './joint.ts'
import { percent, type Show, signedPct } from './show.ts'

/** Needs that a blower's tap serves, with the role of the setting that picks it. */
export const TAP_NEEDS = {
  cool: 'airflow.cool',
  coolLow: 'airflow.cool.low',
  heat: 'airflow.heat',
  heatLow: 'airflow.heat.low',
  continuous: 'airflow.continuous',
} as const
export type TapNeed = keyof typeof TAP_NEEDS

/** The role of the setting that moves all taps by a share. */
export const ADJUST_ROLE = 'airflow.adjust'

/** Heat of a fire into the air, and the rise that its plate allows. */
interface FireWindow {
  heatBtuH: number
  lowF: number
  highF: number
}

export interface JointInput {
  picture: AirflowPicture
  /** For each need that this device sets: its values, and the tap that each stands for (null: the same as cooling). */
  taps: readonly { need: TapNeed; label: string; values: readonly string[]; tapOf: readonly (number | null)[] }[]
  /** A furnace: heat into the air on each fire, and the window of its plate; a fire that nobody knows is null. */
  fires: { high: FireWindow | null; low: FireWindow | null } | null
  /** The zoned duct, where there is one; its fan is put in by tap. */
  zones: ZoneCase | null
  show: Show
}

/** Low stage and continuous fan, as shares of the flow of full cooling. House figures; a maker's own go first. */
const LOW_STAGE_SHARE = 0.7
const CONTINUOUS_SHARE = 0.5

/**
 * What is chosen first where the needs pull an adjust different ways: cooling, as on the Blower and in the ledger, then the
 * fires, then the rest. So far apart that a later one only decides between equals.
 */
const RANK: Record<TapNeed, number> = { cool: 1e6, heat: 1e3, heatLow: 1, coolLow: 1e-3, continuous: 1e-3 }

export interface SystemJoint extends JointProblem {
  /** What a knob brings on the measured duct in a choice; null off the table, and for the adjust, which brings nothing itself. */
  pointAt: (knob: number, choice: readonly number[]) => OperatingPoint | null
  /** What has to be known before any set may be aimed at, in words; nothing: all of it is. */
  unknown: readonly string[]
}

/** Choices that one problem may have: more, and the adjust is left where it is. */
const MOST_CHOICES = 300_000

/**
 * Taps of a system as one problem: every tap that has to be chosen, and everything that has to hold at once: aim, floors,
 * window of the furnace, static, noise, order of the stages, zones. Null until duct and table are known.
 * Sources: as `chooseTap`, `judgeZones`. A limit that rests on a reading is as good as the reading.
 */
export function systemJoint({ picture, taps, fires, zones, show }: JointInput): SystemJoint | null {
  const { input, sensibleFactor } = picture
  const coefficient = picture.cleanCoefficient ?? picture.ductCoefficient
  const { blower } = input
  const { aimCfm } = picture
  if (!blower || coefficient === null || aimCfm === null) return null
  const cool = taps.findIndex((one) => one.need === 'cool')
  if (cool < 0) return null
  const now = picture.current?.input.adjustPct ?? 0
  const offered = [...new Set([...blower.adjustsPct, now])]
  const adjusts = taps.reduce((count, one) => count * one.values.length, offered.length) > MOST_CHOICES ? [now] : offered
  const knobs = taps.map((one): Knob => ({ id: TAP_NEEDS[one.need], label: one.label, options: one.values }))
  if (adjusts.length > 1) knobs.push({ id: ADJUST_ROLE, label: 'Adjust', options: adjusts.map(String) })
  const adjustAt = (choice: readonly number[]): number => (adjusts.length > 1 ? (choice[taps.length] as number) : 0)
  const onDuct = blower.table.taps.map((_, tap) => adjusts.map((pct) => tapOnDuct(blower.table, tap, coefficient, pct)))
  const pointAt = (knob: number, choice: readonly number[]): OperatingPoint | null => {
    const of = taps[knob]
    if (!of) return null
    const tap = of.tapOf[choice[knob] as number] ?? taps[cool]?.tapOf[choice[cool] as number]
    return tap === null || tap === undefined ? null : (onDuct[tap]?.[adjustAt(choice)] ?? null)
  }
  const flowAt = (knob: number, choice: readonly number[]): number => pointAt(knob, choice)?.flowCfm ?? Number.NaN
  /** A tap that leaves the table breaks whatever is asked of it. */
  const orOff = (value: number): number => (Number.isNaN(value) ? 1 : value)
  const constraints: JointConstraint[] = []
  const add = (id: string, says: string, on: readonly number[], beyond: (choice: readonly number[]) => number, hard = false) =>
    constraints.push({
      id,
      says,
      knobs: adjusts.length > 1 ? [...on, taps.length] : on,
      beyond: (choice) => orOff(beyond(choice)),
      hard,
    })
  const indexOf = (need: TapNeed) => taps.findIndex((one) => one.need === need)
  const low = indexOf('coolLow')
  const heat = indexOf('heat')
  const heatLow = indexOf('heatLow')
  const continuous = indexOf('continuous')

  const coolFlows = onDuct.flatMap((points) => points.flatMap((point) => (point ? [point.flowCfm] : [])))
  const heaterFloor = heat < 0 ? picture.floorCfm : null
  const band = bandThatHolds(aimCfm, input.rule.bandPct, coolFlows, heaterFloor)
  add(
    'aim',
    `Cooling brings ${show('flow', band.lowCfm)} to ${show('flow', band.highCfm)}, the aim by “${input.rule.name}”`,
    [cool],
    (choice) => {
      const flow = flowAt(cool, choice)
      return Math.max(band.lowCfm / flow - 1, flow / band.highCfm - 1)
    },
  )
  const { ratedStaticInWc } = blower
  if (ratedStaticInWc !== null)
    add(
      'static',
      `The cabinet stays within its rated static of ${show('static', ratedStaticInWc)}`,
      taps.map((_, i) => i),
      (choice) => Math.max(...taps.map((_, i) => (pointAt(i, choice)?.staticInWc ?? Number.NaN) / ratedStaticInWc - 1)),
    )
  const ceiling = picture.ceilingCfm
  if (ceiling !== null)
    add(
      'noise',
      `No grille is heard: at most ${show('flow', ceiling)}, by the loudest one`,
      taps.map((_, i) => i),
      (choice) => Math.max(...taps.map((_, i) => flowAt(i, choice) / ceiling - 1)),
    )
  const floor = picture.floorCfm
  if (floor !== null) {
    const on = heat < 0 ? cool : heat
    add(
      'heater',
      `The ${input.heaterKw} kW heater gets its ${show('flow', floor)}`,
      [on],
      (choice) => 1 - flowAt(on, choice) / floor,
      true,
    )
  }
  const window = (knob: number, fire: FireWindow, id: string, name: string) =>
    add(
      id,
      `${name} stays within the plate’s rise of ${show('temperatureDifference', fire.lowF, { bare: true })} to ${show('temperatureDifference', fire.highF)}`,
      [knob],
      (choice) => {
        const riseF = fire.heatBtuH / (sensibleFactor * flowAt(knob, choice))
        return Math.max(riseF / fire.highF - 1, fire.lowF / riseF - 1)
      },
      true,
    )
  if (fires?.high && heat >= 0) window(heat, fires.high, 'rise-high-fire', 'High fire')
  if (fires?.low && heatLow >= 0) window(heatLow, fires.low, 'rise-low-fire', 'Low fire')
  const order = (below: number, above: number, id: string, says: string) =>
    below >= 0 && above >= 0 && add(id, says, [below, above], (choice) => flowAt(below, choice) / flowAt(above, choice) - 1)
  order(low, cool, 'cool-order', 'Low-stage cooling blows no more than full cooling')
  order(heatLow, heat, 'heat-order', 'Low fire blows no more than high fire')
  order(continuous, low >= 0 ? low : cool, 'continuous-order', 'The fan between calls blows no more than the lowest stage')
  if (zones) {
    const worstBy = onDuct.map((_, tap) =>
      adjusts.map((pct) => {
        const fan = fanOfTap(blower.table, tap, pct)
        const judged = fan.ok ? judgeZones({ ...zones, network: { ...zones.network, fan: fan.value } }) : fan
        if (!judged.ok) return 1
        const [worst] = judged.value.order
        return worst === undefined ? 0 : (judged.value.severity[worst] as number)
      }),
    )
    add('zones', 'Every combination of zones stays within its limits', [cool], (choice) => {
      const tap = taps[cool]?.tapOf[choice[cool] as number]
      return tap === null || tap === undefined ? 0 : (worstBy[tap]?.[adjustAt(choice)] ?? 0)
    })
  }
  // A heater asks for the least flow that is enough, and for none of its own where it may blow with the cooling tap.
  const byFloor = heat >= 0 && !fires && floor !== null
  const wishes = taps.map((one): number | null => {
    if (one.need === 'cool') return aimCfm
    if (one.need === 'coolLow') return aimCfm * LOW_STAGE_SHARE
    if (one.need === 'continuous') return aimCfm * CONTINUOUS_SHARE
    if (!fires) return one.need === 'heatLow' ? aimCfm * LOW_STAGE_SHARE : byFloor ? floor : aimCfm
    const fire = one.need === 'heat' ? fires.high : fires.low
    return fire && fire.heatBtuH / (sensibleFactor * ((fire.lowF + fire.highF) / 2))
  })
  const same = byFloor ? (taps[heat]?.tapOf.indexOf(null) ?? -1) : -1
  return {
    knobs,
    constraints,
    pointAt,
    unknown: [
      ...(ratedStaticInWc === null ? ['the rated static of the cabinet, from its plate or manual'] : []),
      ...(fires && heat >= 0 && !fires.high ? ['what the plate says of the high fire: its input and its rise'] : []),
      ...(fires && heatLow >= 0 && !fires.low ? ['what the plate says of the low fire: its input and its rise'] : []),
      ...(!fires && heat >= 0 && input.heaterKw === null ? ['which heater is fitted, or that there is none'] : []),
      ...(!fires && heat >= 0 && input.heaterKw && floor === null ? [`the least flow of the ${input.heaterKw} kW heater`] : []),
    ],
    cost: (choice) =>
      wishes.reduce<number>((sum, wish, i) => {
        if (wish === null || (i === heat && choice[i] === same)) return sum
        const flow = flowAt(i, choice)
        const off = Number.isNaN(flow) ? 10 : Math.abs(flow / wish - 1)
        const before = RANK[taps[i]?.need as TapNeed]
        if (i !== cool) return sum + off * before
        // As `chosenFrom` ranks cooling by itself: an adjust, or a flow outside the band, comes after all that needs neither.
        const bandShare = input.rule.bandPct / 100
        return sum + (off + (adjusts[adjustAt(choice)] === 0 && off <= bandShare ? 0 : bandShare)) * before
      }, 0),
  }
}

/** An option as it is said: the adjust by its sign. */
export const optionSaid = ({ id, options }: Knob, at: number): string =>
  id === ADJUST_ROLE ? signedPct(Number(options[at])) : (options[at] ?? '')

/** How far beyond, as a person says it. */
export const beyondWords = (beyond: number): string => (beyond <= 1e-9 ? 'it holds' : `beyond by ${percent(beyond)}`)
