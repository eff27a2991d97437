import { isZone, LIMITS_EDITION, limitsIn, type ZoneLimit } from '@ingle/catalog'
import {
  allowsFreeCooling,
  CHANGEOVERS,
  type Changeover,
  type ChangeoverKind,
  type FreeCoolingCase,
  type FreeCoolingYear,
  freeCoolingYear,
  meaningAs,
  type WeatherHours,
} from '@ingle/core'
import { meaningAt, numberAt, rowFor, standsAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'
import { needOf } from './need.ts'
import { type Roof, roofOf, yearOf } from './roof.ts'

/** What the meanings of a device's rule are, as kinds. */
const KIND_OF: Readonly<Record<string, ChangeoverKind>> = {
  fixed: 'fixed-dry-bulb',
  zone: 'fixed-dry-bulb',
  difference: 'differential-dry-bulb',
  'fixed-enthalpy': 'fixed-enthalpy',
  'difference-enthalpy': 'differential-enthalpy',
}
const MEANING_OF: Readonly<Record<ChangeoverKind, string | null>> = {
  'fixed-dry-bulb': 'fixed',
  'differential-dry-bulb': 'difference',
  'fixed-enthalpy': 'fixed-enthalpy',
  'differential-enthalpy': 'difference-enthalpy',
  none: null,
}

export interface ChangeoverView {
  roof: Roof
  zone: string | null
  /** Limits of each kind in this zone; empty without a zone. */
  limits: ZoneLimit[]
  edition: string
  /** As the controller stands. */
  now: Changeover
  isSeen: boolean
  /** As it should be. */
  wanted: Changeover
  aims: WorkedAim[]
  integrated: boolean
  /** Humidity or enthalpy outdoors is measured: only then can enthalpy decide. */
  senses: boolean
}

export function changeoverOf(v: VisitView): ChangeoverView {
  const { ledger, system, show } = v
  const roof = roofOf(v)
  const at = (id: string) => standsAt(rowFor(ledger, id))
  const number = (id: string) => numberAt(rowFor(ledger, id))
  const rule = at('freshair.changeover')
  const ruleNow = meaningAs('freshair.changeover', rule?.meaning)
  const zone = isZone(system.roof.zone) ? system.roof.zone : null
  const limits = zone ? limitsIn(zone, v.state.altitudeFt) : []
  const limitOf = (kind: ChangeoverKind) => limits.find((one) => one.kind === kind)
  const sensor = meaningAt(ledger, 'freshair.sensor')
  const kindNow = KIND_OF[ruleNow ?? ''] ?? 'fixed-dry-bulb'
  const common = { lockoutBelowF: number('freshair.lockout'), offsetF: number('freshair.limit.offset') ?? 0 }
  const now: Changeover = {
    ...common,
    kind: sensor === 'none' ? 'none' : kindNow,
    limitF: ruleNow === 'zone' ? (limitOf('fixed-dry-bulb')?.limitF ?? number('freshair.limit')) : number('freshair.limit'),
    limitBtuLb: number('freshair.limit.enthalpy'),
  }
  const senses = sensor === 'enthalpy'
  // What somebody asks for, else what it has where the zone allows it, else the plainest that is allowed.
  const kept = kindNow.endsWith('enthalpy') && !senses ? 'fixed-dry-bulb' : kindNow
  const kind = system.roof.wantedChangeover ?? (limitOf(kept)?.isAllowed === false ? 'fixed-dry-bulb' : kept)
  const limit = limitOf(kind)
  const wanted: Changeover = {
    ...common,
    kind,
    limitF: system.roof.wantedLimitF ?? limit?.limitF ?? now.limitF,
    limitBtuLb: limit?.limitBtuLb ?? now.limitBtuLb,
  }
  const why = system.roof.wantedLimitF !== undefined ? 'asked for' : zone ? `zone ${zone}, ${LIMITS_EDITION}` : ''
  const meaning = MEANING_OF[kind]
  const aims: WorkedAim[] =
    why === ''
      ? []
      : [
          ...(meaning && rule?.meaning !== meaning && !(ruleNow === 'zone' && kind === 'fixed-dry-bulb')
            ? [{ id: 'freshair.changeover', meaning, why: `${CHANGEOVERS[kind]}: ${why}` }]
            : []),
          ...(wanted.limitF !== null && kind !== 'differential-dry-bulb'
            ? [{ id: 'freshair.limit', meaning: String(wanted.limitF), why: `${show('temperature', wanted.limitF)}: ${why}` }]
            : []),
          ...(wanted.limitBtuLb !== null && kind === 'fixed-enthalpy'
            ? [{ id: 'freshair.limit.enthalpy', meaning: String(wanted.limitBtuLb), why }]
            : []),
        ]
  return {
    roof,
    zone,
    limits,
    edition: LIMITS_EDITION,
    now,
    isSeen: rule !== null && rule.from !== 'default',
    wanted,
    aims,
    integrated: meaningAs('freshair.overlap', at('freshair.overlap')?.meaning) === 'yes',
    senses,
  }
}

/** One kind of changeover over a year, with compressors beside it and without. */
export interface YearRow {
  kind: ChangeoverKind
  changeover: Changeover
  isNow: boolean
  isAllowed: boolean | null
  alone: FreeCoolingYear
  integrated: FreeCoolingYear
}

/** What is computed apart from the page: plain data in, plain data out. */
export interface YearJob {
  weather: WeatherHours
  of: Omit<FreeCoolingCase, 'integrated'>
  kinds: { changeover: Changeover; isNow: boolean; isAllowed: boolean | null }[]
}

/** The year of every kind for this unit; null without a climate zone or a supply. */
export function yearJobOf(v: VisitView, weather?: WeatherHours): YearJob | null {
  const view = changeoverOf(v)
  const { roof, limits, now } = view
  const hours = weather ?? (roof.climate && yearOf(roof.climate))
  if (!hours || roof.fullCfm === null) return null
  const needed = needOf(v)
  const need = needed.ok ? needed.value.cfm : 0
  const of = {
    supplyF: roof.supplyF,
    back: roof.back,
    supplyCfm: roof.fullCfm,
    minShare: Math.min(1, Math.max(0.05, need / roof.fullCfm || 0.15)),
    ...roof.hours,
  }
  const others = limits
    .filter((one) => one.kind !== now.kind || one.limitF !== now.limitF)
    .map((one) => ({
      changeover: { ...now, kind: one.kind, limitF: one.limitF, limitBtuLb: one.limitBtuLb, offsetF: 0 },
      isNow: false,
      isAllowed: one.isAllowed,
    }))
  const isAllowed = limits.find((one) => one.kind === now.kind)?.isAllowed ?? null
  return { weather: hours, of, kinds: [{ changeover: now, isNow: true, isAllowed }, ...others] }
}

/** Runs the job. Heavy: in a worker. */
export const runYears = ({ weather, of, kinds }: YearJob): YearRow[] =>
  kinds.map(({ changeover, isNow, isAllowed }) => ({
    kind: changeover.kind,
    changeover,
    isNow,
    isAllowed,
    alone: freeCoolingYear(weather, changeover, { ...of, integrated: false }),
    integrated: freeCoolingYear(weather, changeover, { ...of, integrated: true }),
  }))

/** One hour of weather, and what each of two rules would do. */
export interface HourRow {
  hour: number
  outdoorF: number
  humidityRatio: number
  now: boolean
  wanted: boolean
}

/** A day's hours under the rule as it stands and as it should be: a day of this month, or pasted hours. */
export function hoursOf(v: VisitView, pasted?: WeatherHours): HourRow[] {
  const { roof, now, wanted } = changeoverOf(v)
  const air = pasted
    ? Array.from({ length: Math.min(pasted.outdoorF.length, 168) }, (_, i) => hourAt(pasted, [i]))
    : usualDay(v, roof)
  return air.map(([t, w, h], i) => {
    const allowed = (rule: Changeover) => allowsFreeCooling(rule, t, h, roof.back.dryBulbF, roof.back.enthalpyBtuLb)
    return { hour: i % 24, outdoorF: t, humidityRatio: w, now: allowed(now), wanted: allowed(wanted) }
  })
}

/** Dry bulb, moisture and heat of some hours, their mean. */
function hourAt(weather: WeatherHours, hours: readonly number[]): [number, number, number] {
  const mean = (values: Float64Array) => hours.reduce((sum, one) => sum + (values[one] as number), 0) / hours.length
  return [mean(weather.outdoorF), mean(weather.humidityRatio), mean(weather.enthalpyBtuLb)]
}

/** A usual day of the month of the visit: hour by hour the mean of three weeks. */
function usualDay(v: VisitView, { climate }: Roof): [number, number, number][] {
  if (!climate) return []
  const weather = yearOf(climate)
  const middle = Math.min(350, Math.max(14, Math.round((Number(v.clock.date(v.visit.startedAt).slice(5, 7)) - 0.5) * 30.4)))
  return Array.from({ length: 24 }, (_, hour) =>
    hourAt(
      weather,
      Array.from({ length: 21 }, (_, i) => (middle - 10 + i) * 24 + hour),
    ),
  )
}
