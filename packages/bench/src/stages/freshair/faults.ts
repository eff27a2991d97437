import {
  airState,
  allowsFreeCooling,
  type EconomizerFault,
  economizerFaults,
  type FaultRule,
  type Found,
  judgeStroke,
  type StrokeVerdict,
  standardPressurePsia,
  USUAL_FAULT_RULE,
  USUAL_STROKE,
} from '@ingle/core'
import type { RoofReadingState } from '@ingle/record'
import { found as finding } from '../../findingWords.ts'
import { numberAt, rowFor } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { changeoverOf } from './changeover.ts'

/** What the last reading of the unit shows, and by which figures it was judged. */
export interface FaultView {
  reading: RoofReadingState
  rule: FaultRule
  faults: { id: EconomizerFault | 'humidity-unread'; says: string; mend: string }[]
  sharePct: number | null
}

const WORDS: Readonly<Record<EconomizerFault, Parameters<typeof finding>[0]>> = {
  'compressor-at-minimum': 'fault-compressor-at-minimum',
  'economizing-wrongly': 'fault-economizing-wrongly',
  'feedback-disagrees': 'fault-feedback-disagrees',
  'feedback-reversed': 'fault-feedback-reversed',
  'mixed-outside-range': 'fault-mixed-outside-range',
  'not-economizing': 'fault-not-economizing',
  'outdoor-and-return-swapped': 'fault-outdoor-and-return-swapped',
  'outdoor-sensor-off': 'fault-outdoor-sensor-off',
  'stuck-closed': 'fault-stuck-closed',
  'stuck-open': 'fault-stuck-open',
}

/** The rule by which this unit's readings are judged: its own least position and limits. */
function ruleOf(v: VisitView): FaultRule {
  const { now, roof } = changeoverOf(v)
  const least = roof.slots.map((one) => one.foundPct).filter((one) => one !== null)
  return {
    ...USUAL_FAULT_RULE,
    minPositionPct: least.length > 0 ? Math.max(...least) : USUAL_FAULT_RULE.minPositionPct,
    highLimitF: now.limitF ?? roof.back.dryBulbF,
    lockoutBelowF: now.lockoutBelowF,
  }
}

/** Every reading of this visit, judged, oldest first. */
export function faultsOf(v: VisitView): FaultView[] {
  if (v.here.roofReadings.length === 0) return []
  const rule = ruleOf(v)
  const view = changeoverOf(v)
  const co2From = numberAt(rowFor(v.ledger, 'freshair.co2.low'))
  return v.here.roofReadings.map((reading) => {
    const mayCool = mayCoolBy(v, view, reading)
    const { faults, sharePct } = economizerFaults(
      {
        outdoorF: reading.outdoorF,
        returnF: reading.returnF,
        mixedF: reading.mixedF,
        commandPct: reading.commandPct,
        coolingCall: reading.cooling,
        nearbyF: reading.nearbyF ?? null,
        compressor: reading.compressor ?? null,
        feedbackPct: reading.feedbackPct ?? null,
        ...(mayCool !== undefined && { mayCool }),
        opensForAir: co2From !== null && reading.co2Ppm !== undefined && reading.co2Ppm > co2From,
      },
      rule,
    )
    const lacks = mayCool === null && reading.outdoorRhPct === undefined
    return {
      reading,
      rule,
      sharePct,
      faults: [
        ...faults.map((id) => ({ id, ...sayFault(v, id, reading) })),
        ...(lacks
          ? [{ id: 'humidity-unread' as const, ...said(finding('humidity-unread', { outdoorF: reading.outdoorF }, v.show)) }]
          : []),
      ],
    }
  })
}

const said = ({ says, mend }: Found) => ({ says, mend })

/** An enthalpy that is nearer to its limit is not told by the sensors of a roof, Btu/lb. A house figure. */
const CLEAR_BTU_LB = 0.7

/** What the rule of this unit says of a reading, where it goes by enthalpy; null: not to be told. Undefined: by the dry bulb. */
function mayCoolBy(
  v: VisitView,
  { now, roof }: ReturnType<typeof changeoverOf>,
  reading: RoofReadingState,
): boolean | null | undefined {
  if (now.kind !== 'fixed-enthalpy' && now.kind !== 'differential-enthalpy') return undefined
  if (reading.outdoorRhPct === undefined) return null
  const pressure = standardPressurePsia(v.state.altitudeFt)
  const outdoor = airState(reading.outdoorF, { relativeHumidityPct: reading.outdoorRhPct }, pressure)
  const back = airState(reading.returnF, { relativeHumidityPct: roof.back.relativeHumidityPct }, pressure)
  if (!outdoor.ok || !back.ok) return null
  const may = (offBtuLb: number) =>
    allowsFreeCooling(now, reading.outdoorF, outdoor.value.enthalpyBtuLb + offBtuLb, reading.returnF, back.value.enthalpyBtuLb)
  return may(CLEAR_BTU_LB) === may(-CLEAR_BTU_LB) ? may(0) : null
}

function sayFault({ show }: Pick<VisitView, 'show'>, id: EconomizerFault, reading: RoofReadingState) {
  const values = {
    outdoorF: reading.outdoorF,
    returnF: reading.returnF,
    mixedF: reading.mixedF,
    nearbyF: reading.nearbyF ?? 0,
    command: reading.commandPct,
    feedback: reading.feedbackPct ?? 0,
  }
  // Every one of these has places for some of the values alone.
  const say = finding as unknown as (code: string, values: object, show: VisitView['show']) => Found
  const { says, mend } = say(WORDS[id], values, show)
  return { says, mend }
}

/** What the strokes of this visit show together. */
export function strokeOf({
  here,
  system,
}: Pick<VisitView, 'here' | 'system'>): { verdict: StrokeVerdict; says: string; mend: string } | null {
  if (here.strokes.length === 0) return null
  const steps = here.strokes.map((one) => ({
    commandPct: one.commandPct,
    feedbackPct: one.feedbackPct ?? null,
    seenPct: one.seenPct ?? null,
    seconds: one.seconds ?? null,
  }))
  const verdict = judgeStroke(steps, { ...USUAL_STROKE, strokeS: system.roof.strokeS ?? null })
  const { says, mend } = finding(`stroke-${verdict}` as 'stroke-pass')
  return { verdict, says, mend }
}
