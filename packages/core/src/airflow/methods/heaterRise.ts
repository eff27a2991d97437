import { f } from '../../advice/working.ts'
import { FIELD } from '../fieldUncertainty.ts'
import { BTUH_PER_W, flowFromRise, heatOutputBtuH, USUAL_BLOWER_W_PER_CFM } from '../heat.ts'
import type { AirflowInput, TryInput } from '../input.ts'
import { instrumentPlusMinus } from '../instruments.ts'
import { fromTry, type Method } from './method.ts'
import { factorAt, riseShare } from './thermometers.ts'

/** Whether the heater blows with the tap of a try: the same as cooling, or the one of its own that the try was logged on. */
export const blowsWithHeater = (
  one: Pick<TryInput, 'tap'>,
  { heaterOnThisTap, heaterTap }: Pick<AirflowInput, 'heaterOnThisTap' | 'heaterTap'>,
): boolean => heaterOnThisTap || (heaterTap != null && heaterTap === one.tap)

/** The electric heater as the known heat; only while it blows with the tap of this try. */
export const heaterRise: Method<'heater-rise'> = {
  id: 'heater-rise',
  name: 'the temperature rise over the heater',
  short: 'heater',
  repeat: { what: 'the temperature rise over the heater', jot: 'rise ' },
  measures: ['temperature', 'voltage', 'current'],
  estimate(one, ground) {
    const { rise } = one
    if (!rise || !blowsWithHeater(one, ground.input)) return null
    const { volts, amps, phases } = rise
    const heat = heatOutputBtuH({ kind: phases === 3 ? 'electric-3ph' : 'electric-1ph', volts, amps })
    const riseF = rise.supplyDbF - rise.returnDbF
    const flow = flowFromRise(heat, riseF, factorAt(ground, rise.returnDbF), USUAL_BLOWER_W_PER_CFM)
    if (!flow.ok) return null
    const { voltage, current } = ground.input.instruments
    const share = Math.hypot(
      voltage ? instrumentPlusMinus(voltage, volts) / volts : FIELD.volts,
      current ? instrumentPlusMinus(current, amps) / amps : FIELD.amps,
      riseShare(ground, riseF),
      (FIELD.blowerHeat * USUAL_BLOWER_W_PER_CFM * BTUH_PER_W * flow.value) / heat,
    )
    return { flowCfm: flow.value, plusMinusCfm: share * flow.value, readingIds: [rise.id] }
  },
  working(one, ground, { flowCfm }) {
    const { volts = 0, amps = 0, phases = 1, supplyDbF = 0, returnDbF = 0 } = one.rise ?? {}
    return {
      id: 'flow-rise',
      label: 'Flow, heater',
      formula: `${phases === 3 ? '√3 × ' : ''}${f(volts)} V × ${f(amps, 1)} A × ${BTUH_PER_W} ÷ (${f(factorAt(ground, returnDbF), 3)} × ${f(supplyDbF - returnDbF, 1)} °F − ${BTUH_PER_W} × ${USUAL_BLOWER_W_PER_CFM} W/cfm) = ${f(flowCfm)} cfm`,
      inputs: [
        { name: 'rise', value: `${f(supplyDbF, 1)} − ${f(returnDbF, 1)} °F`, from: fromTry(one) },
        {
          name: 'heat of the blower',
          value: `${USUAL_BLOWER_W_PER_CFM} W/cfm`,
          from: 'taken: nobody measured it, and it warms the air too',
        },
        { name: 'volts and amps at the heater', value: `${f(volts)} V, ${f(amps, 1)} A`, from: fromTry(one) },
      ],
      source:
        'Sensible heat balance, heat ÷ (60·ρ·cp × rise − blower); 3.412 Btu/h in a watt; blower by the default of AHRI 210/240.',
      note: 'Uncertainty from volts, amps, both thermometers (the instruments chosen, else 1%, 3% and 0.7 °F) and half of the blower’s heat.',
    }
  },
}
