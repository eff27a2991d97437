import type { BlowerTable } from '../airflow/blowerTable.ts'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import type { ZoneFan } from './network.ts'

/**
 * One tap of a blower as the fan of a zoned duct: a curve from its highest printed static down, or a motor that holds its
 * flow. The curve begins at the least flow that is printed: a combination that asks for less is off the table, and is said
 * to be. Source: the table.
 */
export function fanOfTap(table: BlowerTable, tap: number, adjustPct: number): Result<ZoneFan> {
  const scale = 1 + adjustPct / 100
  if (table.kind === 'constant-airflow') {
    const flow = table.tapFlowsCfm[tap]
    return flow
      ? ok({ kind: 'constant-airflow', setCfm: flow * scale, maxStaticInWc: table.maxStaticInWc })
      : refuse('tap-without-flow')
  }
  const points = table.staticsInWc.flatMap((staticInWc, i) => {
    const flow = table.flowsCfm[tap]?.[i]
    return flow ? [{ staticInWc, flow: flow * scale }] : []
  })
  points.reverse()
  return points.length < 2
    ? refuse('tap-with-one-flow')
    : ok({ kind: 'curve', flowsCfm: points.map((one) => one.flow), staticsInWc: points.map((one) => one.staticInWc) })
}
