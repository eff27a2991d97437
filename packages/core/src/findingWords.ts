import { finding } from './result.ts'

const LICENSED_TEST = 'manifold pressure and orifices, by a licensed hand, with a combustion test.'
const FLOW_FIRST = 'Put the flow right first; nothing can be said of the charge before.'
const MANUAL = 'Check both against the manual.'

/**
 * Everything that core finds in readings, wiring, settings and profiles, and how it is said: what is so, and what to do
 * about it. Nothing else in core words a finding.
 */
export const found = finding({
  // proof
  'moved-short': [
    'Superheat up and subcooling down: less refrigerant gets round than did.',
    'A leak is found and mended before any is added: licensed hands, by the maker’s chart.',
  ],
  'moved-restriction': [
    'Superheat and subcooling both up: liquid is held back on its way to the coil.',
    'Drier, valve and screen, by licensed hands; a frosted spot on the liquid line shows where.',
  ],
  'moved-over': [
    'Superheat down and subcooling up: more liquid than there was.',
    'See who added any since. Licensed hands, by the maker’s chart.',
  ],
  'moved-floods': [
    'Superheat down: liquid comes nearer to the compressor than it did.',
    'Airflow over the coil first (filter, blower, frost), then the valve’s bulb and its setting.',
  ],
  'moved-starved': [
    'Superheat up by itself: the coil gets less liquid, or more warm air.',
    'Airflow and return temperature first; then the valve, by licensed hands.',
  ],
  'moved-subcooling': [
    'Subcooling moved by itself.',
    'Look at the outdoor coil and its fan first; the charge is judged on a clean coil only.',
  ],
  'moved-less-air': [
    'Less air goes over the coil than did.',
    'Filter, coil face, blower wheel and grilles: see the Airflow stage.',
  ],
  'moved-more-air': [
    'More air goes over the coil than did.',
    'A tap or a drive was changed, or the filter is gone: see the Airflow stage.',
  ],
  'moved-split-wide': [
    'The split is wider than it was, and nothing else says why.',
    'Measure the airflow again before anything is said of the coil.',
  ],
  'moved-static-up': ['The static is higher than it was.', 'Walk it part by part on the Airflow stage: something narrows.'],
  'moved-static-down': [
    'The static is lower than it was.',
    'A panel, a boot or the filter lets air past, or the blower turns slower: see the Airflow stage.',
  ],
  'moved-less-capacity': [
    'The split is narrower than it was, with as much air: less cooling is made.',
    'Outdoor coil and fan, then superheat and subcooling with the next reading.',
  ],
  'moved-less-heat': [
    'The rise is smaller than it was, with as much air: less heat is made.',
    'See that it was not about to defrost; then outdoor coil, reversing valve, and elements one by one.',
  ],
  'moved-amps-up': [
    'It draws more than it did in this weather.',
    'Dirt on the outdoor coil, its fan, low volts, a tired capacitor.',
  ],
  'moved-amps-up-heat': [
    'It draws more than it did in this weather.',
    'Airflow indoors first: in heating, little air raises the pressure. Then volts and capacitor.',
  ],
  'moved-amps-down': [
    'It draws less than it did in this weather.',
    'It does less work: look at the charge and at the compressor.',
  ],
  'moved-drive': [
    'The drive runs at another frequency than it did.',
    'Its set point or its sensor was changed: see the Settings stage.',
  ],

  // readings
  'return-positive': [
    'Return static reads {returnInWc|+static}, but the blower pulls on that side: it should be below zero.',
    'Swap the hoses at the gauge, or the two figures, and read both sides again.',
  ],
  'static-rises': [
    'Static rises by {riseInWc|static} over the {parts}, where only a loss is possible: {fromInWc|+static} {from}, {toInWc|+static} {to}.',
    'Repeat the static {again}: probe square to the air, hose dry, gauge zeroed.',
  ],
  'method-outside': [
    'By {method} {flowCfm|flow} flow, by {others} {restCfm|flow}: {apartCfm|flow} or {apart} apart, {times} times what both may be off.',
    'Repeat {what}. Until then it is left out.',
  ],
  'methods-in-camps': [
    '{camps}: nothing here tells which is right.',
    'Repeat {one}, then {other}. Until then the flow is taken as {flowCfm|flow}, give or take {offCfm|flow}.',
  ],
  'duct-moved': [
    'Try {earlier} and try {now} do not see the same duct: at {flowCfm|flow} the earlier one lets expect {expectedInWc|static}, now it reads {readInWc|static}.',
    'Check that no damper, grille or panel moved since try {earlier} and that the tap is really {tap}; then repeat the static.',
  ],
  'tap-not-in-table': ['{tap} is not in the {table} table.', 'Taps there: {taps}. Read the tap again.'],
  'table-blank': [
    'The {table} table is blank for {tap} near {externalInWc|static}.',
    'Measure the flow another way: heater rise or the return grilles.',
  ],
  'above-table': [
    '{externalInWc|static} is above the {limitInWc|static} where the {table} table ends: it says nothing about the flow.',
    'Look for what is shut or blocked before anything else, or measure the flow by heater rise or at the return grilles.',
  ],
  'below-table': [
    '{externalInWc|static} is below the {limitInWc|static} where the {table} table begins.',
    'Check the probes, the filter door and the panels; a leak beside the cabinet reads like this.',
  ],
  'over-rated-static': [
    '{externalInWc|static} across the cabinet is over its rated {ratedInWc|static}.',
    'Take static out of the path before asking more of the blower.',
  ],
  'heavy-filter': ['The filter takes {dropInWc|static}, {share} of the external static.', 'Fit a clean filter, or a larger one.'],
  'heavy-part': [
    'The {part} takes {dropInWc|static}, {share} of the external static.',
    'Look into the {part} for what narrows it.',
  ],
  'under-heater-floor': [
    '{flowCfm|flow} is under the {floorCfm|flow} that the {heaterKw|power} heater needs.',
    'Do not run the heater like this: raise the flow first. The heater’s own limit stays as the maker built it.',
  ],
  'rise-on-other-tap': [
    'The heater’s rise was written on a try of {tap}, and the heater blows with {own}: it says nothing of this try’s flow.',
    'Log a try on {own} while it heats, and write the rise there: then it is a flow.',
  ],
  'heater-draws-less': [
    'The heater draws {drawnKw|power} ({volts} V × {amps} A), and its plate says {plateKw|power}.',
    'An element, a fuse or a sequencer is out, or the volts are fewer than the plate counts with (208 V give three quarters of what 240 V do). Find out before the heating tap counts as proved.',
  ],
  'heater-draws-more': [
    'The heater draws {drawnKw|power} ({volts} V × {amps} A), and its plate says {plateKw|power}.',
    'Another kit is fitted than was said, or a reading is wrong. Its least flow and its breaker are those of the kit that is there: read the plate again.',
  ],
  'loud-grille': [
    'Air leaves the {grille} grille at {faceFpm|velocity}; above {mostFpm|velocity} it is heard.',
    'Open other grilles, or give this one more area; a lower tap only by a step, and only while the flow stays within its aim.',
  ],
  'loud-return': [
    'Air enters the {grille} return at {faceFpm|velocity}; above {mostFpm|velocity} a return is heard.',
    'A larger return or filter grille, or a second one; a lower tap where the flow allows it.',
  ],
  'split-low': [
    'The split is {splitF|temperatureDifference}; this capacity and flow give {lowF|temperatureDifference} to {highF|temperatureDifference}.',
    'The flow is counted in already: do not slow the blower for it. Let it run ten minutes more and read again. If it stays low, the capacity or the charge is in question, or the air is wetter than was read: that is work for a licensed hand with gauges.',
  ],
  'split-low-any-air': [
    'The split is {splitF|temperatureDifference}; this capacity and flow give {lowF|temperatureDifference} to {highF|temperatureDifference}, be the room at {dryPct}% humidity or at {dampPct}%.',
    'Read the wet bulb of the return: it narrows that. The flow is counted in already: do not slow the blower for it. Let it run ten minutes more; if it stays low, the capacity or the charge is in question: that is work for a licensed hand with gauges.',
  ],
  'split-high-any-air': [
    'The split is {splitF|temperatureDifference}; this capacity and flow give {lowF|temperatureDifference} to {highF|temperatureDifference}, be the room at {dryPct}% humidity or at {dampPct}%.',
    'Read the wet bulb of the return, which narrows that, and both temperatures out of sight of the coil and heater. If it stays high, the flow is lower than the other methods say.',
  ],
  'split-heats': [
    'The supply is {riseF|temperatureDifference} warmer than the return: it heats.',
    'Nothing is said of cooling or charge by that. Read the split while it cools; the heat is judged on the Heat view.',
  ],
  'split-high': [
    'The split is {splitF|temperatureDifference}; this capacity and flow give {lowF|temperatureDifference} to {highF|temperatureDifference}.',
    'Read both temperatures again out of sight of the coil and heater. If it stays high, the flow is lower than the other methods say.',
  ],

  // why a split is off
  'split-sound': ['The split is what this flow and capacity give.', ''],
  'split-sound-any-air': [
    'The split is within what a room from dry to damp gives at this flow and capacity.',
    'The wet bulb of the return narrows that.',
  ],
  'split-little-air': ['Too little air: each cubic foot is cooled further.', FLOW_FIRST],
  'split-much-air': ['Too much air: each cubic foot is cooled less.', FLOW_FIRST],
  'split-damp': [
    'The coil takes out its rated heat, {waterPct}% of it as water: the air is damp, so its temperature falls less.',
    'Look for damp air that comes in; it dries with running time.',
  ],
  'split-dry': [
    'The coil takes out its rated heat, little of it as water: the air is dry, so its temperature falls further.',
    'Nothing is wrong with the plant.',
  ],
  'coil-weak': [
    'The coil takes out {sharePct}% of its rated heat at this flow: charge, metering, compressor, or a dirty coil outdoors.',
    'Clean the outdoor coil first; then superheat and subcooling by whoever may open the circuit.',
  ],
  'coil-too-strong': [
    'By the wet bulbs the coil takes out {sharePct}% of its rated heat, more than it can: a wet bulb or the flow is wrong.',
    'Wet wick, moving air, and read both again; hold the flow against another method.',
  ],
  'charge-low': [
    'Superheat is high and subcooling low: there is too little refrigerant.',
    'Find the leak before anything is added; licensed hands.',
  ],
  'liquid-held-back': [
    'Superheat and subcooling are both high: the liquid is held back.',
    'Drier, strainer, metering device; licensed hands.',
  ],
  'charge-high': [
    'Superheat is low and subcooling high: there is too much refrigerant.',
    'Recover to the plate’s figure; licensed hands.',
  ],
  'metering-open': [
    'Superheat and subcooling are both low: the metering device lets too much by, or the compressor is weak.',
    'Amps and pressures against the maker’s chart; licensed hands.',
  ],
  'charge-low-orifice': [
    'Superheat is above what this air asks for: there is too little refrigerant, or too little comes through.',
    'Leak, strainer, orifice of the wrong size; licensed hands, with the maker’s chart.',
  ],
  'charge-high-orifice': [
    'Superheat is below what this air asks for: there is too much refrigerant, or too little air over the coil.',
    'The flow first; then recover to the maker’s chart. Licensed hands.',
  ],
  'valve-floods': [
    'Superheat is so low that liquid may reach the compressor: the valve lets too much by, or its bulb is loose or warm.',
    'Stop it before it harms the compressor. Bulb, strap and insulation, then the valve; licensed hands.',
  ],
  'valve-starves': [
    'Superheat is higher than a valve that works lets it be, with liquid before it: the liquid is held back.',
    'Drier, strainer, valve; licensed hands.',
  ],
  'charge-as-wanted': [
    'What this metering device is judged by is within its tolerance: the charge is not the reason.',
    'Outdoor coil, compressor, and the readings themselves.',
  ],

  // a traverse
  'probe-reversed': [
    '{count} of {read} readings are below zero: the probe points down the air, or its two hoses are crossed.',
    'Point the nose into the air, the hose of the nose on the high port, and read them again.',
  ],
  'air-turns-back': [
    '{readings} below zero: the air turns back there, or the probe was turned.',
    'Read them again with the probe square to the air; until then they are left out of the mean. If they stay, this place is no good: find straighter duct.',
  ],
  outliers: ['{points} far from what the points around say.', 'Read again: depth of the probe, hose, zero of the gauge.'],
  'points-missing': ['{missing} of {count} points are still to be read.', 'A flow needs all of them; what was read stays.'],
  skewed: [
    'The air keeps to one side: one half is {sharePct}% faster than the other.',
    'An elbow or a damper is too near. Measure further on, or believe the flow less.',
  ],
  'points-weak': [
    '{weak} of {count} points read less than a tenth of the largest.',
    'Three quarters should be above: find a better place, or use another method.',
  ],
  'duct-not-straight': [
    'There is too little straight duct: {before} before and {after} after the holes, where {wantedBeforeIn|length} and {wantedAfterIn|length} are wanted.',
    'Find straighter duct, or believe the flow less and hold it against another method.',
  ],

  // furnaces
  'rise-within': ['The rise is inside the window of the plate.', ''],
  'rise-above': [
    'The rise is above the window: too little air for this fire. The exchanger runs hot and the limit will open.',
    'Filter, grilles and dampers first; then a faster heating tap. The limit stays as it is.',
  ],
  'rise-below': [
    'The rise is below the window: too much air for this fire. The exchanger stays cold and wet, and the air blows cool.',
    'Look at the input first: a fire that is too small rises too little as well. Then a slower heating tap, inside the window.',
  ],
  'input-over-plate': [
    'The meter gives {clockedBtuH|heatRate}, {awayPct}% over the plate.',
    `Look first whether a pilot or another appliance was on the meter. If not: ${LICENSED_TEST}`,
  ],
  'input-under-plate': [
    'The meter gives {clockedBtuH|heatRate}, {awayPct}% under the plate.',
    `Clock it once more over a longer time, then ${LICENSED_TEST}`,
  ],
  'manifold-off': [
    'On {fire} fire the manifold stands at {readInWc|static}, the plate says {plateInWc|static}.',
    'Clock the input, then by licensed hands: inlet pressure first, then the regulator, then combustion and carbon monoxide proved.',
  ],
  'inlet-low': [
    'The inlet pressure is {inletInWc|static} while it fires, under the {inletLeastInWc|static} of the plate.',
    'Pipe, valve or supply: have it looked at before the manifold is touched; a starved burner soots.',
  ],
  'inlet-high': [
    'The inlet pressure is {inletInWc|static}, over the {inletMostInWc|static} of the plate.',
    'Shut the gas off and call the supplier: the valve is not built for it.',
  ],
  'co-over': [
    '{coAirFreePpm} ppm of carbon monoxide, air-free, in the flue: more than the {mostPpm} ppm that a furnace may give.',
    'Shut it down, air the house, and let a licensed hand find why before it fires again. The local code may ask for less.',
  ],
  'co-raised': [
    '{coAirFreePpm} ppm of carbon monoxide, air-free, in the flue: higher than a clean burner gives.',
    'Look at input, air and exchanger before it is left; read it again after ten minutes of firing.',
  ],
  'fan-off-below-return': [
    'Fan-off stands at {fanOffF|temperature} and the return air is {returnF|temperature}: the blower never stops.',
    'Set fan-off above the warmest return air of the year.',
  ],
  'fan-still-runs': [
    'The blower still runs at the end of the time that was worked out.',
    'Raise fan-off a little; leftover heat is long spent by then.',
  ],
  'fan-never-starts': [
    'The blower never starts in this firing: the air does not reach {fanOnF|temperature}.',
    'Stop firing now: an exchanger without air overheats. Find out why (blower, belt, capacitor, switch, dirt); it is not fired again until the blower starts.',
  ],
  'fan-cycles': [
    'The blower starts {count} times in one firing: it takes more than the burner gives.',
    'Set fan-on and fan-off further apart, or give the blower a slower tap inside the temperature-rise window.',
  ],
  'fan-restarts': [
    'Leftover heat starts the blower again {times} after the burner is off.',
    'Lower fan-off by a step, so that it runs on until the exchanger is spent; never under {floorF|temperature}, where it blows cold and may not stop.',
  ],
  'fan-restarts-at-floor': [
    'Leftover heat starts the blower again {times} after the burner is off.',
    'Leave fan-off where it is: under {floorF|temperature} it blows cold and may not stop. Raise fan-on by a step, watched for one firing; then look at the air over the exchanger.',
  ],
  'fan-off-low': [
    'Fan-off stands at {fanOffF|temperature}, under {floorF|temperature}: the blower goes on with air that is felt as cold, and on a warm day it may not stop.',
    'Raise fan-off to {floorF|temperature} or over it, and keep fan-on well above.',
  ],
  'pointers-near': [
    'Fan-on and fan-off stand {apartF|temperatureDifference} apart; by rule of thumb it is {leastF|temperatureDifference} or more.',
    'Nearer ones start the blower again and again. Set them apart: fan-off not too low, fan-on well under the limit.',
  ],
  'limit-opens': [
    'The limit opens {times}: too little air for this burner.',
    'Find the missing air: filter, grilles, tap. The limit is proved and left as the maker set it.',
  ],

  // instruments
  'never-calibrated': ['{name}: nobody wrote down when it was calibrated.', 'Look at its sticker, and enter the day.'],
  'calibration-due': [
    '{name} was due for calibration on {due}.',
    'Send it in; until then check it against another one. What it read counts half as sure.',
  ],
  'outside-instrument': [
    '{name} read {reading}, outside its range of {lowest} to {highest}.',
    'Take that reading with an instrument made for it; until then it counts half as sure.',
  ],

  // control wiring
  'cable-short': [
    'The cable has {cable} conductors and this system wants {wanted}.',
    'Pull a new cable. Where the maker offers an adapter for its own controller, that is the other way; a conductor is never shared.',
  ],
  'power-on-common': [
    'Power and common of the transformer are joined: its fuse goes, or the transformer burns.',
    'Leave it off. Find the conductor or bridge between R and C and take it out before power returns.',
  ],
  'power-on-call': [
    'R is joined to {terminal} ({word}): it runs all the time, whatever the controller says, and past whatever should stop it.',
    'Leave it off. Take out what joins them, and find out what it was put in for before power returns.',
  ],
  'transformers-bridged': [
    'Two transformers are tied together: out of step they make up to 48 V, and a circuit that is switched off is fed back.',
    'Take out the bridge between Rc and Rh at the controller: it belongs there only where one transformer feeds both.',
  ],
  'transformers-tied': [
    'Two transformers are tied together: out of step they make up to 48 V, and a circuit that is switched off is fed back.',
    'Part the two power conductors: each to its own power terminal.',
  ],
  'emergency-on-nothing': [
    'Emergency heat comes out on E, and E is on nothing: when the heat pump is out, nothing heats.',
    'Bridge E to AUX at the controller, or give E a conductor of its own to the heater.',
  ],
  'dual-fuel-together': [
    'On “{call}” the furnace and the compressor heat at once: the coil lies over the flame, and its pressure rises until a switch opens.',
    'Take one of them off that call; a kit or a setting for dual fuel keeps them apart. Nothing heats until that is so.',
  ],
  'bridge-missing': [
    'The bridge between Rc and Rh is missing: one transformer feeds both, and {dead} gets no power.',
    'Put a bridge between Rc and Rh at the controller.',
  ],
  'valve-set-otherwise': [
    'The controller is set to switch the valve on in {set}, and this equipment wants it live in {wants}. It heats when it should cool.',
    'Change the setting of the reversing valve at the controller, not the conductor.',
  ],
  'valve-on-other': [
    'The reversing conductor is on {other} at the controller, and this equipment wants it live in {wants}. It heats when it should cool.',
    'Move it from {other} to {right} at the controller.',
  ],
  'conductor-strayed': ['{id} goes from {from} ({fromWord}) to {to} ({toWord}).', 'Move {id} to {wanted} on the equipment.'],
  'common-missing': [
    'The common conductor is missing: the controller takes its power through it.',
    'Land {conductor} on {from} at the controller and on {wanted} at the equipment.',
  ],
  'conductor-missing': [
    '{from} ({fromWord}) has no conductor to {wanted} on the equipment.',
    'Land {conductor} on {from} at the controller and on {wanted} at the equipment.',
  ],

  // outside contacts
  'contact-backwards': [
    'The {device} rests {rests}, and the input acts when it {acts}: it acts all the time, and never when the {device} trips.',
    'Set the input to act when it {otherwise}, or use the other contact of the {device}. Do not join the two wires.',
  ],
  'safety-rests-open': [
    'The {device} rests open: a broken wire looks as if all were well.',
    'Use a contact that rests closed, so that a broken wire stops the unit too, where the maker’s manual allows it.',
  ],
  'safety-line-unwatched': [
    'The {device} rests open: only a line that its panel watches tells a broken wire from all being well.',
    'Look whether the line is supervised (end-of-line resistor, trouble lamp); where not, use a contact that rests closed.',
  ],
  'safety-stops-nothing': [
    'When the {device} trips, nothing stops.',
    'Let the input force the unit off with an alarm; until then this is an open item.',
  ],
  'safety-leaves-fan': [
    'When the {device} trips, the blower goes on.',
    'It has to stop the whole unit, its fan too: let the input act as a fault with an alarm.',
  ],
  'leak-stops-nothing': [
    'When the {device} trips, the compressor goes on and nothing runs the blower.',
    'Compressor and every spark off, blower ON, zone dampers open: wire it to the mitigation output of the unit or its board, as the manual draws it. Until then the unit stays off and locked.',
  ],
  'leak-stops-blower': [
    'When the {device} trips, the blower stops with the unit: refrigerant that burns stays where it leaked.',
    'Compressor and every spark off, blower ON: wire it to the mitigation output of the unit or its board, as the manual draws it.',
  ],
  'leak-lets-compressor': [
    'When the {device} trips, the blower runs, but the compressor goes on pumping out what leaks.',
    'Compressor and every spark off, blower ON: wire it to the mitigation output of the unit or its board, as the manual draws it.',
  ],
  'safety-in-silence': [
    'When the {device} trips, the unit stops in silence: nobody learns of {hidden}.',
    'Let the input act as a fault with an alarm, where the device can; an alarm relay beside it where it cannot.',
  ],
  'safety-stops-all': ['One {device} stops all {units} units.', 'Let it stop its own unit alone, unless the makers ask for all.'],
  'safety-stops-one': [
    'The {device} stops this unit alone, of {units} that hang together.',
    'Codes stop every unit that shares a plenum, a duct or a zone with it: let it reach them all, unless each has air of its own. Ask whoever answers for the fire alarm.',
  ],

  // settings beside one another
  'setting-needs': ['{setting} needs {other} at {wanted}; it stands at {stands}.', '{why}'],
  'setting-excludes': ['{setting} cannot stand with {other} at {stands}{where}.', '{why}'],

  // profiles
  'role-unknown': [
    '{setting} names the role “{role}”, which Ingle does not know.',
    '{near}Leave the role out for a setting that is left alone.',
  ],
  'range-reversed': ['{setting}: its least value {min} is over its most, {max}.', 'Swap the two.'],
  'range-without-step': ['{setting}: its step must be above zero.', 'Give the step that the display moves by.'],
  'unit-unknown': ['{setting}: “{unit}” is not a unit of settings.', 'Use one of {units}.'],
  'unit-of-another': ['{setting}: {unit} does not measure “{role}”.', 'Choose the unit that the display counts in.'],
  'steps-as-percent': [
    '{setting}: {values} look like steps, and “{role}” counts in percent.',
    'Say what each one means, such as “3 = 60”, or give a range in the unit “step of n”.',
  ],
  'sizes-as-tons': [
    '{setting}: {values} can be no tons.',
    'Say the size of each, such as “24 = 2”: thousands of Btu/h by twelve.',
  ],
  'values-without-meaning': [
    '{setting}: what {values} do is not said, so no house rule can aim at them.',
    'Give each its meaning, one of {options}: “left = wet-first”.',
  ],
  'meanings-unknown': ['{setting}: {odd} nothing for “{role}”.', 'Say which of {options} each value means.'],
  'default-not-offered': ['{setting}: its default {value} is not among what it offers.', MANUAL],
  'code-twice': [
    'The code {code} stands twice ({label}).',
    'Give each setting its own code, or say with which equipment each of them holds.',
  ],
  'role-twice': [
    'Two settings stand for “{role}” ({label}).',
    'Keep one of them, number the role, or say with which equipment each of them holds.',
  ],
  'wait-in-ring': ['{ring} wait for one another in a ring.', 'One of them must be settable first: take its requirement out.'],
  'waits-for-itself': ['{ring} waits for itself.', 'One of them must be settable first: take its requirement out.'],

  // keypads
  'home-unknown': ['Its home screen “{home}” is not among its screens.', 'Name the screen that stands after power-up.'],
  'keys-unknown': ['Screen “{screen}” uses {keys}, which the device does not have.', 'It has {known}.'],
  'way-to-nowhere': ['Screen “{screen}” leads to “{to}”, which is none.', 'Name one of its screens.'],
  'service-code-without-rule': [
    'Screen “{screen}” asks for the service code, and the profile has no rule for it.',
    'Give the rule, or the code itself.',
  ],
  'list-empty': ['The list “{screen}” has no items.', 'Name the settings in it.'],
  'item-unknown': [
    'The list “{screen}” names “{item}”, which is no setting of the profile.',
    'Use its role, or alone. and its code.',
  ],
  'hand-set-unknown': ['“{item}” is set by hand, and is no setting of the profile.', 'Use its role, or alone. and its code.'],
  'screen-unreached': ['No keys lead to the screen “{screen}”.', 'Give a way to it, or take it out.'],
  'screen-without-way-out': ['Nobody gets home from “{screen}”, reached by {path}.', 'Give it a way out, or a time-out.'],
  'value-not-left': [
    'A value on “{screen}” cannot be left unwritten.',
    'Give it a key that goes back, or another one that writes.',
  ],
  'address-fields': ['“{item}” has {count} numbers, and “{screen}” asks for {wanted}.', 'Give one for each field.'],
  'address-not-shown': [
    '“{item}” stands at {at}, and “{screen}” cannot show {missing} there.',
    'Add it to what the field can show.',
  ],
  'address-twice': ['“{item}” and “{other}” both stand at {at}.', 'One address names one setting.'],
  'no-pair': ['{value} of “{item}” is no pair of digits.', 'Write its code as a digit and x, or the value as two digits.'],
  'pair-twice': ['{pair} means “{item}” and “{other}” on “{screen}”.', 'A pair means one thing.'],
})
