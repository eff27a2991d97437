import { refusing } from '@ingle/core'

/** Everything that a visit cannot answer yet, and how it is said. */
export const refuse = refusing({
  // hand over
  'close-without-owner': [
    '{count} things are open, and nobody answers for them.',
    'Name who does, and until which day; or do them first: each line opens what it is about.',
  ],
  'close-without-day': ['“{until}” is no day.', 'Say until which day, as 2026-12-31.'],
  'close-day-past': ['{until} has gone by.', 'Name a day that is still to come.'],
  // proof
  'reading-implausible': [
    '{value} is nothing that {says} can be: it lies between {least} and {most}.',
    'Read it again, and see which unit the instrument shows.',
  ],
  'reading-off-by-ten': [
    '{value} is nothing that {says} can be: it lies between {least} and {most}.',
    'Was it {meant}? Then type that; else read it again.',
  ],
  // stages
  'no-zones-yet': ['No zones were named.', 'Name the zones, and enter the outlets of each.'],
  'zone-without-measure': ['{zone} has no {measure}.', 'Enter it, or share the air by another measure.'],
  'no-blower-table': ['No blower table is known for this system.', 'Choose the indoor unit on the Survey stage.'],
  'tap-unknown': ['Nobody has said which tap the blower stands on.', 'Name it on the Airflow stage: tap, then its mark.'],
  'no-spaces': ['No space and no exhaust is known.', 'Add the spaces that this unit brings air to, on Need.'],
  'space-without-primary': [
    '{space} has no air that is blown into it.',
    'Enter it, or let the unit be worked out by the simplified procedure.',
  ],
  'no-need': ['No outdoor air is needed by what was entered.', 'Look at people, floor and rates on Need.'],
  'supply-unknown': [
    'The supply at full speed is not known.',
    'Enter it on Need: by fan table, by traverse or by temperature rise.',
  ],
  'no-rooftop': ['Nothing here takes outdoor air by a damper.', 'Choose the economizer on the Survey stage where there is one.'],
  'no-dcv': ['This controller has no control by CO₂.', 'Its least positions hold for a full house.'],
  'no-people': ['Nobody is in by what was entered.', 'Enter people on Need.'],
  'no-zone': ['The climate zone is not known.', 'Type it, or take it from coordinates, on Free cooling.'],
  'no-clock': ['Nothing here follows a clock.', 'Choose its thermostat on the Survey stage, or say the week here.'],
  'no-zones': ['No zones were named on this system.', 'Name them here where one duct serves several.'],
})
