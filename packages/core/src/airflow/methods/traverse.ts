import { f } from '../../advice/working.ts'
import { type AirState, moistDensityLbFt3 } from '../../air/psychrometrics.ts'
import { judgeTraverse, traversePlan } from '../traversePlan.ts'
import { PITOT_CONSTANT } from '../velocity.ts'
import { fromTry, type Method } from './method.ts'

/** Density of the room's air at another temperature, lb/ft³. Source: as `moistDensityLbFt3`, water kept. */
export const densityAt = (air: AirState, temperatureF: number | null): number =>
  temperatureF === null ? air.densityLbFt3 : moistDensityLbFt3(temperatureF, air.humidityRatio, air.pressurePsia)

/** The last traverse of which every point was read. */
export const traverse: Method<'traverse'> = {
  id: 'traverse',
  name: 'the traverse',
  short: 'traverse',
  repeat: { what: 'the traverse, the points that were doubted first', jot: null },
  measures: ['velocity-pressure'],
  estimate(one, { air }) {
    for (const { id, duct, pressuresInWc, airF } of one.traverses.toReversed()) {
      const plan = duct ? traversePlan(duct) : null
      if (!duct || !plan?.ok) continue
      const { result } = judgeTraverse(duct, plan.value, pressuresInWc, densityAt(air, airF))
      if (result) return { flowCfm: result.flowCfm, plusMinusCfm: result.plusMinusCfm, readingIds: [id] }
    }
    return null
  },
  working(one, { air }, { flowCfm, readingIds }) {
    const last = one.traverses.find((each) => readingIds.includes(each.id))
    const pressures = Object.values(last?.pressuresInWc ?? {})
    const duct = last?.duct
    return {
      id: 'flow-traverse',
      label: 'Flow, traverse',
      formula: `mean of ${pressures.length} × ${PITOT_CONSTANT}·√(pv ÷ ${f(air.densityLbFt3, 4)}) × area = ${f(flowCfm)} cfm`,
      inputs: [
        {
          name: 'duct',
          value:
            duct?.shape === 'round'
              ? `${f(duct.diameterIn, 1)} in round`
              : `${f(duct?.widthIn ?? 0, 1)} × ${f(duct?.heightIn ?? 0, 1)} in`,
          from: 'Measuring view',
        },
        { name: 'velocity pressures', value: `${rangeOf(pressures)} in.wc`, from: fromTry(one) },
      ],
      source: 'ASHRAE Standard 111: log-Tchebycheff or log-linear points; speeds averaged, not pressures.',
      note: '± 5%, more where the air is skewed or straight duct is short.',
    }
  },
}

const rangeOf = (values: readonly number[]): string =>
  values.length === 0 ? '—' : `${f(Math.min(...values), 3)} to ${f(Math.max(...values), 3)}`
