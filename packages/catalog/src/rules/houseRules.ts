import type { HouseRuleBody } from '@ingle/record'

/** Words that conditions may use; a site's climate and an occupant's wishes are chosen from them. */
export const CLIMATES = ['damp coast', 'dry inland', 'cold winters', 'hot and humid', 'mild'] as const
const DAMP = new Set<string>(['damp coast', 'hot and humid'] satisfies (typeof CLIMATES)[number][])
/** Where the air holds enough water that a wet coil should not be blown dry into the rooms. */
export const isDamp = (climate: string): boolean => DAMP.has(climate)

export const WISHES = ['quiet', 'even temperature', 'no draught', 'dry air', 'low bills', 'air felt all the time'] as const

/** Equipment that starts a compressor for its heat as well as for cooling. */
const WITH_COMPRESSOR = ['air-handler', 'multi-room', 'rooftop']
/** Equipment of buildings under a commercial energy code; a house under it is for whoever is there to say. */
const COMMERCIAL = ['rooftop']

const FLOW = { bandPct: 7, keepMass: true, maxFaceFpm: 700 }

/**
 * The schools of the trade that ship with Ingle. None is preferred: a system has no rule until somebody picks one, and
 * each says what it costs. Sets chosen together count in their order.
 */
export const HOUSE_RULES: readonly HouseRuleBody[] = [
  {
    id: 'damp-coast',
    name: 'damp coast',
    reason: 'Less air over the coil makes it colder and takes out more water.',
    cost: 'A little less sensible capacity; the supply air is colder at the grille.',
    airflow: { ...FLOW, cfmPerTon: 380, bandPct: 5 },
    comfort: { dry: 3 },
    aims: [
      { role: 'airflow.ramp', value: 'wet-first', why: 'slow air first wets the coil before the full flow.' },
      { role: 'coil.target.cool', value: 'colder', why: 'a colder coil takes out more water.' },
      { role: 'control.dehumidify', value: 'overcool', why: 'a degree further takes out water that the room would keep.' },
      { role: 'fan.satisfied.cool', value: 'off', why: 'air over a wet coil puts the water back.' },
    ],
  },
  {
    id: 'middle',
    name: 'middle of the road',
    reason: 'The flow most equipment is rated at.',
    cost: 'Neither the driest air nor the most sensible capacity.',
    airflow: { ...FLOW, cfmPerTon: 400 },
    aims: [{ role: 'coil.target.cool', value: 'normal', why: 'as the equipment was rated.' }],
  },
  {
    id: 'dry-inland',
    name: 'dry inland',
    reason: 'Where there is little water to take out, more air gives more sensible capacity and efficiency.',
    cost: 'More noise and fan power; poor drying on a wet day.',
    airflow: { ...FLOW, cfmPerTon: 440, maxFaceFpm: 800 },
    aims: [
      { role: 'airflow.ramp', value: 'at-once', why: 'nothing to dry, so full flow at once.' },
      { role: 'coil.target.cool', value: 'warmer', why: 'a warmer coil spends less on water that is not there.' },
    ],
  },
  {
    id: 'quiet-rooms',
    name: 'quiet rooms',
    reason: 'Occupants hear air before they feel temperature.',
    cost: 'Less capacity on the hottest day; check the heater’s least flow with care.',
    airflow: { bandPct: 6, keepMass: true, cfmPerTon: 360, maxFaceFpm: 500 },
    comfort: { quiet: 3 },
    aims: [
      { role: 'airflow.ramp', value: 'soft', why: 'a slow start is not heard.' },
      { role: 'fan.satisfied.heat', value: 'off', why: 'no sound without a call.' },
      { role: 'fan.satisfied.cool', value: 'off', why: 'no sound without a call.' },
    ],
  },
  {
    id: 'sensor-at-the-wall',
    name: 'sensor at the wall',
    reason: 'The wall is where people are; a ceiling or a duct is not.',
    cost: 'The wall sensor sees sun, lamps and gaps behind the controller: look for them first.',
    aims: [
      { role: 'sensor.source', value: 'wall', why: 'people live at the wall, not in the duct.' },
      { role: 'zone.sensor.1', value: 'own', why: 'each zone is read where it is.' },
    ],
  },
  {
    id: 'fan-off',
    name: 'fan off',
    reason: 'No sound and no draught between calls, and nothing blows leftover warmth or water about.',
    cost: 'A sensor in the return then reads still air; what a valve or a damper leaks gathers in one room.',
    aims: [
      { role: 'fan.satisfied.heat', value: 'off', why: 'nothing blows leftover warmth about.' },
      { role: 'fan.satisfied.cool', value: 'off', why: 'air over a wet coil puts the water back.' },
    ],
  },
  {
    id: 'sensor-in-the-return',
    name: 'sensor in the return',
    reason: 'Return air is the mean of the whole room, and nobody leans a lamp against it.',
    cost: 'It reads only while air moves: the fan must turn a little between calls.',
    aims: [
      { role: 'sensor.source', value: 'return', why: 'return air is the mean of the room.' },
      { role: 'fan.satisfied.heat', value: 'trickle', why: 'a return sensor needs moving air.' },
      { role: 'fan.satisfied.cool', value: 'trickle', why: 'a return sensor needs moving air.' },
    ],
  },
  {
    id: 'fan-trickle',
    name: 'fan at a trickle',
    reason:
      'A little air between calls keeps readings steady, and spreads what a valve or a damper leaks before one room feels it.',
    cost: 'It spreads a little heat that nobody called for, and some water off the coil.',
    aims: [
      { role: 'fan.satisfied.heat', value: 'trickle', why: 'steadier readings.' },
      { role: 'fan.satisfied.cool', value: 'trickle', why: 'steadier readings.' },
    ],
  },
  {
    id: 'fan-as-set',
    name: 'fan as set',
    reason: 'Sound and air that never change are not noticed.',
    cost: 'Fan power all day; in damp weather the coil dries into the room.',
    aims: [
      { role: 'fan.satisfied.heat', value: 'as-set', why: 'constant sound.' },
      { role: 'fan.satisfied.cool', value: 'as-set', why: 'constant sound.' },
      { role: 'fan.mode', value: 'on', why: 'air felt all the time.', when: { wish: ['air felt all the time'] } },
      {
        role: 'fan.mode',
        value: 'auto',
        why: 'a furnace between calls would blow cold air from the other duct.',
        when: { equipment: ['furnace'] },
      },
    ],
  },
  {
    id: 'tight-rooms',
    name: 'tight rooms',
    reason: 'People feel a swing of two degrees.',
    cost: 'More starts, and more wear on a single-stage compressor.',
    comfort: { even: 3 },
    aims: [
      { role: 'control.differential', value: '1', why: 'the room stays within a degree.' },
      { role: 'control.tightness', value: 'hard', why: 'it leans before the room drifts.' },
      { role: 'control.changeover', value: 'auto', why: 'the room is right on a mild day too.' },
      { role: 'control.changeover-band', value: '2', why: 'narrow enough to be felt as one temperature.' },
      { role: 'control.changeover-band', value: '5', why: 'the commercial code asks for five.', when: { equipment: COMMERCIAL } },
      { role: 'control.dead-band', value: '5', why: 'the commercial code asks for five.', when: { equipment: COMMERCIAL } },
      { role: 'control.cycle-rate', value: '5', why: 'short calls keep it even.', when: { equipment: ['furnace'] } },
      {
        role: 'control.cycle-rate',
        value: '3',
        why: 'a compressor wants twenty minutes between two starts.',
        when: { equipment: WITH_COMPRESSOR },
      },
    ],
  },
  {
    id: 'few-starts',
    name: 'few starts',
    reason: 'Starts wear a machine, running does not.',
    cost: 'The room swings by two to three degrees.',
    comfort: { fewStarts: 3 },
    aims: [
      { role: 'control.differential', value: '2.5', why: 'longer runs.' },
      { role: 'control.tightness', value: 'soft', why: 'it waits until it is needed.' },
      { role: 'control.cycle-rate', value: '3', why: 'longer runs.', when: { equipment: ['furnace', 'thermostat'] } },
      { role: 'control.cycle-rate', value: '2', why: 'a start costs a compressor most.', when: { equipment: WITH_COMPRESSOR } },
      { role: 'control.min-on', value: '5', why: 'a start runs long enough to be worth it.' },
      { role: 'control.min-off', value: '5', why: 'pressures settle before the next start.' },
    ],
  },
  {
    id: 'setback',
    name: 'turn down at night',
    reason: 'What is not heated or cooled is not paid for.',
    cost: 'The morning start is long; a heat pump may call its auxiliary heat for it.',
    aims: [
      { role: 'time.program', value: 'weekday-weekend', why: 'nights and workdays are turned down.' },
      { role: 'time.recovery', value: 'on', why: 'the room is right when the period begins.' },
      { role: 'time.override', value: '3', why: 'a change by hand ends by itself.' },
    ],
  },
  {
    id: 'fixed-lead',
    name: 'fixed lead',
    reason: 'A start that comes at the same hour is understood; one that wanders is taken for a fault.',
    cost: 'On mild days it starts too early, on cold ones too late.',
    aims: [{ role: 'time.recovery', value: 'off', why: 'the program itself begins early.' }],
  },
  {
    id: 'hold',
    name: 'one temperature',
    reason: 'A variable machine is at its best when it never has to catch up.',
    cost: 'Nothing is saved at night.',
    aims: [
      { role: 'time.program', value: 'none', why: 'one temperature, held.' },
      { role: 'time.recovery', value: 'off', why: 'there is nothing to recover from.' },
    ],
  },
  {
    id: 'steps-by-feel',
    name: 'fan steps by feel',
    reason: 'Set at the occupied level with a hand in the air: people feel air, not its figure.',
    cost: 'Another hand sets it otherwise; write down the flow it gives.',
    aims: [
      { role: 'fan.step.low', value: '45', why: 'one zone alone without a hiss.' },
      { role: 'fan.step.mid', value: '65', why: 'half of the zones.' },
      { role: 'fan.step.high', value: '85', why: 'all open, felt but not heard.' },
      { role: 'zone.last-open', value: 'yes', why: 'closing every outlet can burst a duct.' },
    ],
  },
  {
    id: 'shares-by-outlets',
    name: 'shares by outlets',
    reason: 'Every outlet of a size carries the same air: count them.',
    cost: 'Rooms with more sun or more glass come out short.',
    aims: [
      { role: 'zone.last-open', value: 'yes', why: 'closing every outlet can burst a duct.' },
      { role: 'zone.kind', value: 'steps', why: 'a share is a step of the damper.' },
    ],
  },
  {
    id: 'flow-by-measurement',
    name: 'flow by measurement',
    reason: 'What was measured can be checked by the next technician.',
    cost: 'An hour with the instruments.',
    aims: [
      { role: 'zone.last-open', value: 'no', why: 'always-open outlets were measured to be enough.' },
      { role: 'zone.kind', value: 'steps', why: 'a measured share is a step of the damper.' },
    ],
  },
  {
    id: 'one-pattern',
    name: 'one pattern for all',
    reason: 'Identical rooms set alike show a fault at a glance.',
    cost: 'A room with a draught or a lamp gets what suits its neighbour.',
    aims: [
      { role: 'display.units', value: 'F', why: 'one display for everybody who reads it.' },
      { role: 'service.lock', value: 'part', why: 'occupants change the set point, not the pattern.' },
    ],
  },
  {
    id: 'each-on-its-merits',
    name: 'each unit on its merits',
    reason: 'No two rooms are alike.',
    cost: 'Nobody can tell a setting fault from a wish: every difference needs its reason.',
    aims: [{ role: 'service.lock', value: 'none', why: 'occupants find what suits their room.' }],
  },
  {
    id: 'float-stops-one',
    name: 'float stops its own unit',
    reason: 'One blocked drain should not leave a whole floor without heat.',
    cost: 'The others run on over a ceiling that may be wet: the alarm must be seen.',
    aims: [
      { role: 'input.function.1', value: 'fault', why: 'the float on the pan, with an alarm.' },
      { role: 'input.sense.1', value: 'opens', why: 'a broken wire then stops it too.' },
      { role: 'input.scope.1', value: 'one', why: 'the rest keeps running.' },
    ],
  },
]

export function ruleById(id: string): HouseRuleBody {
  const rule = HOUSE_RULES.find((one) => one.id === id)
  if (!rule) throw new Error(`No shipped house rule ${id}`)
  return rule
}
