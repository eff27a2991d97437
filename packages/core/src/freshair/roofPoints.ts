import { SIGNALS, type SignalKind } from '../airflow/driveFor.ts'
import {
  SAFETY_ACTION_WORDS,
  SAFETY_RESET_WORDS,
  SAFETY_SCOPE_WORDS,
  type SafetyKindId,
  safetyKind,
} from '../safety/safetyKinds.ts'
import { thermistorC, thermistorOhm } from '../sensing/sensors.ts'

/** What goes through a terminal: read in, counted as a contact, sent out as a signal, or switched. */
export const POINT_WAYS = ['reads', 'contact', 'drives', 'switches'] as const
export type PointWay = (typeof POINT_WAYS)[number]

/** What a point measures, where it has a figure. */
export type PointMeasures = 'temperature' | 'humidity' | 'enthalpy' | 'ppm' | 'pct' | 'static'

interface PointKind {
  label: string
  way: PointWay
  measures?: PointMeasures
  /** The safety that it is: what a trip has to do, whom it reaches and who resets it are that table's, never this one's. */
  protects?: SafetyKindId
  /** What it does, for a contact that is no safety; and what else happens on a roof when a safety trips. */
  does?: string
}

/** Everything that a rooftop unit's controller may read, hear, drive or switch. */
export const ROOF_POINTS = {
  'outdoor-temp': { label: 'Outdoor air temperature', way: 'reads', measures: 'temperature' },
  'outdoor-humidity': { label: 'Outdoor air humidity', way: 'reads', measures: 'humidity' },
  'outdoor-enthalpy': { label: 'Outdoor air enthalpy', way: 'reads', measures: 'enthalpy' },
  'return-temp': { label: 'Return air temperature', way: 'reads', measures: 'temperature' },
  'return-humidity': { label: 'Return air humidity', way: 'reads', measures: 'humidity' },
  'mixed-temp': { label: 'Mixed air temperature', way: 'reads', measures: 'temperature' },
  'leaving-temp': { label: 'Leaving air temperature', way: 'reads', measures: 'temperature' },
  co2: { label: 'CO₂', way: 'reads', measures: 'ppm' },
  'damper-feedback': { label: 'Actuator feedback', way: 'reads', measures: 'pct' },
  'duct-static': { label: 'Duct static', way: 'reads', measures: 'static' },
  'building-static': { label: 'Building static', way: 'reads', measures: 'static' },
  occupied: { label: 'Occupied', way: 'contact' },
  'remote-off': { label: 'Remote off', way: 'contact', does: 'the whole unit stops' },
  filter: { label: 'Filter switch', way: 'contact', does: 'nothing stops: it only tells' },
  smoke: { label: 'Smoke detector', way: 'contact', protects: 'smoke', does: 'the outdoor damper shuts' },
  freeze: { label: 'Freeze-stat', way: 'contact', protects: 'freeze', does: 'the outdoor damper shuts' },
  'high-limit': { label: 'High limit', way: 'contact', protects: 'high-limit' },
  float: { label: 'Float switch', way: 'contact', protects: 'float' },
  damper: { label: 'Outdoor damper', way: 'drives', measures: 'pct' },
  fan: { label: 'Supply fan speed', way: 'drives', measures: 'pct' },
  'fan-start': { label: 'Supply fan start', way: 'switches' },
  exhaust: { label: 'Exhaust fan', way: 'switches' },
  alarm: { label: 'Alarm output', way: 'switches' },
  'compressor-1': { label: 'Compressor, stage 1', way: 'switches' },
  'compressor-2': { label: 'Compressor, stage 2', way: 'switches' },
  heat: { label: 'Heat', way: 'switches' },
} as const satisfies Record<string, PointKind>
export type RoofPointId = keyof typeof ROOF_POINTS
export const ROOF_POINT_IDS = Object.keys(ROOF_POINTS) as RoofPointId[]

export const pointKind = (id: RoofPointId): PointKind => ROOF_POINTS[id]

/** What has to happen when a contact of the strip trips, in a sentence; null for what is no contact. */
export function whenTripped(id: RoofPointId): string | null {
  const { protects, does } = pointKind(id)
  if (!protects) return does ?? null
  const { action, scope, reset } = safetyKind(protects)
  const reaches = scope === 'own' ? '' : `; it reaches ${SAFETY_SCOPE_WORDS[scope]}`
  return `${SAFETY_ACTION_WORDS[action]}${does ? `, ${does}` : ''}${reaches}; reset ${SAFETY_RESET_WORDS[reset]}`
}

/** Inputs that protect: each is tripped on purpose and seen to stop what it should. */
export const SAFETY_POINTS: readonly RoofPointId[] = ['smoke', 'freeze', 'high-limit', 'float', 'remote-off', 'filter']

/** A terminal of a controller, and what may be put on it. */
export interface StripTerminal {
  id: string
  takes: readonly PointWay[]
}

/** A point as somebody says it is: fitted or not, and on which terminal. */
export interface PlacedPoint {
  carries: RoofPointId
  fitted: boolean
  terminal: string | null
}

/** What is wrong with how points lie on terminals. */
export type PointFault =
  | { kind: 'clash'; terminal: string; points: RoofPointId[] }
  | { kind: 'not-taken'; terminal: string; point: RoofPointId }
  | { kind: 'no-such-terminal'; terminal: string; point: RoofPointId }
  | { kind: 'nowhere'; point: RoofPointId }
  | { kind: 'missing'; point: RoofPointId }

/**
 * Looks the points of a unit over: two on one terminal, one on a terminal that cannot take it, one without a terminal, one
 * that its settings need and that is not fitted. Source: one wire, one meaning. Valid: terminals named once each.
 */
export function pointFaults(
  terminals: readonly StripTerminal[],
  points: readonly PlacedPoint[],
  needed: readonly RoofPointId[],
): PointFault[] {
  const fitted = points.filter((one) => one.fitted)
  const faults: PointFault[] = []
  const taken = new Map<string, RoofPointId[]>()
  for (const { carries, terminal } of fitted) {
    if (terminal === null) {
      faults.push({ kind: 'nowhere', point: carries })
      continue
    }
    taken.set(terminal, [...(taken.get(terminal) ?? []), carries])
    const there = terminals.find((one) => one.id === terminal)
    if (!there) {
      if (terminals.length > 0) faults.push({ kind: 'no-such-terminal', terminal, point: carries })
    } else if (!there.takes.includes(pointKind(carries).way)) faults.push({ kind: 'not-taken', terminal, point: carries })
  }
  for (const [terminal, on] of taken) if (on.length > 1) faults.push({ kind: 'clash', terminal, points: on })
  for (const point of needed) if (!fitted.some((one) => one.carries === point)) faults.push({ kind: 'missing', point })
  return faults
}

/** Terminals that are free and take this point, in the order of the strip; those that take nothing else come first. */
export function freeTerminals(
  terminals: readonly StripTerminal[],
  points: readonly PlacedPoint[],
  carries: RoofPointId,
): string[] {
  const { way } = pointKind(carries)
  const isTaken = (id: string) => points.some((one) => one.fitted && one.terminal === id && one.carries !== carries)
  return terminals
    .filter((one) => one.takes.includes(way) && !isTaken(one.id))
    .map((one, i) => ({ id: one.id, i, ways: one.takes.length }))
    .sort((a, b) => a.ways - b.ways || a.i - b.i)
    .map((one) => one.id)
}

/** How a sensor tells its figure. `low` and `high` are the figures at the two ends of the signal. */
export type PointSignal =
  | { kind: 'beta'; r25Ohm: number; betaK: number }
  | { kind: 'table'; ohms: readonly number[]; temperaturesF: readonly number[] }
  | { kind: SignalKind; low: number; high: number }

export type SignalStatus = 'ok' | 'open-wire' | 'short' | 'past-range'

/** Resistances beyond which a thermistor circuit is open or short, as multiples of its ends or of what it has at 25 °C. */
const OPEN = 60
const SHORT = 0.01
/** How far below a live zero, and past the upper end, a signal is a fault: share of its span. */
const MARGIN = 0.1

const toF = (celsius: number) => celsius * 1.8 + 32

/**
 * What a raw signal says: ohms of a thermistor, volts or milliamps of a transmitter. Null where it is a fault.
 * Source: Beta equation, or the logarithm of the resistance in a straight line between the rows of a table; linear signal.
 * Valid: a table of falling resistance or rising, at least two rows. A 0 V signal without live zero cannot tell a dead wire
 * from its low end.
 */
export function readSignal(signal: PointSignal, raw: number): { status: SignalStatus; value: number | null } {
  if (signal.kind === 'beta') {
    if (raw > signal.r25Ohm * OPEN) return { status: 'open-wire', value: null }
    if (raw < signal.r25Ohm * SHORT) return { status: 'short', value: null }
    return { status: 'ok', value: toF(thermistorC(raw, signal.r25Ohm, signal.betaK)) }
  }
  if (signal.kind === 'table') {
    const rows = signal.ohms.map((ohm, i) => ({ ohm, f: signal.temperaturesF[i] as number })).sort((a, b) => a.ohm - b.ohm)
    const [first, last] = [rows[0], rows.at(-1)]
    if (!first || !last || raw < first.ohm * 0.5) return { status: 'short', value: null }
    if (raw > last.ohm * 2) return { status: 'open-wire', value: null }
    if (raw < first.ohm || raw > last.ohm) return { status: 'past-range', value: null }
    const at = rows.findIndex((one) => one.ohm >= raw)
    const [a, b] = [rows[Math.max(0, at - 1)] as { ohm: number; f: number }, rows[at] as { ohm: number; f: number }]
    const share = a.ohm === b.ohm ? 0 : Math.log(raw / a.ohm) / Math.log(b.ohm / a.ohm)
    return { status: 'ok', value: a.f + share * (b.f - a.f) }
  }
  const { low: from, high: to } = SIGNALS[signal.kind]
  const span = to - from
  if (from > 0 && raw < from - MARGIN * span) return { status: 'open-wire', value: null }
  if (raw > to + MARGIN * span) return { status: 'past-range', value: null }
  const share = Math.min(1, Math.max(0, (raw - from) / span))
  return { status: 'ok', value: signal.low + share * (signal.high - signal.low) }
}

/** The raw signal for a figure: the inverse of `readSignal`. Source and Valid: as there. */
export function signalOf(signal: PointSignal, value: number): number {
  if (signal.kind === 'beta') return thermistorOhm((value - 32) / 1.8, signal.r25Ohm, signal.betaK)
  if (signal.kind === 'table') {
    const rows = signal.temperaturesF.map((f, i) => ({ f, ohm: signal.ohms[i] as number })).sort((a, b) => a.f - b.f)
    const at = Math.min(
      rows.length - 1,
      Math.max(
        1,
        rows.findIndex((one) => one.f >= value),
      ),
    )
    const [a, b] = [rows[at - 1] as { f: number; ohm: number }, rows[at] as { f: number; ohm: number }]
    return a.ohm * (b.ohm / a.ohm) ** ((value - a.f) / (b.f - a.f))
  }
  const { low: from, high: to } = SIGNALS[signal.kind]
  return from + ((value - signal.low) / (signal.high - signal.low)) * (to - from)
}

/** What a broken wire makes of a signal. */
export type BrokenWire = { reads: 'fault' } | { reads: 'value'; value: number } | { reads: 'coldest' }

/** What the controller sees when the wire of a sensor breaks. Source: an open circuit is no volts, no milliamps, endless ohms. */
export function brokenWire(signal: PointSignal): BrokenWire {
  if (signal.kind === 'beta' || signal.kind === 'table') return { reads: 'coldest' }
  return SIGNALS[signal.kind].low > 0 ? { reads: 'fault' } : { reads: 'value', value: signal.low }
}
