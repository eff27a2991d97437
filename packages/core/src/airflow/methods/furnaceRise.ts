import { percent } from '../../advice/show.ts'
import { f } from '../../advice/working.ts'
import { flowFromRise } from '../heat.ts'
import type { Method } from './method.ts'
import { riseShare } from './thermometers.ts'

/** Gas input by plate or meter, with its efficiency, at 95 %. */
const GAS_SHARE = 0.08

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
    const flow = flowFromRise(heatBtuH, riseF, ground.sensibleFactor)
    if (!flow.ok) return null
    const share = Math.hypot(GAS_SHARE, riseShare(ground, riseF))
    return { flowCfm: flow.value, plusMinusCfm: share * flow.value, readingIds: [] }
  },
  working(one, { sensibleFactor }, { flowCfm }) {
    const { heatBtuH = 0, supplyDbF = 0, returnDbF = 0 } = one.firing ?? {}
    return {
      id: 'flow-furnace',
      label: 'Flow, furnace',
      formula: `${f(heatBtuH)} Btu/h ÷ (${f(sensibleFactor, 3)} × ${f(supplyDbF - returnDbF, 1)} °F) = ${f(flowCfm)} cfm`,
      inputs: [
        { name: 'heat into the air', value: `${f(heatBtuH)} Btu/h`, from: 'plate or clocked meter × efficiency' },
        { name: 'rise', value: `${f(supplyDbF, 1)} − ${f(returnDbF, 1)} °F`, from: 'Heat view' },
      ],
      source: 'Sensible heat balance, heat ÷ (60·ρ·cp × rise).',
      note: `± ${percent(GAS_SHARE)} for input and efficiency, and both thermometers.`,
    }
  },
}
