import { type DiagnosisLimits, diagnoseSensor, numbersOffered, type SensorDiagnosis, type SensorPlace } from '@ingle/core'
import { rowFor } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** What counts as wrong, and what a device without a trim of its own is taken to offer. House figures. */
const LIMITS: DiagnosisLimits = { criticalT: 3, leastShiftF: 0.5, leastLagMin: 3, trimStepF: 0.5, trimLimitF: 0 }
const MINUTE_MS = 60_000

export interface Sensing {
  /** How many pairs were read at each place. */
  counts: Readonly<Record<SensorPlace, number>>
  at: (place: SensorPlace) => SensorDiagnosis | null
  /** The steps of this device's trim; null: it has none. */
  trim: { stepF: number; limitF: number } | null
}

/** The pairs of shown and reference of this visit, told apart place by place. */
export function sensingOf({ here, ledger }: Pick<VisitView, 'here' | 'ledger'>): Sensing {
  const trim = trimOf(ledger)
  const limits = trim ? { ...LIMITS, trimStepF: trim.stepF, trimLimitF: trim.limitF } : LIMITS
  const pairs = here.sensorPairs.map((one) => ({ ...one, atMin: Date.parse(one.at) / MINUTE_MS }))
  const count = (place: SensorPlace) => pairs.filter((one) => one.place === place).length
  return {
    counts: { wall: count('wall'), return: count('return'), average: count('average'), remote: count('remote') },
    at: (place) => {
      const of = pairs.filter((one) => one.place === place).sort((a, b) => a.atMin - b.atMin)
      return of.length === 0 ? null : diagnoseSensor(of, limits)
    },
    trim,
  }
}

/** The trim that the device offers: its step and how far it goes either way. */
function trimOf(ledger: VisitView['ledger']): Sensing['trim'] {
  const row = rowFor(ledger, 'sensor.trim')
  const offered = row ? numbersOffered(row.setting) : []
  const gaps = offered.slice(1).map((one, i) => one - (offered[i] as number))
  if (gaps.length === 0) return null
  return { stepF: Math.min(...gaps), limitF: Math.min(Math.abs(offered[0] as number), Math.abs(offered.at(-1) as number)) }
}
