import {
  checkLine,
  exactPositions,
  express,
  inSteps,
  type Line,
  type LineCase,
  type LineCheck,
  lineThrough,
  nextPoint,
  ok,
  onLine,
  outdoorAt,
  outdoorYear,
  type Result,
  sayValue,
} from '@ingle/core'
import { found as finding } from '../../findingWords.ts'
import { numberAt, seenAt } from '../../ledger/standsAt.ts'
import { refuse } from '../../refusals.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'
import { damperOf, type MeasuredPoint, MOST_ERROR_PCT, measuredPoints, tellingDifferenceF } from './damperPoints.ts'
import { type AirNeed, needOf } from './need.ts'
import { type Roof, roofOf, type Slot, stepsOf, yearOf } from './roof.ts'

/** Below this outdoors the building's own heat no longer warms what comes in, °F. */
const BALANCE_F = 55

/** A position that a place of the device should take. */
export interface SlotAim {
  slot: Slot
  speedPct: number
  /** In the device's steps, and exactly. */
  positionPct: number
  exactPct: number
  /** False where no position brings what is needed at this speed. */
  reached: boolean
  /** The measured point that proves it; null: foretold from the others. */
  provedBy: MeasuredPoint | null
  /** What it brings, cfm. */
  outdoorCfm: number
}

export interface DamperLine {
  roof: Roof
  need: AirNeed
  points: MeasuredPoint[]
  of: LineCase
  /** Positions between which this damper was measured; outside it is the usual shape. */
  measuredFrom: number
  measuredTo: number
  found: { line: Line; check: LineCheck; isShipped: boolean } | null
  aim: { line: Line; check: LineCheck; slots: SlotAim[] }
  /** Without the last slot: how far off fewer points would be. */
  next: { speedPct: number; positionPct: number; worstCfm: number } | null
  aims: WorkedAim[]
}

/** What the line is at on a row of positions: at each grid speed. */
const lineOfSlots = (slots: readonly Slot[], pick: (slot: Slot) => number | null): Line | null => {
  const points = slots.flatMap((slot) => {
    const positionPct = pick(slot)
    return slot.speedPct === null || positionPct === null ? [] : [{ speedPct: slot.speedPct, positionPct }]
  })
  return points.length === 0 ? null : lineThrough(points)
}

/** Within the need and its band. */
const isRight = (need: AirNeed, point: MeasuredPoint): boolean =>
  point.outdoorCfm !== null && point.outdoorCfm >= need.cfm * 0.98 && point.outdoorCfm <= need.mostCfm

/** Speeds for the slots of a device that takes pairs: its ends first, then where one more helps most. */
function speedsFor(of: LineCase, slots: readonly Slot[]): number[] {
  const [least, most] = [of.speedsPct[0] as number, of.speedsPct.at(-1) as number]
  const speeds = least === most ? [most] : [least, most]
  while (speeds.length < slots.length) {
    const exact = exactPositions(of, speeds)
    const line = lineThrough(speeds.map((speedPct, i) => ({ speedPct, positionPct: exact[i]?.positionPct as number })))
    const next = nextPoint(of, line)
    const check = checkLine(of, line)
    // A point that mends less than a fiftieth of the need is not worth a climb.
    if (!next || Math.max(check.underCfm, check.overCfm) < 0.02 * of.wantedCfm) break
    speeds.push(next.speedPct)
  }
  return speeds.sort((a, b) => a - b)
}

/** The damper line of this unit: what its controller does, what it should do, and how sure that is. */
export function damperLineOf(v: VisitView): Result<DamperLine> {
  const roof = roofOf(v)
  const need = needOf(v)
  if (!need.ok) return need
  if (need.value.cfm <= 0) return refuse('no-need')
  if (roof.fullCfm === null) return refuse('supply-unknown')
  const points = measuredPoints(v, roof)
  const { damper, from, to } = damperOf(points)
  const of: LineCase = { damper, fullCfm: roof.fullCfm, wantedCfm: need.value.cfm, speedsPct: roof.grid }
  const foundLine = lineOfSlots(roof.slots, (slot) => slot.foundPct)
  const slots = aimSlots(roof, need.value, points, of)
  const aimLine = lineThrough(
    slots.length > 0 ? slots.map(({ speedPct, positionPct }) => ({ speedPct, positionPct })) : bareLine(of),
  )
  const check = checkLine(of, aimLine)
  const spare = roof.slots.length > slots.length || (roof.takesPairs && slots.length < roof.slots.length)
  return ok({
    roof,
    need: need.value,
    points,
    of,
    measuredFrom: from,
    measuredTo: to,
    found: foundLine && { line: foundLine, check: checkLine(of, foundLine), isShipped: roof.slots.every((one) => one.isShipped) },
    aim: { line: aimLine, check, slots },
    next: roof.fan === 'variable' || spare ? nextPoint(of, aimLine) : null,
    aims: [...aimsOf(v, need.value, of, slots, points), ...unoccupiedAim(v, need.value, of)],
  })
}

/** Positions for a unit whose device nobody has named: its ends alone. */
const bareLine = (of: LineCase) =>
  [...new Set([of.speedsPct[0] as number, of.speedsPct.at(-1) as number])].map((speedPct) => ({
    speedPct,
    positionPct: exactPositions(of, [speedPct])[0]?.positionPct as number,
  }))

function aimSlots(roof: Roof, need: AirNeed, points: readonly MeasuredPoint[], of: LineCase): SlotAim[] {
  const fixed = roof.slots.filter((one) => one.speedRow === null)
  const pairs = roof.slots.filter((one) => one.speedRow !== null)
  const atFixed = fixed.flatMap((slot) => (slot.speedPct === null ? [] : [{ slot, speedPct: slot.speedPct }]))
  const speeds = fixed.length > 0 && pairs.length > 0 ? extraSpeeds(of, atFixed, pairs.length) : speedsFor(of, pairs)
  const atPairs = pairs.slice(0, speeds.length).map((slot, i) => ({ slot, speedPct: speeds[i] as number }))
  const one = atFixed.length === 1 && pairs.length === 0 && roof.grid.length > 1
  return [...atFixed, ...atPairs]
    .map(({ slot, speedPct }): SlotAim => {
      // One figure for all speeds has to bring enough at the slowest.
      const decides = one ? (roof.grid[0] as number) : speedPct
      const exact = exactPositions(of, [decides])[0] as { positionPct: number; reached: boolean }
      const near = points.filter((point) => point.counts && Math.abs(point.state.speedPct - decides) <= 2)
      const proved = near.filter((point) => isRight(need, point)).at(-1) ?? null
      const steps = stepsOf(slot.row)
      const stepped = stepFor(of, proved?.state.positionPct ?? exact.positionPct, steps, decides, proved !== null)
      return {
        slot,
        speedPct,
        positionPct: stepped,
        exactPct: exact.positionPct,
        reached: exact.reached || proved !== null,
        provedBy: proved,
        outdoorCfm: outdoorAt(of.damper, stepped, (of.fullCfm * decides) / 100),
      }
    })
    .sort((a, b) => a.speedPct - b.speedPct)
}

/** The device's step for a position: the nearest that was measured, else the least that brings what is needed. */
function stepFor(of: LineCase, positionPct: number, steps: number, speedPct: number, isMeasured: boolean): number {
  const { index, positionPct: nearest } = inSteps(positionPct, steps)
  const brings = outdoorAt(of.damper, nearest, (of.fullCfm * speedPct) / 100)
  return isMeasured || brings >= of.wantedCfm * 0.995 || index >= steps ? nearest : (100 * (index + 1)) / steps
}

/** Speeds for pairs beside fixed positions: where one more helps most, as many as there are and help. */
function extraSpeeds(of: LineCase, fixed: readonly { speedPct: number }[], most: number): number[] {
  const speeds = fixed.map((one) => one.speedPct)
  const extra: number[] = []
  while (extra.length < most) {
    const all = [...speeds, ...extra].sort((a, b) => a - b)
    const exact = exactPositions(of, all)
    const line = lineThrough(all.map((speedPct, i) => ({ speedPct, positionPct: exact[i]?.positionPct as number })))
    const check = checkLine(of, line)
    const next = nextPoint(of, line)
    if (!next || Math.max(check.underCfm, check.overCfm) < 0.05 * of.wantedCfm) break
    extra.push(next.speedPct)
  }
  return extra
}

const text = (value: number) => String(Math.round(value * 100) / 100)

function aimsOf(
  v: VisitView,
  need: AirNeed,
  of: LineCase,
  slots: readonly SlotAim[],
  points: readonly MeasuredPoint[],
): WorkedAim[] {
  const { show } = v
  return slots.flatMap(({ slot, speedPct, positionPct, provedBy, outdoorCfm, reached }): WorkedAim[] => {
    const why = provedBy
      ? `${show('flow', provedBy.outdoorCfm ?? 0)} ± ${show('flow', provedBy.errorCfm ?? 0)} measured at ${speedPct}% fan${provedBy.visit === null ? '' : ` on visit ${provedBy.visit}`}; ${show('flow', need.cfm)} are needed`
      : `${reached ? '' : 'not enough even so: '}${show('flow', outdoorCfm)} foretold at ${speedPct}% fan from ${damperWords(points)}; ${show('flow', need.cfm)} are needed`
    const dcvCfm = Math.min(need.emptyCfm, need.cfm)
    const dcv = exactPositions({ ...of, wantedCfm: dcvCfm }, [speedPct])[0]
    return [
      ...(slot.speedRow ? [{ id: slot.speedRow.id, meaning: text(speedPct), why: 'the fan speed of this point' }] : []),
      { id: slot.row.id, meaning: text(positionPct), why },
      ...(slot.dcvRow && dcv && dcvCfm > 0
        ? [
            {
              id: slot.dcvRow.id,
              meaning: text(dcv.positionPct),
              why: `${show('flow', dcvCfm)} for floor and exhaust with nobody in, foretold at ${speedPct}% fan`,
            },
          ]
        : []),
    ]
  })
}

/** With the building empty: shut, unless something goes on being blown out. */
function unoccupiedAim(v: VisitView, need: AirNeed, of: LineCase): WorkedAim[] {
  const wantedCfm = need.exhaustCfm
  if (!v.ledger.some((row) => row.id === 'freshair.min.unoccupied')) return []
  if (wantedCfm <= 0) return [{ id: 'freshair.min.unoccupied', meaning: '0', why: 'nobody in, and nothing is blown out' }]
  const [least = 100] = of.speedsPct
  const exact = exactPositions({ ...of, wantedCfm }, [least])[0]
  return exact
    ? [
        {
          id: 'freshair.min.unoccupied',
          meaning: text(exact.positionPct),
          why: `${v.show('flow', wantedCfm)} for the exhaust that runs on, foretold at ${least}% fan`,
        },
      ]
    : []
}

const damperWords = (points: readonly MeasuredPoint[]) =>
  points.every((one) => !one.counts) ? 'a usual damper, nothing measured' : 'the points measured on this damper'

/** The walk of test mode: the fan at its top speed first, then down. */
export const nextToTest = (slots: readonly SlotAim[]): SlotAim | undefined => slots.findLast((one) => one.provedBy === null)

/** The worst that a line does, in words. */
export function worstSaid(
  { show }: Pick<VisitView, 'show'>,
  { underCfm, overCfm, underSpeedPct, overSpeedPct }: LineCheck,
): string {
  const parts = [
    ...(underCfm > 0.5 ? [`${show('flow', underCfm)} too little at ${underSpeedPct}% fan`] : []),
    ...(overCfm > 0.5 ? [`${show('flow', overCfm)} over at ${overSpeedPct}% fan`] : []),
  ]
  return parts.join(', ') || 'what is needed, at every speed'
}

/** What the picture says in one line, and what to do now. */
export function lineSaid(v: VisitView, line: DamperLine): { headline: string; move: string; why: string; speed: number | null } {
  const { show } = v
  const { need, aim, found, points } = line
  const untested = nextToTest(aim.slots)
  const headline = headlineOf(v, line)
  const bad = points.find((one) => !one.counts && one.trouble !== 'too-close')
  if (bad)
    return {
      headline,
      move: `Measure ${bad.state.speedPct}% fan at ${bad.state.positionPct}% damper again.`,
      why: pointTrouble(v, bad).says,
      speed: bad.state.speedPct,
    }
  if (untested)
    return {
      headline,
      move: `Test mode: fan ${untested.speedPct}%, damper ${onDevice(v, untested)}.`,
      why: `It should bring about ${show('flow', untested.outdoorCfm)}. ${difference(v, untested.outdoorCfm, (line.of.fullCfm * untested.speedPct) / 100 || 1)}`,
      speed: untested.speedPct,
    }
  const next = line.next
  const worst = Math.max(aim.check.underCfm, aim.check.overCfm)
  if (next && worst > 0.1 * need.cfm && line.roof.takesPairs && aim.slots.length < line.roof.slots.length)
    return {
      headline,
      move: `One more point at ${next.speedPct}% fan.`,
      why: `It takes the worst error from ${show('flow', worst)} to ${show('flow', next.worstCfm)}.`,
      speed: next.speedPct,
    }
  return {
    headline,
    move:
      found && Math.max(found.check.underCfm, found.check.overCfm) <= 0.1 * need.cfm
        ? 'Leave the line as it is.'
        : 'Take the line as aims, and set it.',
    why: `Every position was measured; between them it is off by ${show('flow', worst)} at most.`,
    speed: null,
  }
}

/** Positions outside of those that were measured rest on the usual shape. */
const isMeasured = ({ measuredFrom, measuredTo }: DamperLine, { values }: Line): boolean =>
  values.every((one) => one >= measuredFrom - 3 && one <= measuredTo + 3)

function headlineOf({ show }: VisitView, line: DamperLine): string {
  const { found, need, roof } = line
  if (!found) return `${show('flow', need.cfm)} of outdoor air are needed`
  // The worst fan speed speaks, in both directions: a mean over all of them hides what one lacks.
  const { underCfm, underSpeedPct, overCfm, overSpeedPct } = found.check
  const who = found.isShipped ? 'Shipped, it' : 'As found, it'
  const doubt = isMeasured(line, found.line) ? '' : ', by a usual damper'
  const at = (speedPct: number) => (roof.grid.length > 1 ? ` at ${speedPct}% fan` : '')
  const ratio = 1 + overCfm / need.cfm
  const more =
    ratio > 1.8
      ? `${ratio > 2.2 ? `${ratio.toFixed(1)} times` : ratio > 1.95 ? 'about twice' : 'nearly twice'} the air that is needed`
      : `${Math.round(100 * (ratio - 1))}% more air than is needed`
  const isOver = overCfm > need.mostCfm - need.cfm
  if (underCfm > 0.05 * need.cfm)
    return `${who} brings ${show('flow', underCfm)} too little${at(underSpeedPct)}${isOver ? `, and ${more}${at(overSpeedPct)}` : ''}${doubt}`
  return isOver ? `${who} brings in ${more}${at(overSpeedPct)}${doubt}` : `${who} brings what is needed${doubt}`
}

/** A position in percent, and as the device takes it where that is something else. */
function onDevice(v: VisitView, { slot, positionPct }: SlotAim): string {
  const pct = v.show('percent', positionPct)
  const value = express(slot.row.setting, text(positionPct), v.units)
  const said = value.fit === 'none' ? pct : sayValue(slot.row.setting, value.value)
  return said === pct ? pct : `${pct} (${said})`
}

/** How far apart indoors and outdoors must be for this point, and from which hour they should be. */
function difference(v: VisitView, outdoorCfm: number, supplyCfm: number): string {
  const leastF = tellingDifferenceF(v, Math.min(1, outdoorCfm / supplyCfm))
  const hours = tellingHours(v, leastF)
  const apart = `To be sure to ${MOST_ERROR_PCT}% of the supply by temperatures, indoors and outdoors have to be ${v.show('temperatureDifference', leastF)} apart`
  if (hours === null) return `${apart}.`
  if (hours === 'never') return `${apart}: at this time of year they seldom are. Use a station, a traverse or a hood.`
  return hours === 'always'
    ? `${apart}: at this time of year they are.`
    : `${apart}: at this time of year that is from ${hours.from}:00 to ${hours.to}:00.`
}

/** Hours of a usual day of this month in which indoors and outdoors are so far apart. Null without a climate zone. */
export function tellingHours(v: VisitView, leastF: number): { from: number; to: number } | 'always' | 'never' | null {
  const { climate, back } = roofOf(v)
  if (!climate) return null
  const { outdoorF } = yearOf(climate)
  const month = Number(v.clock.date(v.visit.startedAt).slice(5, 7))
  const day = Math.min(330, Math.max(15, Math.round((month - 0.5) * 30.4)))
  const good: boolean[] = []
  for (let hour = 0; hour < 24; hour += 1) {
    let sum = 0
    for (let near = day - 10; near < day + 10; near += 1) sum += outdoorF[near * 24 + hour] as number
    good.push(Math.abs(sum / 20 - back.dryBulbF) >= leastF)
  }
  if (good.every((one) => one)) return 'always'
  // The longest run of such hours, over midnight too.
  let best = { from: 0, length: 0 }
  for (let from = 0; from < 24; from += 1) {
    let length = 0
    while (length < 24 && good[(from + length) % 24]) length += 1
    if (length > best.length) best = { from, length }
  }
  return best.length === 0 ? 'never' : { from: best.from, to: (best.from + best.length) % 24 }
}

/** Why a point does not count, and what to do about it. */
export function pointTrouble(v: VisitView, point: MeasuredPoint): { says: string; mend: string } {
  const { show } = v
  const { speedPct, positionPct } = point.state
  const where = { fan: speedPct, damper: positionPct }
  switch (point.trouble) {
    case 'ok':
      return { says: '', mend: '' }
    case 'too-close':
      return finding('point-too-close', { ...where, leastF: tellingDifferenceF(v, 0.3) }, show)
    case 'implausible':
      return finding('point-implausible', { ...where, share: Math.round(point.sharePct ?? 0) }, show)
    case 'too-uncertain':
      return finding('point-unsure', { ...where, errorCfm: point.errorCfm ?? 0 }, show)
    case 'no-supply':
      return finding('point-without-supply', where, show)
    case 'no-station':
      return finding('point-without-station', where, show)
    case 'signal-fault':
      return finding('point-signal-fault', { ...where, signal: point.state.signal ?? 0 }, show)
    case 'no-opening':
      return finding('point-without-opening', where, show)
    case 'falls':
      return finding('point-falls', where, show)
    case 'not-run':
      return finding('point-not-run', where, show)
  }
}

/** A year of the outdoor air as found and as aimed; null without a climate zone. */
export function yearOfAir({ roof, found, aim, of }: DamperLine) {
  if (!roof.climate) return null
  const weather = yearOf(roof.climate)
  const mean = (check: LineCheck) => check.outdoorCfm.reduce((sum, one) => sum + one, 0) / check.outdoorCfm.length
  const year = (cfm: number) => ({ cfm, ...outdoorYear(cfm, weather, roof.back, roof.prices, roof.hours, BALANCE_F) })
  return { found: found && year(mean(found.check)), aim: year(mean(aim.check)), needed: year(of.wantedCfm), balanceF: BALANCE_F }
}

/** What the line brings as it stands now (left, else found, else shipped), where that is outside the band. */
export function lineFinding(v: VisitView, line: DamperLine): { id: string; says: string; mend: string } | null {
  const { need, of, roof } = line
  const stands = lineOfSlots(roof.slots, (slot) => numberAt(slot.row))
  if (!stands) return null
  const basis = isMeasured(line, stands) ? 'as measured' : 'by a usual damper'
  const { overCfm, overSpeedPct, underCfm, underSpeedPct } = checkLine(of, stands)
  if (underCfm > 0.05 * need.cfm)
    return { id: 'line-under', ...finding('line-under', { fan: underSpeedPct, basis, underCfm, needCfm: need.cfm }, v.show) }
  if (overCfm > need.mostCfm - need.cfm + 0.02 * need.cfm)
    return { id: 'line-over', ...finding('line-over', { fan: overSpeedPct, basis, overCfm, needCfm: need.cfm }, v.show) }
  return null
}

/** What the line brings at any speed: for the picture. */
export const bringsAt = ({ of }: DamperLine, line: Line, speedPct: number): number =>
  outdoorAt(of.damper, onLine(line, speedPct), (of.fullCfm * speedPct) / 100)

/** Positions of the found line that somebody saw: shipped ones are not taken for granted. */
export const isSeen = ({ roof }: DamperLine): boolean => roof.slots.some((one) => seenAt({ ...one.row, left: null }) !== null)
