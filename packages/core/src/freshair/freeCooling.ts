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

/**
 * Whether outdoor air may cool now. Source: economizer high limits of ASHRAE 90.1 §6.5.1.1.3; the limits are inputs.
 * Valid: states at one pressure. No allocation.
 */
export function allowsFreeCooling(
  c: Changeover,
  outdoorF: number,
  outdoorBtuLb: number,
  returnF: number,
  returnBtuLb: number,
): boolean {
  if (c.lockoutBelowF !== null && outdoorF < c.lockoutBelowF) return false
  const underLimit = c.limitF === null || outdoorF <= c.limitF
  switch (c.kind) {
    case 'fixed-dry-bulb':
      return underLimit
    case 'differential-dry-bulb':
      return outdoorF <= returnF - (c.offsetF ?? 0)
    case 'fixed-enthalpy':
      return underLimit && (c.limitBtuLb === null || outdoorBtuLb <= c.limitBtuLb)
    case 'differential-enthalpy':
      return underLimit && outdoorBtuLb <= returnBtuLb
    case 'none':
      return false
  }
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
  const { supplyF, back, minShare, integrated } = of
  const [tr, wr, hr] = [back.dryBulbF, back.humidityRatio, back.enthalpyBtuLb]
  const saturatedSupply = saturatedRatio(supplyF, pressurePsia)
  const ws = Math.min(wr, saturatedSupply)
  const mass = (60 * of.supplyCfm) / specificVolumeFt3Lb(supplyF, ws, pressurePsia)
  const cr = 0.24 + 0.444 * wr
  let [callHours, allowedHours, freeHours, partialHours, mechanicalHours] = [0, 0, 0, 0, 0]
  let [sensible, total, baseSensible, baseTotal] = [0, 0, 0, 0]
  for (let hour = 0; hour < outdoorF.length; hour += 1) {
    const to = outdoorF[hour] as number
    const wo = humidityRatio[hour] as number
    const ho = enthalpies[hour] as number
    const ofDay = hour % 24
    if (Math.floor(hour / 24) % 7 >= of.daysPerWeek || ofDay < of.fromHour || ofDay >= of.toHour) {
      if (hours) hours[hour] = 0
      continue
    }
    callHours += 1
    const allowed = allowsFreeCooling(changeover, to, ho, tr, hr)
    if (allowed) allowedHours += 1
    const co = 0.24 + 0.444 * wo
    // The coil at the least share.
    const wm = (1 - minShare) * wr + minShare * wo
    const cm = 0.24 + 0.444 * wm
    const tm = ((1 - minShare) * cr * tr + minShare * co * to) / cm
    const loaded = tm > supplyF
    const leastSensible = loaded ? mass * cm * (tm - supplyF) : 0
    const leastTotal = loaded
      ? mass *
        Math.max(0, (1 - minShare) * hr + minShare * ho - enthalpyBtuLb(supplyF, wm < saturatedSupply ? wm : saturatedSupply))
      : 0
    baseSensible += leastSensible
    baseTotal += leastTotal
    if (!loaded) {
      if (hours) hours[hour] = 4
      continue
    }
    if (allowed && to < supplyF) {
      freeHours += 1
      if (hours) hours[hour] = 3
      continue
    }
    mechanicalHours += 1
    if (allowed && integrated) {
      partialHours += 1
      if (hours) hours[hour] = 2
      if (to > supplyF) {
        sensible += mass * co * (to - supplyF)
        total += mass * Math.max(0, ho - enthalpyBtuLb(supplyF, wo < saturatedSupply ? wo : saturatedSupply))
      } else mechanicalHours -= 1
    } else {
      if (hours) hours[hour] = 1
      sensible += leastSensible
      total += leastTotal
    }
  }
  return {
    callHours,
    allowedHours,
    freeHours,
    partialHours,
    mechanicalHours,
    sensibleBtu: sensible,
    totalBtu: total,
    baselineSensibleBtu: baseSensible,
    baselineTotalBtu: baseTotal,
    savedTotalBtu: baseTotal - total,
  }
}
