import { finding } from '@ingle/core'

/** Everything that a visit finds beside what core finds in its readings, and how it is said. */
export const found = finding({
  // airflow
  'flow-outside-aim': [
    'The last measured flow is {flowCfm|flow} on {tap}, {off} {side} the aim of {aimCfm|flow}.',
    'See the next move on the Airflow stage; where it has to stay like this, decide otherwise there, with the reason.',
  ],
  'flow-outside-aim-nearest': [
    'The last measured flow is {flowCfm|flow} on {tap}, {off} {side} the aim of {aimCfm|flow}.',
    'No tap comes nearer on this duct: say so on the sheet, or change what the air goes through.',
  ],
  'derate-unknown': [
    'The site lies at {altitudeFt|altitude} and nobody has said whether the burner was derated for it.',
    'Taken here: less by {pct|derating}. Read the conversion label beside the plate, or clock the meter; the local code’s rule goes first.',
  ],
  'heating-value-lacks': [
    'The meter was read, and nothing says yet how much heat its gas holds.',
    'Ask the supplier for the heating value and enter it on Heat; until then the input is the plate’s.',
  ],
  'gas-as-taken': [
    'The metered volume was brought to the conditions of the heating value with {taken}.',
    'Read them at the meter, or ask the supplier whether the heating value is as delivered at this height.',
  ],
  'input-not-clocked': [
    'The input of this burner is the plate’s, not clocked.',
    'Clock it at the meter before a heating tap is moved: a rise outside its window may be the fire, not the air.',
  ],
  'fire-unknown': [
    'What the plate says of the {fire} fire is not known.',
    'Enter its input and its rise on the Survey stage; until then no tap is aimed at for it.',
  ],
  // power
  'set-for-another-kind': [
    'The {device} is set for {set}, before {is}.',
    'Set it for what stands there before it calls anything: set otherwise it calls at other terminals, and what it shows of stages and auxiliary heat is not so.',
  ],
  'contact-unproved': [
    '{device} on input {number} was never tripped to see what it does.',
    'Trip it by the test on the Power stage, and write down what the unit did.',
  ],
  'isolation-on': [
    'It is still made dead: {steps}.',
    'Take the locks off, put the power and the fuel back, and say so on the Power stage before you leave.',
  ],
  // comfort
  'comfort-holds-not': [
    'The equipment cannot hold the room on such a day: {missingBtuH|heatRate} are missing at the worst hour.',
    'It holds until {untilF|temperature} outdoors. Look at loss, filter and charge before any setting.',
  ],
  'comfort-off': [
    'People sit in {airF|temperature} while {wantedF|temperature} is wanted.',
    'What the sensor reads is not where they are: look at Sensing first.',
  ],
  'comfort-swings': [
    'The room swings by {swingF|temperatureDifference}.',
    'A narrower differential or a quicker sensor evens it; both start the machine more often.',
  ],
  'comfort-swings-varies': [
    'The room swings by {swingF|temperatureDifference}, though the machine varies its output.',
    'A quicker sensor, or a controller that leans harder; its differential counts only where it stops and starts again.',
  ],
  'comfort-swings-unheld': [
    'The room swings by {swingF|temperatureDifference}: at the worst hour the equipment cannot hold it.',
    'No differential mends that: look at loss, filter and charge.',
  ],
  'comfort-starts': [
    'It starts {startsPerH} times an hour.',
    'A wider differential, a lower cycle rate or a longer pause lets it run longer.',
  ],
  'comfort-even': ['It stays within {swingF|temperatureDifference}, about {airF|temperature}.', ''],
  'comfort-set-points-cross': [
    'Heating holds {heatF|temperature} and cooling {coolF|temperature}: they would work against each other.',
    'Set heating below cooling by more than the changeover differential.',
  ],
  'comfort-cycle-under-least': [
    'A cycle rate of {rate} an hour asks for runs of {run} min at half load; the least times do not allow them: it would start {really} times an hour.',
    'Take a lower cycle rate, or shorter least times where the maker allows them.',
  ],
  'sensor-off': ['{says}', '{does}'],
  // fresh air
  'people-as-area': [
    '{space} has {people} people on {areaFt2|floorArea}.',
    'Is that the floor? People and floor stand in two fields.',
  ],
  'space-without-area': ['{space} has no floor.', 'Enter it: a part of the outdoor air is for the floor itself.'],
  'space-without-rate': ['{space} has no rates.', 'Choose its use, or enter the code’s own rates.'],
  'serves-guessed': [
    'Several spaces hang on one unit: the simplified procedure for several spaces is taken.',
    'Say on Need how it serves them.',
  ],
  'point-too-close': [
    'At {fan}% fan and {damper}% damper indoors and outdoors are too close: the temperatures tell nothing.',
    'Wait until they are {leastF|temperatureDifference} apart, or measure by station, traverse or hood.',
  ],
  'point-implausible': [
    'At {fan}% fan and {damper}% damper the temperatures say {share}% outdoor air, which cannot be.',
    'Read all three again in moving air, shaded and dry; stir the mixed air by moving the thermometer.',
  ],
  'point-unsure': [
    'At {fan}% fan and {damper}% damper it is sure to {errorCfm|flow} only.',
    'It counts with that uncertainty. A colder or hotter hour, or another way of measuring, makes it surer.',
  ],
  'point-without-supply': [
    'At {fan}% fan and {damper}% damper the supply is not known: the share alone gives no flow.',
    'Enter the supply at full speed on Need, or with the point.',
  ],
  'point-without-station': [
    'At {fan}% fan and {damper}% damper the station is not described.',
    'Enter its signal, range and area on Need.',
  ],
  'point-signal-fault': [
    'At {fan}% fan and {damper}% damper the station gives {signal}: less than its live zero.',
    'Look at its supply and its wire.',
  ],
  'point-without-opening': [
    'At {fan}% fan and {damper}% damper the opening that was traversed has no area.',
    'Enter it on Need.',
  ],
  'point-falls': [
    'At {fan}% fan and {damper}% damper the wider damper brought less air than the narrower one.',
    'One of the two is wrong: measure both again, or look whether the blades follow the actuator.',
  ],
  'point-not-run': [
    'This fan never runs at {fan}%: the point is not one that the controller uses.',
    'It still tells of the damper. Measure at the speeds that the fan has.',
  ],
  'line-under': [
    'At {fan}% fan, {basis}, the damper lets in {underCfm|flow} less than the {needCfm|flow} that are needed.',
    'Set the positions of the damper line, and prove each in test mode.',
  ],
  'line-over': [
    'At {fan}% fan, {basis}, the damper lets in {overCfm|flow} more than the {needCfm|flow} that are needed: it is heated and cooled all year.',
    'Set the positions of the damper line, and prove each in test mode.',
  ],
  'dcv-under-area': [
    'With few people the damper lets in {lowCfm|flow}; floor and exhaust need {areaCfm|flow} at all times.',
    'Raise the DCV minimum positions: the floor’s own part is never given up.',
  ],
  'dcv-one-position': [
    'At {speed}% fan the position for few people is not under the one for all: CO₂ changes nothing there.',
    'This controller has one figure for several fan speeds, and it has to bring enough at the slowest.',
  ],
  'dcv-range-reversed': ['CO₂ control begins at {fromPpm} ppm and ends at {toPpm} ppm.', 'Set the end above the beginning.'],
  'dcv-full-unreachable': [
    'With {people} people {needCfm|flow} would be needed to stay at {toPpm} ppm: the damper stands at its widest for long.',
    'That is right where the code asks for no more; else take a higher end of the range.',
  ],
  'dcv-without-sensor': [
    'No CO₂ sensor is set: the damper stays at its least for a full house.',
    'Set its signal and range, then check it outdoors.',
  ],
  'damper-signal-differs': [
    'The board sends {sends} and the damper’s actuator takes {takes}: told {told}%, it gets {sent} and stands at {stands}%.',
    'Set the board to the actuator’s signal, or the actuator to the board’s; then stroke it and look at the blades.',
  ],
  'damper-signal-kind': [
    'The board sends {sends} and the damper’s actuator takes {takes}: one is volts, the other current.',
    'Match them, or put the resistor of the maker’s drawing between; then stroke it and look at the blades.',
  ],
  'points-clash': ['{points} share terminal {terminal}.', 'One of them belongs on another: free ones are offered.'],
  'point-not-taken': ['{point} hangs on {terminal}, which takes no such thing.', 'Move it to a terminal that does.'],
  'no-such-terminal': [
    '{point} is said to hang on {terminal}, which this strip does not have.',
    'Read the print beside the strip again.',
  ],
  'point-nowhere': [
    '{point} is fitted, and nobody has said on which terminal.',
    'Follow its wire, or take a free one that is offered.',
  ],
  'hours-apart': [
    'Fresh air counts a year with people in from {here}; their week on Times has them in from {week}.',
    'One of the two is wrong: correct it under Free cooling, Air and hours, or on Times.',
  ],
  'point-missing': [
    'The settings need “{point}”, and it is not on the strip.',
    'Find it, fit it, or change the setting that needs it.',
  ],
  'point-open-wire': ['{point} gives {raw}: an open wire, or no supply.', 'Look at plug, wire and supply of the sensor.'],
  'point-short': ['{point} gives {raw}: a short circuit.', 'Take it off at the sensor and measure again.'],
  'point-past-range': ['{point} gives {raw}, past the end of its range.', 'Is the signal kind right? Compare with a reference.'],
  'co2-impossible': [
    'The CO₂ sensor says {ppm} ppm; outdoors there is never less than 400.',
    'A signal without live zero cannot tell a dead sensor: hold it outdoors, and look at its supply.',
  ],
  'point-off': [
    '{point} reads {by} {side} the reference.',
    'Look where it sits (sun, warm roof, still air) before it is trimmed or changed.',
  ],
  'point-scaled': [
    'The controller shows {point} {by} {side} what its signal says.',
    'Its kind, range or curve is set wrong in the controller, or written down wrong here: look at both before the sensor is changed.',
  ],
  'reference-alone': [
    '{point}: a reference of {reference} is noted, and nothing to hold it against.',
    'Note what the controller shows, or the signal and its kind, within a quarter of an hour of it.',
  ],
  'safety-does-not-stop': [
    '{point} was tripped, and it did not do what it has to: {does}.',
    'Leave the unit off until it does. It is mended, never bridged.',
  ],
  'output-does-not-work': [
    '{point} was called and did not work.',
    'Look at its relay, its supply and its wire; then call it again.',
  ],
  'fault-compressor-at-minimum': [
    'A compressor runs with the damper at {command}% while {outdoorF|temperature} outdoors would cool.',
    'Look at the changeover, at integrated cooling, and at what the outdoor sensor says.',
  ],
  'humidity-unread': [
    'This unit goes by enthalpy: at {outdoorF|temperature} nobody can say whether it is right to stay shut or to open.',
    'Read the humidity outdoors too, and write it as rh at the end of the line.',
  ],
  'fault-economizing-wrongly': [
    'The damper stands at {command}% though {outdoorF|temperature} outdoors is not good for cooling.',
    'Look at the high limit and at the outdoor sensor.',
  ],
  'fault-feedback-disagrees': [
    'The damper is told {command}% and reports {feedback}%.',
    'Watch the blades through a stroke test: linkage, end stops, or the feedback’s own range.',
  ],
  'fault-feedback-reversed': [
    'The damper is told {command}% and reports {feedback}%: the other way round.',
    'Turn the feedback’s direction, or its two ends, and run the stroke test.',
  ],
  'fault-mixed-outside-range': [
    'Mixed air of {mixedF|temperature} lies outside outdoor ({outdoorF|temperature}) and return ({returnF|temperature}).',
    'One of the three is wrong: hold one thermometer at all three places.',
  ],
  'fault-not-economizing': [
    'Cooling is called, {outdoorF|temperature} outdoors would cool, and the damper stays at {command}%.',
    'Settle it by a thermometer in the shade beside the outdoor sensor, then look at the changeover.',
  ],
  'fault-outdoor-and-return-swapped': [
    'The return sensor reads {returnF|temperature}, which is what a thermometer outdoors reads ({nearbyF|temperature}).',
    'Outdoor and return sensor are swapped on the strip: breathe on one and see which figure moves.',
  ],
  'fault-outdoor-sensor-off': [
    'The outdoor sensor reads {outdoorF|temperature} where a thermometer in the shade reads {nearbyF|temperature}.',
    'It reads something else than the air: a warm roof, the sun, exhaust beside it. Move it, then read both again.',
  ],
  'fault-stuck-closed': [
    'The damper is told {command}% and the mixed air is nearly return air.',
    'Watch the blades through a stroke test.',
  ],
  'fault-stuck-open': [
    'The damper is told {command}% and the mixed air is nearly outdoor air.',
    'Watch the blades through a stroke test.',
  ],
  'stroke-pass': ['The damper follows over its stroke.', ''],
  'stroke-stuck': [
    'The damper does not move.',
    'Power off, then linkage, seized bearings, actuator; look for a stop that somebody set.',
  ],
  'stroke-reversed': ['It moves the other way round.', 'Turn the direction of the actuator, or the two ends of its feedback.'],
  'stroke-blades-loose': ['The actuator moves and the blades do not.', 'Power off, then tighten the crank on its shaft.'],
  'stroke-off': ['It stops away from where it is told.', 'Set the end stops, or the range of the signal.'],
  'stroke-slow': ['It takes longer than its maker says.', 'Look for stiff blades before the actuator is blamed.'],
  'stroke-cannot-tell': ['This says nothing yet.', 'Drive it to both ends, and read the feedback or watch the blades at each.'],
  // zones
  'outlet-without-area': ['{outlet} has no area.', 'Measure its opening; until then its speed is not judged.'],
  'reading-past-table': [
    'A reading with {open} open is past the end of the blower’s table: its flow is not known.',
    'It is left out. Open one zone more and read again, or enter the flow as measured.',
  ],
  // times
  'clock-not-set': [
    'The clock of the {device} is not set: every period happens at some other time.',
    'Set day and time first, then the program; AM and PM are easily changed about.',
  ],
  'clock-hour-off': [
    'Its clock shows {shows}, and it is {really}: an hour out.',
    'The clocks went over and nobody told it: set it, and let it change by itself where it can.',
  ],
  'clock-half-day-off': [
    'Its clock shows {shows}, and it is {really}: morning and afternoon are changed about.',
    'Set it with its AM or PM mark in sight.',
  ],
  'clock-day-off': [
    'Its clock shows {shows}, and it is {really}: the day is wrong.',
    'Set the day: weekdays and weekend are kept on other days till then.',
  ],
  'clock-off': [
    'Its clock shows {shows}, and it is {really}.',
    'Set it by this phone’s clock; one that is wrong again soon has lost its battery or its common wire.',
  ],
  'hold-left-on': [
    'A hold was left on: the {device} stays at {at} and its program never happens.',
    'End the hold. Where one temperature is wanted for good, write that down as the week.',
  ],
  'hold-while-away': [
    'The {device} is held, and “{name}” runs today.',
    'Leave the hold until they are back, and end it then: its program would condition an empty house.',
  ],
  'wanted-closer-than-gap': [
    'Heating {heatF|temperature} and cooling {coolF|temperature}, from {when} on, are closer than the {leastF|temperatureDifference} that the device keeps apart: it will cool from {setF|temperature} on.',
    'Say other temperatures, or take the gap as it is.',
  ],
  'hand-closer-than-gap': [
    'Heating {heatF|temperature} and cooling {coolF|temperature} are closer than the {leastF|temperatureDifference} that the device keeps apart: it moves one of them, cooling to {setF|temperature} as a rule.',
    'Look at what it shows after the change.',
  ],
  'exception-far-off': [
    '{name} runs from {from} to {to}: the year is far off.',
    'Look at the year, and write it again; nothing was changed.',
  ],
  'hours-half-day-off': [
    '{name} has {stands}, where the usual week has about {should}: morning for afternoon?',
    'Write the hour again if it was a slip; nothing was changed.',
  ],
  'line-ends-otherwise': [
    'Line {line} ends on {to}, the others that begin with it on {others}.',
    'Let it end with them, unless it is meant: after its end what stood last stays.',
  ],
  'am-for-pm': [
    '{days}: {what} begins at {stands}. Everything speaks for {should}.',
    'An empty house is conditioned for hours, and it stops when people come home.',
  ],
  'only-one-week': [
    'Only {other} was programmed. {name} still stands as shipped: {at}.',
    'The two weeks are apart on this device: write the other one too, or say that it is never used.',
  ],
  'gap-too-small': [
    'From {when} on, heating and cooling are {gapF|temperatureDifference} apart; this device keeps at least {leastF|temperatureDifference}.',
    'It moves one of the two by itself, or will not take it: raise cooling, or lower heating.',
  ],
  'period-never': [
    '{days}: {period} ({time}) never happens, since it is not after the one before it.',
    'This device goes through its periods as they are entered: put them in order.',
  ],
  'period-twice': [
    '{days}: two periods begin at {time}, {period} among them: one of them never happens.',
    'Move one of them, or switch it off.',
  ],
  'period-sorted': [
    '{days}: {period} stands out of order; the device puts it in place {place} by itself.',
    'Write them in the order of the day, so that the next one who reads them is not misled.',
  ],
  unheated: [
    'From {when} on it is {mode}: nothing heats, and pipes freeze in a cold spell. How long the way back takes is not worked out.',
    'Keep a low set point of heating instead, unless it is the warm season or the water is shut off and drained.',
  ],
  'season-ends': [
    '“{name}” ends on {to}, and nothing goes on until {next}.',
    'Let it run on, name the season that follows, or say a usual week for the rest of the year.',
  ],
  'lines-end': [
    'Line {line} ends on {to}, and no line acts until {next}: what stood last stays.',
    'Let it run on, or add the lines of the next season.',
  ],
  'daylight-off': [
    'The {device} does not go over to summer time by itself, and the clocks here change on {when}.',
    'Let it change by itself; where it cannot, put both days into the reminders.',
  ],
  'setback-not-recovered': [
    'On a frosty morning it takes {takesMin} min back to {setF|temperature}, and it has {hasMin}.',
    'Turn down less ({wouldF|temperature} comes back in time), or begin earlier.',
  ],
  'setback-without-lead': [
    'On a frosty morning it takes {takesMin} min back to {setF|temperature}, and it begins at the hour itself.',
    'Begin so much earlier, let the device begin by itself, or turn down less.',
  ],
  'setback-on-low-fire': [
    'On a frosty morning it takes {takesMin} min back to {setF|temperature}, on its low fire alone: the second stage is never called.',
    'Let the second stage be called, and look again; an earlier start only hides it.',
  ],
  'setback-never-recovered': [
    'On a frosty morning the room does not come back to {setF|temperature} at all.',
    'The equipment is at its limit: keep {wouldF|temperature} or more, and look at loss, filter and airflow.',
  ],
  'setup-late': [
    'On a hot day, {outF|temperature} outdoors, it takes {takesMin} min from {fromF|temperature} down to {setF|temperature}, and it has {hasMin} min.',
    'Begin so much earlier, or let it grow less warm: {wouldF|temperature} comes back in time.',
  ],
  'setup-never-recovered': [
    'On a hot day, {outF|temperature} outdoors, the room does not come down from {fromF|temperature} to {setF|temperature} before people are back.',
    'Do not let it grow so warm: {wouldF|temperature} at most. Where even that is not held, look at sun, airflow and charge before the set point.',
  ],
  'night-calls-auxiliary': [
    'Coming back from {fromF|temperature} calls the auxiliary heat on a frosty morning: {kwh} kWh of it{beside}.',
    'Turn down by no more than its droop of {droopF|temperatureDifference}, or let it begin early by itself.',
  ],
})
