import { CONVENTION_WORDS, type Controller, type DayKind, type FanSatisfied, type HeatSource } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import type { Taken } from '../assumptions.ts'
import type { Stands } from './stands.ts'

/** Set points where nobody noted one, °F. */
const USUAL_HEAT_F = 70
const USUAL_COOL_F = 75
const USUAL_DIFFERENTIAL_F = 1
const USUAL_CYCLES: Readonly<Record<HeatSource, number>> = { compressor: 3, burner: 5, electric: 9 }
/** What a lean means: share of output for each degree, and minutes to work off what is left. House figures. */
const LEANS: Readonly<Record<string, readonly [gain: number, minutes: number]>> = {
  soft: [0.2, 60],
  normal: [0.4, 40],
  hard: [0.8, 25],
}
/** A trickling fan blows such a share. A house figure. */
const TRICKLE_SHARE = 0.3
const USUAL_CIRCULATION_MIN = 20
const USUAL_HUMIDITY_PCT = 55
const USUAL_OVERCOOL_F = 2
const USUAL_SLOWER_PCT = 20
/** A second stage by its own reckoning joins at such a gap. House figures. */
const USUAL_STAGE_GAP_F = 1.5
const STAGE_2_OFF_F = 0.2
const USUAL_UPSTAGE_MIN = 8

/** How the controller holds the room, from the settings; what is not known is taken and said. */
export function controllerRun(v: VisitView, stands: Stands, source: HeatSource, taken: Taken, day: DayKind): Controller {
  const { show } = v
  const { number, word } = stands
  // A machine that varies is led by how hard it leans; any other by its differential where it has one.
  const varies = v.system.room.output === 'variable'
  const byRate =
    varies ||
    (number('control.differential') === null && (number('control.cycle-rate') !== null || word('control.tightness') !== null))
  const [gainPerF, integralMin] = LEANS[word('control.tightness') ?? 'normal'] ?? [0.4, 40]
  const differentialF = byRate
    ? 0
    : taken.or(
        number('control.differential'),
        USUAL_DIFFERENTIAL_F,
        'Differential',
        show('temperatureDifference', USUAL_DIFFERENTIAL_F),
        'nobody noted one',
      )
  const convention = byRate
    ? null
    : taken.or(
        stands.convention,
        'each-side',
        'Side of the differential',
        CONVENTION_WORDS['each-side'],
        'the device’s profile does not say',
      )
  const changes = word('control.changeover')
  const auto = changes === 'auto' && day === 'mild'
  const fan = word('fan.mode')
  const point = (role: string, usualF: number, what: string) =>
    taken.or(number(role), usualF, what, show('temperature', usualF), 'nobody noted one')
  const setHeatF = point('setpoint.heat', USUAL_HEAT_F, 'Heating set point')
  const setCoolF = point('setpoint.cool', USUAL_COOL_F, 'Cooling set point')
  return {
    rule: varies ? 'proportional-integral' : byRate ? 'cycle-rate' : convention === 'one-side' ? 'one-sided' : 'symmetric',
    differentialF,
    maxRatePerH: number('control.cycle-rate') ?? USUAL_CYCLES[day === 'hot' ? 'compressor' : source],
    gainPerF,
    integralMin,
    stage2: secondStage(stands),
    mode: auto ? 'auto' : day === 'hot' ? 'cool' : 'heat',
    firstMode: 'heat',
    setHeatF: Math.min(setHeatF, number('setpoint.heat.most') ?? setHeatF),
    setCoolF: Math.max(setCoolF, number('setpoint.cool.least') ?? setCoolF),
    changeoverMin: 30,
    changeoverMarginF: number('control.changeover-band') ?? 0.5,
    fanHeat: satisfied(word('fan.satisfied.heat')),
    fanCool: satisfied(word('fan.satisfied.cool')),
    trickleShare: TRICKLE_SHARE,
    fanShare: fan === 'on' ? 1 : 0,
    circulateMin:
      fan === 'circulate' || (fan === null && number('fan.circulate') !== null)
        ? taken.or(
            number('fan.circulate'),
            USUAL_CIRCULATION_MIN,
            'Circulation',
            `${USUAL_CIRCULATION_MIN} min an hour`,
            'nobody noted how long',
          )
        : 0,
    drying: dryingOf(v, stands, taken, day),
  }
}

/** A controller that does not say does as its fan is set. */
const satisfied = (does: string | null): FanSatisfied => (does === 'off' || does === 'trickle' ? does : 'as-set')

function secondStage({ word, number }: Stands): Controller['stage2'] {
  const rule = word('control.second-stage')
  const waits = number('control.stage-delay') ?? 0
  if (rule === 'never') return null
  const gapF = number('control.stage-gap')
  if (rule === 'auto' || gapF !== null) return { by: 'gap', onF: gapF ?? USUAL_STAGE_GAP_F, offF: STAGE_2_OFF_F, afterMin: waits }
  return { by: 'time', afterMin: Math.max(number('control.upstage-time') ?? USUAL_UPSTAGE_MIN, waits) }
}

function dryingOf(v: VisitView, { word, number }: Stands, taken: Taken, day: DayKind): Controller['drying'] {
  const by = word('control.dehumidify')
  if ((by !== 'overcool' && by !== 'slow') || day === 'frosty') return null
  const slowerPct = number('airflow.dehumidify')
  return {
    by,
    abovePct: taken.or(
      number('humidity.target'),
      USUAL_HUMIDITY_PCT,
      'Humidity target',
      `${USUAL_HUMIDITY_PCT} %`,
      'nobody noted one',
    ),
    overcoolF: taken.or(
      number('humidity.overcool'),
      USUAL_OVERCOOL_F,
      'Overcool limit',
      v.show('temperatureDifference', USUAL_OVERCOOL_F),
      'nobody noted one',
    ),
    share: 1 - (slowerPct ? Math.abs(slowerPct) : USUAL_SLOWER_PCT) / 100,
  }
}
