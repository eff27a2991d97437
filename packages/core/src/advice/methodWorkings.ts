import type { FlowEstimate, FlowMethod } from '../airflow/combine.ts'
import { BTUH_PER_W } from '../airflow/heat.ts'
import { type AirflowPicture, type TryResult, UNCERTAINTY } from '../airflow/picture.ts'
import { PITOT_CONSTANT } from '../airflow/velocity.ts'
import { percent, tapName } from './show.ts'
import { f, inWc, type Working } from './working.ts'

const NAMES: Record<FlowMethod, readonly [id: string, label: string]> = {
  table: ['flow-table', 'Flow, table'],
  'return-grilles': ['flow-grilles', 'Flow, grilles'],
  'return-hoods': ['flow-hoods', 'Flow, hood'],
  'heater-rise': ['flow-rise', 'Flow, heater'],
  'furnace-rise': ['flow-furnace', 'Flow, furnace'],
  traverse: ['flow-traverse', 'Flow, traverse'],
  plate: ['flow-plate', 'Flow, plate'],
}

/** One working for each way in which the flow of a try is known. */
export function methodWorkings(picture: AirflowPicture, current: TryResult): Working[] {
  return (current.flow?.estimates ?? []).map((one) => {
    const [id, label] = NAMES[one.method]
    return {
      id,
      label,
      result: { quantity: 'flow', value: one.flowCfm, plusMinus: one.plusMinusCfm },
      ...DETAILS[one.method](picture, current, one),
    }
  })
}

type Detail = Pick<Working, 'formula' | 'inputs' | 'source' | 'note'>
type DetailOf = (picture: AirflowPicture, current: TryResult, one: FlowEstimate) => Detail
const from = (current: TryResult): string => `try ${current.input.number}`

const DETAILS: Record<FlowMethod, DetailOf> = {
  table(picture, current, one) {
    const between = current.table?.ok ? current.table.between : null
    const adjust = current.input.adjustPct === 0 ? '' : ` × ${f(1 + current.input.adjustPct / 100, 2)} adjust`
    return {
      formula: `${tapName(current.input.tapLabel)} at ${inWc(current.externalInWc ?? 0)} in.wc${adjust} → ${f(one.flowCfm)} cfm`,
      inputs: [
        { name: 'tap', value: current.input.tapLabel, from: from(current) },
        { name: 'static', value: `${inWc(current.externalInWc ?? 0)} in.wc`, from: from(current) },
      ],
      source: `${picture.input.blower?.name ?? ''} blower table: ${picture.input.blower?.source ?? ''}`,
      note: `${between && between[0] !== between[1] ? `Straight between the rows ${inWc(between[0])} and ${inWc(between[1])}. ` : ''}± ${percent(UNCERTAINTY.tableShare)} for the table, and what the probes may be off.`,
    }
  },
  'heater-rise'(picture, current, one) {
    const { rise } = current.input
    const phases = rise?.phases === 3 ? '√3 × ' : ''
    const riseF = rise ? rise.supplyDbF - rise.returnDbF : 0
    return {
      formula: `${phases}${f(rise?.volts ?? 0)} V × ${f(rise?.amps ?? 0, 1)} A × ${BTUH_PER_W} ÷ (${f(picture.sensibleFactor, 3)} × ${f(riseF, 1)} °F) = ${f(one.flowCfm)} cfm`,
      inputs: [
        { name: 'rise', value: `${f(rise?.supplyDbF ?? 0, 1)} − ${f(rise?.returnDbF ?? 0, 1)} °F`, from: from(current) },
        {
          name: 'volts and amps at the heater',
          value: `${f(rise?.volts ?? 0)} V, ${f(rise?.amps ?? 0, 1)} A`,
          from: from(current),
        },
      ],
      source: 'Sensible heat balance, heat ÷ (60·ρ·cp × rise); 3.412 Btu/h in a watt.',
      note: 'Uncertainty from volts, amps and both thermometers: the instruments chosen, else 1%, 2% and 0.5 °F.',
    }
  },
  'furnace-rise'(picture, current, one) {
    const { heatBtuH = 0, supplyDbF = 0, returnDbF = 0 } = current.input.firing ?? {}
    return {
      formula: `${f(heatBtuH)} Btu/h ÷ (${f(picture.sensibleFactor, 3)} × ${f(supplyDbF - returnDbF, 1)} °F) = ${f(one.flowCfm)} cfm`,
      inputs: [
        { name: 'heat into the air', value: `${f(heatBtuH)} Btu/h`, from: 'plate or clocked meter × efficiency' },
        { name: 'rise', value: `${f(supplyDbF, 1)} − ${f(returnDbF, 1)} °F`, from: 'Heat view' },
      ],
      source: 'Sensible heat balance, heat ÷ (60·ρ·cp × rise).',
      note: `± ${percent(UNCERTAINTY.gasShare)} for input and efficiency, and both thermometers.`,
    }
  },
  'return-grilles'(_, current, one) {
    const grilles = current.input.grilles.filter((grille) => grille.side === 'return')
    return {
      formula: grilles
        .map((grille) => `${f(grille.faceFpm)} fpm × ${f(grille.areaFt2 ?? 0, 2)} ft² × ${f(grille.freeArea ?? 0, 2)}`)
        .join(' + ')
        .concat(` = ${f(one.flowCfm)} cfm`),
      inputs: grilles.map((grille) => ({ name: grille.name, value: `${f(grille.faceFpm)} fpm`, from: from(current) })),
      source: 'Continuity: face speed × area × the maker’s free-area factor.',
      note: `± ${percent(UNCERTAINTY.grilleShare)}: the free-area factor is the weak spot.`,
    }
  },
  'return-hoods'(_, current, one) {
    const hoods = current.input.hoods.filter((hood) => hood.side === 'return')
    return {
      formula: `${hoods.map((hood) => f(hood.flowCfm)).join(' + ')} = ${f(one.flowCfm)} cfm`,
      inputs: hoods.map((hood) => ({ name: hood.name, value: `${f(hood.flowCfm)} cfm`, from: from(current) })),
      source: 'Every return grille under the hood, added up.',
      note: 'Uncertainty by the hood that was chosen, else 5%. A hood slows a weak grille a little.',
    }
  },
  traverse(picture, current, one) {
    const last = current.input.traverses.find((traverse) => one.readingIds.includes(traverse.id))
    const pressures = Object.values(last?.pressuresInWc ?? {})
    const duct = last?.duct
    return {
      formula: `mean of ${pressures.length} × ${PITOT_CONSTANT}·√(pv ÷ ${f(picture.air.densityLbFt3, 4)}) × area = ${f(one.flowCfm)} cfm`,
      inputs: [
        {
          name: 'duct',
          value:
            duct?.shape === 'round'
              ? `${f(duct.diameterIn, 1)} in round`
              : `${f(duct?.widthIn ?? 0, 1)} × ${f(duct?.heightIn ?? 0, 1)} in`,
          from: 'Measuring view',
        },
        {
          name: 'velocity pressures',
          value: `${formatRange(pressures)} in.wc`,
          from: from(current),
        },
      ],
      source: 'ASHRAE Standard 111: log-Tchebycheff or log-linear points; speeds averaged, not pressures.',
      note: '± 5%, more where the air is skewed or straight duct is short.',
    }
  },
  plate(picture, current, one) {
    const plate = current.input.plate
    const corrected = plate?.normalStaticInWc != null && plate.testStaticInWc != null
    return {
      formula: `${f(plate?.factor ?? 0)} × √${f(plate?.dpInWc ?? 0, 3)} × √(0.075 ÷ ${f(picture.air.densityLbFt3, 4)})${corrected ? ` × √(${inWc(plate.normalStaticInWc ?? 0)} ÷ ${inWc(plate.testStaticInWc ?? 1)})` : ''} = ${f(one.flowCfm)} cfm`,
      inputs: [
        { name: 'plate', value: `${f(plate?.factor ?? 0)} cfm at 1 in.wc`, from: 'printed on it' },
        { name: 'pressure over it', value: `${f(plate?.dpInWc ?? 0, 3)} in.wc`, from: from(current) },
      ],
      source: 'Q = k·√dp, density corrected; then by the duct’s own law to the static with the filter back in.',
      note: corrected
        ? `± ${percent(UNCERTAINTY.plateShare)}.`
        : 'Without both statics the plate’s own resistance is not taken out.',
    }
  },
}

const formatRange = (values: readonly number[]): string =>
  values.length === 0 ? '—' : `${f(Math.min(...values), 3)} to ${f(Math.max(...values), 3)}`
