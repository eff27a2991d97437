import { clockText, type DayKind, type DrivenHours, driveSetbacks, isPump, type Room, type SetbackTargets } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import type { Assumption } from '../assumptions.ts'
import { comfortStand } from '../comfort/comfort.ts'
import { roomSystemOf } from '../comfort/roomSystem.ts'
import { meaningIn, timesDevice } from './device.ts'
import { hasWeek, lanesOf, seasonOn } from './week.ts'

type Mode = SetbackTargets['mode']
/** The days on which a return is looked at. */
const RETURNS = { heat: ['mild', 'frosty'], cool: ['hot'] } as const satisfies Readonly<Record<Mode, readonly DayKind[]>>
export type Morning = (typeof RETURNS)[Mode][number]
/** A lead where nobody said one, min. */
export const USUAL_LEAD_MIN = 30
/** What a room that nobody measured is known to, as shares of itself. House figures. */
const UNSURE = { loss: 0.25, holds: 0.3 }
/** How early a device begins at most, where its profile does not say. */
const USUAL_MOST_MIN = 120
/** It is looked at from so many hours before people are in. */
const BEFORE_H = 18
const baseHour = (toMin: number) => Math.floor(toMin / 60) - BEFORE_H

/** The setback that ends in the morning: when it began, when people are in, what is kept before and after. */
export interface MorningStep {
  day: number
  fromMin: number
  toMin: number
  setF: number
  setbackF: number
}

/**
 * The greatest rise of the heating lane in the morning of a day of the week, else later on that day; of the cooling lane the
 * greatest fall of the day, which is hottest when people come back. Null where there is none.
 */
const returnStep = (lane: Float64Array, day: number, mode: Mode): MorningStep | null =>
  mode === 'cool'
    ? riseWithin(lane, day, mode, 0, 1440)
    : (riseWithin(lane, day, mode, 0, 720) ?? riseWithin(lane, day, mode, 720, 1440))

function riseWithin(lane: Float64Array, day: number, mode: Mode, fromMin: number, toMin: number): MorningStep | null {
  const sign = mode === 'heat' ? 1 : -1
  const at = (minute: number) => sign * (lane[(minute + 10_080) % 10_080] as number)
  let best: MorningStep | null = null
  for (let minute = day * 1440 + fromMin; minute < day * 1440 + toMin; minute += 1) {
    const [before, now] = [at(minute - 1), at(minute)]
    // How cold a room grows while it is off, nobody said: such a return is not looked at.
    if (!(now - before > (best ? sign * (best.setF - best.setbackF) : 0))) continue
    let from = minute - 1
    while (minute - from < BEFORE_H * 60 && at(from - 1) <= before) from -= 1
    best = { day, fromMin: from - day * 1440, toMin: minute - day * 1440, setF: sign * now, setbackF: sign * before }
  }
  return best
}

/** One return of people, as plain data for a worker: warm on time, or cool on time. */
export interface WarmJob {
  key: string
  mode: Mode
  step: MorningStep
  leadMin: number
  mostMin: number
  hasOwn: boolean
  mornings: { kind: Morning; room: Room; hours: DrivenHours; extremeF: number }[]
  /** The droop at which auxiliary heat joins, as it is run here; null: there is none. */
  droopF: number | null
  /** How well loss and capacity are known, as shares of themselves. */
  unsure: { loss: number; holds: number }
  assumptions: Assumption[]
}

export interface WarmRow {
  school: 'none' | 'lead' | 'own'
  /** Minutes after midnight at which it begins, and at which the room is there; null: not before noon. */
  beginsMin: number
  warmMin: number | null
  /** Auxiliary heat of coming back, and what the day takes of it beside that, to hold. */
  auxiliaryBtu: number
  holdingBtu: number
}
export interface WarmMorning {
  kind: Morning
  /** Outdoors at its coldest, in cooling at its hottest, °F. */
  extremeF: number
  /** How early it has to begin; null: no start is early enough. */
  needMin: number | null
  /**
   * By how well the room is known: with a room that is better than taken, and with one that is worse. Null: with a worse one
   * no start is early enough.
   */
  needLeastMin: number
  needMostMin: number | null
  rows: WarmRow[]
}

/** What a return rests on; null without a week, without a setback, or with nothing that heats (cools). */
export function warmJobOf(v: VisitView, today: number, day?: number, mode: Mode = 'heat'): WarmJob | null {
  if (!hasWeek(v)) return null
  const lane = lanesOf(v, seasonOn(v, today), 'nothing')[mode]
  // The first day on which there is one, if none was named.
  const steps = lane ? (day === undefined ? [0, 1, 2, 3, 4, 5, 6] : [day]).map((one) => returnStep(lane, one, mode)) : []
  const step = steps.find((one) => one !== null) ?? null
  if (!step) return null
  const assumptions: Assumption[] = []
  let droopF: number | null = null
  const mornings = RETURNS[mode].flatMap((kind) => {
    const run = roomSystemOf(v, comfortStand(v), { day: kind, isGapOpen: false })
    if (!run) return []
    for (const one of run.assumptions) if (!assumptions.some((other) => other.what === one.what)) assumptions.push(one)
    const { room, day: weather, equipment } = run.system
    const base = baseHour(step.toMin)
    const hourly = (list: ArrayLike<number>) => Float64Array.from({ length: 24 }, (_, i) => list[(i + base + 48) % 24] as number)
    const outdoorF = hourly(weather.outdoorF)
    // A stage that is never called brings nothing; what goes to a storey that is not sensed is not felt here.
    const stage = mode === 'heat' && comfortStand(v)('control.second-stage') === 'never' ? 0 : -1
    const of = mode === 'heat' ? equipment.heat : equipment.cool
    if ((of.btuH.at(stage) ?? 0) <= 0) return []
    const auxiliary = mode === 'heat' ? equipment.auxiliary : null
    droopF = auxiliary?.onDroopF ?? null
    if (stage === 0)
      assumptions.push({ what: 'Fire', value: 'the low one alone', from: 'its second stage is never called, as it stands' })
    const share = 1 - (run.system.other?.airShare ?? 0)
    const output = share * (of.btuH.at(stage) ?? 0)
    const slope = share * (of.slopeBtuHPerF.at(stage) ?? 0)
    const plantBtuH = outdoorF.map((one) => Math.max(0, output + slope * (one - equipment.referenceOutdoorF)))
    const auxiliaryBtuH = outdoorF.map((one) => (auxiliary && one < auxiliary.allowedBelowF ? share * auxiliary.btuH : 0))
    return [
      {
        kind,
        room,
        extremeF: mode === 'heat' ? Math.min(...outdoorF) : Math.max(...outdoorF),
        hours: {
          outdoorF,
          gainsAirBtuH: hourly(weather.airGainBtuH),
          gainsMassBtuH: hourly(weather.massGainBtuH),
          plantBtuH,
          auxiliaryBtuH,
        },
      },
    ]
  })
  if (mornings.length === 0) return null
  const times = timesDevice(v)
  const own = times ? meaningIn(times, 'aimed')('time.recovery') : null
  const leadMin = v.system.times.leadMin ?? USUAL_LEAD_MIN
  const { uaBtuHPerF, uaErrorBtuHPerF, holds, holdsError } = v.system.room
  const unsure = {
    loss: uaBtuHPerF && uaErrorBtuHPerF ? uaErrorBtuHPerF / uaBtuHPerF : UNSURE.loss,
    holds: holds && holdsError ? holdsError / holds : UNSURE.holds,
  }
  const mostMin = times?.form?.recoveryMostMin ?? USUAL_MOST_MIN
  return {
    unsure,
    key: JSON.stringify([
      mode,
      unsure,
      step,
      leadMin,
      mostMin,
      mornings.map((one) => [one.room, [...one.hours.plantBtuH], [...one.hours.auxiliaryBtuH]]),
    ]),
    mode,
    droopF,
    step,
    leadMin,
    mostMin,
    hasOwn: own !== null,
    mornings,
    assumptions,
  }
}

/** Each morning by the schools: the program alone, a lead of one's own, the device's recovery. */
export function runWarm({ mode, step, leadMin, mostMin, mornings, unsure }: WarmJob): WarmMorning[] {
  const base = baseHour(step.toMin)
  const inH = (minute: number) => minute / 60 - base
  return mornings.map(({ kind, room, hours, extremeF }) => {
    const drive = (toMin: number, recovery: 'at-end' | 'optimum', of: Room = room) =>
      driveSetbacks(
        of,
        hours,
        {
          mode,
          setF: step.setF,
          setbackF: step.setbackF,
          setbacks: [{ fromH: Math.max(0, inH(step.fromMin)), toH: inH(toMin) }],
          recovery,
        },
        60,
      )
    const best = drive(step.toMin, 'optimum')
    const needMin = best.recoveries[0]?.leadMin ?? null
    // Loss and capacity each by itself, in quadrature: nobody says that they are off together.
    const needWith = (loss: number, holds: number) =>
      drive(step.toMin, 'optimum', {
        ...room,
        uaBtuHPerF: room.uaBtuHPerF * loss,
        airBtuPerF: room.airBtuPerF * holds,
        massBtuPerF: room.massBtuPerF * holds,
      }).recoveries[0]?.leadMin ?? null
    const off = (sign: 1 | -1): number | null => {
      const needs = [needWith(1 + sign * unsure.loss, 1), needWith(1, 1 + sign * unsure.holds)]
      if (needMin === null || needs.some((one) => one === null)) return null
      return Math.hypot(...needs.map((one) => Math.max(0, sign * ((one as number) - needMin))))
    }
    const [worse, better] = [off(1), off(-1)]
    const by = (school: WarmRow['school'], leadOf: number): WarmRow => {
      const beginsMin = step.toMin - Math.round(leadOf)
      const out = drive(beginsMin, 'at-end')
      const recoveryMin = out.recoveries[0]?.recoveryMin ?? null
      const auxiliaryBtu = out.recoveries[0]?.auxiliaryBtu ?? 0
      return {
        school,
        beginsMin,
        warmMin: recoveryMin === null ? null : beginsMin + recoveryMin,
        auxiliaryBtu,
        holdingBtu: out.auxiliaryBtu - auxiliaryBtu,
      }
    }
    return {
      kind,
      extremeF,
      needMin,
      needLeastMin: Math.max(0, (needMin ?? 0) - (better ?? 0)),
      needMostMin: needMin === null || worse === null ? null : needMin + worse,
      rows: [by('none', 0), by('lead', leadMin), by('own', Math.min(needMin ?? mostMin, mostMin))],
    }
  })
}

export const MORNING_WORDS: Readonly<Record<Morning, string>> = { mild: 'Mild', frosty: 'Frost', hot: 'Hot' }

/** "It needs 40 min, 30 to 55 by how well the room is known." */
export function sayNeed({ needMin, needLeastMin, needMostMin }: WarmMorning, { unsure }: WarmJob): string {
  if (needMin === null) return 'No start is early enough.'
  // Less than anybody would set a lead for.
  if (needMin < 1 && needMostMin !== null && needMostMin < 5) return 'No lead is needed.'
  const [least, need, most] = [needLeastMin, needMin, needMostMin ?? 0].map(Math.round)
  const by = `${Math.round(100 * unsure.loss)}% more loss or ${Math.round(100 * unsure.holds)}% more mass`
  return needMostMin === null
    ? `It needs ${need} min, ${least} at best; with ${by}, which nobody measured, no start may be early enough.`
    : `It needs ${need} min, ${least} to ${most} by how well the room is known.`
}
export const SCHOOL_WORDS = { none: 'at the hour itself', lead: 'a fixed lead', own: 'its own recovery' } as const

/** Later than this is too late to be called on time, min. */
const ON_TIME_MIN = 5
/** Whether people are in before it is warm; a room that never is, is late. */
export const isLate = (step: MorningStep, { warmMin }: Pick<WarmRow, 'warmMin'>): boolean =>
  warmMin === null || warmMin > step.toMin + ON_TIME_MIN

/** "05:31", or that it never is. */
export const sayWarm = (row: WarmRow): string =>
  row.warmMin === null ? 'not in 6 h' : clockText(((Math.round(row.warmMin) % 1440) + 1440) % 1440)

/** The least setback temperature from which the room is there in time with the lead that is given; whole degrees. */
export function shallowerF(job: WarmJob, morning: Morning, leadMin: number): number {
  const one = job.mornings.find((of) => of.kind === morning)
  if (!one) return job.step.setF
  const base = baseHour(job.step.toMin)
  const sign = job.mode === 'heat' ? 1 : -1
  for (let at = Math.ceil(sign * job.step.setbackF); at < sign * job.step.setF; at += 1) {
    const setbackF = sign * at
    const out = driveSetbacks(
      one.room,
      one.hours,
      {
        mode: job.mode,
        setF: job.step.setF,
        setbackF,
        setbacks: [{ fromH: Math.max(0, job.step.fromMin / 60 - base), toH: job.step.toMin / 60 - base }],
        recovery: 'optimum',
      },
      60,
    )
    const lead = out.recoveries[0]?.leadMin
    if (lead !== null && lead !== undefined && lead <= leadMin) return setbackF
  }
  return job.step.setF
}

/** Whether a machine of this system calls auxiliary heat at all. */
export const hasAuxiliary = (v: VisitView): boolean => isPump(v.wired.kind) && (v.system.heaterKw ?? 0) > 0
