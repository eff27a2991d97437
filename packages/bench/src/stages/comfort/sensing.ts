import {
  type DiagnosisLimits,
  diagnoseByAgreement,
  diagnoseSensor,
  numbersOffered,
  SENSOR_PLACES,
  type SensorDiagnosis,
  type SensorPlace,
} from '@ingle/core'
import type { SensorPairState } from '@ingle/record'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { rowFor, standsAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'

/**
 * Whether air from the void reaches the sensor at a place, where a gap is said to be open: pairs read there decide; where none
 * were, a draught that was read at another place is that one's, and else it is a guess that it is here.
 */
export function isGapAt(sensing: Sensing, place: SensorPlace): boolean {
  const here = sensing.before(place)?.found ?? null
  if (here !== null) return here.includes('draught')
  return !SENSOR_PLACES.some((other) => other !== place && sensing.before(other)?.found?.includes('draught'))
}

/** What counts as wrong, and what a device without a trim of its own is taken to offer. House figures. */
const LIMITS: DiagnosisLimits = { criticalT: 3, leastShiftF: 0.5, leastLagMin: 3, trimStepF: 0.5, trimLimitF: 0 }
const MINUTE_MS = 60_000
/** A sensor that is so near a reference, with the fan off and on, is good. A house figure. */
const AGREES_F = 0.8

export interface Sensing {
  /** How many pairs were read at each place since the last change to sensing. */
  counts: Readonly<Record<SensorPlace, number>>
  /** What the pairs since that change say. */
  at: (place: SensorPlace) => SensorDiagnosis | null
  /** What those from before it said: how it was found. */
  before: (place: SensorPlace) => SensorDiagnosis | null
  /** The steps of this device's trim; null: it has none. */
  trim: { stepF: number; limitF: number } | null
}

type Seen = Pick<VisitView, 'here' | 'ledger' | 'system'>

/** The pairs of shown and reference of this visit, told apart place by place. */
export function sensingOf(v: Seen): Sensing {
  const trim = trimOf(v.ledger)
  const limits = trim ? { ...LIMITS, trimStepF: trim.stepF, trimLimitF: trim.limitF } : LIMITS
  const isNow = nowIn(v)
  const told = (pairs: readonly SensorPairState[], place: SensorPlace) => {
    const of = pairs.filter((one) => one.place === place).map((one) => ({ ...one, atMin: Date.parse(one.at) / MINUTE_MS }))
    if (of.length === 0) return null
    const inOrder = [...of].sort((a, b) => a.atMin - b.atMin)
    const told = diagnoseSensor(inOrder, limits)
    return told.found === null ? (diagnoseByAgreement(inOrder, limits) ?? told) : told
  }
  const now = v.here.sensorPairs.filter(isNow)
  const then = v.here.sensorPairs.filter((one) => !isNow(one))
  const count = (place: SensorPlace) => now.filter((one) => one.place === place).length
  return {
    counts: { wall: count('wall'), return: count('return'), average: count('average'), remote: count('remote') },
    at: (place) => told(now, place),
    before: (place) => (then.some((one) => one.place === place) ? told(then, place) : told(now, place)),
    trim,
  }
}

const SENSING_ROLES = ['sensor.source', 'sensor.trim'] as const

/** Whether a pair was read since sensing was last changed: the gap sealed, the source moved, the trim set. */
function nowIn({ here, ledger, system }: Seen): (pair: SensorPairState) => boolean {
  const changed = SENSING_ROLES.map((id) => rowFor(ledger, id)?.left?.at ?? '').filter((at) => at !== '')
  const isSealed = system.room.gap === 'sealed' && here.sensorPairs.some((one) => one.gap === 'open')
  return (pair) => changed.every((at) => pair.at > at) && (!isSealed || pair.gap === 'sealed')
}

/** What a reading after the change proves, row by row. */
export interface SensorProof {
  rows: LedgerRow[]
  /** How far the two worst pairs are from the reference, °F: with the fan off and on. */
  offF: number
  onF: number
}

/**
 * Rows of sensing that pairs since the change prove: the sensor in charge stands within 0.8 °F of the reference, read with
 * the fan off and with it on. Null while it does not, or was not read so.
 */
export function sensorProof(v: Seen): SensorProof | null {
  const source = rowFor(v.ledger, 'sensor.source')
  const place = standsAt(source)?.meaning
  const pairs = v.here.sensorPairs.filter(nowIn(v)).filter((one) => one.place === place)
  const apart = (fan: boolean) => pairs.filter((one) => one.fan === fan).map((one) => one.shownF - one.referenceF)
  const [off, on] = [apart(false), apart(true)]
  if (off.length === 0 || on.length === 0) return null
  const worst = (of: readonly number[]) => of.reduce((most, one) => (Math.abs(one) > Math.abs(most) ? one : most), 0)
  if (Math.abs(worst(off)) > AGREES_F || Math.abs(worst(on)) > AGREES_F) return null
  const rows = SENSING_ROLES.flatMap((id) => {
    const row = rowFor(v.ledger, id)
    const stands = row?.left ?? row?.found
    return row && stands && (row.proof === null || row.proof.at < stands.at) ? [row] : []
  })
  return rows.length > 0 ? { rows, offF: worst(off), onF: worst(on) } : null
}

/** The trim that the device offers: its step and how far it goes either way. */
function trimOf(ledger: VisitView['ledger']): Sensing['trim'] {
  const row = rowFor(ledger, 'sensor.trim')
  const offered = row ? numbersOffered(row.setting) : []
  const gaps = offered.slice(1).map((one, i) => one - (offered[i] as number))
  if (gaps.length === 0) return null
  return { stepF: Math.min(...gaps), limitF: Math.min(Math.abs(offered[0] as number), Math.abs(offered.at(-1) as number)) }
}
