import { type Show } from '../advice/show.ts'
import { found } from '../findingWords.ts'
import type { Quantity } from '../quantity/units.ts'
import type { Found } from '../result.ts'

/** What an instrument measures, and the quantity that its figures are in. */
export const INSTRUMENT_MEASURES = {
  static: { words: 'static', quantity: 'static' },
  'velocity-pressure': { words: 'velocity pressure', quantity: 'static' },
  velocity: { words: 'air speed', quantity: 'velocity' },
  flow: { words: 'flow by hood', quantity: 'flow' },
  temperature: { words: 'temperature', quantity: 'temperature' },
  voltage: { words: 'volts', quantity: 'voltage' },
  current: { words: 'amps', quantity: 'current' },
} as const satisfies Record<string, { words: string; quantity: Quantity }>
export type InstrumentMeasure = keyof typeof INSTRUMENT_MEASURES

export interface InstrumentData {
  name: string
  measures: InstrumentMeasure
  /** Off by no more than this share of the reading and this much besides, in the base unit. */
  accuracyPct: number
  accuracyFixed: number
  lowest?: number
  highest?: number
  calibratedOn?: string
  everyMonths?: number
}

/** What an instrument may be off by at a reading, in its base unit. Source: the maker's accuracy statement, both parts added. */
export const instrumentPlusMinus = (of: InstrumentData, reading: number): number =>
  (of.accuracyPct / 100) * Math.abs(reading) + of.accuracyFixed

/** The day on which its calibration runs out, as 2027-03-31; null where nobody has said. A month's last day stays one. */
export function calibrationDue({ calibratedOn, everyMonths }: InstrumentData): string | null {
  if (!calibratedOn || !everyMonths) return null
  const [year, month, day] = calibratedOn.split('-').map(Number) as [number, number, number]
  const months = year * 12 + month - 1 + everyMonths
  const [dueYear, dueMonth] = [Math.floor(months / 12), months % 12]
  const leap = dueYear % 4 === 0 && (dueYear % 100 !== 0 || dueYear % 400 === 0)
  const last = [31, leap ? 29 : 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][dueMonth] as number
  const two = (value: number) => String(value).padStart(2, '0')
  return `${dueYear}-${two(dueMonth + 1)}-${two(Math.min(day, last))}`
}

const isOverdue = (of: InstrumentData, onDay: string | null): boolean => {
  const due = calibrationDue(of)
  return due !== null && onDay !== null && due < onDay
}
const beyondRange = ({ lowest, highest }: InstrumentData, readings: readonly number[]): number | undefined =>
  readings.find((one) => (lowest !== undefined && one < lowest) || (highest !== undefined && one > highest))

/** An instrument whose readings are to be believed less: overdue on that day, or read outside its range. */
export const isWeak = (of: InstrumentData, onDay: string | null, readings: readonly number[]): boolean =>
  isOverdue(of, onDay) || beyondRange(of, readings) !== undefined

/** What speaks against an instrument on a day, and against one reading of it. `today` as 2026-11-25. */
export function instrumentDoubts(of: InstrumentData, today: string, show: Show, readings: readonly number[] = []): Found[] {
  const { quantity } = INSTRUMENT_MEASURES[of.measures]
  const end = (value: number | undefined) => (value === undefined ? 'any' : show(quantity, value))
  const out: Found[] = []
  const due = calibrationDue(of)
  if (due === null) out.push(found('never-calibrated', { name: of.name }))
  else if (isOverdue(of, today)) out.push(found('calibration-due', { name: of.name, due }))
  const beyond = beyondRange(of, readings)
  if (beyond !== undefined)
    out.push(
      found('outside-instrument', {
        name: of.name,
        reading: show(quantity, beyond),
        lowest: end(of.lowest),
        highest: end(of.highest),
      }),
    )
  return out
}
