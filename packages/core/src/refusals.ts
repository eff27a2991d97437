import { refusing } from './result.ts'

const AIR_REMEDY =
  'Check the flow and the entering temperature and humidity; with so little air a coil would give less than its rated capacity.'
const WET_REMEDY = 'Read both thermometers again, the wet one with a clean wet wick in moving air.'
const SERVICE_REMEDY = 'Read it from “{shows}”; it looks like {example}.'

/**
 * Everything that core refuses, and how it is said: what is wrong, and what to do about it. Nothing else in core words a
 * refusal.
 */
export const refuse = refusing({
  // air
  'capacity-or-flow-unknown': [
    'Capacity or rated flow is not known.',
    'Enter the capacity on the Survey stage, and choose a rule for the flow.',
  ],
  'air-holds-less-than-rated': [
    'The air that enters does not hold the heat that this coil is rated for.',
    'Look at the temperatures, at the capacity and at the flow again.',
  ],
  'dry-bulb-out-of-range': [
    '{dryBulbF|temperature} is outside the range of the air formulas.',
    'Read the dry bulb again; indoors it is between {leastF|temperature} and {mostF|temperature}.',
  ],
  'pressure-out-of-range': ['{pressurePsia} psia is no pressure of air on the ground.', "Check the site's altitude."],

  'no-air-flow': ['There is no air flow.', AIR_REMEDY],
  'air-holds-less-water': ['The air does not hold the water this capacity would take out.', AIR_REMEDY],
  'air-leaves-too-cold': ['The air would leave colder than its water allows.', AIR_REMEDY],
  'humidity-out-of-range': ['{rh}% relative humidity is outside 0 to 100.', WET_REMEDY],
  'wet-above-dry': ['A wet bulb of {wetBulbF|temperature} is above the dry bulb of {dryBulbF|temperature}.', WET_REMEDY],
  'wet-out-of-range': ['A wet bulb of {wetBulbF|temperature} is outside the formulas.', WET_REMEDY],
  'wet-too-low': [
    'A wet bulb of {wetBulbF|temperature} beside {dryBulbF|temperature} would need air drier than dry.',
    WET_REMEDY,
  ],
  'dew-above-dry': ['A dew point of {dewPointF|temperature} is above the dry bulb of {dryBulbF|temperature}.', WET_REMEDY],
  'dew-out-of-range': ['A dew point of {dewPointF|temperature} is outside the formulas.', WET_REMEDY],
  'more-water-than-air-holds': ['This much water is more than the air can hold.', WET_REMEDY],

  // proof
  'outside-saturation': [
    '{psia} psia lies outside of the saturation table.',
    'Read the gauge again; see that the table is that of the refrigerant on the plate.',
  ],

  // airflow
  'fan-speed-unknown': ['The fan at full speed is not known.', 'Measure its flow at base frequency once; enter both.'],
  'drive-range-reversed': ['The drive’s least frequency is above its most.', 'Read both parameters again.'],
  'no-flow-wanted': ['No flow is wanted.', 'Enter the flow that the fan should bring.'],
  'rise-gives-no-flow': [
    'A rise of {riseF|temperatureDifference} gives no flow.',
    'The supply must be warmer than the return: wait until the heater runs steadily, then read both again.',
  ],
  'heater-without-heat': ['The heater gives no heat by these figures.', 'Read volts and amps at the heater while it runs.'],
  'meter-still': ['The meter did not move, or no time went by.', 'Clock at least one turn of the smallest dial.'],
  'no-such-gas': [
    '{heatingValueBtuFt3} Btu/ft³ is no gas that is piped to houses.',
    'Ask the supplier; natural gas is near 1,000, propane near 2,500.',
  ],
  'rise-window-reversed': [
    'A window from {lowF|temperatureDifference} to {highF|temperatureDifference} is none.',
    'Read both ends on the plate: the lower one first.',
  ],
  'duct-without-diameter': ['A duct without diameter carries no air.', 'Measure it inside, or take the circumference.'],
  'duct-without-width': ['A duct without width or height carries no air.', 'Measure both inside, lining taken off.'],

  // control
  'blower-air-unknown': ['The air that the blower moves is not known.', 'Enter the flow, or measure it on the heating tap.'],
  'no-blower-delays': ['This furnace has no blower delays to set.', 'Leave them as they are.'],
  'exchanger-not-whole': [
    'The exchanger is not described whole.',
    'Its heat capacity, its burner and what it gives to the air have to be known.',
  ],
  'fan-off-above-fan-on': [
    'Fan-off at {fanOffF|temperature} is not below fan-on at {fanOnF|temperature}.',
    'Set fan-off lower: the blower would start and stop at once.',
  ],
  'limit-closes-where-it-opens': ['The limit closes where it opens.', 'Read both figures on the switch again.'],
  'fan-on-above-limit': [
    'Fan-on stands above the limit: the burner would go out before the blower starts.',
    'Lower fan-on. The limit stays as it is.',
  ],
  'calls-out-of-order': ['The calls of the burner are not in order.', 'Each begins after the one before has ended.'],
  'burner-or-air-unknown': ['The burner or the air is not known.', 'Enter the input with its efficiency, and the flow.'],
  'no-time-to-blower': ['Flame to blower took no time.', 'Take it by the watch, from cold.'],
  'fan-on-below-return': ['Fan-on stands below the return air.', 'Then the blower runs for ever: set the dial first.'],
  'no-such-exchanger': [
    'No exchanger of this burner starts its blower after {toStartS} s.',
    'Take the time again, from cold, with the door closed; look at the pointer and at the input.',
  ],
  'low-fire-not-lower': ['Low fire gives no less than high fire.', 'Enter both inputs from the plate, the low one first.'],
  'furnace-too-small': [
    'On high fire the rooms would not warm up at this loss.',
    'Look at the loss again; if it is right, the furnace is too small for such a day.',
  ],

  // fresh air
  'unit-log-too-long': ['This log has {count} lines; 500 are taken.', 'Paste the hours that you want to look at.'],
  'unit-log-lacks': [
    'No column of the head is the {missing}.',
    'Begin with a head like “OA, RA, MA, damper, cooling”; the order does not matter.',
  ],
  'unit-log-unread': [
    'None of the {count} lines has three temperatures and a damper from 0 to 100.',
    'Look whether the head fits the lines below it.',
  ],
  'weather-too-long': ['This weather has {count} lines; a year of hours is taken.', 'Paste the days that you want to look at.'],
  'weather-without-head': [
    'The first line does not name the columns.',
    'Begin with a head like “Time, Temp °F, RH %”: a figure without a name could be anything.',
  ],
  'weather-without-dry-bulb': [
    'No column of the head is a dry bulb: {head}.',
    'Name it Temp, Dry bulb or Outdoor, with °F or °C.',
  ],
  'weather-without-moisture': [
    'No column of the head is humidity or dew point: {head}.',
    'Name it RH % or Dew point: without it nobody knows the heat in the air.',
  ],
  'weather-unread': [
    'None of the {count} lines has a temperature and a humidity in the named columns.',
    'Look whether the head fits the lines below it.',
  ],

  // times
  'week-csv-without-head': [
    'This table names no days and times; its head reads “{head}”.',
    'A week has the columns days, what, at, heat_f, cool_f. Nothing was taken.',
  ],
  'week-csv-too-long': ['{count} rows are more than a week has.', 'Is it another table? Nothing was taken.'],
  'week-csv-days': ['Row {line}: “{text}” are no days.', 'Write mo-fr, sa su or daily. Nothing was taken.'],
  'week-csv-day-twice': ['Row {line}: “{text}” names a day twice.', 'Name each day once. Nothing was taken.'],
  'week-csv-time': ['Row {line}: “{text}” is no time of day.', 'Write 05:45 or 5:10 pm; a day ends at 23:59. Nothing was taken.'],
  'week-csv-what': ['Row {line}: “{text}” is nothing that people do here.', 'Write up, in, out, back or bed. Nothing was taken.'],
  'week-csv-temperature': [
    'Row {line}: {text} is no set point.',
    'Heating 35 to 95 °F, cooling 55 to 105 °F, or leave the cell empty. Nothing was taken.',
  ],
  'week-csv-mode': [
    'Row {line}: “{text}” is no mode or fan.',
    'Mode is off, heat or cool, fan is auto, on, low, medium or high; or leave the cell empty. Nothing was taken.',
  ],
  'week-csv-twice': ['Row {line}: two things begin on {text}.', 'Leave one of them out. Nothing was taken.'],
  'ics-too-long': ['This calendar has {megabytes} MB; two are read.', 'Export the holidays alone.'],
  'ics-unread': ['This is not a calendar that can be read.', 'Choose an .ics file, as a calendar exports it.'],
  'ics-without-events': ['This calendar has no events.', 'Export one that has the holidays in it.'],

  'program-without-channel': [
    'This device holds no program for heating or cooling that was asked for.',
    'Ask for the set points that it controls, or choose the device that holds them.',
  ],
  'program-without-periods': [
    'This device has no period that a program could be put into.',
    'Enter how many periods a day it holds, and its steps of minutes and degrees.',
  ],
  'program-without-gap': [
    'Its ranges leave no heating and cooling set point {gap|temperatureDifference} apart.',
    'Look at the ranges and at the least gap of this device again.',
  ],

  // rooms
  'room-without-capacity': [
    'A room needs air and mass that hold heat, and no loss below nothing.',
    'Take one of the named kinds of room, or calibrate it to this one.',
  ],
  'log-too-long': ['This log has {count} lines; 100,000 are taken.', 'Paste the days of the warm-up alone.'],
  'log-unread': [
    'No temperatures were found in these {count} lines.',
    'A line is a time and a temperature, like “06:05, 61.2” or “2026-11-24 06:05;16,2”.',
  ],
  'log-too-short': ['{count} readings are too few.', 'Log every five minutes for two hours or more.'],
  'log-without-rise': [
    'The room rose by {riseF|temperatureDifference} only.',
    'Log a warm-up from a setback of several degrees, the plant running all the while.',
  ],
  'log-without-heat': [
    'What heated it is not known: a room that only cools tells how quickly, not how much it loses.',
    'Enter what the plant gave, from its plate.',
  ],
  'log-cannot-tell': [
    'The log cannot tell loss from capacity.',
    'Log on until the room warms up more slowly: three hours or more from a deep setback, every five minutes.',
  ],
  'story-without-rise': ['The room does not rise in this story.', 'Say how cold it was first, and how warm by when.'],
  'story-impossible': [
    'No room of this kind warms up so with this plant.',
    'Look at the output, the outdoor temperature and the times again.',
  ],
  'day-log-short': ['The log is shorter than a day.', 'Paste a whole day of outdoor temperatures, from midnight to midnight.'],
  'day-log-hole': ['The log has a hole of more than {hours} hours.', 'Paste another day, or fill the hole from another source.'],
  'moisture-without-air': [
    'Without air in the rooms and over the coil no humidity can be run.',
    'Give the floor area, and the airflow in cooling.',
  ],
  'day-too-short': ['The day has not 24 hours.', 'Give a value for each hour of outdoor temperature and of gains.'],
  'step-uneven': ['The step does not part an hour evenly.', 'Take 1 s, 2 s or 5 s.'],
  'set-points-cross': [
    'The heating set point is not below the cooling one: it would heat against itself.',
    'Set heating below cooling by more than the changeover differential.',
  ],
  'controller-without-rate': [
    'A controller that leans needs a cycle rate and an integral time.',
    'Give how many times an hour it may start, and its response.',
  ],
  'variable-without-lowest': ['A variable machine has a lowest output.', 'Give it as a share of the whole, like 30%.'],

  // device
  'bank-size': ['A bank has 1 to {mostSwitches} switches, not {count}.', 'Count them on the board.'],
  'no-such-switch': ['There is no switch {wrong} on a bank of {count}.', 'Switches count from 1.'],
  'value-over-switches': ['{value} does not fit on {count} switches.', 'They hold 0 to {most}.'],
  'code-empty': ['There is no code in it.', 'Pairs of digits, like 0A 1F.'],
  'code-not-hex': ['A code has the figures 0 to 9 and the letters A to F.', 'Read it again.'],
  'code-odd': ['One digit is left over: codes go in pairs.', 'Look for a zero that was left off.'],
  'no-such-pair': ['There is no pair {pair} in a code of {count}.', 'Pairs count from 1.'],
  'no-such-bit': ['A pair has the bits 0 to 7, not {bit}.', 'Bit 0 is the lowest.'],
  'no-such-setting': ['This device has no setting “{id}”.', 'Choose among those in its profile.'],
  'no-such-value': ['{label} has no value “{value}”.', 'It has {values}.'],
  'no-keys-lead': ['No keys lead to {settings}.', 'Set it where it lives; its profile says how it is reached.'],
  'settings-wait': [
    'These settings wait for one another, or one of them stands in no list.',
    'Set one of them alone, then plan again from what the screen reads.',
  ],
  'over-register': ['{value} does not fit into a register.', 'Look at the scale in the profile.'],
  'register-means-nothing': [
    'Register {register} ({label}) reads {word}, {says}.',
    'Look whether it is the right device and the right version of its profile; nothing was taken from it.',
  ],
  'service-code-unknown': [
    'It asks for a service code that follows from “{shows}”, and nobody has read that off this device yet.',
    'Read it first; it looks like {example}. A wrong code, tried a few times, locks the device.',
  ],
  'service-code-empty': ['There is no figure in it.', SERVICE_REMEDY],
  'service-code-too-long': ['That is longer than any version number.', SERVICE_REMEDY],
  'service-code-too-short': ['It has only {count} figures; the rule needs {n}.', SERVICE_REMEDY],
  'outside-setting': ['{label} cannot be {value}.', 'It goes from {min} to {max}.'],
  'setting-not-a-number': ['{label} cannot be {value}.', 'It is no number.'],

  // paste
  'no-blower-table': [
    'No blower table was found in this text.',
    'Copy the table with its line of statics and one line for each tap; prose and headings may stay.',
  ],
  'list-too-long': ['This is {count} characters.', 'Paste one list at a time; nothing was taken.'],
  'table-too-long': ['This is {count} characters.', 'Paste one table at a time; nothing was taken.'],
  'no-kit-table': [
    'No table of heater kits was found in this text.',
    'Copy it with its heading (kit, kW, least flow) and one line for each kit.',
  ],
  'no-settings-list': [
    'No list of settings was found in this text.',
    'Copy it with its heading, such as Code, Setting, Range and Default, and one line for each setting.',
  ],

  // quantity
  'not-a-number': ['“{shown}” is not a number.', 'Type the {name} as digits, like {example}.'],
  'out-of-range': [
    '{value} {symbol} is outside what a {name} can be here.',
    'Check the decimal point and the unit; {example} is a usual reading.',
  ],
  'unit-of-another': ['“{shown}” measures {other}, not {name}.', 'Leave the unit off for {unit}, or type {example}.'],
  'no-such-unit': ['“{shown}” is not a unit of {name}.', 'Leave the unit off for {unit}, or type {example}.'],

  // safety
  'safety-device': [
    'That is {device}, and a safety device is never bridged, locked or stood in for, not for one night either.',
    '{instead} Write an open item, and tell the occupant why.',
  ],
  'perhaps-safety-device': [
    'That sounds like something that protects, put out of action: it is never bridged, locked or stood in for.',
    'Leave the equipment off and locked, write an open item, and tell the occupant why. If it protects nobody, say what part it is.',
  ],

  // wiring
  'conductor-unnamed': ['The conductor has no name.', 'Its colour will do.'],
  'no-such-controller-terminal': ['The controller has no terminal {controller}.', 'Choose one of its terminals.'],
  'no-such-board-terminal': ['That board has no terminal {terminal}.', 'Choose one of its terminals, or another kind of system.'],
  'conductor-taken': [
    '{id} is on {terminals} already: one conductor on two terminals would tie them together.',
    'Take it off there first. If two terminals really are tied, enter that as a bridge.',
  ],

  // zones
  'one-outlet': ['One outlet alone is always balanced.', 'Enter the outlets with their wanted flows.'],
  'outlet-without-wanted-flow': ['{name} has no wanted flow.', 'Enter it, or share the zone’s flow among its outlets.'],
  'outlet-unread': ['{name} was not read yet.', 'Read every outlet once with all dampers open, then the first step is named.'],
  'outlet-without-air': [
    '{name} reads no air.',
    'Look for a shut damper, a crushed or loose duct there before anything else is touched.',
  ],
  'tap-without-flow': ['The table has no flow for this tap.', 'Look at the tap again.'],
  'tap-with-one-flow': ['The table has fewer than two flows for this tap.', 'Look at the table in the Library.'],
  'zone-without-outlets': [
    'Zone {zone} has no outlets that air could go through.',
    'Enter its outlets with their size, or take it away.',
  ],
  'no-static-read': ['No static was read with the zones open.', 'Open every zone, read both sides of the cabinet, and log it.'],
  'supply-static-not-above-zero': [
    'Supply static of {supplyInWc|static} pushes no air out.',
    'It should be above zero: look whether the hoses are crossed, and read it again.',
  ],
  'return-static-above-zero': [
    'Return static of {returnInWc|static} is above zero.',
    'The blower pulls on that side: swap the hoses, or the two figures.',
  ],
  'reading-without-flow': ['A reading has no flow.', 'Name the tap, so that the table answers, or enter the flow.'],
  'reading-all-shut': ['A reading was taken with everything shut.', 'It says nothing of the zones: take it with one zone open.'],
  'too-many-zones': ['{zones} zones cannot be combined here.', 'It works for 1 to {mostZones} zones.'],
  'zone-without-resistance': [
    'Zone {zone} has no resistance.',
    'Measure its flow and the static before it; no outlets is no zone.',
  ],
  'common-duct-below-nothing': ['The common duct has a resistance below nothing.', 'Look at the signs of the probes.'],
  'no-such-branch': ['A branch that is always open is none of the zones.', 'Choose among the zones.'],
  'closed-share-out-of-range': ['A closed damper lets through more than an open one.', 'Enter the share between 0 and 100%.'],
  'relief-at-nothing': ['The relief opens at no static.', 'Enter the static at which it opens.'],
  'fan-holds-nothing': ['The fan has no flow or no static that it holds.', 'Take both from its table.'],
  'fan-curve-too-short': ['A fan curve needs two points or more, each with its flow and its static.', 'Add the missing ones.'],
  'fan-curve-goes-back': [
    'The fan curve goes back at {flowCfm|flow}.',
    'Flow rises and static falls from point to point; look at that one again.',
  ],
  'outlet-without-area': [
    'An outlet without area has no speed.',
    'Measure its opening, or take it out of the list if it is none.',
  ],
  'zone-without-share': ['Zone {zone} has no {measure} that can be shared by.', 'Enter it, or share by another measure.'],
  'no-zone-closes': ['Every zone is always open: there are no steps to choose.', 'Steps are for zones that close.'],
  'nothing-to-share': ['There is nothing to share.', 'Enter outlets, loads or design flows.'],
  'zone-without-wanted-flow': [
    '{name} has no wanted flow.',
    'Enter its design flow, its load, or its outlets, so that it can be shared.',
  ],
})
