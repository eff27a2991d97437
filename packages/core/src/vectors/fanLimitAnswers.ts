import { type HeatExchanger, runFanLimit } from '../control/fanLimit.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape.
type Case = Record<string, any>

export function fanLimitAnswer(given: Case): Record<string, unknown> | null {
  const exchanger: HeatExchanger = {
    capacity: given.exchanger_capacity_btu_per_f,
    burnerBtuH: given.burner_to_exchanger_btuh,
    uaOff: given.ua_off_btuh_per_f,
    uaOn: given.ua_on_btuh_per_f,
    ...(given.model_enum === 'two_node' && {
      air: {
        capacity: given.air_capacity_btu_per_f,
        streamOff: given.air_stream_off_btuh_per_f,
        streamOn: given.air_stream_on_btuh_per_f,
      },
    }),
  }
  const limit =
    given.limit_open_f === undefined
      ? {}
      : { limit: { opensF: given.limit_open_f, closesF: given.limit_close_f ?? given.limit_reclose_f } }
  const run = runFanLimit(
    exchanger,
    { fanOnF: given.fan_on_f, fanOffF: given.fan_off_f, ...limit },
    {
      calls: [[0, given.burner_on_s]],
      endS: given.burner_on_s + given.after_s,
      returnF: given.return_f,
      startF: given.start_f,
    },
  )
  if (!run.ok) return null
  const { value } = run
  return {
    blower_starts_count: value.startsS.length,
    blower_starts_while_burning_count: value.startsWhileBurning,
    residual_restarts_count: value.residualRestarts,
    short_cycles_bool: value.startsInACall > 1,
    limit_trips_count: value.tripsS.length,
    blower_running_at_end_bool: value.runningAtEnd,
    start_times_s: value.startsS,
    stop_times_s: value.stopsS,
    limit_trip_times_s: value.tripsS,
    peak_felt_f: value.peakFeltF,
    peak_exchanger_f: value.peakExchangerF,
  }
}
