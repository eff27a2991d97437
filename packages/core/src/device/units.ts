import { BTU_PER_KWH, KJ_KG_IN_BTU_LB } from '../quantity/units.ts'
import { clockText, dateOfYear, ordinalOfYear, readClock, two } from '../times/clockText.ts'
/** Units of settings: what a role counts in, and what a device may count in instead. */

/** `dF` is a difference of temperature, `F` a temperature. */
export type RoleUnit =
  | 'F'
  | 'dF'
  | 's'
  | 'min'
  | 'h'
  | '/h'
  | 'pct'
  | 'ppm'
  | 'count'
  | 'ton'
  | 'inWc'
  | 'cfm'
  | 'BtuLb'
  | 'Hz'
  | 'A'
  /** Minutes after midnight. */
  | 'clock'
  /** A day of every year: its place in a leap year, 1 January 1. */
  | 'date'

/** Units that a profile may name, each with the unit of roles that it converts to: role = device × factor + offset. */
export const DEVICE_UNITS: Readonly<Record<string, { role: RoleUnit; factor: number; offset?: number }>> = {
  '°F': { role: 'F', factor: 1 },
  '°C': { role: 'F', factor: 1.8, offset: 32 },
  'Δ°F': { role: 'dF', factor: 1 },
  'Δ°C': { role: 'dF', factor: 1.8 },
  s: { role: 's', factor: 1 },
  'min as s': { role: 's', factor: 60 },
  min: { role: 'min', factor: 1 },
  's as min': { role: 'min', factor: 1 / 60 },
  'h as min': { role: 'min', factor: 60 },
  h: { role: 'h', factor: 1 },
  'min as h': { role: 'h', factor: 1 / 60 },
  'days as h': { role: 'h', factor: 24 },
  '100 h': { role: 'h', factor: 100 },
  '/h': { role: '/h', factor: 1 },
  '%': { role: 'pct', factor: 1 },
  /** A 2 to 10 V damper signal. */
  'V of 2–10': { role: 'pct', factor: 12.5, offset: -25 },
  'V of 0–10': { role: 'pct', factor: 10 },
  ppm: { role: 'ppm', factor: 1 },
  '×10 ppm': { role: 'ppm', factor: 10 },
  /** Steps that are no percent and no hertz, 0 to 255 or 1 to 15: the last of the range is all there is. */
  'step of n': { role: 'pct', factor: 1 },
  count: { role: 'count', factor: 1 },
  ton: { role: 'ton', factor: 1 },
  'in.wc': { role: 'inWc', factor: 1 },
  /** 1 in.wc = 249.08891 Pa (NIST SP 811). */
  Pa: { role: 'inWc', factor: 1 / 249.08891 },
  cfm: { role: 'cfm', factor: 1 },
  /** 1 cfm = 0.4719474432 L/s, exactly. */
  'L/s': { role: 'cfm', factor: 1 / 0.4719474432 },
  'm³/h': { role: 'cfm', factor: 1 / 1.69901079552 },
  'Btu/lb': { role: 'BtuLb', factor: 1 },
  'kJ/kg': { role: 'BtuLb', ...KJ_KG_IN_BTU_LB },
  Hz: { role: 'Hz', factor: 1 },
  /** A drive that counts in tenths. */
  '0.1 Hz': { role: 'Hz', factor: 0.1 },
  A: { role: 'A', factor: 1 },
  '24 h clock': { role: 'clock', factor: 1 },
  '12 h clock': { role: 'clock', factor: 1 },
  'day.month': { role: 'date', factor: 1 },
  'month/day': { role: 'date', factor: 1 },
  /** 1 kW of cooling = 3412.142 / 12000 ton. */
  kW: { role: 'ton', factor: BTU_PER_KWH / 12_000 },
}

/** How a unit is written after a number. */
export const UNIT_SIGN: Readonly<Record<RoleUnit, string>> = {
  F: '°F',
  dF: '°F',
  s: 's',
  min: 'min',
  h: 'h',
  '/h': '/h',
  pct: '%',
  ppm: 'ppm',
  count: '',
  ton: 'ton',
  inWc: 'in.wc',
  cfm: 'cfm',
  BtuLb: 'Btu/lb',
  Hz: 'Hz',
  A: 'A',
  clock: '',
  date: '',
}

/** The unit of a range, and how far it goes: "step of n" is of its last. */
export interface Counted {
  unit: string
  max: number
}

/** The sign after a number of a device; `Δ°C` and `min as s` are names of a conversion, not what a display shows. */
export const deviceSign = ({ unit, max }: Counted): string => {
  if (unit === STEPS) return `of ${max}`
  const [shown = ''] = unit.replace('Δ', '').split(' as ')
  // “25 100 h” would be one number: what is counted in hundreds says so.
  if (/^[\d.]+ (h|Hz)$/.test(shown)) return `×${shown}`
  return shown === 'count' || isSpelledOut(unit) ? '' : shown.startsWith('V of') ? 'V' : shown
}

const STEPS = 'step of n'

export const toRole = (value: number, { unit, max }: Counted): number => {
  if (unit === STEPS) return (100 * value) / max
  const known = DEVICE_UNITS[unit]
  return known ? value * known.factor + (known.offset ?? 0) : value
}

export const fromRole = (value: number, { unit, max }: Counted): number => {
  if (unit === STEPS) return (value * max) / 100
  const known = DEVICE_UNITS[unit]
  return known ? (value - (known.offset ?? 0)) / known.factor : value
}

const isSpelledOut = (unit: string) => DEVICE_UNITS[unit]?.role === 'clock' || DEVICE_UNITS[unit]?.role === 'date'

/** A figure of a range as the display writes it: "5:45 AM" where it counts minutes after midnight on a clock of 12 hours. */
export function spellNumber(value: number, unit: string): string {
  switch (unit) {
    case '24 h clock':
      return clockText(value)
    case '12 h clock':
      return `${Math.floor(value / 60) % 12 || 12}:${two(value % 60)} ${value < 720 ? 'AM' : 'PM'}`
    case 'day.month': {
      const { month, day } = dateOfYear(value)
      return `${day}.${month}.`
    }
    case 'month/day': {
      const { month, day } = dateOfYear(value)
      return `${month}/${day}`
    }
    default:
      return tidyNumber(value)
  }
}

/** The figure of such a writing; not a number where it is none. */
export function readSpelled(text: string, unit: string): number {
  if (text.trim() === '') return Number.NaN
  switch (unit) {
    case '24 h clock':
    case '12 h clock':
      return readClock(text) ?? Number.NaN
    case 'day.month':
    case 'month/day': {
      const parts = /^(\d{1,2})[./](\d{1,2})\.?$/.exec(text.trim())
      const [first, second] = [Number(parts?.[1]), Number(parts?.[2])]
      return parts ? (unit === 'day.month' ? ordinalOfYear(second, first) : ordinalOfYear(first, second)) : Number.NaN
    }
    default:
      return Number(text)
  }
}

/** A number without the noise of binary fractions: at most four decimals. */
export const tidyNumber = (value: number): string => String(Math.round(value * 10_000) / 10_000 || 0)
