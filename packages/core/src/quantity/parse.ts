import { refuse } from '../refusals.ts'
import { ok, type Refusal, type Result } from '../result.ts'
import {
  BASE_UNITS,
  chosenUnit,
  findUnit,
  QUANTITY_NAMES,
  type Quantity,
  quantitiesOfUnit,
  toBase,
  type Unit,
  type UnitChoice,
} from './units.ts'

/** A reading as somebody typed it, and what it comes to in the base unit. */
interface TypedReading {
  base: number
  /** The number as typed, in the typed (or chosen) unit. */
  typed: number
  unit: Unit
  /** True when the unit came from the site's choice, not from the keyboard. */
  unitAssumed: boolean
}

/** Readings outside these limits are refused: no instrument of this trade shows them. Base units. */
export const PLAUSIBLE: Record<Quantity, readonly [number, number]> = {
  static: [-10, 10],
  flow: [0, 100_000],
  temperature: [-80, 400],
  temperatureDifference: [-200, 200],
  length: [0.1, 600],
  altitude: [-1500, 20_000],
  capacity: [0.1, 500],
  power: [0, 1000],
  heatRate: [0, 5_000_000],
  floorArea: [20, 1_000_000],
  waterMass: [0, 10_000],
  lossRate: [1, 1_000_000],
  airRate: [0, 20],
  flowPerCapacity: [50, 2000],
  derating: [0, 10],
  enthalpy: [-30, 150],
  gasVolume: [0.01, 1000],
  heatingValue: [100, 4000],
  velocity: [0, 10_000],
  area: [0.001, 1000],
  voltage: [0, 700],
  current: [0, 1000],
  humidity: [0, 100],
  percent: [-100, 100],
}

const FRACTIONS: Record<string, string> = {
  '½': '.5',
  '¼': '.25',
  '¾': '.75',
  '⅛': '.125',
  '⅜': '.375',
  '⅝': '.625',
  '⅞': '.875',
}
const NUMBER = /^([+-]?)(\d{1,3}(?:,\d{3})+(?:\.\d*)?|\d*(?:[.,]\d+)?|\d+[.,]?)(?:\s*\/\s*(\d+))?/

/** Makes the many minus signs, spaces and vulgar fractions of a keyboard or a manual into plain ones. */
export function tidyTyped(text: string): string {
  return text
    .replace(/[\u2212\u2012\u2013\u2014\uFE63\uFF0D]/g, '-')
    .replace(/[\u200B-\u200F\u2060\uFEFF]/g, '')
    .replace(/[\u00A0\u2007\u2009\u202F]/g, ' ')
    .replace(/(\d*)([½¼¾⅛⅜⅝⅞])/g, (_, whole: string, mark: string) => `${whole || '0'}${FRACTIONS[mark]}`)
    .trim()
}

/**
 * Reads a bare number: `+0.22`, `−.45`, `0,45`, `1,240`, `1/2`. A comma before exactly three digits is a thousands
 * mark; any other comma is decimal. Returns the number and what follows it; null when the text does not start with one.
 */
export function readNumber(text: string): { value: number; rest: string } | null {
  const tidy = tidyTyped(text)
  const match = NUMBER.exec(tidy)
  if (!match?.[2] || !/\d/.test(match[2])) return null
  const digits = match[2]
  const plain = /^\d{1,3}(,\d{3})+(\.\d*)?$/.test(digits) ? digits.replaceAll(',', '') : digits.replace(',', '.')
  let value = Number(plain)
  if (match[3] !== undefined) {
    if (Number(match[3]) === 0) return null
    value /= Number(match[3])
  }
  if (!Number.isFinite(value)) return null
  return { value: match[1] === '-' ? -value : value, rest: tidy.slice(match[0].length).trim() }
}

/**
 * Reads one typed measurement with its unit, or with the site's unit when none is typed.
 *
 * Refuses, with a sentence and a remedy: text that is no number, a unit of another quantity, and a value that no
 * instrument of this trade shows. Never throws.
 */
export function parseReading(text: string, quantity: Quantity, choice: UnitChoice = BASE_UNITS): Result<TypedReading> {
  const shown = text.length > 40 ? `${text.slice(0, 40)}…` : text
  const name = QUANTITY_NAMES[quantity]
  const number = readNumber(text)
  if (!number) return refuse('not-a-number', { shown, name, example: example(quantity, choice) })
  const unit = number.rest === '' ? chosenUnit(quantity, choice) : findUnit(quantity, number.rest)
  if (!unit) return wrongUnit(number.rest, quantity, choice)
  const base = toBase(number.value, unit)
  const [low, high] = PLAUSIBLE[quantity]
  if (base < low || base > high) {
    return refuse('out-of-range', { value: number.value, symbol: unit.symbol, name, example: example(quantity, choice) })
  }
  return ok({ base, typed: number.value, unit, unitAssumed: number.rest === '' })
}

function wrongUnit(typed: string, quantity: Quantity, choice: UnitChoice): Refusal {
  const others = quantitiesOfUnit(typed).map((other) => QUANTITY_NAMES[other])
  const shown = typed.length > 20 ? `${typed.slice(0, 20)}…` : typed
  const values = {
    shown,
    name: QUANTITY_NAMES[quantity],
    unit: chosenUnit(quantity, choice).symbol,
    example: example(quantity, choice),
  }
  const [other] = others
  return other === undefined ? refuse('no-such-unit', values) : refuse('unit-of-another', { ...values, other })
}

const EXAMPLES: Record<Quantity, number> = {
  static: 0.45,
  flow: 1200,
  temperature: 72.5,
  temperatureDifference: 19.5,
  length: 14,
  altitude: 310,
  capacity: 3.5,
  power: 9,
  heatRate: 80_000,
  floorArea: 1200,
  waterMass: 1,
  airRate: 0.12,
  flowPerCapacity: 400,
  derating: 4,
  enthalpy: 28,
  lossRate: 0,
  gasVolume: 2,
  heatingValue: 1030,
  velocity: 620,
  area: 1.2,
  voltage: 240,
  current: 37.2,
  humidity: 50,
  percent: 10,
}

function example(quantity: Quantity, choice: UnitChoice): string {
  const unit = chosenUnit(quantity, choice)
  const value = (EXAMPLES[quantity] - (unit.offset ?? 0)) / unit.factor
  return `${value.toFixed(unit.decimals)} ${unit.symbol}`
}
