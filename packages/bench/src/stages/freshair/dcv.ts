import {
  type Co2Block,
  type Co2Unit,
  co2Balance,
  co2Day,
  co2Need,
  co2Position,
  type Found,
  type Line,
  lineThrough,
  meaningAs,
  ok,
  onLine,
  type Result,
} from '@ingle/core'
import { found as finding } from '../../findingWords.ts'
import { numberAt, rowFor, seenAt } from '../../ledger/standsAt.ts'
import { refuse } from '../../refusals.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { Taken } from '../assumptions.ts'
import { bringsAt, type DamperLine, damperLineOf } from './line.ts'

/** CO₂ that a person at rest gives off, cfm; outdoors; and what is watched, ppm. */
const PERSON_CFM = 0.0105
const OUTDOOR_PPM = 420
const ALARM_PPM = 1100
const CEILING_FT = 9

export interface Dcv {
  line: DamperLine
  unit: Co2Unit
  /** As found: none where the device has no positions by CO₂. */
  fromPpm: number
  toPpm: number
  /** False: one set point, at which it opens. */
  isRange: boolean
  people: number
  steady: { speedPct: number; ppm: number; outdoorCfm: number; positionPct: number; at: 'min' | 'max' | 'between' }[]
  /** A day of people coming and going, at the fan speed at which it lacks air longest. */
  day: ReturnType<typeof co2Day>
  speedPct: number
  /** How long it is under the code's rate on that day, at every fan speed, min. */
  days: { speedPct: number; underMin: number }[]
  areaCfm: number
  alarmPpm: number
  outdoorPpm: number
  doubts: Found[]
  assumptions: Taken['all']
}

/** People by the hour where nobody has said: in by nine, out by six, a few at noon. */
const usualDay = (people: number): number[] =>
  Array.from({ length: 24 }, (_, hour) =>
    hour < 8 || hour > 18 ? 0 : Math.round(people * (hour === 8 || hour === 18 ? 0.3 : hour === 12 ? 0.6 : 1)),
  )

/** Control by CO₂ on this unit, with positions as aimed: what it holds, and over a day. */
export function dcvOf(v: VisitView): Result<Dcv> {
  const { ledger, system, show } = v
  const line = damperLineOf(v)
  if (!line.ok) return line
  const { need, roof, aim, of } = line.value
  if (!ledger.some((row) => row.id === 'freshair.co2.low')) return refuse('no-dcv')
  const spaces = need.spaces.map((one) => one.space)
  const people = system.roof.population ?? spaces.reduce((sum, one) => sum + one.people, 0)
  if (people <= 0) return refuse('no-people')
  const taken = new Taken()
  const source = {
    perPersonCfm: taken.or(
      system.roof.co2PerPersonCfm,
      PERSON_CFM,
      'CO₂ of a person',
      v.show('flow', PERSON_CFM, { decimals: 4 }),
      'an adult at rest',
    ),
    outdoorPpm: taken.or(
      system.roof.outdoorPpm,
      OUTDOOR_PPM,
      'CO₂ outdoors',
      `${OUTDOOR_PPM} ppm`,
      'a usual figure: read it outdoors',
    ),
  }
  const fromPpm = numberAt(rowFor(ledger, 'freshair.co2.low')) ?? 700
  // A device with one set point opens at it: there is no range to open over.
  const isRange = rowFor(ledger, 'freshair.co2.high') !== undefined
  const toPpm = isRange ? (numberAt(rowFor(ledger, 'freshair.co2.high')) ?? 1000) : fromPpm
  const few = dcvLine(line.value) ?? aim.line
  // A controller never opens less for many people than for few: where the two cross, the ventilation position holds.
  const low: Line = lineThrough(
    [...new Set([...few.at, ...aim.line.at, ...roof.grid])].map((speed) => ({
      speedPct: speed,
      positionPct: Math.min(onLine(few, speed), onLine(aim.line, speed)),
    })),
  )
  const flat = roof.grid.filter((speed) => onLine(few, speed) >= onLine(aim.line, speed) - 0.5)
  const unit: Co2Unit = {
    rule: { low, high: aim.line, fromPpm, toPpm: Math.max(toPpm, fromPpm + 1), onFault: 'max' },
    damper: of.damper,
    fullCfm: of.fullCfm,
    biasPpm: 0,
  }
  const floorFt2 = spaces.reduce((sum, one) => sum + one.areaFt2, 0)
  const ceilingFt = taken.or(system.roof.ceilingFt, CEILING_FT, 'room height', show('altitude', CEILING_FT), 'a usual ceiling')
  const byHour = system.roof.peopleByHour ?? usualDay(people)
  if (!system.roof.peopleByHour) taken.say('people by the hour', 'in by nine, out by six', 'a usual day')
  const perPersonAirCfm = people > 0 ? (need.need?.peopleCfm ?? 0) / people : 0
  const dayAt = (speedPct: number) => ({
    speedPct,
    day: co2Day(unit, source, {
      volumeFt3: Math.max(1000, floorFt2 * ceilingFt),
      blocks: byHour.map((count): Co2Block => ({ minutes: 60, people: count, speedPct })),
      initialPpm: source.outdoorPpm,
      lagS: 60,
      alarmPpm: system.roof.alarmPpm ?? ALARM_PPM,
      perPersonAirCfm,
      areaCfm: need.emptyCfm,
      fault: null,
      stepS: 5,
    }),
  })
  const days = roof.grid.map(dayAt)
  // The speed at which it lacks air longest speaks; where none lacks any, the top one.
  const { speedPct, day } = days.reduce((worst, one) =>
    one.day.underRequiredMin >= worst.day.underRequiredMin - 1e-9 ? one : worst,
  )
  const doubts: Found[] = []
  const lowBrings = Math.min(...roof.grid.map((speed) => bringsAt(line.value, low, speed)))
  if (lowBrings < need.emptyCfm * 0.97)
    doubts.push(finding('dcv-under-area', { lowCfm: lowBrings, areaCfm: need.emptyCfm }, show))
  if (flat.length > 0 && dcvLine(line.value)) doubts.push(finding('dcv-one-position', { speed: flat.at(-1) as number }))
  if (isRange && toPpm <= fromPpm) doubts.push(finding('dcv-range-reversed', { fromPpm, toPpm }))
  const forAll = co2Need({ ...source, people }, toPpm, 0).forLimitCfm
  if (toPpm > source.outdoorPpm && forAll > need.cfm * 1.3)
    doubts.push(finding('dcv-full-unreachable', { toPpm, people, needCfm: forAll }, show))
  const co2Row = rowFor(ledger, 'freshair.co2.signal')
  if (co2Row && (meaningAs('freshair.co2.signal', seenAt(co2Row)?.meaning) ?? 'none') === 'none')
    doubts.push(finding('dcv-without-sensor'))
  return ok({
    line: line.value,
    unit,
    fromPpm,
    toPpm,
    isRange,
    people,
    steady: roof.grid.map((speed) => ({ speedPct: speed, ...co2Balance(unit, { ...source, people }, speed) })),
    day,
    speedPct,
    days: days.map((one) => ({ speedPct: one.speedPct, underMin: one.day.underRequiredMin })),
    areaCfm: need.emptyCfm,
    alarmPpm: system.roof.alarmPpm ?? ALARM_PPM,
    outdoorPpm: source.outdoorPpm,
    doubts,
    assumptions: taken.all,
  })
}

/** The line with few people: as aimed, where the device has one. */
function dcvLine({ aim, aims }: DamperLine): Line | null {
  const points = aim.slots.flatMap(({ slot, speedPct }) => {
    const aimed = slot.dcvRow && aims.find((one) => one.id === slot.dcvRow?.id)
    return aimed ? [{ speedPct, positionPct: Number(aimed.meaning) }] : []
  })
  return points.length === 0 ? null : lineThrough(points)
}

/** The damper at a CO₂ and a speed, for the picture. */
export const dcvPositionAt = ({ unit }: Dcv, speedPct: number, ppm: number | null) => co2Position(unit.rule, speedPct, ppm)
