import { arrivedAtS, strokeLine } from '../freshair/strokeLine.ts'
import { movedFrom } from '../proof/baselineModel.ts'
import { canPass, decide, together } from '../proof/decide.ts'
import { leftoverRestarts } from '../proof/leftover.ts'
import { runTime } from '../proof/runLog.ts'
import { chargeAt } from '../proof/saturation.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape.
type Case = Record<string, any>
type Answer = Record<string, unknown> | null

const spelt = (text: string) => text.replaceAll('-', '_')

export function proofAnswer(given: Case): Answer {
  switch (given.kind_enum) {
    case 'two_instruments':
      return twoInstruments(given)
    case 'superheat':
    case 'subcooling':
      return charge(given)
    case 'baseline':
      return baseline(given)
    case 'run_log':
      return log(given)
    case 'stroke':
      return stroke(given)
    case 'leftover_restart':
      return restart(given)
    default:
      return null
  }
}

function twoInstruments(given: Case): Answer {
  const deviation = given.device_f - given.reference_f
  const parts = [given.device_uncertainty_f, given.reference_uncertainty_f]
  const plusMinus = together(parts, given.resolutions_f, given.coverage_ratio)
  const limits = { low: given.tolerance_low_f ?? null, high: given.tolerance_high_f ?? null }
  return {
    deviation_f: deviation,
    combined_uncertainty_f: plusMinus,
    verdict_enum: spelt(decide(deviation, limits, plusMinus)),
    pass_possible_bool: canPass(limits, plusMinus),
  }
}

function charge(given: Case): Answer {
  const read = chargeAt(
    given.kind_enum,
    { psia: given.table_psia, dewF: given.table_dew_f, bubbleF: given.table_bubble_f },
    {
      gaugePsig: given.gauge_psig,
      lineF: given.line_f,
      altitudeFt: given.altitude_ft,
      pressurePlusMinusPsi: given.pressure_uncertainty_psi,
      temperaturePlusMinusF: given.temperature_uncertainty_f,
    },
  )
  if (!read.ok) return { saturation_f: null, value_f: null, uncertainty_f: null, verdict_enum: 'not_available' }
  const { absolutePsia, saturationF, valueF, plusMinusF } = read.value
  const limits = { low: given.target_low_f ?? null, high: given.target_high_f ?? null }
  return {
    absolute_psia: absolutePsia,
    saturation_f: saturationF,
    value_f: valueF,
    uncertainty_f: plusMinusF,
    verdict_enum: spelt(decide(valueF, limits, plusMinusF)),
  }
}

function baseline(given: Case): Answer {
  const readings = (xs: number[][], ys: number[]) => xs.map((x, i) => ({ x, y: ys[i] as number }))
  const moved = movedFrom(
    readings(given.baseline_x_f, given.baseline_kw),
    readings(given.new_x_f, given.new_kw),
    1 - given.confidence_pct / 100,
    given.range_margin_frac,
  )
  if (!moved) return null
  return {
    coefficients_kw: moved.coefficients,
    residual_sd_kw: moved.residualSd,
    r_squared_ratio: moved.rSquared,
    degrees_of_freedom_count: moved.freedom,
    t_quantile_ratio: moved.quantile,
    predicted_kw: moved.predicted,
    half_width_kw: moved.halfWidth,
    change_kw: moved.change,
    change_pct: (100 * moved.change) / moved.predicted,
    verdict_enum: spelt(moved.verdict),
  }
}

function log(given: Case): Answer {
  const time = runTime(
    given.events_list.map((one: Case) => ({ atS: one.at_s, on: one.on_bool })),
    given.missing_list.map((one: Case) => ({ fromS: one.from_s, toS: one.to_s })),
    given.end_s,
  )
  return {
    known_min: time.knownS / 60,
    missing_min: time.missingS / 60,
    runtime_known_min: time.runS / 60,
    runtime_most_min: time.runMostS / 60,
    duty_known_frac: time.duty,
    starts_seen_count: time.startsSeen,
    starts_least_count: time.startsLeast,
  }
}

function stroke(given: Case): Answer {
  const line = strokeLine(
    given.commands_pct.map((commandPct: number, i: number) => ({ commandPct, feedbackPct: given.feedbacks_pct[i] })),
  )
  const arrived = arrivedAtS(given.stroke_times_s, given.stroke_feedbacks_pct, given.target_pct, given.arrival_band_pct)
  const strokeS = arrived === null ? null : arrived - given.command_at_s
  const off = strokeS === null ? 0 : strokeS / given.rated_s - 1
  const within = given.tolerance_pct / 100
  return {
    slope_ratio: line?.slope ?? null,
    zero_pct: line?.zeroPct ?? null,
    worst_from_command_pct: line?.worstFromCommandPct ?? null,
    worst_from_line_pct: line?.worstFromLinePct ?? null,
    stroke_s: strokeS,
    verdict_enum: strokeS === null ? 'never_arrived' : Math.abs(off) <= within ? 'pass' : off > 0 ? 'slow' : 'fast',
  }
}

function restart(given: Case): Answer {
  const { restartsAtS, fanS } = leftoverRestarts(
    given.log_list.map((one: Case) => ({ atS: one.at_s, call: one.call_bool, fan: one.fan_bool, supplyF: one.supply_f })),
    { windowS: given.window_min * 60, leastRiseF: given.least_rise_f, returnF: given.return_f },
  )
  return {
    restarts_count: restartsAtS.length,
    restart_times_s: restartsAtS,
    restart_fan_s: fanS,
    verdict_enum: restartsAtS.length > 0 ? 'delay_too_short' : 'ok',
  }
}
