import { type StepFlows, stepFlows } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'
import { FAN_STEPS } from './zonedDuct.ts'

/** What each named step of the fan should bring for the zones that are open then. Null until the duct is known. */
export function fanStepsOf({ zoned, show }: VisitView): { flows: ReturnType<typeof stepFlows>; aims: WorkedAim[] } | null {
  if (!zoned.of.ok) return null
  const flows = stepFlows(zoned.of.value)
  return { flows, aims: flows.ok ? aimsOf(flows.value, (cfm) => show('flow', cfm)) : [] }
}

const aimsOf = (flows: StepFlows, flow: (cfm: number) => string): WorkedAim[] =>
  FAN_STEPS.map((step) => ({
    id: `fan.step.${step}`,
    meaning: String(Math.round(100 * flows[step].share)),
    why: `${flow(flows[step].wantedCfm)} for the zones that are open then`,
  }))
