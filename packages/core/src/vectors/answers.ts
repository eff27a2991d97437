/**
 * Answers worked cases by core's public functions: one thin adapter a topic. Used by the tests and by
 * `npm run vectors`. An adapter only renames keys and picks the function; a case it does not know gives null.
 */
import { airFactors, sensibleFactor } from '../air/factors.ts'
import { coilLeaving, coilLoad, type Flow, mixAir } from '../air/processes.ts'
import {
  type AirState,
  airState,
  GRAINS_PER_LB,
  type Moisture,
  standardPressurePsia,
  standardTemperatureF,
} from '../air/psychrometrics.ts'
import { type BlowerTable, ductCoefficient, tableFlow } from '../airflow/blowerTable.ts'
import { driveFrequencyHz, motorSpeedRpm, scaleSignal } from '../airflow/drive.ts'
import { fanAtSpeed, fanDuctCrossings } from '../airflow/fanLaws.ts'
import { flowFromRise, type HeatSource, heatOutputBtuH } from '../airflow/heat.ts'
import { chooseTap } from '../airflow/tapChoice.ts'
import { flowTarget } from '../airflow/target.ts'
import {
  circleFt2,
  grilleFlowCfm,
  plateCorrectedCfm,
  plateFlowCfm,
  rectangleFt2,
  rectangularPositionsIn,
  roundPositionsIn,
  traverse,
  velocityFpm,
} from '../airflow/velocity.ts'
import { averageOf, rootSumSquare, sensorOffset, thermistorC, thermistorOhm } from '../sensing/sensors.ts'
import { codeAnswer } from './codeAnswers.ts'
import { fanLimitAnswer } from './fanLimitAnswers.ts'
import { co2Answer, economizerAnswer, freeCoolingAnswer, freshAirAnswer } from './freshAirAnswers.ts'
import { pasteAnswer } from './pasteAnswers.ts'
import { proofAnswer } from './proofAnswers.ts'
import { reconcileAnswer } from './reconcileAnswers.ts'
import { onOffAnswer, roomControlAnswer, sensorDiagnosisAnswer, warmUpAnswer } from './roomAnswers.ts'
import { deviceProgramsAnswer, localTimesAnswer, schedulesAnswer, setbackAnswer } from './timesAnswers.ts'
import { zoneAnswer } from './zoneAnswers.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape; each adapter reads its own keys.
type Case = Record<string, any>
type Answer = Record<string, unknown> | null

const PSI_IN_INHG = 2.036020657
const PSI_IN_KPA = 6.894757293

export function answerCase(id: string, given: Case): Answer {
  const prefix = id.split('-')[0] ?? ''
  const topic = Object.hasOwn(TOPICS, prefix) ? TOPICS[prefix] : undefined
  return topic ? topic(given) : null
}

const TOPICS: Record<string, (given: Case) => Answer> = {
  psy: psychrometrics,
  air: airflow,
  blo: blower,
  tgt: targets,
  sen: sensors,
  drv: drive,
  rct: roomControlAnswer,
  cyc: onOffAnswer,
  wuf: warmUpAnswer,
  sdg: sensorDiagnosisAnswer,
  pst: pasteAnswer,
  cod: codeAnswer,
  zon: zoneAnswer,
  fan: fanLimitAnswer,
  rec: reconcileAnswer,
  fra: freshAirAnswer,
  co2: co2Answer,
  frc: freeCoolingAnswer,
  eco: economizerAnswer,
  sch: schedulesAnswer,
  lct: localTimesAnswer,
  dpr: deviceProgramsAnswer,
  sbk: setbackAnswer,
  prf: proofAnswer,
}

const has = (given: Case, ...keys: string[]) => keys.every((key) => given[key] !== undefined)

function pressureOf(given: Case): number {
  return given.pressure_psia ?? standardPressurePsia(given.altitude_ft ?? 0)
}

function moistureOf(given: Case, prefix = ''): Moisture | null {
  if (has(given, `${prefix}rh_pct`)) return { relativeHumidityPct: given[`${prefix}rh_pct`] }
  if (has(given, `${prefix}wb_f`)) return { wetBulbF: given[`${prefix}wb_f`] }
  if (has(given, `${prefix}dp_f`)) return { dewPointF: given[`${prefix}dp_f`] }
  if (has(given, `${prefix}humidity_ratio_lb_per_lb`)) return { humidityRatio: given[`${prefix}humidity_ratio_lb_per_lb`] }
  if (has(given, `${prefix}moisture_gr_per_lb`)) return { humidityRatio: given[`${prefix}moisture_gr_per_lb`] / GRAINS_PER_LB }
  return null
}

function stateOf(given: Case, prefix = ''): AirState | null {
  const moisture = moistureOf(given, prefix)
  if (!moisture || !has(given, `${prefix}db_f`)) return null
  const state = airState(given[`${prefix}db_f`], moisture, pressureOf(given))
  return state.ok ? state.value : null
}

function psychrometrics(given: Case): Answer {
  if (has(given, 'altitude_ft') && Object.keys(given).length === 1) {
    const psia = standardPressurePsia(given.altitude_ft)
    return {
      pressure_psia: psia,
      pressure_inhg: psia * PSI_IN_INHG,
      pressure_kpa: psia * PSI_IN_KPA,
      temperature_f: standardTemperatureF(given.altitude_ft),
    }
  }
  if (!has(given, 'db_f') || !moistureOf(given)) return null
  const air = stateOf(given)
  if (!air) return { valid_bool: false }
  return {
    valid_bool: true,
    pressure_psia: air.pressurePsia,
    humidity_ratio_lb_per_lb: air.humidityRatio,
    moisture_gr_per_lb: air.humidityRatio * GRAINS_PER_LB,
    rh_pct: air.relativeHumidityPct,
    wb_f: air.wetBulbF,
    dp_f: air.dewPointF,
    enthalpy_btu_per_lb: air.enthalpyBtuLb,
    specific_volume_ft3_per_lb: air.specificVolumeFt3Lb,
    moist_density_lb_per_ft3: air.densityLbFt3,
  }
}

function heatSourceOf(given: Case): HeatSource | null {
  switch (given.method_enum) {
    case 'gas_input':
      return { kind: 'gas-input', inputBtuH: given.input_btuh, efficiencyPct: given.efficiency_pct }
    case 'gas_output':
      return { kind: 'gas-output', outputBtuH: given.output_btuh }
    case 'gas_meter':
      return {
        kind: 'gas-meter',
        meteredFt3: given.metered_ft3,
        meteredS: given.metered_time_s,
        heatingValueBtuFt3: given.heating_value_btu_per_ft3,
        efficiencyPct: given.efficiency_pct,
      }
    case 'electric_1ph':
      return { kind: 'electric-1ph', volts: given.voltage_v, amps: given.current_a }
    case 'electric_3ph':
      return { kind: 'electric-3ph', volts: given.voltage_v, amps: given.current_a }
    default:
      return null
  }
}

function airflow(given: Case): Answer {
  if (has(given, 'method_enum')) return riseCase(given)
  if (has(given, 'velocity_pressures_inwc')) return traverseCase(given)
  if (has(given, 'velocity_pressure_inwc'))
    return {
      velocity_fpm: velocityFpm(given.velocity_pressure_inwc, given.density_lb_per_ft3 ?? stateOf(given)?.densityLbFt3 ?? 0.075),
    }
  if (has(given, 'face_velocity_fpm')) {
    const area = given.area_factor_ft2 ?? rectangleFt2(given.width_in, given.height_in)
    const free = given.area_factor_ft2 === undefined ? given.free_area_frac : 1
    return { effective_area_ft2: area * free, airflow_cfm: grilleFlowCfm(given.face_velocity_fpm, area, free) }
  }
  if (has(given, 'plate_factor_cfm_per_sqrt_inwc')) {
    return {
      airflow_cfm: plateFlowCfm(given.plate_factor_cfm_per_sqrt_inwc, given.plate_dp_inwc, given.density_lb_per_ft3 ?? 0.075),
    }
  }
  if (has(given, 'test_airflow_cfm'))
    return { airflow_cfm: plateCorrectedCfm(given.test_airflow_cfm, given.normal_static_inwc, given.test_static_inwc) }
  if (has(given, 'points_per_diameter_count'))
    return { positions_in: roundPositionsIn(given.diameter_in, given.points_per_diameter_count) }
  if (has(given, 'width_in', 'height_in')) {
    const across = rectangularPositionsIn(given.width_in)
    const down = rectangularPositionsIn(given.height_in)
    return {
      points_across_width_count: across.length,
      points_across_height_count: down.length,
      points_total_count: across.length * down.length,
      positions_across_width_in: across,
      positions_across_height_in: down,
    }
  }
  if (has(given, 'density_lb_per_ft3'))
    return { sensible_btuh_per_cfm_f: sensibleFactor(given.density_lb_per_ft3, given.cp_btu_per_lb_f) }
  const air = stateOf(given)
  if (!air) return null
  const factors = airFactors(air)
  return {
    sensible_btuh_per_cfm_f: factors.sensible,
    latent_btuh_per_cfm_gr: factors.latentPerGrain,
    total_btuh_per_cfm_btu_per_lb: factors.total,
    moist_density_lb_per_ft3: air.densityLbFt3,
    specific_volume_ft3_per_lb: air.specificVolumeFt3Lb,
  }
}

function riseCase(given: Case): Answer {
  const source = heatSourceOf(given)
  if (!source) return null
  const heat = heatOutputBtuH(source)
  const air = stateOf(given, 'air_') ?? stateOf(given)
  const factor = given.sensible_factor_btuh_per_cfm_f ?? (air ? airFactors(air).sensible : sensibleFactor(0.075))
  const flow = flowFromRise(heat, given.temperature_rise_f, factor)
  if (!flow.ok) return { heat_output_btuh: heat, valid_bool: false, airflow_cfm: null }
  const answer: Record<string, unknown> = { heat_output_btuh: heat, valid_bool: true, airflow_cfm: flow.value }
  if (has(given, 'rise_min_f', 'rise_max_f')) {
    answer.rise_within_limits_bool = given.temperature_rise_f >= given.rise_min_f && given.temperature_rise_f <= given.rise_max_f
    answer.airflow_at_max_rise_cfm = heat / (factor * given.rise_max_f)
    answer.airflow_at_min_rise_cfm = heat / (factor * given.rise_min_f)
  }
  return answer
}

function traverseCase(given: Case): Answer {
  const area = has(given, 'diameter_in') ? circleFt2(given.diameter_in) : rectangleFt2(given.width_in, given.height_in)
  const result = traverse(
    (given.velocity_pressures_inwc as number[][]).flat(),
    given.density_lb_per_ft3 ?? stateOf(given)?.densityLbFt3 ?? 0.075,
    area,
  )
  return {
    area_ft2: area,
    average_velocity_fpm: result?.averageFpm ?? null,
    airflow_cfm: result?.flowCfm ?? null,
    max_velocity_fpm: result?.maxFpm ?? null,
    min_velocity_fpm: result?.minFpm ?? null,
  }
}

const torqueTable = (given: Case): BlowerTable => ({
  kind: 'constant-torque',
  taps: given.flows_cfm.map((_: unknown, i: number) => String(i + 1)),
  staticsInWc: given.statics_inwc,
  flowsCfm: given.flows_cfm,
})

function blower(given: Case): Answer {
  if (has(given, 'tap_flows_cfm')) {
    const table: BlowerTable = {
      kind: 'constant-airflow',
      taps: given.tap_flows_cfm.map(String),
      tapFlowsCfm: given.tap_flows_cfm,
      maxStaticInWc: given.max_static_inwc,
    }
    const flow = tableFlow(table, given.tap_index - 1, given.static_inwc, given.adjust_pct)
    return { airflow_cfm: flow.ok ? flow.flowCfm : null, static_ok_bool: flow.ok }
  }
  if (has(given, 'flows_cfm', 'static_inwc')) {
    const flow = tableFlow(torqueTable(given), given.tap_index - 1, given.static_inwc)
    return { available_bool: flow.ok, airflow_cfm: flow.ok ? flow.flowCfm : null }
  }
  if (has(given, 'flows_cfm', 'target_cfm')) return chooseCase(given)
  if (has(given, 'fan_flow_cfm')) {
    const crossings = fanDuctCrossings(
      given.fan_flow_cfm,
      given.fan_static_inwc,
      given.system_coefficient_inwc_per_cfm2,
      given.system_fixed_static_inwc,
    )
    return {
      crossings_count: crossings.length,
      crossing_flows_cfm: crossings.map((crossing) => crossing.flowCfm),
      crossing_statics_inwc: crossings.map((crossing) => crossing.staticInWc),
    }
  }
  if (has(given, 'new_speed_rpm')) {
    const density = has(given, 'new_density_lb_per_ft3', 'density_lb_per_ft3')
      ? given.new_density_lb_per_ft3 / given.density_lb_per_ft3
      : 1
    const point = fanAtSpeed(
      { flowCfm: given.flow_cfm, staticInWc: given.pressure_inwc, powerW: given.power_w ?? Number.NaN },
      given.new_speed_rpm / given.speed_rpm,
      density,
    )
    return {
      new_flow_cfm: point.flowCfm,
      new_pressure_inwc: point.staticInWc,
      ...(has(given, 'power_w') && { new_power_w: point.powerW }),
    }
  }
  if (has(given, 'target_flow_cfm')) {
    const ratio = given.target_flow_cfm / given.flow_cfm
    const point = fanAtSpeed({ flowCfm: given.flow_cfm, staticInWc: given.pressure_inwc, powerW: 1 }, ratio)
    return { needed_speed_rpm: given.speed_rpm * ratio, needed_pressure_inwc: point.staticInWc, power_ratio: point.powerW }
  }
  return null
}

function chooseCase(given: Case): Answer {
  const table = torqueTable(given)
  const read = has(given, 'measured_tap_index')
    ? tableFlow(table, given.measured_tap_index - 1, given.measured_static_inwc)
    : null
  const base: number | null = given.measured_airflow_cfm ?? (read?.ok ? read.flowCfm : null)
  if (base === null) return { base_airflow_cfm: null, system_coefficient_inwc_per_cfm2: null, chosen_tap_index: null }
  const coefficient = ductCoefficient(given.measured_static_inwc, base)
  const rise = has(given, 'heat_output_btuh')
    ? {
        heatBtuH: given.heat_output_btuh,
        sensibleFactor: given.sensible_factor_btuh_per_cfm_f ?? sensibleFactor(0.075),
        minF: given.rise_min_f,
        maxF: given.rise_max_f,
      }
    : null
  const limits = {
    floorCfm: given.min_cfm ?? null,
    ceilingCfm: given.max_cfm ?? null,
    maxStaticInWc: given.max_static_inwc ?? null,
    rise,
  }
  const choice = chooseTap(table, coefficient, given.target_cfm, limits)
  return {
    base_airflow_cfm: base,
    system_coefficient_inwc_per_cfm2: coefficient,
    chosen_tap_index: choice.best ? choice.best.tap + 1 : null,
    tap_airflows_cfm: choice.outcomes.map((outcome) => outcome.point?.flowCfm ?? null),
    tap_statics_inwc: choice.outcomes.map((outcome) => outcome.point?.staticInWc ?? null),
    tap_allowed_bool: choice.outcomes.map((outcome) => outcome.breaks.length === 0),
    ...(rise && { tap_rises_f: choice.outcomes.map((outcome) => outcome.riseF) }),
  }
}

const flowOf = (given: Case): Flow =>
  given.airflow_scfm === undefined ? { actualCfm: given.airflow_cfm } : { standardCfm: given.airflow_scfm }

function targets(given: Case): Answer {
  if (has(given, 'capacity_tons', 'rated_cfm_per_ton')) {
    const target = flowTarget(given.capacity_tons, given.rated_cfm_per_ton, given.altitude_ft ?? 0)
    return {
      target_standard_cfm: target.standardCfm,
      density_ratio: target.densityRatio,
      target_altitude_cfm: target.altitudeCfm,
    }
  }
  if (has(given, 'stream1_db_f')) {
    const [first, second] = [stateOf(given, 'stream1_'), stateOf(given, 'stream2_')]
    if (!first || !second) return null
    const mix = mixAir(first, given.stream1_flow_cfm, second, given.stream2_flow_cfm)
    return {
      stream1_mass_pct: mix.firstMassPct,
      humidity_ratio_lb_per_lb: mix.humidityRatio,
      enthalpy_btu_per_lb: mix.enthalpyBtuLb,
      fog_bool: mix.air === null,
      volume_weighted_db_f: mix.volumeWeightedDryBulbF,
      mixed_db_f: mix.air?.dryBulbF ?? null,
      mixed_rh_pct: mix.air?.relativeHumidityPct ?? null,
    }
  }
  const entering = stateOf(given, 'entering_')
  if (!entering) return null
  if (has(given, 'leaving_db_f')) {
    const leaving = stateOf(given, 'leaving_')
    if (!leaving) return null
    const load = coilLoad(entering, leaving, flowOf(given))
    return {
      dry_air_lb_per_h: load.dryAirLbH,
      total_btuh: load.totalBtuH,
      sensible_btuh: load.sensibleBtuH,
      latent_btuh: load.latentBtuH,
      shr_frac: load.sensibleRatio,
      total_tons: load.tons,
      split_f: load.splitF,
    }
  }
  const leaving = coilLeaving(entering, flowOf(given), given.total_capacity_btuh, given.shr_frac)
  if (!leaving.ok) return { feasible_bool: false }
  return {
    feasible_bool: true,
    leaving_db_f: leaving.value.dryBulbF,
    split_f: entering.dryBulbF - leaving.value.dryBulbF,
    leaving_wb_f: leaving.value.wetBulbF,
    leaving_rh_pct: leaving.value.relativeHumidityPct,
    leaving_humidity_ratio_lb_per_lb: leaving.value.humidityRatio,
    leaving_enthalpy_btu_per_lb: leaving.value.enthalpyBtuLb,
  }
}

function sensors(given: Case): Answer {
  if (has(given, 'displayed_f', 'reference_f')) {
    const advice = sensorOffset({
      displayedF: given.displayed_f,
      referenceF: given.reference_f,
      stepF: given.offset_step_f,
      limitF: given.offset_limit_f,
      sensorUncertaintyF: given.sensor_uncertainty_f,
      referenceUncertaintyF: given.reference_uncertainty_f,
    })
    return {
      offset_f: advice.offsetF,
      offset_setting_f: advice.settingF,
      residual_f: advice.residualF,
      combined_uncertainty_f: advice.combinedUncertaintyF,
      significant_bool: advice.significant,
    }
  }
  if (has(given, 'parts_f')) return { combined_f: rootSumSquare(given.parts_f) }
  if (has(given, 'readings_f')) {
    const average = averageOf(given.readings_f, given.weights_ratio)
    return { used_count: average.used, average_f: average.average, spread_f: average.spread }
  }
  if (has(given, 'resistance_ohm')) {
    const celsius = thermistorC(given.resistance_ohm, given.r25_ohm, given.beta_k)
    return { temperature_c: celsius, temperature_f: celsius * 1.8 + 32 }
  }
  if (has(given, 'r25_ohm')) {
    const celsius = given.temperature_c ?? (given.temperature_f - 32) / 1.8
    return { resistance_ohm: thermistorOhm(celsius, given.r25_ohm, given.beta_k) }
  }
  return null
}

function drive(given: Case): Answer {
  if (has(given, 'motor_poles')) {
    const speed = motorSpeedRpm(given.frequency_hz, given.motor_poles, given.slip_pct ?? 0)
    return { sync_rpm: speed.syncRpm, shaft_rpm: speed.shaftRpm }
  }
  if (has(given, 'target_flow_cfm')) {
    const ratio = given.target_flow_cfm / given.base_flow_cfm
    return {
      speed_pct: ratio * 100,
      frequency_hz: given.base_hz * ratio,
      speed_rpm: given.base_rpm * ratio,
      power_ratio: ratio ** 3,
    }
  }
  if (has(given, 'speed_pct')) {
    const hz = driveFrequencyHz(given.speed_pct, given.base_hz, given.min_hz ?? 0, given.max_hz ?? given.base_hz)
    const ratio = hz / given.base_hz
    const point = fanAtSpeed(
      { flowCfm: given.base_flow_cfm, staticInWc: given.base_static_inwc, powerW: given.base_power_w },
      ratio,
    )
    return {
      frequency_hz: hz,
      actual_speed_pct: ratio * 100,
      speed_rpm: given.base_rpm * ratio,
      flow_cfm: point.flowCfm,
      static_inwc: point.staticInWc,
      power_w: point.powerW,
    }
  }
  if (has(given, 'signal_v', 'base_hz')) {
    const hz = scaleSignal(
      given.signal_v,
      given.signal_low_v ?? 0,
      given.signal_high_v ?? 5,
      given.min_hz ?? 0,
      given.max_hz ?? given.base_hz,
    )
    const ratio = hz / given.base_hz
    return { frequency_hz: hz, speed_rpm: given.base_rpm * ratio, flow_cfm: given.base_flow_cfm * ratio }
  }
  if (has(given, 'signal_v')) {
    return {
      output_pct: scaleSignal(
        given.signal_v,
        given.signal_low_v,
        given.signal_high_v,
        given.output_min_pct,
        given.output_max_pct,
      ),
    }
  }
  if (has(given, 'output_pct')) {
    return {
      signal_v: scaleSignal(
        given.output_pct,
        given.output_min_pct,
        given.output_max_pct,
        given.signal_low_v,
        given.signal_high_v,
      ),
    }
  }
  return null
}
