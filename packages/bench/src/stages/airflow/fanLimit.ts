import {
  exchangerFromStart,
  type FanLimitRun,
  type Found,
  fanLimitTrial,
  fanLimitVerdict,
  pointersVerdict,
  type Result,
  runFanLimit,
} from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { numberAt, rowFor } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** What runs on after the flame, in the picture and in the count. */
export const AFTER_FIRING_S = 900
export const USUAL_FIRING_S = 480

/** Where the two pointers of a fan-and-limit switch stand, or are to be tried. */
export interface Pointers {
  onF: number
  offF: number
}

/** The settings of an old fan-and-limit switch; null where this system has none. */
export function pointerRows({ ledger }: VisitView): { on: LedgerRow; off: LedgerRow } | null {
  const [on, off] = [rowFor(ledger, 'fan.on-at'), rowFor(ledger, 'fan.off-at')]
  return on?.setting.home === 'pointer' && off?.setting.home === 'pointer' ? { on, off } : null
}

/** Where the pointers stand now; null until both were looked at. */
export function pointersOf({ on, off }: { on: LedgerRow; off: LedgerRow }): Pointers | null {
  const [onF, offF] = [numberAt(on), numberAt(off)]
  return onF === null || offF === null ? null : { onF, offF }
}

interface FanLimitAnswer {
  run: FanLimitRun
  firingS: number
  verdicts: Found[]
  /** Beside how the pointers stand; null: they were not moved. */
  trial: ReturnType<typeof fanLimitTrial> | null
  /** Heat capacity of the exchanger, Btu/°F. */
  capacity: number
}

/** The flow over the exchanger, as said or as worked out. */
export const firingFlowCfm = ({ here, picture }: VisitView): number | null =>
  here.firing.flowCfm ?? picture.current?.flow?.flowCfm ?? null

/** What the blower does in a firing with the pointers somewhere. Null until the firing is known. */
export function fanLimitAt(v: VisitView, stands: Pointers, tried: Pointers): Result<FanLimitAnswer> | null {
  const { inputBtuH, efficiencyPct, returnF, toStartS, firingS = USUAL_FIRING_S } = v.here.firing
  const flowCfm = firingFlowCfm(v)
  if (
    inputBtuH === undefined ||
    efficiencyPct === undefined ||
    returnF === undefined ||
    toStartS === undefined ||
    flowCfm === null
  )
    return null
  const made = exchangerFromStart({
    burnerBtuH: (inputBtuH * efficiencyPct) / 100,
    flowCfm,
    sensibleFactor: v.picture.sensibleFactor,
    returnF,
    fanOnF: stands.onF,
    toStartS,
  })
  if (!made.ok) return made
  const pointers = { fanOnF: tried.onF, fanOffF: tried.offF }
  const firing = { calls: [[0, firingS]] as const, endS: firingS + AFTER_FIRING_S, returnF, startF: returnF }
  const run = runFanLimit(made.value, pointers, firing)
  if (!run.ok) return run
  const isMoved = tried.onF !== stands.onF || tried.offF !== stands.offF
  const before = isMoved ? runFanLimit(made.value, { fanOnF: stands.onF, fanOffF: stands.offF }, firing) : null
  const verdicts = fanLimitVerdict(pointers, run.value, returnF, v.show)
  return {
    ok: true,
    value: {
      run: run.value,
      firingS,
      verdicts,
      trial: before?.ok ? fanLimitTrial(before.value, run.value, pointers, returnF) : null,
      capacity: made.value.capacity,
    },
  }
}

/** What the pointers say by themselves, by rule of thumb: before the firing is known. */
export const pointerFindings = ({ here, show }: VisitView, { onF, offF }: Pointers): Found[] =>
  pointersVerdict({ fanOnF: onF, fanOffF: offF }, here.firing.returnF ?? null, show)
