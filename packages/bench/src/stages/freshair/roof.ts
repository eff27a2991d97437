import { climateOf, isZone } from '@ingle/catalog'
import {
  type AirState,
  airState,
  BTU_PER_KWH,
  BTU_PER_THERM,
  type Climate,
  type EnergyPrices,
  type HoursInUse,
  numberOf,
  numbersOffered,
  SYSTEM_KIND_WORDS,
  standardPressurePsia,
  type WeatherHours,
  weatherYear,
} from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { numberAt, standsAt } from '../../ledger/standsAt.ts'
import { burnsIn, PLANT_FROM_WORDS } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { eerSaid, Taken } from '../assumptions.ts'
import { hoursOfWeek, sayHours } from '../times/hoursInUse.ts'

/** A place of the device for a least damper position, and the fan speed that it belongs to. */
export interface Slot {
  /** Row of the position, and of the speed where that is set on the device as a pair. */
  row: LedgerRow
  speedRow: LedgerRow | null
  /** Row of the position with few people, where the device has one for this speed. */
  dcvRow: LedgerRow | null
  label: string
  /** Null: the device has the place and nothing says at which speed. */
  speedPct: number | null
  /** As found or shipped, percent of the stroke. */
  foundPct: number | null
  /** Shipped, and nobody looked. */
  isShipped: boolean
}

export type FanKind = 'one' | 'two' | 'three' | 'variable'

/** A rooftop unit as far as it is known, and what is taken where it is not. */
export interface Roof {
  fan: FanKind
  slots: Slot[]
  /** Whether the device takes pairs of fan speed and damper position. */
  takesPairs: boolean
  /** Speeds at which the line is looked at, percent, rising. */
  grid: number[]
  fullCfm: number | null
  fullErrorPct: number
  back: AirState
  hours: HoursInUse
  supplyF: number
  prices: EnergyPrices
  money: string
  climate: Climate | null
  assumptions: Taken['all']
}

const POSITIONS = [
  ['freshair.min.low', 'fan.step.low', 'freshair.dcv.low', 'Low fan'],
  ['freshair.min.mid', 'fan.step.mid', 'freshair.dcv.mid', 'Medium fan'],
  ['freshair.min.high', 'fan.step.high', 'freshair.dcv.high', 'High fan'],
] as const

/** Rows that make a system a rooftop unit. */
export const isRoof = ({ ledger, system }: Pick<VisitView, 'ledger' | 'system'>): boolean =>
  ledger.some((row) => row.id.startsWith('freshair.')) || system.roof.fan !== undefined || system.roof.fullCfm !== undefined

const rowOf = (ledger: readonly LedgerRow[], id: string, beside?: LedgerRow) =>
  ledger.find((row) => row.id === id && row.place === beside?.place) ?? ledger.find((row) => row.id === id) ?? null

/** What a row was found at, whatever is left since. */
const found = (row: LedgerRow) => standsAt({ ...row, left: null })

function fanKind(v: VisitView, taken: Taken): FanKind {
  const { ledger, system } = v
  const has = (id: string) => ledger.some((row) => row.id === id)
  const guess: FanKind = has('freshair.line.speed.1')
    ? 'variable'
    : has('freshair.min.mid')
      ? 'three'
      : has('freshair.min.low')
        ? 'two'
        : 'one'
  return taken.or(system.roof.fan, guess, 'fan', FAN_WORDS[guess], 'by the positions that its controller takes')
}
export const FAN_WORDS: Readonly<Record<FanKind, string>> = {
  one: 'one speed',
  two: 'two speeds',
  three: 'three speeds',
  variable: 'variable',
}

/** Speeds that are taken where nobody has said them, percent. */
const USUAL = { low: 60, mid: 80, least: 40, full: 100 }

export function roofOf(v: VisitView): Roof {
  const taken = new Taken()
  const { ledger, system, state, show } = v
  const { roof } = system
  const fan = fanKind(v, taken)
  const most = roof.mostPct ?? USUAL.full
  const least =
    fan === 'one'
      ? most
      : taken.or(
          roof.leastPct ?? numberAt(rowOf(ledger, 'fan.step.low')),
          fan === 'variable' ? USUAL.least : USUAL.low,
          'least fan speed',
          `${fan === 'variable' ? USUAL.least : USUAL.low}%`,
          'a usual figure: enter what the drive or the plate says',
        )
  const middle = roof.midPct ?? numberAt(rowOf(ledger, 'fan.step.mid')) ?? Math.round((least + most) / 2)
  const speedOf: Record<string, number> = { 'fan.step.low': least, 'fan.step.mid': middle, 'fan.step.high': most }
  const slots: Slot[] = []
  for (const [id, stepRole, dcvRole, label] of POSITIONS) {
    const row = rowOf(ledger, id)
    if (!row) continue
    const dcv = rowOf(ledger, dcvRole, row)
    slots.push(slot(row, null, dcv, label, speedOf[stepRole] as number))
  }
  const pairs = ledger.filter((row) => row.id.startsWith('freshair.line.position.'))
  for (const row of pairs) {
    const n = numberOf(row.id)
    const speedRow = rowOf(ledger, `freshair.line.speed.${n}`, row)
    const speed = speedRow ? Number(found(speedRow)?.meaning) : Number.NaN
    const at = speed > 0 ? speed : null
    const dcv =
      pairs.length > 1 && n === 1
        ? rowOf(ledger, 'freshair.dcv.low', row)
        : pairs.length > 1 && n === 2
          ? rowOf(ledger, 'freshair.dcv.high', row)
          : null
    slots.push(slot(row, speedRow, slots.length === 0 || pairs.length > 1 ? dcv : null, `Point ${n}`, at))
  }
  // A device with one figure for all speeds follows it at every one of them.
  const onlyOne = slots.length === 1 && slots[0]?.speedRow === null
  if (onlyOne && slots[0]) slots[0] = { ...slots[0], label: 'Every fan speed', speedPct: most }
  const returnF = taken.or(roof.returnF, 74, 'return air', show('temperature', 74), 'a usual figure')
  const returnRhPct = taken.or(roof.returnRhPct, 50, 'return humidity', '50%', 'a usual figure')
  const back = airState(returnF, { relativeHumidityPct: returnRhPct }, standardPressurePsia(state.altitudeFt))
  const usualBack = airState(74, { relativeHumidityPct: 50 }, standardPressurePsia(0))
  if (!usualBack.ok) throw new Error('74 °F at 50 % is air')
  const zone = isZone(roof.zone) ? roof.zone : null
  return {
    fan,
    slots,
    takesPairs: pairs.length > 0,
    grid: gridOf(fan, least, middle, most),
    fullCfm: roof.fullCfm ?? null,
    fullErrorPct: taken.or(roof.fullErrorPct, 8, 'supply at full speed is sure to', '8%', 'by fan table; a traverse is surer'),
    back: back.ok ? back.value : usualBack.value,
    hours: hoursOf(v, taken),
    supplyF: taken.or(roof.supplyF, 55, 'supply air', show('temperature', 55), 'a usual figure'),
    prices: {
      eerBtuWh: taken.or(roof.eerBtuWh, 11, 'cooling', eerSaid(11, v.units), 'a usual rooftop unit'),
      ...heatPrice(v, taken),
      perKwh: roof.perKwh ?? 0,
    },
    money: roof.money ?? '',
    climate: zone ? climateOf(zone, state.altitudeFt) : null,
    assumptions: taken.all,
  }
}

const USUAL_HOURS: HoursInUse = { fromHour: 7, toHour: 19, daysPerWeek: 5 }

/** The hours that a year is counted for: as they were said here, else those of the people’s week, else a usual working week. */
function hoursOf(v: VisitView, taken: Taken): HoursInUse {
  const { fromHour, toHour, daysPerWeek } = v.system.roof
  const week = hoursOfWeek(v)
  const rest = week ?? USUAL_HOURS
  if (fromHour === undefined || toHour === undefined || daysPerWeek === undefined)
    taken.say('hours of use', sayHours(rest), week ? 'the week on Times' : 'a usual working week: nobody said when people are in')
  return { fromHour: fromHour ?? rest.fromHour, toHour: toHour ?? rest.toHour, daysPerWeek: daysPerWeek ?? rest.daysPerWeek }
}

/** What was said of the hours here and what the week of these people says, where the two are more than an hour or a day apart. */
export function hoursApart(v: VisitView): { here: HoursInUse; week: HoursInUse } | null {
  const week = hoursOfWeek(v)
  const { roof } = v.system
  if (!week || (roof.fromHour === undefined && roof.toHour === undefined && roof.daysPerWeek === undefined)) return null
  const here = hoursOf(v, new Taken())
  const isApart =
    Math.abs(here.fromHour - week.fromHour) > 1 ||
    Math.abs(here.toHour - week.toHour) > 1 ||
    here.daysPerWeek !== week.daysPerWeek
  return isApart ? { here, week } : null
}

/** Heat of a rooftop unit for each unit of current, where nobody said: of its compressor, of its elements. House figures. */
const HEAT_BY_CURRENT = { 'heat-pump': 2.5, electric: 1 } as const

/** What heat costs here: by gas where a fire may be, else by the current of compressor or elements, in the same terms. */
function heatPrice(v: VisitView, taken: Taken): Pick<EnergyPrices, 'efficiency' | 'perTherm'> {
  const { roof } = v.system
  const { kind, from } = v.wired.plant
  if (burnsIn(v.devices, v.here) || v.devices.length === 0)
    return {
      efficiency: taken.or(
        roof.heatEfficiency,
        0.8,
        'heating',
        '80% of the fuel',
        from === 'guess' ? 'a usual gas section: nobody said what heats' : 'a usual gas section',
      ),
      perTherm: roof.perTherm ?? 0,
    }
  const usual = HEAT_BY_CURRENT[kind === 'heat-pump' ? 'heat-pump' : 'electric']
  return {
    efficiency: taken.or(
      roof.heatEfficiency,
      usual,
      'heating',
      `${usual} of heat for one of current`,
      `${SYSTEM_KIND_WORDS[kind]}, ${PLANT_FROM_WORDS[from]}; a house figure`,
    ),
    perTherm: ((roof.perKwh ?? 0) * BTU_PER_THERM) / BTU_PER_KWH,
  }
}

function slot(
  row: LedgerRow,
  speedRow: LedgerRow | null,
  dcvRow: LedgerRow | null,
  label: string,
  speedPct: number | null,
): Slot {
  const stands = found(row)
  const value = Number(stands?.meaning)
  return {
    row,
    speedRow,
    dcvRow,
    label,
    speedPct,
    foundPct: Number.isFinite(value) ? value : null,
    isShipped: stands?.from === 'default',
  }
}

/** Speeds of a fan, percent; a variable one is looked at in steps of five. */
function gridOf(fan: FanKind, least: number, middle: number, most: number): number[] {
  if (fan === 'one') return [most]
  if (fan === 'two') return [least, most]
  if (fan === 'three') return [...new Set([least, middle, most])].sort((a, b) => a - b)
  const grid = new Set([least, most])
  for (let speed = Math.ceil(least / 5) * 5; speed < most; speed += 5) grid.add(speed)
  return [...grid].sort((a, b) => a - b)
}

const years = new Map<string, WeatherHours>()
const MOST_YEARS = 8

/** The year of a climate: worked out once. */
export function yearOf(climate: Climate): WeatherHours {
  const key = JSON.stringify(climate)
  const there = years.get(key)
  if (there) return there
  const [oldest] = years.keys()
  if (years.size >= MOST_YEARS && oldest !== undefined) years.delete(oldest)
  const made = weatherYear(climate)
  years.set(key, made)
  return made
}

/** How many steps a device divides the stroke into, by its own figures. */
export function stepsOf(row: LedgerRow): number {
  const offered = row.setting.range ? numbersOffered(row.setting) : []
  return offered.length > 1 ? offered.length - 1 : 100
}
