import { f } from '../../advice/working.ts'
import { BTUH_PER_W, flowFromRise, heatOutputBtuH } from '../heat.ts'
import { instrumentPlusMinus } from '../instruments.ts'
import { fromTry, type Method } from './method.ts'
import { riseShare } from './thermometers.ts'

/** Meters where none was chosen, at 95 %. */
const VOLTS_SHARE = 0.01
const AMPS_SHARE = 0.02

/** The electric heater as the known heat; only while it blows with the tap of this try. */
export const heaterRise: Method<'heater-rise'> = {
  id: 'heater-rise',
  name: 'the temperature rise over the heater',
  short: 'heater',
  repeat: { what: 'the temperature rise over the heater', jot: 'rise ' },
  measures: ['temperature', 'voltage', 'current'],
  estimate(one, ground) {
    const { rise } = one
    if (!rise || !ground.input.heaterOnThisTap) return null
    const { volts, amps, phases } = rise
    const heat = heatOutputBtuH({ kind: phases === 3 ? 'electric-3ph' : 'electric-1ph', volts, amps })
    const riseF = rise.supplyDbF - rise.returnDbF
    const flow = flowFromRise(heat, riseF, ground.sensibleFactor)
    if (!flow.ok) return null
    const { voltage, current } = ground.input.instruments
    const share = Math.hypot(
      voltage ? instrumentPlusMinus(voltage, volts) / volts : VOLTS_SHARE,
      current ? instrumentPlusMinus(current, amps) / amps : AMPS_SHARE,
      riseShare(ground, riseF),
    )
    return { flowCfm: flow.value, plusMinusCfm: share * flow.value, readingIds: [rise.id] }
  },
  working(one, { sensibleFactor }, { flowCfm }) {
    const { volts = 0, amps = 0, phases = 1, supplyDbF = 0, returnDbF = 0 } = one.rise ?? {}
    return {
      id: 'flow-rise',
      label: 'Flow, heater',
      formula: `${phases === 3 ? '√3 × ' : ''}${f(volts)} V × ${f(amps, 1)} A × ${BTUH_PER_W} ÷ (${f(sensibleFactor, 3)} × ${f(supplyDbF - returnDbF, 1)} °F) = ${f(flowCfm)} cfm`,
      inputs: [
        { name: 'rise', value: `${f(supplyDbF, 1)} − ${f(returnDbF, 1)} °F`, from: fromTry(one) },
        { name: 'volts and amps at the heater', value: `${f(volts)} V, ${f(amps, 1)} A`, from: fromTry(one) },
      ],
      source: 'Sensible heat balance, heat ÷ (60·ρ·cp × rise); 3.412 Btu/h in a watt.',
      note: 'Uncertainty from volts, amps and both thermometers: the instruments chosen, else 1%, 2% and 0.5 °F.',
    }
  },
}
