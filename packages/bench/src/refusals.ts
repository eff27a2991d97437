import { refusing } from '@ingle/core'

/** Everything that a visit cannot answer yet, and how it is said. */
export const refuse = refusing({
  // stages
  'no-zones-yet': ['No zones were named.', 'Name the zones, and enter the outlets of each.'],
  'zone-without-measure': ['{zone} has no {measure}.', 'Enter it, or share the air by another measure.'],
  'no-blower-table': ['No blower table is known for this system.', 'Choose the indoor unit on the Survey stage.'],
  'tap-unknown': ['Nobody has said which tap the blower stands on.', 'Name it on the Airflow stage: tap, then its mark.'],
  'no-zones': ['No zones were named on this system.', 'Name them here where one duct serves several.'],
})
