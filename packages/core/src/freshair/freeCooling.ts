import { type AirState, enthalpyBtuLb, saturatedRatio, specificVolumeFt3Lb } from '../air/psychrometrics.ts'
import type { WeatherHours } from './weatherYear.ts'

/** By what outdoor air is judged good for cooling. */
export const CHANGEOVERS = {
  'fixed-dry-bulb': 'Fixed dry bulb',
  'differential-dry-bulb': 'Differential dry bulb',
  'fixed-enthalpy': 'Fixed enthalpy with fixed dry bulb',
  'differential-enthalpy': 'Differential enthalpy with fixed dry bulb',
  none: 'No free cooling',
} as const
export type ChangeoverKind = keyof typeof CHANGEOVERS

export interface Changeover {
  kind: ChangeoverKind
  /** A limit that is null does not act. */
  limitF: number | null
  limitBtuLb: number | null
  lockoutBelowF: number | null
  /** Differential: how much below the return the outdoor air has to be. */
  offsetF?: number
}

/** Outdoor air that may cool: not colder than `fromF`, not warmer than `toF`, no more heat in it than `toBtuLb`. */
interface Bounds {
  fromF: number
  toF: number
  toBtuLb: number
}

/** A rule as bounds beside one state of the return air. Source: economizer high limits of ASHRAE 90.1 §6.5.1.1.3; the limits are inputs. */
function boundsOf(c: Changeover, returnF: number, returnBtuLb: number): Bounds {
  const fromF = c.lockoutBelowF ?? Number.NEGATIVE_INFINITY
  const limitF = c.limitF ?? Number.POSITIVE_INFINITY
  const none = { fromF, toF: limitF, toBtuLb: Number.POSITIVE_INFINITY }
  switch (c.kind) {
    case 'fixed-dry-bulb':
      return none
    case 'differential-dry-bulb':
      return { ...none, toF: returnF - (c.offsetF ?? 0) }
    case 'fixed-enthalpy':
      return { ...none, toBtuLb: c.limitBtuLb ?? Number.POSITIVE_INFINITY }
    case 'differential-enthalpy':
      return { ...none, toBtuLb: returnBtuLb }
    case 'none':
      return { ...none, toF: Number.NEGATIVE_INFINITY }
  }
}

/** Whether outdoor air may cool now. Source: `boundsOf`. Valid: states at one pressure. */
export function allowsFreeCooling(
  c: Changeover,
  outdoorF: number,
  outdoorBtuLb: number,
  returnF: number,
  returnBtuLb: number,
): boolean {
  const { fromF, toF, toBtuLb } = boundsOf(c, returnF, returnBtuLb)
  return outdoorF >= fromF && outdoorF <= toF && outdoorBtuLb <= toBtuLb
}

/** A unit over a year of hours. */
export interface FreeCoolingCase {
  supplyF: number
  back: AirState
  supplyCfm: number
  /** Least outdoor share, whatever the weather. */
  minShare: number
  /** Whether compressors may run beside free cooling. */
  integrated: boolean
  fromHour: number
  toHour: number
  daysPerWeek: number
}

export interface FreeCoolingYear {
  callHours: number
  /** Of the hours in use: those in which outdoor air may cool, needed or not. */
  allowedHours: number
  freeHours: number
  partialHours: number
  mechanicalHours: number
  sensibleBtu: number
  totalBtu: number
  baselineSensibleBtu: number
  baselineTotalBtu: number
  savedTotalBtu: number
}

/** What an hour of one kind of changeover came to: index into `HOUR_STATES`. */
export const HOUR_STATES = ['not-called', 'mechanical', 'partial', 'free', 'no-load'] as const

/**
 * Hours and energy of free cooling over a row of hours.
 * Source: mixing and coil by dry-air mass (ASHRAE Fundamentals, "Psychrometrics"); integrated or not as ASHRAE 90.1 §6.5.1
 * has it: not integrated, outdoor air is used only where it carries the whole load. Valid: one supply temperature and flow,
 * one return state. Nothing is allocated in the loop.
 * @param hours filled with what each hour came to, where given
 */
export function freeCoolingYear(
  weather: WeatherHours,
  changeover: Changeover,
  of: FreeCoolingCase,
  hours?: Uint8Array,
): FreeCoolingYear {
  const { outdoorF, humidityRatio, enthalpyBtuLb: enthalpies, pressurePsia } = weather
  const { supplyF, minShare, integrated } = of
  const [tr, wr, hr] = [of.back.dryBulbF, of.back.humidityRatio, of.back.enthalpyBtuLb]
  const saturatedSupply = saturatedRatio(supplyF, pressurePsia)
  const ws = Math.min(wr, saturatedSupply)
  const mass = (60 * of.supplyCfm) / specificVolumeFt3Lb(supplyF, ws, pressurePsia)
  const cr = 0.24 + 0.444 * wr
  const { fromF, toF, toBtuLb } = boundsOf(changeover, tr, hr)
  // Heat of the supply air is a straight line over its water.
  const dryHeat = enthalpyBtuLb(supplyF, 0)
  const heatOfWater = enthalpyBtuLb(supplyF, 1) - dryHeat
  const backHeat = (1 - minShare) * cr * tr
  const backWater = (1 - minShare) * wr
  const backEnthalpy = (1 - minShare) * hr
  let callHours = 0
  let allowedHours = 0
  let freeHours = 0
  let partialHours = 0
  let mechanicalHours = 0
  // Sums begin at −0, which only a double holds: begun at a whole number they would be boxed anew in every hour.
  let sensible = -0
  let total = -0
  let baseSensible = -0
  let baseTotal = -0
  hours?.fill(0)
  const count = outdoorF.length
  for (let day = 0; day * 24 < count; day += 1) {
    if (day % 7 >= of.daysPerWeek) continue
    const end = Math.min(count, day * 24 + of.toHour)
    for (let hour = day * 24 + of.fromHour; hour < end; hour += 1) {
      const to = outdoorF[hour] as number
      const wo = humidityRatio[hour] as number
      const ho = enthalpies[hour] as number
      callHours += 1
      const allowed = to >= fromF && to <= toF && ho <= toBtuLb
      if (allowed) allowedHours += 1
      const co = 0.24 + 0.444 * wo
      // The coil at the least share.
      const wm = backWater + minShare * wo
      const cm = 0.24 + 0.444 * wm
      const over = backHeat + minShare * co * to - cm * supplyF
      if (over <= 0) {
        if (hours) hours[hour] = 4
        continue
      }
      const leastSensible = mass * over
      const heat = backEnthalpy + minShare * ho - dryHeat - heatOfWater * (wm < saturatedSupply ? wm : saturatedSupply)
      const leastTotal = heat > 0 ? mass * heat : 0
      baseSensible += leastSensible
      baseTotal += leastTotal
      if (allowed && to < supplyF) {
        freeHours += 1
        if (hours) hours[hour] = 3
      } else if (allowed && integrated) {
        partialHours += 1
        if (hours) hours[hour] = 2
        if (to > supplyF) {
          mechanicalHours += 1
          sensible += mass * co * (to - supplyF)
          const left = ho - dryHeat - heatOfWater * (wo < saturatedSupply ? wo : saturatedSupply)
          if (left > 0) total += mass * left
        }
      } else {
        mechanicalHours += 1
        if (hours) hours[hour] = 1
        sensible += leastSensible
        total += leastTotal
      }
    }
  }
  return {
    callHours,
    allowedHours,
    freeHours,
    partialHours,
    mechanicalHours,
    sensibleBtu: sensible + 0,
    totalBtu: total + 0,
    baselineSensibleBtu: baseSensible + 0,
    baselineTotalBtu: baseTotal + 0,
    savedTotalBtu: baseTotal - total,
  }
}
