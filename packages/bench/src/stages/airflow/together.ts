import { type JointAnswer, type SystemJoint, solveJoint, systemJoint, TAP_NEEDS, type TapNeed } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import type { WorkedAim } from '../stage.ts'
import { SAME_TAP } from './roles.ts'
import { furnaceOf } from './views.ts'

export interface Together {
  joint: SystemJoint
  answer: JointAnswer
  /** The option of each knob: the set that fits, else the one that gives up least. */
  choice: readonly number[]
  /** What may be put into the ledger; nothing while something has to be given up, or is not known. */
  aims: WorkedAim[]
}

/** One set of taps for the whole system. Null until duct, table and aim are known. */
export function togetherOf(v: VisitView): Together | null {
  const { picture, ledger, fires, zoned, show } = v
  const labels = picture.input.blower?.table.taps ?? []
  const taps = (Object.entries(TAP_NEEDS) as [TapNeed, string][]).flatMap(([need, role]) => {
    const row = ledger.find((one) => one.id === role)
    if (!row) return []
    const values = row.setting.values.filter((one) => one === SAME_TAP || labels.includes(one))
    return values.length === 0
      ? []
      : [{ need, label: row.label, values, tapOf: values.map((one) => (one === SAME_TAP ? null : labels.indexOf(one))) }]
  })
  const joint = systemJoint({
    picture,
    taps,
    fires: furnaceOf(v) || fires.high ? fires : null,
    zones: zoned.of.ok ? zoned.of.value : null,
    show,
  })
  if (!joint) return null
  const answer = solveJoint(joint)
  // What is never given up goes before comfort. Of sets that all break something, the one that gives up least is of use; where none gives up just one thing, the nearest.
  const choice = answer.kind === 'fits' ? answer.choice : (answer.relaxations[0]?.choice ?? answer.least.choice)
  const aims =
    answer.kind === 'fits' && joint.unknown.length === 0
      ? joint.knobs.map((knob, i) => ({
          id: knob.id,
          meaning: knob.options[choice[i] as number] as string,
          why: 'all of it holds together so',
        }))
      : []
  return { joint, answer, choice, aims }
}

/** Settings that stand in nobody's way, each settled by itself. */
export const settledApart = ({ ledger }: VisitView) =>
  ledger.filter(
    (row) => (row.id.startsWith('fan.delay.') || row.id.startsWith('fan.step.') || row.need === 'zones') && row.aim !== null,
  )
