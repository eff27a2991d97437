import { airState, type DrivenFan, type DrivePoint, driveAt, driveForFlow, type Result } from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { numberAt, rowFor } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { FAN_STEPS } from '../zones/zonedDuct.ts'

interface DriveView {
  /** The fan at full speed; null until its flow there is known. */
  fan: DrivenFan | null
  /** What is still to be read off the drive, the motor and its maker's sheet before a speed is promised. */
  asks: string[]
  /** The motor draws more than its plate allows; at full speed. */
  overPlate: boolean
  /** Density now against the density that the figures hold at. */
  densityRatio: number
  /** The speed for the wanted flow. */
  wanted: Result<DrivePoint & { held: 'low' | 'high' | null }> | null
  /** The named steps as they stand. */
  steps: { step: string; value: number; at: DrivePoint }[]
  /** A fixed frequency from the keypad: the row, what it offers, and the nearest to what is wanted. */
  fixed: LedgerRow | undefined
  offers: { hz: number; at: DrivePoint }[]
  nearestHz: number | null
}

/** What a drive makes of its fan, for a flow that somebody wants. */
export function driveOf({ system, picture, ledger }: VisitView, wantedCfm: number | null): DriveView {
  const { drive } = system
  const { baseFlowCfm, baseHz, minHz, maxHz = baseHz, plateAmps, baseAmps } = drive
  const asks = [
    ...(baseFlowCfm === undefined ? ['the flow at full speed, measured once'] : []),
    ...(baseHz === undefined ? ['the base frequency, off the motor’s plate'] : []),
    ...(minHz === undefined ? ['the least frequency that the motor may turn at, from its maker'] : []),
    ...(plateAmps === undefined || baseAmps === undefined ? ['amps on the motor’s plate, and read at full speed'] : []),
  ]
  const fan: DrivenFan | null =
    baseFlowCfm === undefined || baseHz === undefined || minHz === undefined || maxHz === undefined
      ? null
      : {
          baseHz,
          minHz,
          maxHz,
          baseFlowCfm,
          baseStaticInWc: drive.baseStaticInWc ?? null,
          basePowerW: drive.basePowerW ?? null,
          baseRpm: drive.baseRpm ?? null,
        }
  const then = drive.airF === undefined ? null : airState(drive.airF, { relativeHumidityPct: 50 }, picture.pressurePsia)
  const densityRatio = then?.ok ? picture.air.densityLbFt3 / then.value.densityLbFt3 : 1
  const wanted = fan && wantedCfm !== null ? driveForFlow(fan, wantedCfm, densityRatio) : null
  const fixed = rowFor(ledger, 'airflow.continuous')
  const offered = (fixed?.setting.values ?? []).map(Number).filter((hz) => Number.isFinite(hz) && hz > 0)
  return {
    fan,
    asks,
    overPlate: plateAmps !== undefined && baseAmps !== undefined && baseAmps > plateAmps,
    densityRatio,
    wanted,
    fixed,
    offers: fan ? offered.map((hz) => ({ hz, at: driveAt(fan, hz, densityRatio) })) : [],
    steps: FAN_STEPS.flatMap((step) => {
      const value = numberAt(rowFor(ledger, `fan.step.${step}`))
      return fan && value !== null ? [{ step, value, at: driveAt(fan, (fan.baseHz * value) / 100, densityRatio) }] : []
    }),
    nearestHz:
      wanted?.ok && offered.length > 0
        ? offered.reduce((a, b) => (Math.abs(b - wanted.value.hz) < Math.abs(a - wanted.value.hz) ? b : a))
        : null,
  }
}
