import { percent } from '../../advice/show.ts'
import { f, inWc } from '../../advice/working.ts'
import { FIELD } from '../fieldUncertainty.ts'
import { staticWalk } from '../staticWalk.ts'
import { plateCorrectedCfm, plateFlowCfm } from '../velocity.ts'
import { fromTry, type Method } from './method.ts'
import { staticPlusMinus } from './table.ts'

/** A normal static this near to the probes' is the same reading, written twice. */
const SAME_READING_IN_WC = 0.005

/** A metering plate in the place of the filter. */
export const plate: Method<'plate'> = {
  id: 'plate',
  name: 'the metering plate',
  short: 'plate',
  repeat: { what: 'the plate, and both statics with it', jot: 'plate ' },
  measures: ['static'],
  estimate(one, { air, input }) {
    if (!one.plate) return null
    const { id, factor, dpInWc, normalStaticInWc, testStaticInWc } = one.plate
    const test = plateFlowCfm(factor, dpInWc, air.densityLbFt3)
    if (!(test > 0)) return null
    if (normalStaticInWc === null || testStaticInWc === null)
      return { flowCfm: test, plusMinusCfm: FIELD.plate * test, readingIds: [id] }
    const flowCfm = plateCorrectedCfm(test, normalStaticInWc, testStaticInWc)
    // The square root of the static halves its share; the plate's own share has it in already.
    const byStatic = (flowCfm * staticPlusMinus(input.instruments.static, normalStaticInWc)) / (2 * normalStaticInWc)
    const { externalInWc } = staticWalk(one.probes)
    const same = externalInWc !== null && Math.abs(externalInWc - normalStaticInWc) < SAME_READING_IN_WC
    const plusMinusCfm = Math.max(FIELD.plate * flowCfm, Math.abs(byStatic))
    return { flowCfm, plusMinusCfm, readingIds: [id], ...(same && { shared: { static: byStatic } }) }
  },
  working(one, { air }, { flowCfm }) {
    const { factor = 0, dpInWc = 0, normalStaticInWc = null, testStaticInWc = null } = one.plate ?? {}
    const corrected = normalStaticInWc !== null && testStaticInWc !== null
    return {
      id: 'flow-plate',
      label: 'Flow, plate',
      formula: `${f(factor)} × √${f(dpInWc, 3)} × √(0.075 ÷ ${f(air.densityLbFt3, 4)})${corrected ? ` × √(${inWc(normalStaticInWc)} ÷ ${inWc(testStaticInWc)})` : ''} = ${f(flowCfm)} cfm`,
      inputs: [
        { name: 'plate', value: `${f(factor)} cfm at 1 in.wc`, from: 'printed on it' },
        { name: 'pressure over it', value: `${f(dpInWc, 3)} in.wc`, from: fromTry(one) },
      ],
      source: 'Q = k·√dp, density corrected; then by the duct’s own law to the static with the filter back in.',
      note: corrected ? `± ${percent(FIELD.plate)}.` : 'Without both statics the plate’s own resistance is not taken out.',
    }
  },
}
