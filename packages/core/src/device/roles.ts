/**
 * Setting roles: needs that mean the same on every device. House rules, aims, copies to twins, drift and patterns speak
 * roles; only a profile knows how a device spells one. A new need takes a role here, and its words for search in `roleWords.ts`.
 */
import type { RoleUnit } from './units.ts'

/** What the values of a role look like in the language of roles. */
type RoleValues =
  /** One of a few meanings, each with its name for people; `mayBeOwn`: a device may have values that nobody has given one. */
  | { kind: 'choice'; options: Readonly<Record<string, string>>; mayBeOwn?: true }
  /** A number in the role's own unit, written with a dot. */
  | { kind: 'number'; unit: RoleUnit }
  /** A mark that means something on one device only (a blower tap, a dial letter): it cannot be carried to another family. */
  | { kind: 'own' }
  /** Free words (a name, a time). */
  | { kind: 'text' }

export interface Role {
  id: string
  need: NeedId
  /** As a row of the ledger. */
  label: string
  /** What it is for, in one sentence. */
  meaning: string
  /** Typed for it in the jot line. */
  word: string
  values: RoleValues
  /** Values that are never an aim, and why. */
  never?: Readonly<Record<string, string>>
  /** Belongs to one unit: never copied to a twin, never kept in a pattern. */
  perUnit?: true
  /** May be numbered: `zone.flow.3`; `slot`: by group of days and period, `time.start.23` is the third of the second group. */
  numbered?: true | 'slot'
}

/** The headings of the ledger, in the order of working. */
export const NEEDS = {
  read: 'Sensing',
  satisfied: 'Fan when satisfied',
  hold: 'Temperature control',
  equipment: 'Equipment setup',
  blower: 'Blower and air',
  zones: 'Zones',
  contacts: 'External inputs',
  fresh: 'Fresh air',
  times: 'Times',
  program: 'Program',
  service: 'Display and service',
  alone: 'Not assigned',
} as const
export type NeedId = keyof typeof NEEDS

const choice = <const O extends Readonly<Record<string, string>>>(options: O) => ({ kind: 'choice', options }) as const
const number = (unit: RoleUnit) => ({ kind: 'number', unit }) as const
const own = { kind: 'own' } as const
const text = { kind: 'text' } as const
const YES_NO = choice({ yes: 'yes', no: 'no' })
const SATISFIED = choice({ off: 'off', trickle: 'trickle', 'as-set': 'as set' })
const DAY_SETS = choice({
  daily: 'every day',
  'mo-fr': 'Mo–Fr',
  'mo-sa': 'Mo–Sa',
  'tu-fr': 'Tu–Fr',
  'tu-sa': 'Tu–Sa',
  'sa-su': 'Sa, Su',
  mo: 'Mo',
  tu: 'Tu',
  we: 'We',
  th: 'Th',
  fr: 'Fr',
  sa: 'Sa',
  su: 'Su',
})
/** A place in a program: the occupants' own week, so it is never a pattern's. */
const SLOT = { perUnit: true, numbered: 'slot' } as const
const LINE = { perUnit: true, numbered: true } as const
const COIL = choice({ colder: 'colder', normal: 'normal', warmer: 'warmer' })

const DRIVES = choice({ '0-10': '0–10 V', '2-10': '2–10 V', '4-20': '4–20 mA' })
const SENSES = choice({ none: 'none', '0-5': '0–5 V', '0-10': '0–10 V', '2-10': '2–10 V', '4-20': '4–20 mA' })

/** Letters and pins of ramps mean nothing on another board: what they do does. */
const RAMP = {
  kind: 'choice',
  options: {
    'at-once': 'full speed at once',
    'wet-first': 'slow at first, then full',
    soft: 'slow start and slow stop',
    'long-off': 'runs on for long',
  },
  mayBeOwn: true,
} as const

type More = Partial<Pick<Role, 'never' | 'perUnit' | 'numbered'>>
const role = <const Id extends string, const V extends RoleValues>(
  need: NeedId,
  id: Id,
  word: string,
  label: string,
  meaning: string,
  values: V,
  more: More = {},
): Omit<Role, 'id' | 'values'> & { readonly id: Id; readonly values: V } => ({
  id,
  need,
  word,
  label,
  meaning,
  values,
  ...more,
})

// biome-ignore format: a table is read one role a line.
const LISTED = [
  role('read', 'sensor.source', 'sensor', 'Control sensor', 'Where the temperature is read that the system follows.', choice({ wall: 'wall controller', return: 'return air', average: 'average of both', remote: 'remote sensor', jump: 'jumps between two' }), { never: { jump: 'A source that jumps between two sensors reads two rooms as one: choose one of them.' } }),
  role('read', 'sensor.trim', 'trim', 'Sensor offset', 'Added to what the sensor reads, so that it agrees with a reference beside it.', number('dF'), { perUnit: true }),
  role('read', 'sensor.averaging', 'averaging', 'Averaging', 'How long readings are averaged before they count.', number('s')),
  role('satisfied', 'fan.satisfied.heat', 'fan.heat', 'Fan when satisfied, heating', 'What the fan does once heating is satisfied.', SATISFIED),
  role('satisfied', 'fan.satisfied.cool', 'fan.cool', 'Fan when satisfied, cooling', 'What the fan does once cooling is satisfied.', SATISFIED),
  role('satisfied', 'fan.mode', 'fan', 'Fan mode', 'Whether the fan runs without a call for heat or cool.', choice({ auto: 'with calls only', on: 'all the time', circulate: 'some minutes an hour' })),
  role('satisfied', 'fan.circulate', 'circulate', 'Circulation', 'How many minutes of each hour the fan runs, calls counted in.', number('min')),
  role('hold', 'setpoint.heat', 'set.heat', 'Heating set point', 'The temperature that heating holds.', number('F')),
  role('hold', 'setpoint.cool', 'set.cool', 'Cooling set point', 'The temperature that cooling holds.', number('F')),
  role('hold', 'control.differential', 'diff', 'Differential', 'How far the room may drift from the set point before a call.', number('dF')),
  role('hold', 'control.dead-band', 'band', 'Dead band', 'The least distance between the heating and the cooling set point.', number('dF')),
  role('hold', 'control.cycle-rate', 'cycles', 'Cycle rate', 'The most starts in an hour, to suit the heat source.', number('/h')),
  role('hold', 'control.tightness', 'lean', 'Control response (proportional band)', 'How hard the controller drives before it reaches the set point.', choice({ soft: 'soft', normal: 'normal', hard: 'hard' })),
  role('hold', 'control.changeover', 'change', 'Automatic changeover', 'Whether it changes between heating and cooling without a hand.', choice({ auto: 'on', manual: 'off' })),
  role('hold', 'control.changeover-band', 'change.band', 'Changeover differential', 'How far past the set point the room must be before the other mode begins.', number('dF')),
  role('hold', 'control.dehumidify', 'dry', 'Dehumidification', 'How far cooling goes on below the set point to take water out.', choice({ off: 'off', overcool: 'cools a little further', slow: 'slows the fan' })),
  role('hold', 'control.aux-lockout', 'aux', 'Auxiliary heat lockout (off above this outdoor temperature)', 'Outdoor temperature above which auxiliary heat stays off.', number('F')),
  role('hold', 'control.compressor-lockout', 'comp.lock', 'Compressor low-ambient lockout', 'Outdoor temperature below which the compressor does not heat.', number('F')),
  role('hold', 'control.balance-point', 'balance.point', 'Balance point', 'Outdoor temperature below which the heat pump alone cannot hold the room, and auxiliary heat may join.', number('F')),
  role('hold', 'control.aux-droop', 'aux.droop', 'Auxiliary droop', 'How far the room must fall below the set point before auxiliary heat joins.', number('dF')),
  role('hold', 'control.aux-delay', 'aux.delay', 'Auxiliary delay', 'How long the droop lasts before auxiliary heat joins.', number('min')),
  role('hold', 'control.emergency-heat', 'emergency', 'Emergency heat', 'Whether auxiliary heat alone heats, and the compressor rests.', choice({ off: 'off', on: 'on' })),
  role('hold', 'humidity.target', 'rh', 'Humidity target', 'Humidity above which it dries.', number('pct')),
  role('hold', 'humidity.overcool', 'overcool', 'Overcool limit', 'How far below the set point cooling may go on to dry.', number('dF')),
  role('hold', 'setpoint.heat.most', 'set.heat.most', 'Highest heating set point', 'The most that somebody at the wall may ask for.', number('F')),
  role('hold', 'setpoint.cool.least', 'set.cool.least', 'Lowest cooling set point', 'The least that somebody at the wall may ask for.', number('F')),
  role('equipment', 'system.kind', 'kind', 'System type', 'What the controller believes that it drives.', choice({ 'heat-pump': 'heat pump', furnace: 'furnace', electric: 'electric heat', 'cool-only': 'cooling only', 'dual-fuel': 'heat pump with furnace' })),
  role('equipment', 'system.stages.heat', 'stages.heat', 'Heating stages', 'How many stages of heat are wired.', number('count')),
  role('equipment', 'system.stages.cool', 'stages.cool', 'Cooling stages', 'How many stages of cooling are wired.', number('count')),
  role('equipment', 'control.second-stage', 'second', 'Second stage', 'When a two-stage furnace behind a one-stage controller goes to its second stage.', choice({ never: 'never', timed: 'after a set time', auto: 'by its own reckoning' })),
  role('equipment', 'control.upstage-time', 'upstage', 'Second-stage delay', 'How long the first stage runs before the second joins.', number('min')),
  role('equipment', 'system.capacity', 'capacity.set', 'Capacity selected', 'The size that the board believes it is.', number('ton')),
  role('equipment', 'system.logic', 'logic', 'Zoning / high-static mode', 'Whether the board expects zoning or a duct of high static.', choice({ normal: 'normal', zoning: 'zoning', 'high-static': 'high static' })),
  role('equipment', 'system.reversing', 'reversing', 'O/B reversing valve', 'In which mode the reversing valve is energised.', choice({ cool: 'live in cooling', heat: 'live in heating' })),
  role('equipment', 'system.kit.heater', 'kit', 'Electric heater installed', 'Whether the board was told that an electric heater is fitted.', choice({ fitted: 'fitted', none: 'not fitted' })),
  role('equipment', 'control.rank', 'rank', 'Main or second controller', 'Which of two controllers is in charge.', choice({ main: 'main', second: 'second' })),
  role('equipment', 'system.address', 'address', 'Address', 'By which number this unit is spoken to.', number('count'), { perUnit: true }),
  role('equipment', 'control.min-on', 'min.on', 'Minimum run time', 'How long a start runs at least.', number('min')),
  role('equipment', 'control.min-off', 'min.off', 'Minimum off time', 'How long it rests at least before the next start.', number('min')),
  role('equipment', 'control.stage-delay', 'stage.delay', 'Interstage delay', 'How long one stage waits for another.', number('min')),
  role('equipment', 'control.stage-gap', 'stage.gap', 'Second-stage differential', 'How far from the set point the room must be before the second stage joins.', number('dF')),
  role('equipment', 'coil.target.cool', 'coil.cool', 'Evaporating target', 'How cold the coil is held in cooling.', COIL),
  role('equipment', 'coil.target.heat', 'coil.heat', 'Condensing target', 'How warm the coil is held in heating.', COIL),
  role('equipment', 'defrost.interval', 'defrost', 'Defrost interval', 'How often a defrost may begin.', number('min')),
  role('equipment', 'defrost.length', 'defrost.length', 'Maximum defrost', 'How long a defrost may last.', number('min')),
  role('equipment', 'defrost.mode', 'defrost.mode', 'Defrost mode', 'Whether a defrost begins by the clock or once the coil is frosted.', choice({ time: 'by time', demand: 'on demand' })),
  role('equipment', 'defrost.end', 'defrost.end', 'Defrost termination', 'Coil temperature at which a defrost ends.', number('F')),
  role('blower', 'airflow.cool', 'cool', 'Cooling tap', 'Which tap cooling blows with.', own),
  role('blower', 'airflow.cool.low', 'cool.low', 'Low-stage cooling tap', 'Which tap the low stage of cooling blows with.', own),
  role('blower', 'airflow.heat', 'heat', 'Heating tap', 'Which tap heating blows with.', own),
  role('blower', 'airflow.heat.low', 'heat.low', 'Low-stage heating tap', 'Which tap the low stage of heating blows with.', own),
  role('blower', 'airflow.continuous', 'continuous', 'Continuous-fan tap', 'How hard it blows between calls.', own),
  role('blower', 'airflow.dehumidify', 'dehum', 'Dehumidification airflow', 'How much less air is blown while drying.', number('pct')),
  role('blower', 'airflow.adjust', 'adjust', 'Airflow trim', 'Moves every tap by a share.', number('pct')),
  role('blower', 'airflow.ramp', 'ramp', 'Blower ramp', 'How the blower comes up and goes down.', RAMP),
  role('blower', 'fan.delay.on.cool', 'on.cool', 'Blower delay on, cooling', 'How long the blower waits after cooling begins.', number('s')),
  role('blower', 'fan.delay.off.cool', 'off.cool', 'Blower delay off, cooling', 'How long the blower runs on after cooling.', number('s')),
  role('blower', 'fan.delay.on.heat', 'on.heat', 'Blower delay on, heating', 'How long the blower waits for a warm exchanger.', number('s')),
  role('blower', 'fan.delay.off.heat', 'off.heat', 'Blower delay off, heating', 'How long the blower takes heat out after the fire is off.', number('s')),
  role('blower', 'fan.wait-for-warm', 'warm', 'Hot start', 'Whether the fan waits until the coil is warm, so that it does not blow cold.', YES_NO),
  role('blower', 'fan.on-at', 'fan.on', 'Fan-on temperature', 'Air temperature at which the mechanical switch starts the blower.', number('F')),
  role('blower', 'fan.off-at', 'fan.off', 'Fan-off temperature', 'Air temperature at which the mechanical switch stops the blower.', number('F')),
  role('blower', 'air.duct-static', 'duct.static', 'Duct static set point', 'Static that the fan holds in the supply duct.', number('inWc')),
  role('blower', 'drive.ramp.up', 'ramp.up', 'Drive acceleration', 'Seconds from standstill to full speed.', number('s')),
  role('blower', 'drive.ramp.down', 'ramp.down', 'Drive deceleration', 'Seconds from full speed to standstill.', number('s')),
  role('blower', 'drive.least', 'hz.least', 'Drive minimum frequency', 'The slowest that the drive lets the fan turn.', number('Hz')),
  role('blower', 'drive.most', 'hz.most', 'Drive maximum frequency', 'The fastest that the drive lets the fan turn.', number('Hz')),
  role('blower', 'drive.motor-amps', 'fla', 'Motor full-load amps', 'From the motor’s plate: what its protection in the drive rests on.', number('A'), { perUnit: true }),
  role('zones', 'fan.step.low', 'step.low', 'Low fan speed', 'How hard it blows with the fewest zones open.', number('pct')),
  role('zones', 'fan.step.mid', 'step.mid', 'Medium fan speed', 'How hard it blows with half of the zones open.', number('pct')),
  role('zones', 'fan.step.high', 'step.high', 'High fan speed', 'How hard it blows with every zone open.', number('pct')),
  role('zones', 'zone.count', 'zones', 'Number of zones', 'How many zones the controller has.', number('count')),
  role('zones', 'zone.last-open', 'last', 'Minimum open zone', 'Whether the zone that was open last stays open once no zone calls.', YES_NO),
  role('zones', 'zone.kind', 'zone.kind', 'Damper type', 'Whether a damper opens and shuts or moves in steps.', choice({ 'on-off': 'opens and shuts', steps: 'moves in steps' })),
  role('zones', 'zone.flow', 'zone.flow', 'Zone airflow', 'The share of the air that the zone takes when open.', number('pct'), { numbered: true }),
  role('zones', 'zone.design', 'zone.design', 'Zone design flow', 'The flow that the zone takes when open, where the device counts it as a flow.', number('cfm'), { numbered: true }),
  role('zones', 'zone.name', 'zone.name', 'Zone name', 'What people call the zone.', text, {
    perUnit: true,
    numbered: true,
  }),
  role('zones', 'zone.sensor', 'zone.sensor', 'Zone sensor', 'Which sensor a zone follows.', choice({ own: 'its own', main: 'the main controller' }), { numbered: true }),
  role('contacts', 'input.function', 'input', 'Input function', 'What happens when the input acts.', choice({ none: 'nothing', off: 'forces off', remote: 'remote on and off', fault: 'float or fault, with alarm', occupied: 'occupied', boost: 'full flow', mitigate: 'compressor off, fan on' }), { numbered: true }),
  role('contacts', 'input.sense', 'sense', 'Input contact action', 'Whether the contact acts by opening or by closing.', choice({ opens: 'it opens', closes: 'it closes' }), { numbered: true }),
  role('contacts', 'input.scope', 'scope', 'Input scope', 'Whether one unit or all of them answer to the input.', choice({ one: 'this unit', all: 'all units' }), { numbered: true }),
  role('fresh', 'freshair.sensor', 'oa.sensor', 'Outdoor sensor', 'What the outdoor sensor measures.', choice({ none: 'none', 'dry-bulb': 'dry bulb', enthalpy: 'enthalpy' })),
  role('fresh', 'freshair.changeover', 'oa.kind', 'Economizer changeover', 'How the economizer decides that outdoor air is good.', choice({ fixed: 'a fixed limit', zone: 'a climate curve', difference: 'return compared with outdoor', 'fixed-enthalpy': 'a fixed enthalpy and temperature', 'difference-enthalpy': 'enthalpy compared with the return' })),
  role('fresh', 'freshair.limit', 'oa.limit', 'Economizer high limit', 'Outdoor temperature above which free cooling ends.', number('F')),
  role('fresh', 'freshair.min.low', 'oa.low', 'Minimum position, low fan', 'Least damper position while the fan is slow.', number('pct')),
  role('fresh', 'freshair.limit.enthalpy', 'oa.enthalpy', 'Enthalpy high limit', 'Heat in the outdoor air above which free cooling ends.', number('BtuLb')),
  role('fresh', 'freshair.limit.offset', 'oa.offset', 'Differential offset', 'How much below the return the outdoor air has to be.', number('dF')),
  role('fresh', 'freshair.lockout', 'oa.lock', 'Economizer low lockout', 'Outdoor temperature below which free cooling stays off.', number('F')),
  role('fresh', 'freshair.min.mid', 'oa.mid', 'Minimum position, medium fan', 'Least damper position at the medium fan speed.', number('pct')),
  role('fresh', 'freshair.min.high', 'oa.high', 'Minimum position, high fan', 'Least damper position while the fan is fast.', number('pct')),
  role('fresh', 'freshair.min.unoccupied', 'oa.night', 'Minimum position, unoccupied', 'Least damper position while nobody is in the building.', number('pct')),
  role('fresh', 'freshair.line.speed', 'line.fan', 'Damper line, fan speed', 'Fan speed of a point of the damper line.', number('pct'), { numbered: true }),
  role('fresh', 'freshair.line.position', 'line.damper', 'Damper line, position', 'Least damper position at that fan speed.', number('pct'), { numbered: true }),
  role('fresh', 'freshair.damper.signal', 'damper.signal', 'Damper signal', 'What the damper’s actuator is driven with.', DRIVES),
  role('fresh', 'freshair.co2.signal', 'co2.signal', 'CO₂ sensor signal', 'What the CO₂ sensor tells its figure with.', SENSES),
  role('fresh', 'freshair.co2.span', 'co2.span', 'CO₂ sensor range', 'CO₂ at the upper end of the sensor’s signal.', number('ppm')),
  role('fresh', 'freshair.co2.low', 'co2.low', 'DCV start CO₂', 'CO₂ at which the damper begins to open.', number('ppm')),
  role('fresh', 'freshair.co2.high', 'co2.high', 'DCV full CO₂', 'CO₂ at which the damper is at its ventilation position.', number('ppm')),
  role('fresh', 'freshair.dcv.low', 'dcv.low', 'DCV minimum position', 'Least damper position with nobody in.', number('pct')),
  role('fresh', 'freshair.dcv.mid', 'dcv.mid', 'DCV minimum position, medium fan', 'Least damper position with nobody in, at the medium fan speed.', number('pct')),
  role('fresh', 'freshair.dcv.high', 'dcv.high', 'DCV minimum position, high fan', 'Least damper position with nobody in, while the fan is fast.', number('pct')),
  role('fresh', 'freshair.supply.place', 'sa.place', 'Supply sensor', 'Where the sensor sits that free cooling is steered by.', choice({ mixed: 'in the mixed air', leaving: 'in the leaving air' })),
  role('fresh', 'freshair.supply.target', 'sa.target', 'Supply-air target', 'Temperature that free cooling holds at that sensor.', number('F')),
  role('fresh', 'freshair.supply.cutout', 'sa.low', 'Supply-air low cut-out', 'Temperature at that sensor below which the damper goes to its least.', number('F')),
  role('fresh', 'freshair.overlap', 'overlap', 'Integrated cooling', 'Whether a compressor may run beside free cooling.', YES_NO),
  role('fresh', 'freshair.compressor-lockout', 'cool.lock', 'Compressor cooling lockout', 'Outdoor temperature below which no compressor cools.', number('F')),
  role('fresh', 'freshair.exhaust', 'exhaust', 'Exhaust fan start', 'Damper position at which the exhaust fan starts.', number('pct')),
  role('fresh', 'freshair.exhaust.high', 'exhaust.high', 'Exhaust fan start, high fan', 'Damper position at which it starts while the fan is fast.', number('pct')),
  role('fresh', 'freshair.exhaust.off', 'exhaust.off', 'Exhaust fan stop', 'Damper position at which the exhaust fan stops.', number('pct')),
  role('fresh', 'air.building-static', 'building.static', 'Building static', 'How much above outdoors the building is held.', number('inWc')),
  role('fresh', 'freshair.feedback', 'feedback', 'Actuator feedback', 'Whether the damper reports where it stands.', YES_NO),
  role('fresh', 'freshair.alarm', 'oa.alarm', 'Alarm output', 'Whether a fault closes the alarm output.', YES_NO),
  role('fresh', 'freshair.compressor-delay', 'oa.delay', 'Mechanical cooling delay', 'How long free cooling is tried before a compressor joins.', number('min')),
  role('times', 'time.clock', 'clock', 'Clock and day', 'Whether the clock and the day are right.', choice({ right: 'right', wrong: 'wrong' }), { perUnit: true }),
  role('times', 'time.format', 'clock.format', 'Clock format', 'How hours are shown.', choice({ '12': '12 h', '24': '24 h' })),
  role('times', 'time.program', 'program', 'Schedule type', 'How the week is divided for the program.', choice({ none: 'none: holds', 'day-by-day': 'day by day', 'weekday-weekend': 'weekdays and weekend', week: 'all days alike' })),
  role('times', 'time.periods', 'periods', 'Periods a day', 'How many periods a day has.', number('count')),
  role('times', 'time.recovery', 'recovery', 'Optimum start (recovery)', 'Whether it starts early so that the room is right when the period begins.', choice({ on: 'on', off: 'off' })),
  role('times', 'time.hold', 'hold', 'Permanent hold', 'Whether it holds one set point and leaves the program alone.', choice({ run: 'follows its program', held: 'held' })),
  role('times', 'time.daylight', 'dst', 'Daylight saving', 'Whether the clock goes over to summer time by itself.', choice({ on: 'by itself', off: 'by hand' })),
  role('times', 'time.override', 'override', 'Temporary hold', 'How long a set point by hand holds before the program goes on.', number('h')),
  role('program', 'time.start', 'start', 'Period start', 'When a period begins, for heating and cooling alike.', number('clock'), SLOT),
  role('program', 'time.heat-start', 'heat.start', 'Period start, heating', 'When a heating period begins.', number('clock'), SLOT),
  role('program', 'time.cool-start', 'cool.start', 'Period start, cooling', 'When a cooling period begins.', number('clock'), SLOT),
  role('program', 'time.heat-set', 'heat.set', 'Period set point, heating', 'Heating set point from the start of the period on.', number('F'), SLOT),
  role('program', 'time.cool-set', 'cool.set', 'Period set point, cooling', 'Cooling set point from the start of the period on.', number('F'), SLOT),
  role('program', 'time.on', 'on', 'Timer on', 'When the timer switches on.', number('clock'), SLOT),
  role('program', 'time.off', 'off', 'Timer off', 'When the timer switches off.', number('clock'), SLOT),
  role('program', 'time.act.do', 'act', 'Action', 'What a dated action does.', choice({ none: 'nothing', on: 'on', off: 'off', set: 'set points' }), LINE),
  role('program', 'time.act.at', 'act.at', 'Action time', 'When a dated action acts.', number('clock'), LINE),
  role('program', 'time.act.days', 'act.days', 'Action days', 'On which days of the week it acts.', DAY_SETS, LINE),
  role('program', 'time.act.from', 'act.from', 'Action first day', 'From which day of the year it acts.', number('date'), LINE),
  role('program', 'time.act.to', 'act.to', 'Action last day', 'To which day of the year it acts; before the first: over New Year.', number('date'), LINE),
  role('program', 'time.act.heat', 'act.heat', 'Action set point, heating', 'Heating set point that it puts in force.', number('F'), LINE),
  role('program', 'time.act.cool', 'act.cool', 'Action set point, cooling', 'Cooling set point that it puts in force.', number('F'), LINE),
  role('program', 'time.act.fan', 'act.fan', 'Action fan', 'What the fan does from then on.', choice({ auto: 'with the call', on: 'always on' }), LINE),
  role('service', 'bus.kind', 'bus', 'Building bus', 'What it speaks to the building’s own controls.', choice({ none: 'nothing', modbus: 'Modbus', bacnet: 'BACnet' })),
  role('service', 'display.units', 'units', 'Temperature units', 'Which degrees the display shows.', choice({ F: '°F', C: '°C' })),
  role('service', 'display.light', 'light', 'Backlight', 'Whether the display stays lit.', choice({ on: 'stays lit', press: 'on a press', off: 'dark' })),
  role('service', 'service.password', 'password', 'Password', 'Whether the password is still the one from the factory.', choice({ factory: 'from the factory', changed: 'changed' }), { never: { factory: 'A factory password is in every manual: put in one of the firm’s own.' } }),
  role('service', 'service.filter', 'filter.hours', 'Filter reminder', 'Hours of running after which the filter is called for.', number('h')),
  role('service', 'service.lock', 'lock', 'Key lock', 'What somebody at the wall may still change.', choice({ none: 'everything', part: 'set point only', full: 'nothing' })),
] as const

type Listed = (typeof LISTED)[number]
/** A role as it stands in the catalogue, without a number. */
export type RoleId = Listed['id']
/**
 * What may stand at a setting, in the language of its role: the meanings of a choice by name, so that a comparison with a
 * meaning that the role does not have is no code. Text for numbers, for marks of a device's own and for numbered places.
 */
export type MeaningOf<Id extends string> = Id extends RoleId
  ? Extract<Listed, { readonly id: Id }>['values'] extends infer V
    ? V extends { readonly kind: 'choice'; readonly options: infer O; readonly mayBeOwn?: never }
      ? keyof O & string
      : string
    : never
  : string

export const ROLES: readonly Role[] = LISTED

const BY_ID = new Map(ROLES.map((one) => [one.id, one]))

/** The role of an id, numbered or not (`zone.flow.3` is `zone.flow`); null for one that is not in the catalogue. */
export function roleOf(id: string): Role | null {
  const plain = BY_ID.get(id)
  if (plain) return plain
  const numbered = /^(.+)\.(\d{1,2})$/.exec(id)
  const role = numbered ? BY_ID.get(numbered[1] ?? '') : undefined
  return role?.numbered ? role : null
}

/** The number of a numbered role id, or null. */
export const numberOf = (id: string): number | null => {
  const role = roleOf(id)
  return role && role.id !== id ? Number(id.slice(role.id.length + 1)) : null
}

/** A role as a row is called: "Zone airflow 3". */
export function roleLabel(id: string): string {
  const role = roleOf(id)
  const number = numberOf(id)
  if (!role || number === null) return role?.label ?? id
  return `${role.label} ${role.numbered === 'slot' ? [...String(number)].join('.') : number}`
}

/** Whether a value means the same on every device, so that a rule may aim at it: no tap number, no dial letter, no name. */
export function isCommon(role: Role, value: string): boolean {
  const { values } = role
  return values.kind === 'number' || (values.kind === 'choice' && Object.hasOwn(values.options, value))
}

/** What stands at a setting of a role, as one of the meanings of that role. A value that is none of them is no meaning. */
export const meaningAs = <const Id extends string>(id: Id, meaning: string | null | undefined): MeaningOf<Id> | null => {
  if (meaning === null || meaning === undefined) return null
  const values = roleOf(id)?.values
  const isOne = values?.kind !== 'choice' || values.mayBeOwn === true || Object.hasOwn(values.options, meaning)
  return isOne ? (meaning as MeaningOf<Id>) : null
}
