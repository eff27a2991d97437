import { percent } from '../../advice/show.ts'
import { f, inWc } from '../../advice/working.ts'
import { plateCorrectedCfm, plateFlowCfm } from '../velocity.ts'
import { fromTry, type Method } from './method.ts'

/** A plate with the duct's own correction, at 95 %. */
const PLATE_SHARE = 0.07

/** A metering plate in the place of the filter. */
export const plate: Method<'plate'> = {
  id: 'plate',
  name: 'the metering plate',
  short: 'plate',
  repeat: { what: 'the plate, and both statics with it', jot: 'plate ' },
  measures: ['static'],
  estimate(one, { air }) {
    if (!one.plate) return null
    const { id, factor, dpInWc, normalStaticInWc, testStaticInWc } = one.plate
    const test = plateFlowCfm(factor, dpInWc, air.densityLbFt3)
    if (!(test > 0)) return null
    const flowCfm =
      normalStaticInWc !== null && testStaticInWc !== null ? plateCorrectedCfm(test, normalStaticInWc, testStaticInWc) : test
    return { flowCfm, plusMinusCfm: PLATE_SHARE * flowCfm, readingIds: [id] }
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
      note: corrected ? `± ${percent(PLATE_SHARE)}.` : 'Without both statics the plate’s own resistance is not taken out.',
    }
  },
}
