import { cycleRate, mostCyclesPerH, onOffCycle } from '../control/onOffCycle.ts'
import {
  type Controller,
  type ControlRule,
  type Equipment,
  type FanSatisfied,
  type Mode,
  PLAIN_EQUIPMENT,
} from '../rooms/roomModel.ts'
import { runRoom } from '../rooms/roomRun.ts'
import { fitWarmUp, leadTime } from '../rooms/warmUp.ts'
import { diagnoseSensor, type SensorFault } from '../sensing/sensorDiagnosis.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape.
type Case = Record<string, any>
type Answer = Record<string, unknown> | null

export function warmUpAnswer(given: Case): Answer {
  if (given.kind_enum === 'lead_time') {
    const lead = leadTime({
      past: given.past_list.map((one: Case) => ({
        outdoorF: one.outdoor_f,
        startF: one.start_f,
        reachedF: one.reached_f,
        takenMin: one.taken_min,
      })),
      outdoorF: given.outdoor_f,
      startF: given.start_f,
      targetF: given.target_f,
      leastPast: given.least_past_count,
      leastOutdoorSpanF: given.least_outdoor_span_f,
      mostLeadMin: given.most_lead_min,
    })
    return (
      lead && {
        method_enum: lead.method,
        base_min_per_f: lead.baseMinPerF,
        slope_min_per_f_f: lead.slopeMinPerF2,
        minutes_per_degree_min_per_f: lead.minutesPerF,
        lead_min: lead.leadMin,
        lead_error_min: lead.errorMin,
        limited_bool: lead.limited,
      }
    )
  }
  const told = fitWarmUp(
    { timesMin: given.times_min, readingsF: given.readings_f },
    { mostRelativeError: given.max_relative_error_ratio, leastT: given.least_t_ratio },
  )
  const used = { used_count: told.used }
  if (told.tells === 'nothing') return { ...used, result_enum: 'cannot_tell' }
  if (told.tells === 'rate')
    return {
      ...used,
      result_enum: 'rate_only',
      rate_f_per_h: told.rateFPerH.value,
      rate_error_f_per_h: told.rateFPerH.error,
    }
  return {
    ...used,
    result_enum: 'exponential',
    time_constant_min: told.timeConstantMin.value,
    time_constant_error_min: told.timeConstantMin.error,
    final_f: told.finalF.value,
    final_error_f: told.finalF.error,
    start_f: told.startF,
    noise_f: told.noiseF,
    initial_rate_f_per_h: told.initialRateFPerH.value,
    initial_rate_error_f_per_h: told.initialRateFPerH.error,
  }
}

const FAULTS: Record<SensorFault, string> = {
  offset: 'offset',
  draught: 'draught',
  'supply-air': 'supply_air',
  lag: 'lag',
  sun: 'sun',
}

export function sensorDiagnosisAnswer(given: Case): Answer {
  const told = diagnoseSensor(
    given.pairs_list.map((one: Case) => ({
      shownF: one.shown_f,
      referenceF: one.reference_f,
      atMin: one.at_min,
      fan: one.fan_bool,
      supply: one.supply_bool,
    })),
    {
      criticalT: given.critical_t_ratio,
      leastShiftF: given.least_shift_f,
      leastLagMin: given.least_lag_min,
      trimStepF: given.trim_step_f,
      trimLimitF: given.trim_limit_f,
    },
  )
  const terms = { terms_list: told.terms, not_testable_list: told.notTestable }
  if (told.found === null) return { result_enum: 'cannot_tell', ...terms }
  return {
    result_enum: 'ok',
    ...terms,
    degrees_of_freedom_count: told.freedom,
    residual_sd_f: told.residualSdF,
    offset_f: told.offset?.value,
    offset_t_ratio: told.offset?.t,
    fan_shift_f: told.fan?.value,
    fan_t_ratio: told.fan?.t,
    supply_shift_f: told.supply?.value,
    supply_t_ratio: told.supply?.t,
    lag_min: told.lag?.value,
    lag_t_ratio: told.lag?.t,
    found_list: told.found.map((one) => FAULTS[one]),
    trim_f: told.trimF,
    remaining_fan_off_f: told.remainingFanOffF,
    remaining_fan_on_f: told.remainingFanOnF,
    remaining_worst_f: told.remainingWorstF,
  }
}

const RULES: Record<string, ControlRule> = {
  symmetric: 'symmetric',
  one_sided: 'one-sided',
  cycle_rate: 'cycle-rate',
  pi: 'proportional-integral',
}
const FANS: Record<string, FanSatisfied> = { off: 'off', trickle: 'trickle', as_set: 'as-set' }
const KINDS: Record<string, Equipment['kind']> = { single: 'single', two_stage: 'two-stage', variable: 'variable' }
const NONE = new Array<number>(24).fill(0)

export function roomControlAnswer(given: Case): Answer {
  const run = runRoom(
    {
      room: {
        airBtuPerF: given.air_capacity_btu_per_f,
        massBtuPerF: given.mass_capacity_btu_per_f,
        uaBtuHPerF: given.ua_btuh_per_f,
        airMassBtuHPerF: given.air_mass_btuh_per_f,
        voidOutdoorShare: given.void_outdoor_frac ?? 0,
      },
      other: null,
      moisture: null,
      day: {
        outdoorF: given.outdoor_hourly_f,
        airGainBtuH: given.gains_air_hourly_btuh ?? NONE,
        massGainBtuH: given.gains_mass_hourly_btuh ?? NONE,
        door: null,
        sunOnSensorF: null,
      },
      sensor: {
        lagS: given.sensor_lag_s ?? 0,
        offsetF: given.sensor_offset_f ?? 0,
        fanShiftF: 0,
        whileFan: null,
        wallShare: { off: given.wall_share_fan_off_frac ?? 0, on: given.wall_share_fan_on_frac ?? 0 },
        voidShare: { off: given.void_share_fan_off_frac ?? 0, on: given.void_share_fan_on_frac ?? 0 },
      },
      equipment: equipmentIn(given),
      controller: controllerIn(given),
      startF: given.initial_f,
    },
    { bandF: given.band_f },
  )
  if (!run.ok) return null
  const { figures } = run.value
  return {
    starts_count: figures.starts,
    stage2_starts_count: figures.stage2Starts,
    aux_starts_count: figures.auxiliaryStarts,
    changeovers_count: figures.changeovers,
    air_mean_f: figures.airMeanF,
    air_swing_f: figures.airHighestF - figures.airLowestF,
    outside_f_min: figures.outsideFMin,
    outside_min: figures.outsideMin,
    stage1_run_h: figures.plantH,
    stage2_run_h: figures.stage2H,
    aux_run_h: figures.auxiliaryH,
    fan_h: figures.fanH,
    trickle_h: figures.trickleH,
    plant_heat_btu: figures.plantHeatBtu,
    plant_cool_btu: figures.plantCoolBtu,
    aux_heat_btu: figures.auxiliaryBtu,
    delivered_btu: figures.deliveredBtu,
    longest_run_min: figures.longestRunMin,
    shortest_off_min: figures.shortestOffMin,
  }
}

function equipmentIn(given: Case): Equipment {
  return {
    ...PLAIN_EQUIPMENT,
    kind: KINDS[given.equipment_enum] ?? 'single',
    heat: { btuH: given.heat_output_btuh ?? [], slopeBtuHPerF: given.heat_slope_btuh_per_f ?? [] },
    cool: { btuH: given.cool_output_btuh ?? [], slopeBtuHPerF: given.cool_slope_btuh_per_f ?? [] },
    referenceOutdoorF: given.reference_outdoor_f ?? 47,
    lowestShare: given.lowest_output_frac ?? 1,
    minOnS: given.min_on_s ?? 0,
    minOffS: given.min_off_s ?? 0,
    lockedBelowF: given.compressor_locked_below_f ?? null,
    auxiliary:
      given.aux_output_btuh > 0
        ? {
            btuH: given.aux_output_btuh,
            allowedBelowF: given.aux_allowed_below_f ?? Number.POSITIVE_INFINITY,
            onDroopF: given.aux_on_droop_f,
            offDroopF: given.aux_off_droop_f,
            delayS: 0,
          }
        : null,
    exchanger:
      given.exchanger_capacity_btu_per_f > 0
        ? {
            btuPerF: given.exchanger_capacity_btu_per_f,
            fanOnBtuHPerF: given.exchanger_fan_on_btuh_per_f,
            fanOffBtuHPerF: given.exchanger_fan_off_btuh_per_f,
          }
        : null,
    blowerOnDelayS: given.blower_on_delay_s ?? 0,
    blowerOffDelayS: given.blower_off_delay_s ?? 0,
  }
}

function controllerIn(given: Case): Controller {
  const row = given.gain_table_list?.[given.tightness_index ?? 0]
  return {
    rule: RULES[given.control_enum] ?? 'symmetric',
    differentialF: given.differential_f ?? 0,
    maxRatePerH: given.max_rate_cph ?? 0,
    gainPerF: row?.gain_frac_per_f ?? 0,
    integralMin: row?.integral_min ?? 0,
    // The reference knows a second stage under a differential alone; here a two-stage plant has it under every rule.
    stage2:
      given.control_enum === 'cycle_rate' || given.control_enum === 'pi'
        ? null
        : given.stage2_rule_enum === 'gap'
          ? { by: 'gap', onF: given.stage2_on_gap_f, offF: given.stage2_off_gap_f, afterMin: 0 }
          : given.stage2_rule_enum === 'time'
            ? { by: 'time', afterMin: given.stage2_after_min }
            : null,
    mode: given.system_mode_enum as Mode | 'auto',
    firstMode: (given.initial_mode_enum ?? 'heat') as Mode,
    setHeatF: given.set_heat_f ?? Number.NEGATIVE_INFINITY,
    setCoolF: given.set_cool_f ?? Number.POSITIVE_INFINITY,
    changeoverMin: given.changeover_min ?? 0,
    changeoverMarginF: given.changeover_margin_f ?? 0,
    fanHeat: FANS[given.fan_heat_satisfied_enum] ?? 'off',
    fanCool: FANS[given.fan_cool_satisfied_enum] ?? 'off',
    trickleShare: given.trickle_frac ?? 0,
    fanShare: given.fan_setting_frac ?? 0,
    circulateMin: 0,
    drying: null,
  }
}

export function onOffAnswer(given: Case): Answer {
  if (given.max_cycles_per_h !== undefined) {
    const { perH, onMin, offMin } = cycleRate(given.max_cycles_per_h, given.load_frac)
    return { cycles_per_h: perH, on_min: onMin, off_min: offMin }
  }
  if (given.load_frac !== undefined) return { max_cycles_per_h: mostCyclesPerH(given.cycles_per_h, given.load_frac) }
  const told = onOffCycle({
    mode: given.mode_enum,
    rule: given.differential_convention_enum === 'symmetric' ? 'symmetric' : 'one-sided',
    setF: given.set_f,
    differentialF: given.differential_f,
    capacityBtuPerF: given.heat_capacity_btu_per_f,
    uaBtuHPerF: given.ua_btuh_per_f,
    outdoorF: given.outdoor_f,
    plantBtuH: given.plant_capacity_btuh,
    gainsBtuH: given.other_gains_btuh,
    sensorLagS: given.sensor_lag_s,
    sensorBiasF: given.sensor_bias_f,
  })
  if (!told.ok) return null
  const { value } = told
  if (value.result !== 'cycles')
    return {
      result_enum: value.result === 'always-on' ? 'always_on' : 'never_on',
      time_constant_h: value.timeConstantH,
      final_room_f: value.finalF,
    }
  return {
    result_enum: 'cycles',
    time_constant_h: value.timeConstantH,
    on_min: value.onMin,
    off_min: value.offMin,
    period_min: value.onMin + value.offMin,
    cycles_per_h: 60 / (value.onMin + value.offMin),
    duty_frac: value.onMin / (value.onMin + value.offMin),
    room_max_f: value.highestF,
    room_min_f: value.lowestF,
    room_swing_f: value.highestF - value.lowestF,
    room_mean_f: value.meanF,
  }
}
