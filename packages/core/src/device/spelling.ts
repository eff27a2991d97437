import { list } from '../advice/show.ts'
import { parseReading, readNumber } from '../quantity/parse.ts'
import { BASE_UNITS, chosenUnit, fromBase, type UnitChoice } from '../quantity/units.ts'
import { clockText, readClock, sayDateOfYear } from '../times/clockText.ts'
import { roleOf } from './roles.ts'
import type { DeviceSetting } from './setting.ts'
import { deviceSign, readSpelled, spellNumber, tidyNumber, toRole, UNIT_SIGN } from './units.ts'

/** How a device can be set to what a role asks. Nothing is rounded without saying so. */
export type Expressed =
  | { fit: 'exact'; value: string }
  /** The nearest that it offers; `gives` is what that means in the language of roles. */
  | { fit: 'nearest'; value: string; gives: string; reason: string }
  | { fit: 'none'; reason: string }

/** Two numbers this near are one: a step of a device is never finer. */
const SAME = 1e-6
/** Above this a bare figure on a size jumper is no tons. */
export const MOST_TONS = 12

/** The values of a number setting that a device offers, at most this many are listed. */
const MOST_STEPS = 5000

/**
 * How this device spells a value of a role.
 * @param value in the language of roles: an option's id, or a number in the role's unit written with a dot
 * @param units of the reader of its reason
 */
export function express(setting: DeviceSetting, value: string, units: UnitChoice = BASE_UNITS): Expressed {
  const role = setting.role === undefined ? null : roleOf(setting.role)
  if (!role || role.values.kind === 'own' || role.values.kind === 'text') return ownValue(setting, value, units)
  if (role.values.kind === 'choice') {
    const spelled = setting.values.find((one) => meaningOf(setting, one) === value)
    if (spelled !== undefined) return { fit: 'exact', value: spelled }
    const offers = [...new Set(setting.values.map((one) => sayMeaning(setting, meaningOf(setting, one), units)))]
    return {
      fit: 'none',
      reason: `${setting.label} has no “${sayMeaning(setting, value, units)}”${offers.length > 0 ? `; it offers ${list(offers)}` : ''}.`,
    }
  }
  // A word beside figures: a period that is off.
  const word = setting.values.find((one) => meaningOf(setting, one) === value)
  if (word !== undefined) return { fit: 'exact', value: word }
  const asked = Number(value)
  if (value.trim() === '' || !Number.isFinite(asked)) return { fit: 'none', reason: `“${value}” is not a number.` }
  return nearest(setting, asked, units)
}

function ownValue(setting: DeviceSetting, value: string, units: UnitChoice = BASE_UNITS): Expressed {
  if (setting.range && Number.isFinite(Number(value))) return nearest(setting, Number(value), units)
  if (setting.values.length === 0 || setting.values.includes(value)) return { fit: 'exact', value }
  return { fit: 'none', reason: `${setting.label} has no “${value}”; it offers ${list(setting.values.slice(0, 12))}.` }
}

/** Settings whose figure is a bound: a limit that ends something is met from below, a least from above. */
const BOUNDS: Readonly<Record<string, 'most' | 'least'>> = {
  'freshair.limit': 'most',
  'freshair.limit.enthalpy': 'most',
  'setpoint.heat.most': 'most',
  'setpoint.cool.least': 'least',
  'drive.most': 'most',
  'drive.least': 'least',
  'control.min-on': 'least',
  'control.min-off': 'least',
}
const BOUND_WORDS = { most: 'the nearest that is no more is', least: 'the nearest that is no less is' } as const

/** The nearest that is offered, on the safe side of a bound where its role is one. */
function nearest(setting: DeviceSetting, asked: number, units: UnitChoice): Expressed {
  const bound = BOUNDS[setting.role ?? '']
  const all = numbersOf(setting)
  const kept = bound ? all.filter(({ means }) => (bound === 'most' ? means <= asked + SAME : means >= asked - SAME)) : all
  const isKept = bound !== undefined && kept.length > 0
  const offered = kept.length > 0 ? kept : all
  let best: { value: string; means: number } | null = null
  for (const one of offered) if (!best || Math.abs(one.means - asked) < Math.abs(best.means - asked) - SAME) best = one
  if (!best)
    return {
      fit: 'none',
      reason: setting.values.some((one) => meaningOf(setting, one).startsWith('size '))
        ? `${setting.label}: what ${list([...setting.values])} mean is not said. Say the size of each in the library, such as “24 = 2”.`
        : `${setting.label} takes no number.`,
    }
  const gives = tidyNumber(best.means)
  // A figure that was carried as text has lost its last decimals: the same text is the same figure.
  if (Math.abs(best.means - asked) < SAME || gives === tidyNumber(asked)) return { fit: 'exact', value: best.value }
  return {
    fit: 'nearest',
    value: best.value,
    gives,
    reason: `${setting.label} cannot be set to ${sayMeaning(setting, tidyNumber(asked), units)}; ${isKept ? BOUND_WORDS[bound] : 'the nearest is'} ${sayNear(setting, best.value, units)}.`,
  }
}

/** A value as the display has it, and what that is in the units of the reader where those are others. */
function sayNear(setting: DeviceSetting, value: string, units: UnitChoice): string {
  const { means, shows } = sayBoth(setting, value, units)
  return shows === null ? means : setting.range ? `${shows} (${means})` : shows
}

/** Every number that a setting offers, with what it means in the role's unit. */
function numbersOf(setting: DeviceSetting): { value: string; means: number }[] {
  const listed = setting.values.flatMap((value) => {
    const means = Number(meaningOf(setting, value))
    return Number.isFinite(means) && value.trim() !== '' ? [{ value, means }] : []
  })
  if (!setting.range) return listed
  const { range } = setting
  const { min, max, step } = range
  const count = Math.min(Math.floor((max - min) / step + SAME), MOST_STEPS)
  return [
    ...listed,
    ...Array.from({ length: count + 1 }, (_, i) => {
      const value = min + i * step
      return { value: spellNumber(value, range.unit), means: toRole(value, range) }
    }),
  ]
}

/** The numbers that a setting can stand at, in the role's unit, ascending. */
export const numbersOffered = (setting: DeviceSetting): number[] =>
  [...new Set(numbersOf(setting).map((one) => one.means))].sort((a, b) => a - b)

/** What a value on the display means in the language of roles; the value itself where the profile says nothing else. */
export function meaningOf(setting: DeviceSetting, value: string): string {
  if (setting.means && Object.hasOwn(setting.means, value)) return setting.means[value] ?? value
  const number = figureIn(setting, value)
  if (setting.range && Number.isFinite(number)) return tidyNumber(toRole(number, setting.range))
  // "36" on a size jumper is no 36 tons: until somebody says what it means, it is a word.
  const values = roleOf(setting.role ?? '')?.values
  if (values?.kind === 'number' && values.unit === 'ton' && number > MOST_TONS) return `size ${value}`
  if (values?.kind === 'number' && values.unit === 'pct' && number > 100) return `step ${value}`
  // "+10%" and "10" are one number.
  if (roleOf(setting.role ?? '')?.values.kind === 'number' && /^[+-]?[\d.]+\s*%?$/.test(value.trim()))
    return tidyNumber(Number.parseFloat(value))
  return value
}

/** The figure of a number setting as its display writes it; not a number for a word. */
const figureIn = ({ range }: DeviceSetting, value: string): number =>
  range ? readSpelled(value, range.unit) : value.trim() === '' ? Number.NaN : Number(value)

/** Quantities of roles that a reader may have chosen another unit for. */
const READ_AS = { F: 'temperature', dF: 'temperatureDifference', ton: 'capacity', inWc: 'static', BtuLb: 'enthalpy' } as const

/** A meaning in words for people, in the units of the reader: "wall controller", "1.8 °F". */
export function sayMeaning(setting: Pick<DeviceSetting, 'role'>, meaning: string, units: UnitChoice): string {
  const role = setting.role === undefined ? null : roleOf(setting.role)
  if (role?.values.kind === 'choice') return role.values.options[meaning] ?? meaning
  if (role?.values.kind === 'number' && meaning.trim() !== '' && Number.isFinite(Number(meaning))) {
    const { unit } = role.values
    if (unit === 'clock') return clockText(Number(meaning))
    if (unit === 'date') return sayDateOfYear(Number(meaning))
    const quantity = Object.hasOwn(READ_AS, unit) ? READ_AS[unit as keyof typeof READ_AS] : undefined
    const chosen = quantity && chosenUnit(quantity, units)
    // In the unit of the role its own digits stay: nothing is rounded there.
    if (chosen && chosen !== chosenUnit(quantity, BASE_UNITS))
      return `${tidyNumber(Number(fromBase(Number(meaning), chosen).toFixed(chosen.decimals)))} ${chosen.symbol}`
    const sign = UNIT_SIGN[unit]
    return `${meaning}${sign === '' ? '' : sign === '%' || sign === '/h' ? sign : ` ${sign}`}`
  }
  return meaning
}

/**
 * What somebody typed as the value of a role that is a number, in the language of roles: bare figures are in the units of
 * the reader. Null where it is no number, or one of another unit.
 */
export function readMeaning(roleId: string, typed: string, units: UnitChoice): string | null {
  const values = roleOf(roleId)?.values
  if (values?.kind !== 'number') return null
  const { unit } = values
  if (Object.hasOwn(READ_AS, unit)) {
    const read = parseReading(typed, READ_AS[unit as keyof typeof READ_AS], units)
    return read.ok ? tidyNumber(read.value.base) : null
  }
  if (unit === 'clock') {
    const minutes = readClock(typed)
    return minutes === null ? null : String(minutes)
  }
  const read = readNumber(typed)
  return read && (read.rest === '' || sameUnit(read.rest, UNIT_SIGN[unit])) ? tidyNumber(read.value) : null
}

/** A value as it is read on the device, with its sign: "0.5 °C", "3". */
export function sayValue(setting: DeviceSetting, value: string): string {
  const sign = setting.range && Number.isFinite(figureIn(setting, value)) ? deviceSign(setting.range) : ''
  return `${value}${sign === '' ? '' : sign === '%' || sign === '/h' ? sign : ` ${sign}`}`
}

/** Value and meaning for a cell: the meaning first, since that is what two devices share. */
export function sayBoth(setting: DeviceSetting, value: string, units: UnitChoice): { means: string; shows: string | null } {
  const means = sayMeaning(setting, meaningOf(setting, value), units)
  const shows = sayValue(setting, value)
  return { means: means === '' ? shows : means, shows: means === shows ? null : shows }
}

/**
 * Reads what somebody typed for a setting: a value of the device, or what it means in words. Null when it is neither.
 * Signs and units may be left off.
 */
export function readValue(setting: DeviceSetting, typed: string): string | null {
  const text = typed.trim()
  const plain = (one: string) => one.toLowerCase().replace(/[\s+%°_-]/g, '')
  const same = (one: string) => one.toLowerCase() === text.toLowerCase()
  const exact =
    setting.values.find(same) ?? setting.values.find((one) => same(sayMeaning(setting, meaningOf(setting, one), BASE_UNITS)))
  if (exact !== undefined) return exact
  // Minus is kept in figures: -10 and 10 are two values.
  if (!/\d/.test(text)) {
    const loose = setting.values.find(
      (one) =>
        plain(one) === plain(text) ||
        plain(meaningOf(setting, one)) === plain(text) ||
        plain(sayMeaning(setting, meaningOf(setting, one), BASE_UNITS)) === plain(text),
    )
    if (loose !== undefined) return loose
  }
  const signed = setting.values.find((one) => one.replace(/[+%\s]/g, '') === text.replace('−', '-').replace(/[+%\s]/g, ''))
  if (signed !== undefined) return signed
  if (setting.range && deviceSign(setting.range) === '' && setting.range.unit !== 'count') {
    const figure = readSpelled(text, setting.range.unit)
    return numbersOf(setting).find((one) => one.means === figure)?.value ?? null
  }
  const figure = figureTyped(text)
  if (figure) {
    const { number } = figure
    const inRole = typedInRole(setting, number, figure.unit)
    // A unit of something else is no unit of this setting: “1 L/s” is no differential.
    if (inRole === null) return null
    const offered = numbersOf(setting).find((one) =>
      inRole === 'as-shown' ? Math.abs(Number(one.value) - number) < SAME : Math.abs(one.means - inRole) < TYPED_SAME,
    )
    if (offered || setting.range) return offered?.value ?? null
  }
  return setting.values.length === 0 && !setting.range && text !== '' ? text : null
}

/** A figure and the unit behind it, as typed for a setting: a comma is a decimal one here. Null where it is no figure. */
function figureTyped(text: string): { number: number; unit: string } | null {
  const match = /^([+-]?[\d.]+)\s*(.*)$/.exec(text.replace('−', '-').replace(/^([+-]?\d*),(\d+)/, '$1.$2'))
  const number = match ? Number(match[1]) : Number.NaN
  return match && Number.isFinite(number) ? { number, unit: match[2] ?? '' } : null
}

/** What somebody typed in another unit was rounded there: 0.6 K for a device that counts in whole °F. */
const TYPED_SAME = 0.051

const DEGREES: Readonly<Record<string, '°F' | '°C'>> = { f: '°F', degf: '°F', c: '°C', k: '°C', degc: '°C' }
const plainUnit = (one: string) => one.toLowerCase().replace(/[\s°.]/g, '')
/** How units of settings are typed beside their signs. */
const TYPED_UNITS: Readonly<Record<string, readonly string[]>> = {
  s: ['sec', 'secs', 'seconds', 'second'],
  min: ['mins', 'minute', 'minutes', 'm'],
  h: ['hr', 'hrs', 'hour', 'hours'],
  '/h': ['cph', 'perhour', '/hr', 'anhour'],
  '%': ['pct', 'percent', '%rh', 'rh'],
  ppm: [],
  ton: ['tons', 't'],
  inwc: ['"', 'in', 'inwg', 'iwc'],
  pa: [],
  v: ['volt', 'volts', 'vdc', 'vac'],
  a: ['amp', 'amps'],
  hz: ['hertz'],
  kw: [],
  'btu/lb': [],
  'kj/kg': [],
}
const sameUnit = (typed: string, sign: string): boolean => {
  const [a, b] = [plainUnit(typed), plainUnit(sign)]
  return a === b || (TYPED_UNITS[b]?.includes(a) ?? false)
}

/**
 * A typed figure in the unit of the role, or `as-shown`: as the display has it, with its sign or without any. Null: the unit
 * measures something else.
 */
function typedInRole(setting: DeviceSetting, number: number, unit: string): number | 'as-shown' | null {
  const values = setting.role === undefined ? undefined : roleOf(setting.role)?.values
  if (unit === '') return 'as-shown'
  const shown = setting.range ? deviceSign(setting.range) : values?.kind === 'number' ? UNIT_SIGN[values.unit] : ''
  if (shown !== '' && sameUnit(unit, shown)) return 'as-shown'
  if (values?.kind !== 'number') return setting.range && shown === '' ? 'as-shown' : null
  const degrees = DEGREES[plainUnit(unit)]
  if (values.unit === 'F' || values.unit === 'dF') {
    if (degrees === undefined) return null
    return values.unit === 'F' ? (degrees === '°C' ? number * 1.8 + 32 : number) : degrees === '°C' ? number * 1.8 : number
  }
  if (sameUnit(unit, UNIT_SIGN[values.unit])) return number
  const seconds = SECONDS.find(([sign]) => sameUnit(unit, sign))?.[1]
  const ofRole = SECONDS.find(([sign]) => sign === values.unit)?.[1]
  return seconds !== undefined && ofRole !== undefined ? (number * seconds) / ofRole : null
}
const SECONDS = [
  ['s', 1],
  ['min', 60],
  ['h', 3600],
] as const

/**
 * What a typed figure with a unit comes to in the language of roles, though the device does not offer it: 1 K is a
 * differential of 1.8 °F. Null where it is no figure of this setting.
 */
export function typedMeaning(setting: DeviceSetting, typed: string): string | null {
  const figure = figureTyped(typed.trim())
  if (!figure) return null
  const { number } = figure
  const inRole = typedInRole(setting, number, figure.unit)
  if (inRole === null) return null
  return tidyNumber(inRole !== 'as-shown' ? inRole : setting.range ? toRole(number, setting.range) : number)
}

/** Every value that a device can stand at, in the order in which its keys run through them. Empty for free words. */
export function everyValue(setting: DeviceSetting): string[] {
  if (!setting.range) return [...setting.values]
  const { min, max, step, unit } = setting.range
  const count = Math.min(Math.floor((max - min) / step + SAME), MOST_STEPS)
  return [...setting.values, ...Array.from({ length: count + 1 }, (_, i) => spellNumber(min + i * step, unit))]
}

/** What could be typed for a setting: for completion and for a refusal that says what there is. */
export function offeredValues(setting: DeviceSetting): string[] {
  if (!setting.range) return [...setting.values]
  const { min, max, step, unit } = setting.range
  const count = Math.floor((max - min) / step + SAME)
  return count <= 60
    ? [...setting.values, ...Array.from({ length: count + 1 }, (_, i) => spellNumber(min + i * step, unit))]
    : [...setting.values]
}

const stepSign = (unit: string) => (unit.endsWith('clock') ? ' min' : unit === 'day.month' || unit === 'month/day' ? ' day' : '')

/** What a setting takes, as a phrase: "0, 1 and 2", "−4 to 4 °C in steps of 0.5". */
export function sayOffer(setting: DeviceSetting, units: UnitChoice): string {
  const listed = list(
    setting.values
      .map((one) => sayBoth(setting, one, units))
      .map((one) => (one.shows ? `${one.shows} (${one.means})` : one.means)),
  )
  if (!setting.range) return listed === '' ? 'free words' : listed
  const { min, max, step, unit } = setting.range
  const ranged = `${spellNumber(min, unit)} to ${sayValue(setting, spellNumber(max, unit))}${step === 1 && unit === 'count' ? '' : ` in steps of ${tidyNumber(step)}${stepSign(unit)}`}`
  return listed === '' ? ranged : `${listed}, or ${ranged}`
}
