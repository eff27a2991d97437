import {
  brokenWire,
  type Found,
  freeTerminals,
  type PlacedPoint,
  type PointFault,
  type PointSignal,
  pointFaults,
  pointKind,
  ROOF_POINT_IDS,
  type RoofPointId,
  readSignal,
  SAFETY_POINTS,
  SIGNALS,
  type SignalKind,
  type SignalStatus,
  type StripTerminal,
  signalFor,
  signalPct,
  whenTripped,
} from '@ingle/core'
import type { PointReadState, RoofPointState } from '@ingle/record'
import { found as finding } from '../../findingWords.ts'
import { meaningAt, rowFor, standsAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** A point with everything that is known of it. */
export interface PointView {
  id: RoofPointId
  label: string
  state: RoofPointState | null
  fitted: boolean
  terminal: string | null
  /** Its settings need it. */
  needed: boolean
  signal: PointSignal | null
  signalSays: string
  broken: string
  /** The last reading of it, what its signal says, and how far each of the two is from the reference. */
  read: {
    state: PointReadState
    value: number | null
    status: SignalStatus | null
    /** What is shown, or what the signal says where nothing is shown, less the reference. */
    offset: number | null
    /** What is shown less what the signal says: how the controller reads it, whatever the sensor does. */
    scaledOff: number | null
  } | null
  isSafety: boolean
  /** A safety that was tripped, or an output that was called, and did what it should. */
  proved: boolean
  free: string[]
}

export interface StripView {
  device: string
  terminals: readonly StripTerminal[]
  points: PointView[]
  faults: Found[]
}

/** How far a sensor may be from a reference beside it before it is called off. */
const OFF: Partial<Record<string, number>> = { temperature: 2, humidity: 6, enthalpy: 1.5, ppm: 75, pct: 5, static: 0.05 }

/** Figures of one point that are read one after the other belong together for so long. */
const TOGETHER_MS = 15 * 60_000

/** The last reading of a point, with what the readings just before it say beside it: signal, display and reference come one by one. */
function lastRead(reads: readonly PointReadState[]): PointReadState | null {
  const last = reads.at(-1)
  if (!last) return null
  const near = reads.filter((one) => Date.parse(last.at) - Date.parse(one.at) <= TOGETHER_MS)
  const lastOf = (key: 'raw' | 'shown' | 'reference') => near.findLast((one) => one[key] !== undefined)?.[key]
  const [raw, shown, reference] = [lastOf('raw'), lastOf('shown'), lastOf('reference')]
  return {
    ...last,
    ...(raw !== undefined && { raw }),
    ...(shown !== undefined && { shown }),
    ...(reference !== undefined && { reference }),
  }
}

/** Points that the settings of this unit need, by how they stand. */
function neededBy({ ledger }: Pick<VisitView, 'ledger'>): RoofPointId[] {
  const at = <const Id extends string>(id: Id) => meaningAt(ledger, id)
  const needed: RoofPointId[] = []
  if (ledger.some((row) => row.id.startsWith('freshair.min') || row.id.startsWith('freshair.line'))) needed.push('damper')
  const sensor = at('freshair.sensor')
  if (sensor === 'dry-bulb' || sensor === 'enthalpy') needed.push('outdoor-temp')
  if (sensor === 'enthalpy') needed.push('outdoor-humidity')
  const rule = at('freshair.changeover')
  if (rule === 'difference' || rule === 'difference-enthalpy') needed.push('return-temp')
  if (rule === 'difference-enthalpy') needed.push('return-humidity')
  const place = at('freshair.supply.place')
  if (place) needed.push(place === 'leaving' ? 'leaving-temp' : 'mixed-temp')
  const co2 = at('freshair.co2.signal')
  if (co2 && co2 !== 'none') needed.push('co2')
  if (at('freshair.feedback') === 'yes') needed.push('damper-feedback')
  if (at('freshair.alarm') === 'yes') needed.push('alarm')
  return needed
}

export function signalOfPoint(state: RoofPointState | null): PointSignal | null {
  if (!state?.signal) return null
  if (state.signal === 'beta')
    return state.r25Ohm && state.betaK ? { kind: 'beta', r25Ohm: state.r25Ohm, betaK: state.betaK } : null
  if (state.signal === 'table')
    return state.ohms && state.temperaturesF && state.ohms.length === state.temperaturesF.length && state.ohms.length > 1
      ? { kind: 'table', ohms: state.ohms, temperaturesF: state.temperaturesF }
      : null
  return state.low !== undefined && state.high !== undefined && state.low !== state.high
    ? { kind: state.signal, low: state.low, high: state.high }
    : null
}

/** A figure of a point in the reader's units. */
export function sayPoint(id: RoofPointId, value: number, show: VisitView['show']): string {
  switch (pointKind(id).measures) {
    case 'temperature':
      return show('temperature', value)
    case 'humidity':
      return show('humidity', value)
    case 'static':
      return show('static', value)
    case 'ppm':
      return `${Math.round(value)} ppm`
    case 'enthalpy':
      return show('enthalpy', value)
    default:
      return show('percent', value)
  }
}

const SIGNAL_WORDS: Record<string, string> = { beta: 'thermistor, beta', table: 'thermistor, table' }
export const signalWords = (kind: string): string =>
  SIGNAL_WORDS[kind] ?? `${kind.replace('-', '–')} ${SIGNALS[kind as keyof typeof SIGNALS]?.unit ?? ''}`

export function stripOf(v: VisitView): StripView {
  const { system, here, show, devices } = v
  const device =
    devices.find((one) => (one.profile.strip?.length ?? 0) > 0) ?? devices.find((one) => one.place === 'economizer') ?? null
  const terminals = device?.profile.strip ?? []
  const needed = neededBy(v)
  const placed: PlacedPoint[] = system.roofPoints.map((one) => ({
    carries: one.carries,
    fitted: one.fitted,
    terminal: one.terminal || null,
  }))
  const points = ROOF_POINT_IDS.map((id): PointView => {
    const state = system.roofPoints.find((one) => one.carries === id) ?? null
    const signal = signalOfPoint(state)
    const last = lastRead(here.pointReads.filter((one) => one.carries === id))
    const raw = last?.raw !== undefined && signal ? readSignal(signal, last.raw) : null
    const seen = last?.shown ?? raw?.value ?? null
    const isSafety = SAFETY_POINTS.includes(id)
    const wire = signal && pointKind(id).way === 'reads' ? brokenWire(signal) : null
    return {
      id,
      label: pointKind(id).label,
      state,
      fitted: state?.fitted ?? false,
      terminal: state?.terminal || null,
      needed: needed.includes(id),
      signal,
      signalSays: state?.signal ? signalWords(state.signal) : '',
      broken: wire
        ? wire.reads === 'fault'
          ? 'a fault'
          : wire.reads === 'coldest'
            ? 'the coldest that it knows'
            : `${sayPoint(id, wire.value, show)}, like a true reading`
        : '',
      read: last && {
        state: last,
        value: raw?.value ?? null,
        status: raw?.status ?? null,
        offset: seen !== null && last.reference !== undefined ? seen - last.reference : null,
        scaledOff: last.shown !== undefined && raw?.status === 'ok' && raw.value !== null ? last.shown - raw.value : null,
      },
      isSafety,
      proved: here.pointReads.some((one) => one.carries === id && (isSafety ? one.stopped === true : one.worked === true)),
      free: freeTerminals(terminals, placed, id),
    }
  })
  return {
    device: device ? `${device.profile.maker} ${device.profile.family}` : '',
    terminals,
    points,
    faults: [
      ...pointFaults(terminals, placed, needed).map((one) => sayFault(one)),
      ...points.flatMap((one) => readFaults(one, show)),
      ...damperSignal(v),
    ],
  }
}

/** Where the board drives the damper with another signal than its actuator goes by: the blades stand elsewhere than they are told. */
function damperSignal({ system, ledger }: VisitView): Found[] {
  const of = (kind: string | null | undefined) => (kind && Object.hasOwn(SIGNALS, kind) ? (kind as SignalKind) : null)
  const sends = of(standsAt(rowFor(ledger, 'freshair.damper.signal'))?.meaning)
  const takes = of(system.roofPoints.find((one) => one.carries === 'damper')?.signal)
  if (!sends || !takes || sends === takes) return []
  if (SIGNALS[sends].unit !== SIGNALS[takes].unit)
    return [finding('damper-signal-kind', { sends: signalWords(sends), takes: signalWords(takes) })]
  const told = 30
  const sent = signalFor(sends, told)
  return [
    finding('damper-signal-differs', {
      sends: signalWords(sends),
      takes: signalWords(takes),
      told,
      sent: `${Number(sent.toFixed(1))} ${SIGNALS[sends].unit}`,
      stands: Number(signalPct(takes, sent).toFixed(1)),
    }),
  ]
}

function sayFault(fault: PointFault): Found {
  const name = (id: RoofPointId) => pointKind(id).label
  switch (fault.kind) {
    case 'clash':
      return finding('points-clash', { terminal: fault.terminal, points: fault.points.map(name).join(' and ') })
    case 'not-taken':
      return finding('point-not-taken', { terminal: fault.terminal, point: name(fault.point) })
    case 'no-such-terminal':
      return finding('no-such-terminal', { terminal: fault.terminal, point: name(fault.point) })
    case 'nowhere':
      return finding('point-nowhere', { point: name(fault.point) })
    case 'missing':
      return finding('point-missing', { point: name(fault.point) })
  }
}

function readFaults({ id, label, read, signal, isSafety, fitted, proved }: PointView, show: VisitView['show']): Found[] {
  const out: Found[] = []
  if (isSafety && fitted && !proved && read?.state.stopped === false)
    out.push(finding('safety-does-not-stop', { point: label, does: whenTripped(id) ?? '' }))
  if (read?.state.worked === false) out.push(finding('output-does-not-work', { point: label }))
  if (!read) return out
  const raw = read.state.raw ?? 0
  if (read.status === 'open-wire') out.push(finding('point-open-wire', { point: label, raw }))
  if (read.status === 'short') out.push(finding('point-short', { point: label, raw }))
  if (read.status === 'past-range') out.push(finding('point-past-range', { point: label, raw }))
  // A dead sensor without live zero reads as its low end.
  if (id === 'co2' && read.value !== null && read.value < 300 && signal?.kind !== '2-10' && signal?.kind !== '4-20')
    out.push(finding('co2-impossible', { ppm: Math.round(read.value) }))
  const off = OFF[pointKind(id).measures ?? ''] ?? Number.POSITIVE_INFINITY
  const apart = (by: number) => ({
    by: pointKind(id).measures === 'temperature' ? show('temperatureDifference', Math.abs(by)) : sayPoint(id, Math.abs(by), show),
    side: by > 0 ? 'above' : 'below',
  })
  if (read.scaledOff !== null && Math.abs(read.scaledOff) > off)
    out.push(finding('point-scaled', { point: label, ...apart(read.scaledOff) }))
  if (read.offset !== null && Math.abs(read.offset) > off) out.push(finding('point-off', { point: label, ...apart(read.offset) }))
  if (read.offset === null && read.state.reference !== undefined)
    out.push(finding('reference-alone', { point: label, reference: sayPoint(id, read.state.reference, show) }))
  return out
}
