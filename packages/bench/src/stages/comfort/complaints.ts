import {
  asTold,
  COMPLAINTS,
  type ComplaintId,
  type DayKind,
  isPump,
  openTrials,
  type RankedCause,
  type RoleId,
  type RoomSystem,
  type RunFigures,
  rankCauses,
  sensorAt,
  type Trial,
} from '@ingle/core'
import { burnsIn } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { comfortStand, seenStand } from './comfort.ts'
import { roomSystemOf } from './roomSystem.ts'
import { sensingOf } from './sensing.ts'
import type { Stand } from './stands.ts'

/** One thing that can be behind a complaint. */
interface CauseSpec {
  id: string
  says: string
  mend: string
  /** Against the other causes of the same complaint, before this system is known. House figures. */
  prior: number
  /** What the record of this system makes of it, as a factor: 0 rules it out; 1 says nothing. */
  known?: (v: VisitView, found: Stand) => number
  /** It is there only where a compressor heats, or only where something burns. */
  only?: 'pump' | 'burner'
  /** The room with this cause in it and nothing else wrong; a cause without one is not tried in the model. */
  run?: (system: RoomSystem) => RoomSystem
}

interface TrialSpec {
  id: string
  asks: string
  how: string
  /** How likely a yes is under each cause. House figures. */
  yes: Readonly<Record<string, number>>
  /** It is asked before anything else is touched. */
  first?: true
}

interface ComplaintSpec {
  day: DayKind
  /** Begun in a room that was turned down for the night, with no day before it. */
  fromCold?: true
  /** Whether a day of the room shows the complaint, and the figure that says so. */
  shows: (figures: RunFigures, system: RoomSystem) => { is: boolean; says: (show: VisitView['show']) => string }
  causes: readonly CauseSpec[]
  trials: readonly TrialSpec[]
}

const wantedF = ({ controller }: RoomSystem) => (controller.mode === 'cool' ? controller.setCoolF : controller.setHeatF)

/** How far a room is turned down at night where nobody says. A house figure. */
const USUAL_SETBACK_F = 4

/** A room in which nothing is wrong, to put one cause into: as it is, but read truly and with a fan that rests. */
const sound = (system: RoomSystem): RoomSystem => ({
  ...system,
  sensor: { ...sensorAt('wall', false), lagS: 300 },
  day: { ...system.day, sunOnSensorF: null },
  controller: { ...system.controller, fanHeat: 'off', fanCool: 'off', circulateMin: 0 },
  equipment: { ...system.equipment, heatsElsewhere: false, ductBtuHPerF: 0 },
})
const withSensor = (sensor: RoomSystem['sensor']) => (system: RoomSystem) => ({ ...sound(system), sensor })
const withFan = (fan: 'trickle' | 'as-set') => (system: RoomSystem) => ({
  ...sound(system),
  controller: { ...sound(system).controller, fanHeat: fan, fanCool: fan, fanShare: fan === 'as-set' ? 1 : 0 },
})
const withSun = (system: RoomSystem) => ({
  ...sound(system),
  day: { ...system.day, sunOnSensorF: Array.from({ length: 24 }, (_, hour) => (hour >= 13 && hour < 17 ? 4 : 0)) },
})
const withHeat = (share: number) => (system: RoomSystem) => {
  const of = sound(system)
  const { heat } = of.equipment
  return {
    ...of,
    equipment: {
      ...of.equipment,
      heat: { btuH: heat.btuH.map((one) => one * share), slopeBtuHPerF: heat.slopeBtuHPerF.map((one) => one * share) },
    },
  }
}

/** How far a set value speaks for a cause: for it, against it, or nobody looked. */
const if_ = <V extends string>(value: V | null, isSo: (value: V) => boolean, yes = 3, no = 0.2): number =>
  value === null ? 1 : isSo(value) ? yes : no
const numberIs = (stand: Stand, role: RoleId, isSo: (value: number) => boolean, yes = 3, no = 0.3) =>
  if_(stand(role), (one) => Number.isFinite(Number(one)) && isSo(Number(one)), yes, no)
/** What the pairs beside a reference say of the sensor in charge. */
const sensed = (v: VisitView, fault: 'offset' | 'draught' | 'lag') => {
  const told = (['wall', 'return', 'average', 'remote'] as const).flatMap((place) => sensingOf(v).at(place)?.found ?? [])
  const isTold = (['wall', 'return', 'average', 'remote'] as const).some(
    (place) => (sensingOf(v).at(place)?.found ?? null) !== null,
  )
  return told.includes(fault) ? 6 : isTold ? 0.2 : 1
}

const GAP: CauseSpec = {
  id: 'gap',
  says: 'Cold air from a void reaches the sensor through a gap.',
  mend: 'Seal the hole behind it or the gap around the unit, then read it again with the fan on and off.',
  prior: 3,
  known: (v) => (v.system.room.gap === 'open' ? 4 : v.system.room.gap === 'sealed' ? 0.1 : 1) * sensed(v, 'draught'),
  run: withSensor(sensorAt('return', true)),
}
const LEFTOVER: CauseSpec = {
  id: 'leftover',
  says: 'The fan goes on once the room is satisfied and spreads leftover heat.',
  mend: 'Stop the fan after heating where the sensor stands without moving air.',
  prior: 2,
  known: (_, stand) => if_(stand('fan.satisfied.heat'), (one) => one !== 'off'),
  run: withFan('trickle'),
}
const OFFSET: CauseSpec = {
  id: 'offset',
  says: 'The sensor reads too low.',
  mend: 'Trim it once no other air reaches it.',
  prior: 2,
  known: (v) => sensed(v, 'offset'),
  run: withSensor({ ...sensorAt('wall', false), offsetF: -2 }),
}
const WIDE: CauseSpec = {
  id: 'wide',
  says: 'The differential is wide.',
  mend: 'Narrow it by a step; it starts more often.',
  prior: 3,
  known: (_, stand) => numberIs(stand, 'control.differential', (one) => one >= 2),
  run: (system) => ({ ...sound(system), controller: { ...sound(system).controller, rule: 'symmetric', differentialF: 2.5 } }),
}
const NARROW: CauseSpec = {
  id: 'narrow',
  says: 'The differential is narrow, or the cycle rate high.',
  mend: 'Widen the differential by a step, or take a lower cycle rate.',
  prior: 3,
  known: (_, stand) =>
    numberIs(stand, 'control.differential', (one) => one <= 1) * numberIs(stand, 'control.cycle-rate', (one) => one >= 5),
  run: (system) => ({ ...sound(system), controller: { ...sound(system).controller, rule: 'symmetric', differentialF: 0.4 } }),
}
const OVERSIZE: CauseSpec = {
  id: 'oversize',
  says: 'The machine gives far more than the room needs.',
  mend: 'Hold it in its first stage, lengthen the pauses; a smaller machine at the next change.',
  prior: 2,
  run: (system) => withHeat(1.8)(system),
}
const LOSES: CauseSpec = {
  id: 'loses',
  says: 'The room loses more than the machine gives in such weather.',
  mend: 'Look for the loss first: doors, filter, charge, ducts; no setting makes heat.',
  prior: 2,
  run: withHeat(0.55),
}
/** A heat pump whose help never comes. */
const LOCKED: CauseSpec = {
  id: 'locked',
  only: 'pump',
  says: 'The second stage or the auxiliary heat never joins, or the compressor is locked out early.',
  mend: 'Look at the stage rule, the droop and both lockouts.',
  prior: 2,
  known: (_, stand) =>
    if_(stand('control.second-stage'), (one) => one === 'never', 4, 0.6) *
    numberIs(stand, 'control.compressor-lockout', (one) => one > 20, 4, 0.6),
  run: withHeat(0.6),
}
/** The same of a machine that burns. */
const ONE_STAGE: CauseSpec = {
  id: 'one-stage',
  only: 'burner',
  says: 'The second stage never joins.',
  mend: 'Look at the stage rule, at W2 and at the second-stage delay.',
  prior: 2,
  known: (_, stand) => if_(stand('control.second-stage'), (one) => one === 'never', 4, 0.6),
  run: withHeat(0.6),
}

const COMPLAINT_SPECS: Readonly<Record<ComplaintId, ComplaintSpec>> = {
  'hot-shows-warm': {
    day: 'frosty',
    shows: (figures, system) => ({
      is: figures.airMeanF - wantedF(system) >= 0.75,
      says: (show) => `people sit ${show('temperatureDifference', figures.airMeanF - wantedF(system), { signed: true })} from it`,
    }),
    causes: [
      GAP,
      LEFTOVER,
      OFFSET,
      {
        id: 'still',
        says: 'The return sensor reads still air while the fan rests.',
        mend: 'Control by the wall sensor, or keep a little air moving.',
        prior: 1,
        known: (_, stand) => if_(stand('sensor.source'), (one) => one === 'return' || one === 'jump', 2, 0.05),
        run: withSensor(sensorAt('return', false)),
      },
    ],
    trials: [
      {
        id: 'hot.fan-off',
        asks: 'With the fan off for ten minutes, do shown and reference come together?',
        how: 'Read the reference beside the sensor, fan off, ten minutes; then again with the fan on.',
        yes: { gap: 0.85, leftover: 0.4, offset: 0.1, still: 0.1 },
      },
      {
        id: 'hot.after',
        asks: 'Does the room go on warming once the call has ended?',
        how: 'Watch the reference where people sit for a quarter of an hour after the call.',
        yes: { gap: 0.25, leftover: 0.9, offset: 0.2, still: 0.3 },
      },
      {
        id: 'hot.draught',
        asks: 'Does a strip of paper at the gap move while the fan runs?',
        how: 'Hold it at the controller’s edge, or at the rim of the ceiling unit.',
        yes: { gap: 0.9, leftover: 0.1, offset: 0.1, still: 0.1 },
      },
    ],
  },
  'fan-never-stops': {
    day: 'frosty',
    shows: (figures) => ({
      is: figures.fanH + figures.trickleH >= 20,
      says: () => `it blows ${(figures.fanH + figures.trickleH).toFixed(1)} h of the day`,
    }),
    causes: [
      {
        id: 'set-on',
        says: 'The fan is set to run between calls.',
        mend: 'Set it to run with calls only, or to stop once the room is satisfied.',
        prior: 4,
        known: (_, stand) =>
          if_(stand('fan.mode'), (one) => one === 'on', 4, 0.5) *
          if_(stand('fan.satisfied.heat'), (one) => one !== 'off', 2, 0.3),
        run: withFan('as-set'),
      },
      {
        id: 'circulates',
        says: 'It runs some minutes of each hour.',
        mend: 'Set the circulation to fewer minutes, or to none.',
        prior: 1,
        known: (_, stand) => if_(stand('fan.mode'), (one) => one === 'circulate', 4, 0.3),
        run: (system) => ({
          ...sound(system),
          controller: { ...sound(system).controller, fanHeat: 'as-set', fanCool: 'as-set', circulateMin: 20 },
        }),
      },
      {
        id: 'leak',
        says: 'The leak detector of a refrigerant that burns keeps it running, as it should.',
        mend: 'Leave the blower on and the compressor off, air the room, no flame or spark; the circuit is for whoever is licensed for it.',
        prior: 0.5,
      },
      {
        id: 'limit-open',
        says: 'A limit is open, and the board blows the heat out, as it should.',
        mend: 'Leave the limit as it is; look for what starves the air: filter, shut outlets, blower.',
        prior: 0.5,
      },
      {
        id: 'relay',
        says: 'The fan’s wire is live without a call: a bridge, a short, or a relay that sticks.',
        mend: 'First look for a leak detector’s lamp and an open limit: a blower that they run stays on. Then dead, and the G wire off at the board: if it still blows, the board holds it.',
        prior: 2,
      },
      {
        id: 'delay',
        says: 'Its delay after a call is as long as the pause between two calls.',
        mend: 'Shorten the delay off, or lengthen the pauses.',
        prior: 1,
        known: (_, stand) => numberIs(stand, 'fan.delay.off.heat', (one) => one >= 180, 3, 0.4),
        run: (system) => ({ ...sound(system), equipment: { ...sound(system).equipment, blowerOffDelayS: 240 } }),
      },
    ],
    trials: [
      {
        id: 'fan.safety',
        asks: 'Does a leak detector’s lamp or the board’s code say that a leak or an open limit runs it?',
        first: true,
        how: 'Look before anything is pulled. With a refrigerant that burns: no flame, no switch, air in, and it stays on.',
        yes: { leak: 0.95, 'limit-open': 0.85, 'set-on': 0.02, circulates: 0.02, relay: 0.03, delay: 0.02 },
      },
      {
        id: 'fan.wall',
        asks: 'Does it stop when the wall controller is set to auto and no call stands?',
        how: 'Set it so, wait five minutes beyond the longest delay.',
        yes: { 'set-on': 0.9, circulates: 0.6, relay: 0.05, delay: 0.6, leak: 0.02, 'limit-open': 0.1 },
      },
      {
        id: 'fan.pauses',
        asks: 'Does it stop at all within an hour?',
        how: 'Look at it four times in an hour, or log it.',
        yes: { 'set-on': 0.05, circulates: 0.9, relay: 0.05, delay: 0.4, leak: 0.02, 'limit-open': 0.2 },
      },
    ],
  },
  'cold-first': {
    day: 'frosty',
    shows: (figures, system) => ({
      is: wantedF(system) - figures.airLowestF >= 2,
      says: (show) => `the room falls to ${show('temperature', figures.airLowestF)}`,
    }),
    causes: [
      WIDE,
      {
        id: 'lags',
        says: 'The sensor is slow, or hangs on a warm wall.',
        mend: 'Move it to an inner wall in free air; nothing trims a lag.',
        prior: 2,
        known: (v) => sensed(v, 'lag'),
        run: withSensor({ ...sensorAt('wall', false), lagS: 1200, wallShare: { off: 0.5, on: 0.5 } }),
      },
      {
        id: 'high',
        says: 'The sensor reads too high.',
        mend: 'Look for warmth behind or below it; trim it last.',
        prior: 1,
        known: (v) => sensed(v, 'offset'),
        run: withSensor({ ...sensorAt('wall', false), offsetF: 2 }),
      },
      {
        id: 'sun',
        says: 'The sun, or a lamp, warms the sensor while the room cools.',
        mend: 'Shade it, or move it out of the sun.',
        prior: 1,
        known: (v) => (v.system.room.sun === undefined ? 1 : v.system.room.sun === 'none' ? 0.1 : 5),
        run: withSun,
      },
      { ...LOSES, prior: 1 },
    ],
    trials: [
      {
        id: 'cold.at-call',
        asks: 'Does the display stand far below the set point when it comes on?',
        how: 'Read it at the moment of the call.',
        yes: { wide: 0.9, lags: 0.15, high: 0.1, sun: 0.1, loses: 0.6 },
      },
      {
        id: 'cold.reference',
        asks: 'Is a reference beside it colder than it shows?',
        how: 'Ten minutes beside it, fan off.',
        yes: { wide: 0.1, lags: 0.7, high: 0.9, sun: 0.5, loses: 0.2 },
      },
      {
        id: 'cold.runs-on',
        asks: 'Does it run on without reaching the set point?',
        how: 'Watch one call to its end.',
        yes: { wide: 0.1, lags: 0.2, high: 0.1, sun: 0.1, loses: 0.85 },
      },
    ],
  },
  'on-and-off': {
    day: 'frosty',
    shows: (figures) => ({
      is: figures.starts / 24 >= 1.5,
      says: () => `it starts ${(figures.starts / 24).toFixed(1)} times an hour`,
    }),
    causes: [
      NARROW,
      OVERSIZE,
      {
        id: 'no-rest',
        says: 'No least time on or off is set.',
        mend: 'Set a minimum run and off time that suits the machine.',
        prior: 2,
        known: (_, stand) =>
          numberIs(stand, 'control.min-off', (one) => one < 3) * numberIs(stand, 'control.min-on', (one) => one < 3, 2, 0.5),
        run: (system) => ({ ...sound(system), equipment: { ...sound(system).equipment, minOnS: 0, minOffS: 0 } }),
      },
      {
        id: 'limit',
        says: 'A limit or a safety stops it before the room is warm.',
        mend: 'Find why it trips: airflow, filter, closed grilles. Never bridge it.',
        prior: 1,
      },
    ],
    trials: [
      {
        id: 'bangs.before',
        asks: 'Does it stop before the display reaches the set point?',
        how: 'Watch one whole call.',
        yes: { narrow: 0.1, oversize: 0.1, 'no-rest': 0.1, limit: 0.9 },
      },
      {
        id: 'bangs.run',
        asks: 'Is a run shorter than five minutes?',
        how: 'Time two runs.',
        yes: { narrow: 0.6, oversize: 0.85, 'no-rest': 0.5, limit: 0.7 },
      },
      {
        id: 'bangs.rest',
        asks: 'Does it come on again within three minutes?',
        how: 'Time two pauses.',
        yes: { narrow: 0.5, oversize: 0.2, 'no-rest': 0.9, limit: 0.5 },
      },
    ],
  },
  damp: {
    day: 'hot',
    shows: (figures) => ({
      is: (figures.humidityMeanPct ?? 0) >= 54,
      says: () => `the air stands at ${Math.round(figures.humidityMeanPct ?? 0)} % on the mean of the day`,
    }),
    causes: [
      {
        id: 'fan-on-wet',
        says: 'The fan runs on over a wet coil and puts the water back.',
        mend: 'Stop the fan after cooling.',
        prior: 3,
        known: (_, stand) =>
          if_(stand('fan.satisfied.cool'), (one) => one !== 'off') * if_(stand('fan.mode'), (one) => one === 'on', 2, 0.8),
        run: withFan('as-set'),
      },
      {
        id: 'too-big',
        says: 'It cools the room before it has dried it: too large, or runs too short.',
        mend: 'Longer runs: wider differential, low stage first. Air only down to the lower end of its aim: a starved coil ices.',
        prior: 2,
        run: (system) => {
          const of = sound(system)
          const { cool } = of.equipment
          return {
            ...of,
            equipment: {
              ...of.equipment,
              cool: { btuH: cool.btuH.map((one) => one * 1.8), slopeBtuHPerF: cool.slopeBtuHPerF.map((one) => one * 1.8) },
            },
          }
        },
      },
      {
        id: 'much-air',
        says: 'Too much air goes over the coil.',
        mend: 'Only where the measured flow is over its aim and the split is not low: to the rule for a damp climate, never under the lower end of the aim.',
        prior: 2,
        known: (v) => {
          const { picture } = v
          const flow = picture.tries.findLast((one) => one.flow !== null)?.flow?.flowCfm ?? null
          return flow === null || picture.aimHighCfm === null ? 1 : flow > picture.aimHighCfm ? 4 : 0.1
        },
        run: (system) => {
          const of = sound(system)
          return { ...of, moisture: of.moisture && { ...of.moisture, coilAirLbH: of.moisture.coilAirLbH * 1.3 } }
        },
      },
      {
        id: 'weak-coil',
        says: 'The coil takes out less than it is rated for: charge, metering, a dirty outdoor coil.',
        mend: 'Outdoor coil clean first; then superheat and subcooling by licensed hands. The blower stays as fast as it is: slower would ice the coil.',
        prior: 1.5,
      },
      {
        id: 'leaks',
        says: 'Damp air comes in, or is made indoors.',
        mend: 'Look for it before any setting: ducts in the attic, a dryer, a crawl space, a hood that never runs.',
        prior: 2,
        run: (system) => {
          const of = sound(system)
          return { ...of, moisture: of.moisture && { ...of.moisture, leakLbH: of.moisture.leakLbH * 2.5 } }
        },
      },
    ],
    trials: [
      {
        id: 'damp.after',
        asks: 'Does the humidity climb in the minutes after cooling stops?',
        how: 'Read it at the stop and ten minutes later.',
        yes: { 'fan-on-wet': 0.9, 'too-big': 0.3, 'much-air': 0.2, 'weak-coil': 0.2, leaks: 0.3 },
      },
      {
        id: 'damp.split',
        asks: 'Is the split across the coil below what it should be at this flow?',
        how: 'Airflow stage, Cooling: expected against measured split. The flow is counted in there: a low one speaks of the coil or of wet air, not of too much air.',
        yes: { 'fan-on-wet': 0.15, 'too-big': 0.1, 'much-air': 0.15, 'weak-coil': 0.9, leaks: 0.5 },
      },
      {
        id: 'damp.flow',
        asks: 'Is the measured flow over its aim?',
        how: 'Airflow stage: the flow by two ways, against the aim.',
        yes: { 'fan-on-wet': 0.15, 'too-big': 0.15, 'much-air': 0.95, 'weak-coil': 0.15, leaks: 0.15 },
      },
      {
        id: 'damp.night',
        asks: 'Is it as damp on a day without cooling?',
        how: 'Ask, or read in the morning.',
        yes: { 'fan-on-wet': 0.1, 'too-big': 0.2, 'much-air': 0.2, 'weak-coil': 0.15, leaks: 0.85 },
      },
    ],
  },
  'cold-vents': {
    day: 'frosty',
    shows: (figures) => ({
      is: (figures.coolVentMin ?? 0) >= 15,
      says: () => `the vents blow cool air for ${Math.round(figures.coolVentMin ?? 0)} min of the day`,
    }),
    causes: [
      {
        id: 'other-duct',
        says: 'This fan runs while a furnace heats by another duct: its air is never warmed.',
        mend: 'Let this fan rest in heating: with calls only, off once satisfied.',
        prior: 1,
        known: (v) => (v.system.room.furnace === 'other-duct' ? 8 : v.system.room.furnace === 'here' ? 0.02 : 0.6),
        run: (system) => ({
          ...withFan('as-set')(system),
          equipment: { ...system.equipment, heatsElsewhere: true, ductBtuHPerF: 0.03 * system.equipment.flowBtuHPerF },
        }),
      },
      {
        id: 'fan-between',
        says: 'The fan goes on between calls and blows room air, which is felt as cold.',
        mend: 'Stop it once the room is satisfied, or let it trickle where readings need it.',
        prior: 3,
        known: (_, stand) =>
          if_(stand('fan.satisfied.heat'), (one) => one !== 'off') * if_(stand('fan.mode'), (one) => one === 'on', 3, 0.6),
        run: withFan('as-set'),
      },
      {
        id: 'long-off',
        says: 'It blows on after the call until what heated is cold.',
        mend: 'Shorten the delay off, or stop at a warmer fan-off temperature.',
        prior: 2,
        known: (_, stand) => numberIs(stand, 'fan.delay.off.heat', (one) => one >= 150),
        run: (system) => ({ ...sound(system), equipment: { ...sound(system).equipment, blowerOffDelayS: 240 } }),
      },
      {
        id: 'early-on',
        says: 'It blows before what heats is warm.',
        mend: 'Lengthen the delay on, or let it wait for a warm coil.',
        prior: 2,
        known: (_, stand) =>
          numberIs(stand, 'fan.delay.on.heat', (one) => one < 30) *
          if_(stand('fan.wait-for-warm'), (one) => one === 'no', 2, 0.3),
        run: (system) => ({ ...sound(system), equipment: { ...sound(system).equipment, blowerOnDelayS: 0, hotStartF: null } }),
      },
      {
        id: 'defrost',
        only: 'pump',
        says: 'It defrosts: for some minutes it takes heat out of the house, and nothing makes up for it.',
        mend: 'Let the auxiliary heat join while it defrosts, or the fan rest; then look whether it defrosts too often.',
        prior: 2,
      },
      {
        id: 'mild',
        only: 'pump',
        says: 'A heat pump’s air is cooler than skin, and is felt as cold though it heats.',
        mend: 'Measure the rise. Where it is right: tell people, turn grilles off them, less air only inside the aim.',
        prior: 2,
      },
      {
        id: 'wrong-way',
        only: 'pump',
        says: 'The reversing valve stands the wrong way round, or the compressor does not run.',
        mend: 'Power stage: the sense of the valve and its conductor; then the outdoor unit.',
        prior: 1,
        known: (v) => (v.wired.findings.some((one) => one.key === 'reversing') ? 8 : 1),
      },
    ],
    trials: [
      {
        id: 'vents.fire-off',
        asks: 'Is it coldest while nothing heats?',
        how: 'A hand or a probe at one vent, before, during and after a call.',
        yes: {
          'other-duct': 0.6,
          'fan-between': 0.95,
          'long-off': 0.8,
          'early-on': 0.1,
          defrost: 0.2,
          mild: 0.05,
          'wrong-way': 0.05,
        },
      },
      {
        id: 'vents.steam',
        asks: 'Does it come with steam at the outdoor unit, for some minutes, and then get warm again?',
        how: 'Look at the outdoor unit when it blows cold: the fan stands, steam rises.',
        yes: {
          'other-duct': 0.05,
          'fan-between': 0.05,
          'long-off': 0.1,
          'early-on': 0.1,
          defrost: 0.95,
          mild: 0.05,
          'wrong-way': 0.05,
        },
      },
      {
        id: 'vents.rise',
        asks: 'Is the supply, ten minutes into a call, warmer than the return by what this heat pump gives?',
        how: 'Two thermometers; 15 to 30 °F (8 to 17 °C) are usual, less in frost.',
        yes: {
          'other-duct': 0.3,
          'fan-between': 0.8,
          'long-off': 0.8,
          'early-on': 0.8,
          defrost: 0.7,
          mild: 0.9,
          'wrong-way': 0.03,
        },
      },
      {
        id: 'vents.fire-on',
        asks: 'Is it cold at this vent even in the middle of a long call?',
        how: 'The same vent ten minutes into a call.',
        yes: {
          'other-duct': 0.95,
          'fan-between': 0.05,
          'long-off': 0.05,
          'early-on': 0.05,
          defrost: 0.2,
          mild: 0.7,
          'wrong-way': 0.95,
        },
      },
      {
        id: 'vents.stops',
        asks: 'Does the fan stop within five minutes after a call?',
        how: 'Time it.',
        yes: {
          'other-duct': 0.3,
          'fan-between': 0.05,
          'long-off': 0.8,
          'early-on': 0.8,
          defrost: 0.7,
          mild: 0.7,
          'wrong-way': 0.7,
        },
      },
    ],
  },
  'never-changes': {
    day: 'mild',
    shows: (figures) => ({
      is: figures.longestOutsideMin >= 120,
      says: () => `the longest time outside what is wanted is ${Math.round(figures.longestOutsideMin)} min`,
    }),
    causes: [
      {
        id: 'by-hand',
        says: 'Automatic changeover is off: it stays in one mode until a hand changes it.',
        mend: 'Turn automatic changeover on, with a band that suits the room.',
        prior: 4,
        known: (_, stand) => if_(stand('control.changeover'), (one) => one === 'manual', 5, 0.05),
        run: (system) => ({ ...sound(system), controller: { ...sound(system).controller, mode: 'heat', setHeatF: 70 } }),
      },
      {
        id: 'band',
        says: 'The changeover differential is wide.',
        mend: 'Narrow it by a step, not below what keeps heating and cooling apart.',
        prior: 2,
        known: (_, stand) => numberIs(stand, 'control.changeover-band', (one) => one >= 3),
        run: (system) => ({
          ...sound(system),
          controller: { ...sound(system).controller, mode: 'auto', changeoverMarginF: 5 },
        }),
      },
      {
        id: 'wire',
        says: 'The reversing valve or the cooling wire does not answer.',
        mend: 'Power stage: look at the wiring and the sequence of operation.',
        prior: 1,
        known: (v) => (v.wired.findings.length > 0 ? 3 : 1),
      },
    ],
    trials: [
      {
        id: 'change.hand',
        asks: 'Does it change when it is set by hand?',
        how: 'Set the other mode with a set point that must call; wait for the least off time.',
        yes: { 'by-hand': 0.95, band: 0.95, wire: 0.05 },
      },
      {
        id: 'change.far',
        asks: 'Has the room been more than five degrees past the other set point?',
        how: 'Ask, or look at a log.',
        yes: { 'by-hand': 0.7, band: 0.1, wire: 0.6 },
      },
    ],
  },
  'noise-stops': {
    day: 'frosty',
    shows: (figures) => ({
      is: figures.starts / 24 >= 0.75,
      says: () => `it starts ${(figures.starts / 24).toFixed(1)} times an hour`,
    }),
    causes: [
      NARROW,
      {
        id: 'trickle',
        says: 'The fan goes between full speed and a trickle.',
        mend: 'One sound all the time, or none: as set, or off.',
        prior: 2,
        known: (_, stand) => if_(stand('fan.satisfied.heat'), (one) => one === 'trickle'),
        run: withFan('trickle'),
      },
      {
        id: 'ramp',
        says: 'The blower comes up at once.',
        mend: 'A soft ramp is not heard where the board has one.',
        prior: 2,
        known: (_, stand) => if_(stand('airflow.ramp'), (one) => one === 'at-once', 2, 0.4),
      },
      { ...OVERSIZE, prior: 1 },
    ],
    trials: [
      {
        id: 'noise.start',
        asks: 'Is it the start that is heard, rather than the running?',
        how: 'Stand where they sleep through one start.',
        yes: { narrow: 0.6, trickle: 0.4, ramp: 0.9, oversize: 0.5 },
      },
      {
        id: 'noise.low',
        asks: 'Does a low sound stay when the call ends?',
        how: 'Listen for a minute after the end.',
        yes: { narrow: 0.2, trickle: 0.9, ramp: 0.2, oversize: 0.2 },
      },
      {
        id: 'noise.often',
        asks: 'Is it more than three times an hour?',
        how: 'Count half an hour, or log it.',
        yes: { narrow: 0.85, trickle: 0.4, ramp: 0.3, oversize: 0.7 },
      },
    ],
  },
  storeys: {
    day: 'frosty',
    shows: (figures, system) => ({
      is: figures.otherMeanF !== null && Math.abs(figures.otherMeanF - wantedF(system)) >= 2,
      says: (show) =>
        figures.otherMeanF === null
          ? 'only one storey is known'
          : `the other storey stands at ${show('temperature', figures.otherMeanF)}`,
    }),
    causes: [
      {
        id: 'share',
        says: 'The other storey gets less of the air than it loses heat.',
        mend: 'Balance it on the Zones stage; a damper before a setting.',
        prior: 3,
        run: (system) => ({
          ...sound(system),
          other: system.other && { ...system.other, airShare: 0.6 * system.other.airShare },
        }),
      },
      {
        id: 'rises',
        says: 'Warm air rises through the open stairs.',
        mend: 'More air below in winter and above in summer; a door where there can be one.',
        prior: 2,
        run: (system) => ({
          ...sound(system),
          other: system.other && { ...system.other, risesBtuHPerF: 4 * system.other.risesBtuHPerF },
        }),
      },
      {
        id: 'rests',
        says: 'Between calls nothing mixes the two.',
        mend: 'Let the fan circulate some minutes of the hour.',
        prior: 2,
        known: (_, stand) => if_(stand('fan.mode'), (one) => one === 'auto', 2, 0.3),
        run: sound,
      },
    ],
    trials: [
      {
        id: 'storeys.flow',
        asks: 'Do its grilles give less than their share?',
        how: 'Zones stage: a hood or a vane at each.',
        yes: { share: 0.9, rises: 0.2, rests: 0.3 },
      },
      {
        id: 'storeys.call',
        asks: 'Do they come together during a long call?',
        how: 'Read both before and after twenty minutes of a call.',
        yes: { share: 0.15, rises: 0.4, rests: 0.85 },
      },
      {
        id: 'storeys.season',
        asks: 'Is it the upper one that is warm, in winter and in summer?',
        how: 'Ask.',
        yes: { share: 0.4, rises: 0.85, rests: 0.5 },
      },
    ],
  },
  'long-morning': {
    day: 'frosty',
    fromCold: true,
    shows: (figures) => ({
      is: figures.longestWaitMin >= 75,
      says: () => `the longest wait for heat is ${Math.round(figures.longestWaitMin)} min`,
    }),
    causes: [
      LOCKED,
      ONE_STAGE,
      LOSES,
      {
        id: 'setback',
        says: 'It is turned down further at night than it can make up in the time.',
        mend: 'Turn it down less, or let it start earlier.',
        prior: 3,
        known: (_, stand) => if_(stand('time.recovery'), (one) => one === 'off', 2, 0.5),
        run: (system) => ({ ...sound(system), startF: system.controller.setHeatF - 9 }),
      },
      {
        id: 'air',
        says: 'Too little air carries the heat: filter, closed grilles, a low tap.',
        mend: 'Airflow stage first.',
        prior: 2,
        run: withHeat(0.7),
      },
    ],
    trials: [
      {
        id: 'morning.rate',
        asks: 'Does it gain less than two degrees an hour with everything running?',
        how: 'Jot or paste a warm-up under “The room”.',
        yes: { locked: 0.6, loses: 0.8, setback: 0.1, air: 0.6 },
      },
      {
        id: 'morning.stage',
        asks: 'Do second stage and auxiliary heat join?',
        how: 'Watch the display or the relays ten minutes into the call.',
        yes: { locked: 0.05, loses: 0.8, setback: 0.8, air: 0.7 },
      },
      {
        id: 'morning.rise',
        asks: 'Is the rise across the heater above its plate?',
        how: 'Airflow stage: rise.',
        yes: { locked: 0.2, loses: 0.1, setback: 0.15, air: 0.9 },
      },
    ],
  },
  'auxiliary-all-day': {
    day: 'frosty',
    shows: (figures) => ({
      is: figures.auxiliaryH >= 4,
      says: () => `auxiliary heat runs ${figures.auxiliaryH.toFixed(1)} h of the day`,
    }),
    causes: [
      {
        id: 'no-lockout',
        says: 'Nothing keeps the auxiliary heat off in mild weather.',
        mend: 'Set its lockout just above the balance point.',
        prior: 3,
        known: (_, stand) => numberIs(stand, 'control.aux-lockout', (one) => one > 45, 3, 0.3),
        run: (system) => auxiliaryOf(sound(system), { allowedBelowF: 200 }),
      },
      {
        id: 'droop',
        says: 'It joins at too small a droop, or at once.',
        mend: 'A larger droop, or a delay.',
        prior: 2,
        known: (_, stand) =>
          numberIs(stand, 'control.aux-droop', (one) => one <= 1.5) *
          numberIs(stand, 'control.aux-delay', (one) => one < 10, 2, 0.5),
        run: (system) => auxiliaryOf(sound(system), { onDroopF: 0.5, delayS: 0 }),
      },
      {
        id: 'weak',
        says: 'The heat pump gives less than it should: charge, coil, airflow.',
        mend: 'Airflow first, then charge, before any lockout is moved.',
        prior: 2,
        run: withHeat(0.55),
      },
      {
        id: 'emergency',
        says: 'It stands on emergency heat, or the compressor is locked out.',
        mend: 'Turn emergency heat off; look at the compressor’s lockout.',
        prior: 2,
        known: (_, stand) =>
          if_(stand('control.emergency-heat'), (one) => one === 'on', 10, 0.1) *
          numberIs(stand, 'control.compressor-lockout', (one) => one > 20, 3, 0.7),
        run: (system) => ({ ...sound(system), equipment: { ...sound(system).equipment, lockedBelowF: 60 } }),
      },
    ],
    trials: [
      {
        id: 'aux.pump',
        asks: 'Does the compressor run while the auxiliary heat does?',
        how: 'Outdoor unit, during a call.',
        yes: { 'no-lockout': 0.9, droop: 0.9, weak: 0.9, emergency: 0.03 },
      },
      {
        id: 'aux.mild',
        asks: 'Does it come on on a day above freezing, near the set point?',
        how: 'Watch one call, or look at a log.',
        yes: { 'no-lockout': 0.8, droop: 0.8, weak: 0.3, emergency: 0.8 },
      },
      {
        id: 'aux.split',
        asks: 'Is the rise of the heat pump alone below what it should be?',
        how: 'Read return and supply with the auxiliary heat off.',
        yes: { 'no-lockout': 0.2, droop: 0.2, weak: 0.9, emergency: 0.3 },
      },
    ],
  },
}

function auxiliaryOf(system: RoomSystem, more: Partial<NonNullable<RoomSystem['equipment']['auxiliary']>>): RoomSystem {
  const { auxiliary } = system.equipment
  return { ...system, equipment: { ...system.equipment, auxiliary: auxiliary && { ...auxiliary, ...more } } }
}

/** A cause to be tried in the model: the room with it, and whether that day then shows the complaint. */
export interface CauseRun {
  cause: string
  system: RoomSystem
}

export interface WayIn {
  id: ComplaintId
  says: string
  /** What is run for its causes, and how. */
  runs: CauseRun[]
  options: { stepS: number; warmUpDays: number }
}

/** The causes that this machine can have: what is not known of it rules none out. */
function causesFor({ wired, devices, here }: VisitView, { causes }: ComplaintSpec): readonly CauseSpec[] {
  const burns = burnsIn(devices, here)
  const pumps = isPump(wired.kind)
  return causes.filter(({ only }) => only === undefined || (only === 'pump' ? pumps : burns || !pumps))
}

/** What one day of the model that does not show a complaint counts for against a cause: a day is no proof. */
const DAY_AGAINST = 0.25

/** The way in for a complaint: which causes are tried in the model; null for a complaint without one. */
export function wayIn(v: VisitView): WayIn | null {
  const id = v.here.complaintWay
  if (!id) return null
  const spec = COMPLAINT_SPECS[id]
  const known = roomSystemOf(v, comfortStand(v), { day: spec.day, isGapOpen: false })?.system
  const base = known && spec.fromCold ? { ...known, startF: known.controller.setHeatF - USUAL_SETBACK_F } : known
  // Of another storey nothing can be said until it is named.
  const isRun = base && (id !== 'storeys' || base.other !== null)
  return {
    id,
    says: COMPLAINTS[id],
    runs: isRun ? causesFor(v, spec).flatMap((one) => (one.run ? [{ cause: one.id, system: one.run(base) }] : [])) : [],
    options: { stepS: 2, warmUpDays: spec.fromCold ? 0 : 1 },
  }
}

export interface CauseShown {
  id: string
  says: string
  mend: string
  /** Of one, over all of them. */
  share: number
  /** What a day of the model says against it: it counts, and strikes nothing out. Null: nothing. */
  why: string | null
}

export interface TrialShown {
  id: string
  asks: string
  how: string
  /** What it is expected to tell, bits; of one that was answered: 0. */
  bits: number
  answer: boolean | null
}

/** Causes ranked by what is known and by what a day of the model shows, and which look splits them best. */
export function judgeComplaint(
  v: VisitView,
  way: WayIn,
  figures: Readonly<Record<string, RunFigures | null>>,
): { causes: CauseShown[]; trials: TrialShown[] } {
  const spec = COMPLAINT_SPECS[way.id]
  const stand = seenStand(v)
  const against = new Map<string, string>()
  for (const { cause, system } of way.runs) {
    const of = figures[cause]
    if (!of) continue
    const shown = spec.shows(of, system)
    if (!shown.is) against.set(cause, `One day of this room with it does not show it: ${shown.says(v.show)}.`)
  }
  const causes = causesFor(v, spec)
  const knownOf = new Map(causes.map((one) => [one.id, one.known?.(v, stand) ?? 1]))
  const priors = Object.fromEntries(
    causes.map((one) => [one.id, one.prior * (knownOf.get(one.id) ?? 1) * (against.has(one.id) ? DAY_AGAINST : 1)]),
  )
  const answers = v.here.trials ?? {}
  const trials: Trial[] = spec.trials.map(({ id, yes }) => ({ id, yes }))
  const ranked: RankedCause[] = rankCauses(priors, trials, answers)
  const isLookedAt = trials.some((one) => answers[one.id] !== undefined)
  const told = asTold(ranked, isLookedAt || knownOf.get(ranked[0]?.id ?? '') !== 1)
  const shareOf = new Map(told.map((one) => [one.id, one.share]))
  const bits = new Map(openTrials(ranked, trials, answers).map((one) => [one.id, one.bits]))
  const isFirst = new Set(spec.trials.filter((one) => one.first).map((one) => one.id))
  return {
    causes: causes
      .map(({ id, says, mend }) => ({ id, says, mend, share: shareOf.get(id) ?? 0, why: against.get(id) ?? null }))
      .sort((a, b) => b.share - a.share),
    trials: spec.trials
      .map(({ id, asks, how }) => ({ id, asks, how, bits: bits.get(id) ?? 0, answer: answers[id] ?? null }))
      .sort((a, b) => Number(isFirst.has(b.id)) - Number(isFirst.has(a.id)) || b.bits - a.bits),
  }
}
