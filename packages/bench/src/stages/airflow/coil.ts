import {
  airState,
  type CoilModel,
  coilLoad,
  coilModel,
  judgeCharge,
  type Result,
  said,
  splitCauses,
  type TryResult,
} from '@ingle/core'
import type { ProfileBlower } from '@ingle/record'
import { equipmentIn } from '../../visit/devices.ts'
import type { VisitView } from '../../visit/visitView.ts'

/** Share of the flow that is looked at while nobody has said another, percent; and how long a call lasts. */
const USUAL_DRYING_PCT = 80
export const USUAL_CALL_S = 600

/** The split that was read last, what the coil takes out, and why it is off if it is. */
interface SplitView {
  current: TryResult | null
  load: ReturnType<typeof coilLoad> | null
  judged: ReturnType<typeof splitCauses> | null
  /** What the refrigerant says; null while it heats. */
  charge: ReturnType<typeof judgeCharge> | null
  /** A charge is judged at the flow that it is meant for. */
  isFlowRight: boolean
}

export function splitOf({ picture, here, system }: VisitView): SplitView {
  const current = picture.tries.findLast((one) => one.input.split !== null) ?? picture.current
  const split = current?.input.split ?? null
  const entering =
    split?.returnWbF != null
      ? airState(split.returnDbF, { wetBulbF: split.returnWbF }, picture.pressurePsia)
      : split?.returnRhPct != null
        ? airState(split.returnDbF, { relativeHumidityPct: split.returnRhPct }, picture.pressurePsia)
        : null
  const leaving = split?.supplyWbF != null ? airState(split.supplyDbF, { wetBulbF: split.supplyWbF }, picture.pressurePsia) : null
  const flowCfm = current?.flow?.flowCfm ?? null
  const load =
    entering?.ok && leaving?.ok && flowCfm !== null ? coilLoad(entering.value, leaving.value, { actualCfm: flowCfm }) : null
  const expected = current?.expectedSplit ?? null
  const chargeFacts = {
    ...here.cooling,
    indoorWbF: entering?.ok ? entering.value.wetBulbF : null,
    outdoorDbF: here.cooling.outdoorF,
  }
  const judged =
    split && expected && system.capacityTons !== null
      ? splitCauses({
          splitF: split.returnDbF - split.supplyDbF,
          expectedLowF: expected.lowF,
          expectedHighF: expected.highF,
          flowCfm,
          aimLowCfm: picture.aimLowCfm,
          aimHighCfm: picture.aimHighCfm,
          anyAir: expected.takenRhPct !== null,
          load,
          capacityTons: system.capacityTons,
          charge: chargeFacts,
        })
      : null
  // What superheat and subcooling mean in heating is another thing.
  const charge = split && split.returnDbF < split.supplyDbF ? null : judgeCharge(chargeFacts)
  const isFlowRight =
    flowCfm !== null && flowCfm >= (picture.aimLowCfm ?? 0) && flowCfm <= (picture.aimHighCfm ?? Number.POSITIVE_INFINITY)
  return { current, load, judged, charge, isFlowRight }
}

/** The coil with less air over it. Null until capacity and a flow are known. */
export interface LessAir {
  model: Result<CoilModel>
  fullCfm: number
  dryingPct: number
  /** Shares of the flow worth a row, percent, most first. */
  shares: number[]
  ramps: NonNullable<ProfileBlower['ramps']>
}

export function lessAirOf({ picture, system, here, devices }: VisitView): LessAir | null {
  const fullCfm = picture.aimCfm ?? picture.current?.flow?.flowCfm ?? null
  if (system.capacityTons === null || fullCfm === null) return null
  const dryingPct = here.cooling.dryingPct ?? USUAL_DRYING_PCT
  return {
    model: coilModel(picture.air, system.capacityTons, fullCfm),
    fullCfm,
    dryingPct,
    shares: [...new Set([100, 90, 80, 70, 60, dryingPct])].sort((a, b) => b - a),
    ramps: equipmentIn(devices)?.blower?.ramps ?? [],
  }
}

/** A bulb that cannot be: the reason and the remedy, with the side that it is on. Null where both can. */
export function wetBulbDoubt(
  { picture, show }: Pick<VisitView, 'picture' | 'show'>,
  split: { returnDbF: number; supplyDbF: number; returnWbF: number | null; supplyWbF: number | null },
): string | null {
  for (const [db, wb, side] of [
    [split.returnDbF, split.returnWbF, 'Return'],
    [split.supplyDbF, split.supplyWbF, 'Supply'],
  ] as const) {
    const air = wb === null ? null : airState(db, { wetBulbF: wb }, picture.pressurePsia)
    if (!air || air.ok) continue
    const { reason, remedy } = said(air, show)
    return `${side}: ${reason} ${remedy}`
  }
  return null
}
