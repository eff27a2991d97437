import { percent } from '../../advice/show.ts'
import { f } from '../../advice/working.ts'
import { FIELD } from '../fieldUncertainty.ts'
import { flowFromRise } from '../heat.ts'
import type { Method } from './method.ts'
import { factorAt, riseShare } from './thermometers.ts'

/** A furnace's own fire as the known heat; on the tap that it fires on. */
export const furnaceRise: Method<'furnace-rise'> = {
  id: 'furnace-rise',
  name: 'the temperature rise over the furnace',
  short: 'furnace',
  repeat: { what: 'both temperatures of the furnace, and the input', jot: null },
  measures: ['temperature'],
  estimate(one, ground) {
    if (!one.firing) return null
    const { heatBtuH, returnDbF, supplyDbF } = one.firing
    const riseF = supplyDbF - returnDbF
    const flow = flowFromRise(heatBtuH, riseF, factorAt(ground, returnDbF))
    if (!flow.ok) return null
    const share = Math.hypot(FIELD.gas, riseShare(ground, riseF))
    return { flowCfm: flow.value, plusMinusCfm: share * flow.value, readingIds: [] }
  },
  working(one, ground, { flowCfm }) {
    const { heatBtuH = 0, supplyDbF = 0, returnDbF = 0 } = one.firing ?? {}
    return {
      id: 'flow-furnace',
      label: 'Flow, furnace',
      formula: `${f(heatBtuH)} Btu/h ÷ (${f(factorAt(ground, returnDbF), 3)} × ${f(supplyDbF - returnDbF, 1)} °F) = ${f(flowCfm)} cfm`,
      inputs: [
        { name: 'heat into the air', value: `${f(heatBtuH)} Btu/h`, from: 'plate or clocked meter × efficiency' },
        { name: 'rise', value: `${f(supplyDbF, 1)} − ${f(returnDbF, 1)} °F`, from: 'Heat view' },
      ],
      source: 'Sensible heat balance, heat ÷ (60·ρ·cp × rise).',
      note: `± ${percent(FIELD.gas)} for input and efficiency, and both thermometers.`,
    }
  },
}
