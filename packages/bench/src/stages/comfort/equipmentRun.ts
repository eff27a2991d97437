import { type DayKind, type Equipment, type HeatSource, isPump, PLAIN_EQUIPMENT, SYSTEM_KIND_WORDS } from '@ingle/core'
import { equipmentIn } from '../../visit/devices.ts'
import { PLANT_FROM_WORDS } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { Taken } from '../assumptions.ts'
import type { Stands } from './stands.ts'

export const BTUH_PER_TON = 12_000
const BTUH_PER_KW = 3412
/** What exchanger and coil hold, and give off blown and still, for each Btu/h that passes through. House figures. */
const EXCHANGER: Readonly<Record<'furnace' | 'coil', readonly [holds: number, blown: number, still: number]>> = {
  furnace: [0.0005, 0.016, 0.0006],
  coil: [0.0007, 0.034, 0.0008],
}
/** The share of its rated output that a heat pump loses for each degree colder, a cooling machine for each hotter. */
const PUMP_SLOPE = 0.013
const COOL_SLOPE = 0.007
const RATED_HEAT_F = 47
const RATED_COOL_F = 95
/** Auxiliary heat joins at such a droop and leaves at such. House figures. */
const AUXILIARY_ON_F = 2
const AUXILIARY_OFF_F = 0.3
const ALWAYS_ALLOWED_F = 200
/** A defrost where nobody noted one: begun after so much heating below such a temperature, for so long. House figures. */
const DEFROST = { everyMin: 60, onDemandMin: 110, forMin: 6, belowF: 40, takesShare: 0.5 }
/** A blower that waits for a warm coil waits for this. A house figure. */
const HOT_START_F = 95
/** What a ramp does at a start, for how long. House figures. */
const RAMPS: Readonly<Record<string, { forS: number; share: number }>> = {
  soft: { forS: 60, share: 0.5 },
  'wet-first': { forS: 450, share: 0.8 },
}
/** A variable machine goes down to this before it cycles. A house figure. */
const LOWEST_PCT = 30
const USUAL_CFM_PER_TON = 400
/** Rise of a furnace where no airflow is known, °F. */
const USUAL_RISE_F = 50
const SENSIBLE = 1.08
/** A duct in the void loses so much of what its air carries for each degree. A house figure. */
const DUCT_LOSS = 0.03

export interface EquipmentRun {
  equipment: Equipment
  source: HeatSource
  coolTons: number
  coolCfm: number
}

/** What heats and cools, from plate, wiring and settings; null until there is something that does. */
export function equipmentRun(v: VisitView, stands: Stands, taken: Taken, day: DayKind): EquipmentRun | null {
  const { fires, system, wired } = v
  const { number, word } = stands
  const heaterBtuH = (system.heaterKw ?? 0) * BTUH_PER_KW
  const onlyAuxiliary = word('control.emergency-heat') === 'on' && heaterBtuH > 0
  const coolBtuH = (system.capacityTons ?? 0) * BTUH_PER_TON
  // Without a capacity there is no compressor to run, whatever the wiring begins with.
  const isCompressor = isPump(wired.kind) && !onlyAuxiliary && coolBtuH > 0
  const source: HeatSource = fires.high ? 'burner' : isCompressor ? 'compressor' : 'electric'
  const heat =
    source === 'burner'
      ? [...(fires.low ? [fires.low.heatBtuH] : []), fires.high?.heatBtuH ?? 0]
      : source === 'compressor'
        ? [coolBtuH]
        : [heaterBtuH]
  if (Math.max(...heat, coolBtuH) <= 0) return null
  if (wired.plant.from === 'guess' && !fires.high)
    taken.say('What heats and cools', SYSTEM_KIND_WORDS[wired.plant.kind], PLANT_FROM_WORDS.guess)
  const cools = day === 'hot'
  const use = cools ? 'cool' : 'heat'
  if (source === 'compressor')
    taken.say(
      'Heat pump',
      `${v.show('heatRate', coolBtuH)} at ${v.show('temperature', RATED_HEAT_F)} outdoors, ${(100 * PUMP_SLOPE * (v.units.temperature === '°C' ? 1.8 : 1)).toFixed(1)}% of it less for each ${v.units.temperature} colder`,
      'the nameplate in cooling and a house figure; the maker’s table goes before it',
    )
  const passes = cools ? coolBtuH : (heat.at(-1) ?? 0)
  const [holds, blown, still] = EXCHANGER[source === 'burner' && !cools ? 'furnace' : 'coil']
  const hasCompressor = source === 'compressor' || cools
  const restMin =
    number('control.min-off') || taken.or(hasCompressor ? null : 0, 5, 'Minimum off time', '5 min', 'a compressor’s usual one')
  const cfm = airflowOf(v, taken, heat.at(-1) ?? 0)
  const isVariable = system.room.output === 'variable'
  if (isVariable)
    taken.or(system.room.lowestPct, LOWEST_PCT, 'Lowest output', `${LOWEST_PCT} % of its full one`, 'nobody noted it')
  const heatsElsewhere = system.room.furnace === 'other-duct'
  return {
    source,
    coolTons: system.capacityTons ?? 0,
    coolCfm: cfm,
    equipment: {
      ...PLAIN_EQUIPMENT,
      kind: isVariable ? 'variable' : heat.length > 1 && !cools ? 'two-stage' : 'single',
      heat: { btuH: heat, slopeBtuHPerF: heat.map(() => (source === 'compressor' ? PUMP_SLOPE * coolBtuH : 0)) },
      cool: {
        // Rated hot outdoors, and the run counts from another temperature.
        btuH: [coolBtuH * (1 + COOL_SLOPE * (RATED_COOL_F - RATED_HEAT_F))],
        slopeBtuHPerF: [-COOL_SLOPE * coolBtuH],
      },
      referenceOutdoorF: RATED_HEAT_F,
      lowestShare: isVariable ? (system.room.lowestPct ?? LOWEST_PCT) / 100 : 1,
      minOnS: (number('control.min-on') ?? 0) * 60,
      minOffS: restMin * 60,
      lockedBelowF: source === 'compressor' ? number('control.compressor-lockout') : null,
      auxiliary:
        source === 'compressor' && heaterBtuH > 0 && wired.kind.heatStages > 0 ? auxiliaryOf(stands, taken, v, heaterBtuH) : null,
      defrost: source === 'compressor' && !cools ? defrostOf(stands, taken, v, coolBtuH) : null,
      exchanger:
        equipmentIn(v.devices) === null && source === 'electric'
          ? null
          : { btuPerF: holds * passes, fanOnBtuHPerF: blown * passes, fanOffBtuHPerF: still * passes },
      blowerOnDelayS: number(`fan.delay.on.${use}`) ?? 0,
      blowerOffDelayS: number(`fan.delay.off.${use}`) ?? 0,
      hotStartF: word('fan.wait-for-warm') === 'yes' ? HOT_START_F : null,
      ramp: RAMPS[word('airflow.ramp') ?? ''] ?? null,
      flowBtuHPerF: SENSIBLE * cfm,
      ductBtuHPerF: heatsElsewhere ? DUCT_LOSS * SENSIBLE * cfm : 0,
      heatsElsewhere,
    },
  }
}

/** What the blower gives: aimed at where airflow was worked on, else as such a machine usually does. */
function airflowOf(v: VisitView, taken: Taken, heatBtuH: number): number {
  const usual = v.system.capacityTons ? v.system.capacityTons * USUAL_CFM_PER_TON : heatBtuH / (SENSIBLE * USUAL_RISE_F)
  return taken.or(
    v.picture.aimCfm,
    usual,
    'Airflow',
    v.show('flow', usual),
    'none was aimed at; what such a machine usually moves',
  )
}

function auxiliaryOf({ number }: Stands, taken: Taken, v: VisitView, btuH: number): Equipment['auxiliary'] {
  const droop = number('control.aux-droop')
  // It helps the compressor: it never joins before that is called for.
  const usualF = (number('control.differential') ?? 0) + AUXILIARY_ON_F
  const droopF = taken.or(
    droop,
    usualF,
    'Auxiliary droop',
    v.show('temperatureDifference', usualF),
    'nobody noted one: two degrees beyond the differential',
  )
  return {
    btuH,
    allowedBelowF: number('control.aux-lockout') ?? number('control.balance-point') ?? ALWAYS_ALLOWED_F,
    onDroopF: Math.max(droopF, number('control.differential') ?? 0),
    offDroopF: AUXILIARY_OFF_F,
    delayS: (number('control.aux-delay') ?? 0) * 60,
  }
}

function defrostOf({ number, word }: Stands, taken: Taken, v: VisitView, btuH: number): Equipment['defrost'] {
  const byNeed = word('defrost.mode') === 'demand'
  const every = byNeed ? DEFROST.onDemandMin : (number('defrost.interval') ?? DEFROST.everyMin)
  const forMin = Math.min(number('defrost.length') ?? DEFROST.forMin, DEFROST.forMin)
  taken.say(
    'Defrost',
    `${forMin} min after ${every} min of heating below ${v.show('temperature', DEFROST.belowF)}`,
    byNeed ? 'a house figure for one on demand' : 'its interval where one is set; how long it lasts is a house figure',
  )
  return { everyS: every * 60, forS: forMin * 60, belowF: DEFROST.belowF, takesBtuH: DEFROST.takesShare * btuH }
}
