import { percent, tapName } from '../../advice/show.ts'
import { f, inWc } from '../../advice/working.ts'
import { type TableFlow, tableFlow } from '../blowerTable.ts'
import { FIELD } from '../fieldUncertainty.ts'
import type { AirflowInput, TryInput } from '../input.ts'
import { type InstrumentData, instrumentPlusMinus } from '../instruments.ts'
import { PROBE_REPEAT_IN_WC, staticWalk } from '../staticWalk.ts'
import { fromTry, type Method } from './method.ts'

/** What the table answers for the tap and static of a try; null until both are known. Source: as `tableFlow`. */
export function tableOf(one: TryInput, { blower }: AirflowInput): TableFlow | null {
  const { externalInWc } = staticWalk(one.probes)
  return blower && one.tap !== null && externalInWc !== null
    ? tableFlow(blower.table, one.tap, externalInWc, one.adjustPct)
    : null
}

/** The blower's own table at the measured static. */
export const table: Method<'table'> = {
  id: 'table',
  name: 'the blower table at the measured static',
  short: 'table',
  repeat: { what: 'the static on both sides, and look at the tap again', jot: 'esp ' },
  measures: ['static'],
  estimate(one, { input }) {
    const answer = tableOf(one, input)
    if (!answer?.ok) return null
    const { flowCfm } = answer
    const byStatic = offByStatic(one, input)
    return {
      flowCfm,
      plusMinusCfm: Math.hypot(FIELD.table * flowCfm, byStatic),
      shared: { static: byStatic },
      readingIds: one.probeIds,
    }
  },
  working(one, { input }, { flowCfm }) {
    const { externalInWc } = staticWalk(one.probes)
    const answer = tableOf(one, input)
    const between = answer?.ok ? answer.between : null
    const adjust = one.adjustPct === 0 ? '' : ` × ${f(1 + one.adjustPct / 100, 2)} adjust`
    return {
      id: 'flow-table',
      label: 'Flow, table',
      formula: `${tapName(one.tapLabel)} at ${inWc(externalInWc ?? 0)} in.wc${adjust} → ${f(flowCfm)} cfm`,
      inputs: [
        { name: 'tap', value: one.tapLabel, from: fromTry(one) },
        { name: 'static', value: `${inWc(externalInWc ?? 0)} in.wc`, from: fromTry(one) },
      ],
      source: `${input.blower?.name ?? ''} blower table: ${input.blower?.source ?? ''}`,
      note: `${densityNote(input)}${between && between[0] !== between[1] ? `Straight between the rows ${inWc(between[0])} and ${inWc(between[1])}. ` : ''}± ${percent(FIELD.table)} for the table, and what the probes may be off.`,
    }
  },
}

/** What was done to the sheet's figures before they were read; nothing at sea level. */
const densityNote = ({ blower, altitudeFt }: AirflowInput): string => {
  const ratio = blower?.densityRatio ?? 1
  return Math.abs(ratio - 1) < 0.0005
    ? ''
    : `The sheet is for standard air: at ${f(altitudeFt)} ft its statics are taken times ${f(ratio, 3)}, by the fan laws. `
}

/** What two probes may be off by, through the slope of the tap's line, cfm: less flow where the static reads high. */
function offByStatic(one: TryInput, { blower, instruments }: AirflowInput): number {
  const { externalInWc } = staticWalk(one.probes)
  const { tap } = one
  if (!blower || tap === null || externalInWc === null) return 0
  const step = 0.05
  const [low, high] = [externalInWc - step, externalInWc + step].map((p) => tableFlow(blower.table, tap, p, one.adjustPct))
  const slope = low?.ok && high?.ok ? (high.flowCfm - low.flowCfm) / (2 * step) : 0
  return slope * staticPlusMinus(instruments.static, externalInWc)
}

/** External static is the difference of two probes; without an instrument, what probes repeat within. At 95 %, in.wc. */
export const staticPlusMinus = (gauge: InstrumentData | undefined, staticInWc: number): number =>
  gauge ? Math.max(instrumentPlusMinus(gauge, staticInWc), PROBE_REPEAT_IN_WC / 2) : PROBE_REPEAT_IN_WC
