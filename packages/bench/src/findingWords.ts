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
    'Taken here: {pct}% less for each 1,000 ft. Read the conversion label beside the plate, or clock the meter; the local code’s rule goes first.',
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
  // zones
  'outlet-without-area': ['{outlet} has no area.', 'Measure its opening; until then its speed is not judged.'],
  'reading-past-table': [
    'A reading with {open} open is past the end of the blower’s table: its flow is not known.',
    'It is left out. Open one zone more and read again, or enter the flow as measured.',
  ],
})
