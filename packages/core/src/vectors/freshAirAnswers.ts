import { airState, standardPressurePsia } from '../air/psychrometrics.ts'
import { SIGNALS, type SignalKind, signalFor, signalPct } from '../airflow/driveFor.ts'
import {
  type Co2Unit,
  co2After,
  co2Balance,
  co2Day,
  co2Need,
  co2OfSignal,
  co2Position,
  co2Steady,
  co2TimeTo,
} from '../freshair/co2.ts'
import {
  checkLine,
  commissionedLine,
  type Damper,
  damperSignal,
  exactPositions,
  inSteps,
  type LineCase,
  lineThrough,
  nextPoint,
  nextPointFree,
} from '../freshair/damperLine.ts'
import { ECONOMIZER_FAULTS, type EconomizerFault, economizerFaults } from '../freshair/economizerFaults.ts'
import { outdoorLoad } from '../freshair/excessAir.ts'
import { allowsFreeCooling, type Changeover, type ChangeoverKind, freeCoolingYear } from '../freshair/freeCooling.ts'
import { mixShare, outdoorByStation, outdoorByTemperatures, outdoorByTraverse } from '../freshair/outdoorAir.ts'
import { exhaustBalance, ventilationNeed } from '../freshair/ventilation.ts'
import { type Climate, weatherYear } from '../freshair/weatherYear.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape.
type Case = Record<string, any>
type Answer = Record<string, unknown> | null

const has = (given: Case, ...keys: string[]) => keys.every((key) => given[key] !== undefined)
const snake = (text: string) => text.replaceAll('-', '_')
const RANGES: Record<string, SignalKind> = { '0-10V': '0-10', '2-10V': '2-10', '4-20mA': '4-20', '0-5V': '0-5' }

const mixOf = (given: Case) => ({
  outdoorF: given.oat_f,
  returnF: given.rat_f,
  mixedF: given.mat_f,
  outdoorErrorF: given.oat_uncertainty_f,
  returnErrorF: given.rat_uncertainty_f,
  mixedErrorF: given.mat_uncertainty_f,
})

const damperOf = (given: Case): Damper =>
  has(given, 'damper_oa_frac')
    ? { kind: 'share', share: { at: given.damper_position_pct, values: given.damper_oa_frac } }
    : {
        kind: 'paths',
        outdoorK: { at: given.damper_position_pct, values: given.outdoor_k_cfm_per_sqrt_inwc },
        returnK: { at: given.damper_position_pct, values: given.return_k_cfm_per_sqrt_inwc },
        returnInWc: given.return_pressure_inwc,
      }

const pointsOf = (given: Case) =>
  given.points_speed_pct.map((speedPct: number, i: number) => ({ speedPct, positionPct: given.points_position_pct[i] }))

const lineAnswer = (check: ReturnType<typeof checkLine>) => ({
  grid_positions_pct: check.positionsPct,
  grid_outdoor_cfm: check.outdoorCfm,
  worst_under_cfm: check.underCfm,
  worst_over_cfm: check.overCfm,
  worst_under_speed_pct: check.underSpeedPct,
  worst_over_speed_pct: check.overSpeedPct,
})

const caseOf = (given: Case): LineCase => ({
  damper: damperOf(given),
  fullCfm: given.full_flow_cfm,
  wantedCfm: given.wanted_outdoor_cfm ?? given.wanted_oa_cfm,
  speedsPct: given.grid_speed_pct ?? given.evaluation_speeds_pct,
})

const SYSTEMS: Record<string, 'single-zone' | 'all-outdoor'> = { single_zone: 'single-zone', all_outdoor_air: 'all-outdoor' }

const FRESH: Record<string, (given: Case) => Answer> = {
  point_by_temperatures: (given) => {
    const found = outdoorByTemperatures(
      mixOf(given),
      { cfm: given.supply_cfm, errorPct: given.supply_uncertainty_pct },
      { leastDifferenceF: given.min_difference_f, mostErrorPct: given.max_oa_uncertainty_pct },
    )
    return {
      verdict_enum: snake(found.verdict),
      oa_pct: found.sharePct,
      oa_uncertainty_pct: found.shareErrorPct,
      outdoor_cfm: found.air?.outdoorCfm ?? null,
      outdoor_uncertainty_cfm: found.air?.uncertaintyCfm ?? null,
    }
  },
  point_by_station: (given) => {
    const found = outdoorByStation(
      {
        lowV: given.signal_low_v,
        highV: given.signal_high_v,
        rangeFpm: given.range_high_fpm,
        freeAreaFt2: given.free_area_ft2,
        correction: given.correction_ratio,
        readingErrorPct: given.uncertainty_of_reading_pct,
        spanErrorPct: given.uncertainty_of_span_pct,
      },
      given.signal_v,
      given.supply_cfm ?? null,
    )
    return {
      verdict_enum: found ? 'ok' : 'signal_fault',
      velocity_fpm: found?.velocityFpm ?? null,
      outdoor_cfm: found?.outdoorCfm ?? null,
      outdoor_uncertainty_cfm: found?.uncertaintyCfm ?? null,
      oa_pct: found?.sharePct ?? null,
    }
  },
  point_by_traverse: (given) => {
    const found = outdoorByTraverse(
      given.velocities_fpm,
      given.duct_area_ft2,
      given.instrument_uncertainty_pct,
      given.supply_cfm ?? null,
    )
    return {
      used_count: found?.used ?? 0,
      mean_velocity_fpm: found?.meanFpm ?? null,
      outdoor_cfm: found?.outdoorCfm ?? null,
      outdoor_uncertainty_cfm: found?.uncertaintyCfm ?? null,
      oa_pct: found?.sharePct ?? null,
    }
  },
  position_signal: (given) => {
    const kind = RANGES[given.range_enum] as SignalKind
    const step = inSteps(given.position_pct, given.device_steps_count)
    return {
      signal_v: damperSignal(kind, given.position_pct, given.reversed_bool),
      step_index: step.index,
      step_position_pct: step.positionPct,
      step_signal_v: damperSignal(kind, step.positionPct, given.reversed_bool),
    }
  },
  line_check: (given) => lineAnswer(checkLine(caseOf(given), lineThrough(pointsOf(given)))),
  commissioned_line: (given) => {
    const made = commissionedLine(caseOf(given), given.points_speed_pct, given.device_steps_count)
    return {
      exact_positions_pct: made.exact.map((one) => (one.reached ? one.positionPct : null)),
      point_positions_pct: made.stepped,
      ...lineAnswer(made.check),
    }
  },
  excess_energy: (given) => {
    const pressure = standardPressurePsia(given.altitude_ft)
    const outdoor = airState(given.outdoor_f, { relativeHumidityPct: given.outdoor_rh_pct }, pressure)
    const back = airState(given.return_f, { relativeHumidityPct: given.return_rh_pct }, pressure)
    if (!outdoor.ok || !back.ok) return null
    const load = outdoorLoad(given.excess_outdoor_cfm, outdoor.value, back.value, {
      eerBtuWh: given.cooling_eer_btuh_per_w,
      efficiency: given.heating_efficiency_frac,
      perKwh: given.electricity_money_per_kwh,
      perTherm: given.fuel_money_per_therm,
    })
    return {
      dry_air_lb_per_h: load.dryAirLbH,
      sensible_btuh: load.sensibleBtuH,
      total_btuh: load.totalBtuH,
      latent_btuh: load.latentBtuH,
      cooling_kw: load.coolingKw,
      fuel_btuh: load.fuelBtuH,
      cost_per_h_money: load.costPerH,
    }
  },
  ventilation: (given) => {
    const plain = SYSTEMS[given.system_enum]
    const need = ventilationNeed(
      given.zones_list.map((one: Case) => ({
        name: one.zone_txt,
        people: one.occupants_people,
        areaFt2: one.area_ft2,
        perPersonCfm: one.rate_per_person_cfm_per_person,
        perAreaCfmFt2: one.rate_per_area_cfm_per_ft2,
        effectiveness: one.zone_effectiveness_ratio,
        primaryCfm: one.primary_cfm,
      })),
      plain
        ? { kind: plain }
        : given.system_enum === 'simplified_multi_zone'
          ? {
              kind: 'simplified',
              population: given.system_population_people,
              rule: {
                slope: given.ev_slope_ratio,
                base: given.ev_base_ratio,
                breakRatio: given.diversity_break_ratio,
                above: given.ev_above_ratio,
                minPrimaryRatio: given.min_primary_ratio,
              },
            }
          : { kind: 'general', population: given.system_population_people, primaryCfm: given.system_primary_cfm },
    )
    return {
      breathing_zone_cfm: need.breathingCfm,
      zone_outdoor_cfm: need.zoneCfm,
      outdoor_intake_cfm: need.intakeCfm,
      ...(!plain && {
        occupant_diversity_ratio: need.diversity,
        uncorrected_outdoor_cfm: need.uncorrectedCfm,
        system_efficiency_ratio: need.efficiency,
        ...(need.minPrimaryCfm && { zone_min_primary_cfm: need.minPrimaryCfm }),
        ...(need.zoneEfficiency && { zone_efficiency_ratio: need.zoneEfficiency, critical_zone_txt: need.critical }),
      }),
    }
  },
  exhaust_balance: (given) => {
    const balance = exhaustBalance({
      intakesCfm: given.intakes_cfm,
      exhaustsCfm: given.exhausts_cfm,
      ventilationCfm: given.ventilation_required_cfm,
      surplusCfm: given.wanted_surplus_cfm,
      neutralBandCfm: given.neutral_band_cfm,
    })
    return {
      net_surplus_cfm: balance.netCfm,
      pressure_enum: balance.pressure,
      required_intake_cfm: balance.requiredCfm,
      binding_enum: balance.binding,
      intake_short_cfm: balance.shortCfm,
      relief_cfm: balance.reliefCfm,
    }
  },
}

const sourceOf = (given: Case) => ({
  people: given.people,
  perPersonCfm: given.generation_cfm_per_person,
  outdoorPpm: given.outdoor_ppm,
})

const unitOf = (given: Case): Co2Unit => ({
  rule: {
    low: { at: given.points_speed_pct, values: given.min_positions_pct },
    high: { at: given.points_speed_pct, values: given.max_positions_pct },
    fromPpm: given.co2_low_ppm,
    toPpm: given.co2_high_ppm,
    onFault: given.fault_position_enum,
  },
  damper: has(given, 'damper_position_pct') ? damperOf(given) : { kind: 'share', share: { at: [0], values: [0] } },
  fullCfm: given.full_flow_cfm,
  biasPpm: given.sensor_bias_ppm ?? 0,
})

const sensorOf = (given: Case) => ({
  lowV: given.signal_low_v,
  highV: given.signal_high_v,
  lowPpm: given.range_low_ppm,
  highPpm: given.range_high_ppm,
  marginV: given.signal_margin_v ?? Number.POSITIVE_INFINITY,
  plausiblePpm: given.plausible_low_ppm ?? Number.NEGATIVE_INFINITY,
})

const CO2: Record<string, (given: Case) => Answer> = {
  steady: (given) => {
    const need = co2Need(sourceOf(given), given.limit_ppm, given.area_rate_cfm)
    return {
      steady_ppm: co2Steady(sourceOf(given), given.outdoor_cfm),
      cfm_for_limit_cfm: need.forLimitCfm,
      required_cfm: need.requiredCfm,
      binding_enum: need.binding,
    }
  },
  transient: (given) => {
    const source = sourceOf(given)
    const still = given.outdoor_cfm <= 0
    return {
      co2_ppm: given.at_min.map((minutes: number) =>
        co2After(source, given.volume_ft3, given.outdoor_cfm, given.initial_ppm, minutes),
      ),
      steady_ppm: still ? null : co2Steady(source, given.outdoor_cfm),
      time_constant_min: still ? null : given.volume_ft3 / given.outdoor_cfm,
      time_to_level_min: co2TimeTo(source, given.volume_ft3, given.outdoor_cfm, given.initial_ppm, given.level_ppm),
    }
  },
  signal_and_position: (given) => {
    const read = co2OfSignal(sensorOf(given), given.signal_v)
    const at = co2Position(unitOf(given).rule, given.fan_speed_pct, read.ppm)
    return {
      status_enum: snake(read.status),
      co2_ppm: read.ppm,
      position_low_pct: at.lowPct,
      position_high_pct: at.highPct,
      position_pct: at.positionPct,
    }
  },
  closed_loop_steady: (given) => {
    const found = co2Balance(unitOf(given), sourceOf(given), given.fan_speed_pct)
    return { co2_ppm: found.ppm, position_pct: found.positionPct, outdoor_cfm: found.outdoorCfm, at_enum: found.at }
  },
  profile: (given) => {
    const day = co2Day(unitOf(given), sourceOf(given), {
      volumeFt3: given.volume_ft3,
      blocks: given.profile_list.map((one: Case) => ({
        minutes: one.length_min,
        people: one.people,
        speedPct: one.fan_speed_pct,
      })),
      initialPpm: given.initial_ppm,
      lagS: given.sensor_lag_s,
      alarmPpm: given.alarm_ppm,
      perPersonAirCfm: given.rate_per_person_cfm_per_person,
      areaCfm: given.area_rate_cfm,
      fault: has(given, 'fault_from_min') ? { fromMin: given.fault_from_min, toMin: given.fault_to_min } : null,
    })
    return {
      co2_ppm: given.at_min.map((minutes: number) => day.ppm[Math.round(minutes * 60)]),
      peak_ppm: day.peakPpm,
      peak_at_min: day.peakAtMin,
      mean_outdoor_cfm: day.meanOutdoorCfm,
      at_min_position_min: day.atLowMin,
      at_max_position_min: day.atHighMin,
      over_alarm_min: day.overAlarmMin,
      under_required_min: day.underRequiredMin,
      area_binds_min: day.areaBindsMin,
    }
  },
}

const climateOf = (given: Case): Climate => ({
  seed: given.seed_count,
  altitudeFt: given.altitude_ft,
  meanF: given.mean_f,
  seasonF: given.season_amplitude_f,
  coldestDay: given.coldest_day_count,
  dayF: given.day_amplitude_f,
  coldestHour: given.coldest_hour_count,
  noiseF: given.noise_f,
  dewMeanF: given.dew_mean_f,
  dewSeasonF: given.dew_season_f,
  dewNoiseF: given.dew_noise_f,
})

const KINDS: Record<string, ChangeoverKind> = {
  fixed_dry_bulb: 'fixed-dry-bulb',
  differential_dry_bulb: 'differential-dry-bulb',
  fixed_enthalpy_fixed_dry_bulb: 'fixed-enthalpy',
  differential_enthalpy_fixed_dry_bulb: 'differential-enthalpy',
  none: 'none',
}
const changeoverOf = (given: Case): Changeover => ({
  kind: KINDS[given.strategy_enum] as ChangeoverKind,
  limitF: given.high_limit_db_f ?? null,
  limitBtuLb: given.high_limit_enthalpy_btu_per_lb ?? null,
  lockoutBelowF: given.lockout_below_f ?? null,
})

const FAULT_NAMES: Partial<Record<EconomizerFault, string>> = {
  'mixed-outside-range': 'mat_outside_range',
  'outdoor-and-return-swapped': 'oat_rat_swapped',
  'stuck-closed': 'stuck_closed',
  'stuck-open': 'stuck_open',
  'not-economizing': 'not_economizing',
  'economizing-wrongly': 'economizing_wrongly',
}

const FREE: Record<string, (given: Case) => Answer> = {
  synthetic_year: (given) => {
    const year = weatherYear(climateOf(given.weather_obj))
    const at = (values: Float64Array) => given.hours_index.map((hour: number) => values[hour])
    return {
      outdoor_f: at(year.outdoorF),
      humidity_ratio_lb_per_lb: at(year.humidityRatio),
      enthalpy_btu_per_lb: at(year.enthalpyBtuLb),
      year_mean_f: year.outdoorF.reduce((sum, one) => sum + one, 0) / year.outdoorF.length,
      highest_f: year.outdoorF.reduce((most, one) => Math.max(most, one)),
      lowest_f: year.outdoorF.reduce((least, one) => Math.min(least, one)),
    }
  },
  year: (given) => {
    const weather = weatherYear(climateOf(given.weather_obj))
    const back = airState(given.return_f, { relativeHumidityPct: given.return_rh_pct }, weather.pressurePsia)
    if (!back.ok) return null
    const year = freeCoolingYear(weather, changeoverOf(given), {
      supplyF: given.supply_f,
      back: back.value,
      supplyCfm: given.supply_cfm,
      minShare: given.min_oa_frac,
      integrated: given.integrated_bool,
      fromHour: given.from_hour_count,
      toHour: given.to_hour_count,
      daysPerWeek: given.days_per_week_count,
    })
    return {
      call_hours_count: year.callHours,
      allowed_h: year.allowedHours,
      free_h: year.freeHours,
      partial_h: year.partialHours,
      mechanical_h: year.mechanicalHours,
      sensible_btu: year.sensibleBtu,
      total_btu: year.totalBtu,
      baseline_sensible_btu: year.baselineSensibleBtu,
      baseline_total_btu: year.baselineTotalBtu,
      saved_total_btu: year.savedTotalBtu,
      saved_total_pct: year.baselineTotalBtu > 0 ? (100 * year.savedTotalBtu) / year.baselineTotalBtu : 0,
    }
  },
  fault_rules: (given) => {
    const { faults, sharePct } = economizerFaults(
      {
        outdoorF: given.oat_f,
        returnF: given.rat_f,
        mixedF: given.mat_f,
        commandPct: given.command_pct,
        coolingCall: given.cooling_call_bool,
        nearbyF: given.outdoor_station_f ?? null,
        compressor: null,
        feedbackPct: null,
      },
      {
        temperatureErrorF: given.temperature_error_f,
        leastDifferenceF: given.least_difference_f,
        openAbovePct: given.open_above_pct,
        stuckClosedBelowPct: given.stuck_closed_below_pct,
        stuckOpenAbovePct: given.stuck_open_above_pct,
        minPositionPct: given.min_position_pct,
        bandPct: given.position_band_pct,
        highLimitF: given.high_limit_db_f,
        lockoutBelowF: given.lockout_below_f ?? null,
      },
    )
    const named = ECONOMIZER_FAULTS.filter((one) => faults.includes(one)).flatMap((one) => FAULT_NAMES[one] ?? [])
    return { faults_list: named.sort(), oa_pct: sharePct }
  },
}

const byKind =
  (kinds: Record<string, (given: Case) => Answer>) =>
  (given: Case): Answer =>
    Object.hasOwn(kinds, given.kind_enum) ? (kinds[given.kind_enum]?.(given) ?? null) : null

export const freshAirAnswer = byKind(FRESH)
export const co2Answer = byKind(CO2)
export const freeCoolingAnswer = byKind(FREE)

/** Cases without a kind: told apart by what they give. */
export function economizerAnswer(given: Case): Answer {
  if (has(given, 'strategy_enum')) return changeoverAnswer(given)
  if (has(given, 'mat_f')) {
    const mix = mixShare(mixOf(given), given.min_difference_f)
    return mix
      ? { valid_bool: true, oa_pct: 100 * mix.share, oa_uncertainty_pct: 100 * mix.error, plausible_bool: !mix.impossible }
      : { valid_bool: false }
  }
  if (has(given, 'zone_effectiveness_ratio')) {
    const need = ventilationNeed(
      [
        {
          name: '',
          people: given.occupants_people,
          areaFt2: given.area_ft2,
          perPersonCfm: given.rate_per_person_cfm_per_person,
          perAreaCfmFt2: given.rate_per_area_cfm_per_ft2,
          effectiveness: given.zone_effectiveness_ratio,
        },
      ],
      { kind: 'single-zone' },
    )
    return { breathing_zone_cfm: need.breathingCfm[0], zone_outdoor_cfm: need.intakeCfm }
  }
  if (has(given, 'points_speed_pct')) {
    const of = caseOf(given)
    const line = lineThrough(pointsOf(given))
    const check = checkLine(of, line)
    const errors = check.outdoorCfm.map((one) => one - of.wantedCfm)
    const next = nextPoint(of, line)
    return {
      positions_pct: check.positionsPct,
      outdoor_flows_cfm: check.outdoorCfm,
      errors_cfm: errors,
      max_abs_error_cfm: Math.max(check.underCfm, check.overCfm),
      exact_positions_pct: exactPositions(of, of.speedsPct).map((one) => (one.reached ? one.positionPct : null)),
      new_point_max_abs_error_cfm: next?.worstCfm ?? Math.max(check.underCfm, check.overCfm),
      new_point_speed_pct: next?.speedPct ?? null,
      new_point_position_pct: next?.positionPct ?? null,
      new_point_free_max_abs_error_cfm: nextPointFree(of, line),
    }
  }
  if (has(given, 'position_min_pct')) {
    const at = co2Position(
      {
        low: { at: [0], values: [given.position_min_pct] },
        high: { at: [0], values: [given.position_max_pct] },
        fromPpm: given.co2_low_ppm,
        toPpm: given.co2_high_ppm,
        onFault: 'max',
      },
      0,
      given.co2_ppm,
    )
    return { position_pct: at.positionPct }
  }
  if (has(given, 'range_high_ppm')) return { co2_ppm: co2OfSignal(sensorOf(given), given.signal_v).ppm }
  const kind = RANGES[given.range_enum]
  if (!kind) return null
  const signal = given.signal_v ?? given.signal_ma
  if (signal !== undefined) return { output_pct: signalPct(kind, signal) }
  return { [SIGNALS[kind].unit === 'mA' ? 'signal_ma' : 'signal_v']: signalFor(kind, given.output_pct) }
}

function changeoverAnswer(given: Case): Answer {
  const pressure = standardPressurePsia(given.altitude_ft)
  const outdoor = airState(given.oat_f, { relativeHumidityPct: given.oa_rh_pct }, pressure)
  const back = has(given, 'rat_f') ? airState(given.rat_f, { relativeHumidityPct: given.ra_rh_pct }, pressure) : null
  if (!outdoor.ok || (back && !back.ok)) return null
  const [returnF, returnBtuLb] = back?.ok ? [back.value.dryBulbF, back.value.enthalpyBtuLb] : [Number.NaN, Number.NaN]
  return {
    economizer_allowed_bool: allowsFreeCooling(
      changeoverOf(given),
      outdoor.value.dryBulbF,
      outdoor.value.enthalpyBtuLb,
      returnF,
      returnBtuLb,
    ),
    oa_enthalpy_btu_per_lb: outdoor.value.enthalpyBtuLb,
    ...(back?.ok && { ra_enthalpy_btu_per_lb: back.value.enthalpyBtuLb }),
  }
}
