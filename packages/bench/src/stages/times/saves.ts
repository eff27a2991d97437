import { climateOf, isZone } from '@ingle/catalog'
import {
  BTU_PER_KWH,
  BTU_PER_THERM,
  type DayKind,
  type DrivenHours,
  dayOf,
  driveSetbacks,
  type Room,
  type SetbackSpan,
  type Show,
  weatherYear,
} from '@ingle/core'
import { equipmentIn } from '../../visit/devices.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { type Assumption, eerSaid, Taken } from '../assumptions.ts'
import { comfortStand } from '../comfort/comfort.ts'
import { roomSystemOf } from '../comfort/roomSystem.ts'
import { hasWeek, lanesOf, seasonOn } from './week.ts'

/** Climate zones that stand for the words of a site. House figures, told as taken. */
const ZONE_OF: Readonly<Record<string, string>> = {
  'damp coast': '4C',
  'dry inland': '5B',
  'cold winters': '6A',
  'hot and humid': '2A',
  mild: '3C',
}
/** A loss that nobody measured is known to so much of itself. */
const LOSS_UNSURE = 0.25
/** What a room holds where nobody measured it, and what people, lamps and sun give, are known to so much of themselves. */
const HOLDS_UNSURE = 0.3
const GAINS_UNSURE = 0.3
/** Heat of a heat pump for each unit of current at 47 °F, and how much less for each degree colder. House figures. */
const COP_AT_47 = 3.3
const COP_PER_F = 0.026
const LEAST_COP = 1.3
const EER_BTU_WH = 11
const YEAR_H = 8760
const STEP_S = 300
/** Hours to settle before the year is counted: two weeks. */
const SETTLE_H = 336
/** Less than this a year is hardly any. */
const HARDLY = { therm: 3, kWh: 30 } as const
/** Depths of the setback that are tried, °F. */
const DEPTHS_F = [0, 2, 4, 6, 8, 10, 12] as const

/** A year with and without the week, as plain data for a worker. */
export interface SavesJob {
  key: string
  mode: 'heat' | 'cool'
  room: Room
  unsure: { loss: number; holds: number; gains: number }
  hours: DrivenHours
  setF: number
  spans: SetbackSpan[]
  recovery: 'at-end' | 'optimum'
  /** What is used: therms of gas, or kWh. */
  unit: 'therm' | 'kWh'
  hasPrice: boolean
  money: string
  assumptions: Assumption[]
}

export interface Saves {
  mode: 'heat' | 'cool'
  unit: 'therm' | 'kWh'
  held: number
  used: number
  savedPct: number
  /** Give or take, percent of what a hold uses: by how well loss, capacity and gains are known. */
  unsurePct: number
  auxiliaryKwh: number
  auxiliaryHeldKwh: number
  money: { saved: number; of: number; unit: string } | null
  /** By depth: used, and what it costs where a price is known. */
  depths: { depthF: number; used: number; money: number | null; auxiliaryKwh: number }[]
  assumptions: Assumption[]
}

/** Runs of a week below (above) what is kept while people are in, one after another. Those that touch are one, at their mean. */
function spansOf(lane: Float64Array, setF: number, sign: 1 | -1): { fromMin: number; toMin: number; setbackF: number }[] {
  const isBack = (minute: number) => sign * (lane[minute] as number) < sign * setF - 1e-6
  const out: { fromMin: number; toMin: number; setbackF: number }[] = []
  for (let minute = 0; minute < lane.length; minute += 1) {
    if (!isBack(minute)) continue
    const from = minute
    let sum = 0
    while (minute < lane.length && isBack(minute)) {
      sum += lane[minute] as number
      minute += 1
    }
    out.push({ fromMin: from, toMin: minute, setbackF: sum / (minute - from) })
  }
  return out
}

/** The two years that can be compared, heating and cooling; none without a week or a machine. */
export function savesJobsOf(v: VisitView, today: number): SavesJob[] {
  if (!hasWeek(v)) return []
  const lanes = lanesOf(v, seasonOn(v, today))
  return (['heat', 'cool'] as const).flatMap((mode) => {
    const lane = lanes[mode]
    const job = lane ? jobOf(v, mode, lane) : null
    return job ? [job] : []
  })
}

function jobOf(v: VisitView, mode: 'heat' | 'cool', lane: Float64Array): SavesJob | null {
  const sign = mode === 'heat' ? 1 : -1
  const setF = sign * lane.reduce((a, b) => Math.max(a, sign * b), Number.NEGATIVE_INFINITY)
  const week = spansOf(lane, setF, sign)
  if (week.length === 0) return null
  const kind: DayKind = mode === 'heat' ? 'frosty' : 'hot'
  const run = roomSystemOf(v, comfortStand(v), { day: kind, isGapOpen: false })
  if (!run) return null
  const { equipment, room } = run.system
  const of = mode === 'heat' ? equipment.heat : equipment.cool
  const output = of.btuH.at(-1) ?? 0
  if (output <= 0) return null
  const taken = new Taken()
  for (const one of run.assumptions) taken.say(one.what, one.value, one.from)
  if (run.system.other)
    taken.say('The storey that is not sensed', 'left out', 'its heat comes on top, and goes down with the same setback')
  const zone = taken.or(
    isZone(v.system.roof.zone) ? v.system.roof.zone : null,
    ZONE_OF[v.state.climate] ?? '4C',
    'Weather of a year',
    `climate zone ${ZONE_OF[v.state.climate] ?? '4C'}, made up`,
    v.state.climate ? `“${v.state.climate}”; this is no forecast` : 'nobody said the climate of the site',
  )
  const climate = climateOf(zone as Parameters<typeof climateOf>[0], v.state.altitudeFt)
  const { outdoorF } = weatherYear(climate)
  const day = dayOf(kind, v.state.climate, run.areaFt2)
  const hourly = (list: ArrayLike<number>) => Float64Array.from({ length: YEAR_H }, (_, hour) => list[hour % 24] as number)
  const slope = of.slopeBtuHPerF.at(-1) ?? 0
  const plantBtuH = outdoorF.map((one) => Math.max(0, output + slope * (one - equipment.referenceOutdoorF)))
  const aux = mode === 'heat' ? equipment.auxiliary : null
  const auxiliaryBtuH = outdoorF.map((one) => (aux && one < aux.allowedBelowF ? aux.btuH : 0))
  const { times } = v.system
  const night = (hour: number) => {
    const [from, to] = [times.nightFromMin ?? 0, times.nightToMin ?? 0]
    const minute = (hour % 24) * 60
    return from <= to ? minute >= from && minute < to : minute >= from || minute < to
  }
  const kwhPrice = Float64Array.from({ length: YEAR_H }, (_, hour) =>
    times.perKwhNight !== undefined && times.nightFromMin !== undefined && night(hour) ? times.perKwhNight : (times.perKwh ?? 0),
  )
  const unit = mode === 'heat' && run.source === 'burner' ? 'therm' : 'kWh'
  const efficiency = (v.here.firing.efficiencyPct ?? equipmentIn(v.devices)?.furnace?.efficiencyPct ?? 80) / 100
  if (unit === 'kWh' && mode === 'heat' && run.source === 'compressor')
    taken.say(
      'Heat pump',
      `${COP_AT_47} units of heat for one of current at ${v.show('temperature', 47)}, less when colder`,
      'a house figure; the maker’s table goes before it',
    )
  if (mode === 'cool') taken.say('Cooling', eerSaid(EER_BTU_WH, v.units), 'a house figure')
  const perBtu = outdoorF.map((one) => {
    if (mode === 'cool') return 1 / (EER_BTU_WH * 1000)
    if (unit === 'therm') return 1 / (efficiency * BTU_PER_THERM)
    if (run.source === 'electric') return 1 / BTU_PER_KWH
    return 1 / (BTU_PER_KWH * Math.max(LEAST_COP, COP_AT_47 + COP_PER_F * (one - 47)))
  })
  const auxPerBtu = new Float64Array(YEAR_H).fill(1 / BTU_PER_KWH)
  const price = perBtu.map((one, hour) => one * (unit === 'therm' ? (times.perTherm ?? 0) : (kwhPrice[hour] as number)))
  const auxPrice = auxPerBtu.map((one, hour) => one * (kwhPrice[hour] as number))
  const spans: SetbackSpan[] = []
  for (let w = 0; w * 168 < YEAR_H; w += 1)
    for (const { fromMin, toMin, setbackF } of week) {
      const [fromH, toH] = [w * 168 + fromMin / 60, Math.min(YEAR_H, w * 168 + toMin / 60)]
      const last = spans.at(-1)
      // Sunday night goes on into Monday.
      if (last && Math.abs(last.toH - fromH) < 1e-9) last.toH = toH
      else if (fromH < YEAR_H) spans.push({ fromH, toH, setbackF })
    }
  const { uaBtuHPerF, uaErrorBtuHPerF, holds, holdsError } = v.system.room
  const unsure = {
    loss: uaBtuHPerF && uaErrorBtuHPerF ? uaErrorBtuHPerF / uaBtuHPerF : LOSS_UNSURE,
    holds: holds && holdsError ? holdsError / holds : HOLDS_UNSURE,
    gains: GAINS_UNSURE,
  }
  const hasPrice = unit === 'therm' ? times.perTherm !== undefined : times.perKwh !== undefined
  return {
    key: JSON.stringify([
      mode,
      room,
      setF,
      week,
      zone,
      output,
      slope,
      aux?.btuH,
      times.warmBy,
      times.perKwh,
      times.perKwhNight,
      times.nightFromMin,
      times.nightToMin,
      times.perTherm,
      unsure,
    ]),
    mode,
    room,
    unsure,
    hours: {
      outdoorF,
      gainsAirBtuH: hourly(day.airGainBtuH),
      gainsMassBtuH: hourly(day.massGainBtuH),
      plantBtuH,
      auxiliaryBtuH,
      counts: [
        { plant: perBtu, auxiliary: unit === 'therm' ? new Float64Array(YEAR_H) : auxPerBtu },
        { plant: price, auxiliary: auxPrice },
        { plant: new Float64Array(YEAR_H), auxiliary: auxPerBtu },
      ],
    },
    setF,
    spans,
    recovery: times.warmBy === 'own' || times.warmBy === 'lead' ? 'optimum' : 'at-end',
    unit,
    hasPrice,
    money: times.money ?? '',
    assumptions: taken.all,
  }
}

/** The year of a job: held, set back, and by depth. */
export function runSaves(job: SavesJob): Saves {
  const drive = (spans: readonly SetbackSpan[], off: { loss?: number; holds?: number; gains?: number } = {}) => {
    const { loss = 1, holds = 1, gains = 1 } = off
    const { room, hours } = job
    return driveSetbacks(
      {
        ...room,
        uaBtuHPerF: room.uaBtuHPerF * loss,
        airBtuPerF: room.airBtuPerF * holds,
        massBtuPerF: room.massBtuPerF * holds,
      },
      gains === 1
        ? hours
        : {
            ...hours,
            gainsAirBtuH: hours.gainsAirBtuH.map((one) => one * gains),
            gainsMassBtuH: hours.gainsMassBtuH.map((one) => one * gains),
          },
      {
        mode: job.mode,
        setF: job.setF,
        setbackF: job.setF,
        setbacks: spans,
        recovery: job.recovery,
        settleH: SETTLE_H,
        leads: false,
      },
      STEP_S,
    ).counted as [number, number, number]
  }
  const [held, heldMoney, heldAux] = drive([])
  const [used, money, aux] = drive(job.spans)
  const pct = (of: number, against: number) => (against > 0 ? (100 * (against - of)) / against : 0)
  const savedPct = pct(used, held)
  // Each by itself, in quadrature: nobody says that they are off together.
  const { loss, holds, gains } = job.unsure
  const offBy = (off: Parameters<typeof drive>[1]) => pct(drive(job.spans, off)[0], drive([], off)[0]) - savedPct
  const unsurePct = Math.hypot(offBy({ loss: 1 + loss }), offBy({ holds: 1 + holds }), offBy({ gains: 1 + gains }))
  const sign = job.mode === 'heat' ? -1 : 1
  const depths = DEPTHS_F.map((depthF) => {
    const [one, cost, auxiliaryKwh] =
      depthF === 0
        ? [held, heldMoney, heldAux]
        : drive(job.spans.map((span) => ({ ...span, setbackF: job.setF + sign * depthF })))
    return { depthF, used: one, money: job.hasPrice ? cost : null, auxiliaryKwh }
  })
  return {
    mode: job.mode,
    unit: job.unit,
    held,
    used,
    savedPct,
    unsurePct,
    auxiliaryKwh: aux,
    auxiliaryHeldKwh: heldAux,
    money: job.hasPrice ? { saved: heldMoney - money, of: heldMoney, unit: job.money } : null,
    depths,
    assumptions: job.assumptions,
  }
}

/** The depth from which turning down further costs more than it saves; null where deeper is always cheaper. */
export function turnsAtF({ depths }: Saves): number | null {
  const of = (one: Saves['depths'][number]) => one.money ?? one.used
  const best = depths.reduce((a, b) => (of(b) < of(a) - 1e-9 ? b : a))
  return best === depths.at(-1) ? null : best.depthF
}

/** Of what holding uses, less than this is no difference that anybody could tell. A house figure. */
const FLAT_SHARE = 0.01

/** Deeper than the best is hardly worse: the curve is flat there, and nothing is said against it. */
function isFlatAfter({ depths }: Saves): boolean {
  const of = (one: Saves['depths'][number]) => one.money ?? one.used
  const costs = depths.map(of)
  return Math.max(...costs.slice(costs.indexOf(Math.min(...costs)))) - Math.min(...costs) < FLAT_SHARE * (costs[0] ?? 0)
}

/** The answer in sentences; without `deeper` where there is hardly anything to save. */
export interface SavesSaid {
  headline: string
  /** Of a year, in one form: money where a price is known, then energy. Empty where nothing is needed. */
  figures: string[]
  auxiliary: string | null
  deeper: string | null
}

/** “690 instead of 943 therms a year: 253 less”, with the unit before the figure where it is money. */
function insteadOf(used: number, held: number, say: (value: number) => string, unit = ''): string {
  const less = Math.round(held) - Math.round(used)
  const by = less === 0 ? 'no difference' : `${say(Math.abs(less))} ${less > 0 ? 'less' : 'more'}`
  return `${say(Math.round(used))} instead of ${say(Math.round(held))}${unit && ` ${unit}`} a year: ${by}`
}

export function savesSaid(of: Saves, show: Show): SavesSaid {
  const mode = of.mode === 'heat' ? 'Heating' : 'Cooling'
  if (of.held < HARDLY[of.unit])
    return { headline: `${mode}: this place hardly needs it`, figures: [], auxiliary: null, deeper: null }
  const more = of.auxiliaryKwh - of.auxiliaryHeldKwh
  const turns = turnsAtF(of)
  const plain = (value: number) => value.toLocaleString('en-US')
  const { money } = of
  return {
    figures: [
      ...(money ? [insteadOf(money.of - money.saved, money.of, (value) => `${money.unit}${plain(value)}`)] : []),
      insteadOf(of.used, of.held, plain, of.unit === 'therm' ? 'therms' : 'kWh'),
    ],
    headline: `${mode}: the week saves ${Math.round(of.savedPct)} ± ${Math.max(1, Math.round(of.unsurePct))} % against holding`,
    auxiliary:
      more > 1 ? `It calls ${Math.round(more).toLocaleString('en-US')} kWh more auxiliary heat than holding would.` : null,
    deeper:
      turns === null
        ? 'Deeper goes on saving, a little less for each degree'
        : isFlatAfter(of)
          ? `Deeper than ${show('temperatureDifference', turns)} makes no difference that could be told`
          : turns === 0
            ? 'Any setback costs more than it saves here: hold'
            : `Deeper than ${show('temperatureDifference', turns)} costs more than it saves`,
  }
}
