import { finding } from '@ingle/core'

/** Everything that a visit finds beside what core finds in its readings, and how it is said. */
export const found = finding({
  // zones
  'outlet-without-area': ['{outlet} has no area.', 'Measure its opening; until then its speed is not judged.'],
  'reading-past-table': [
    'A reading with {open} open is past the end of the blower’s table: its flow is not known.',
    'It is left out. Open one zone more and read again, or enter the flow as measured.',
  ],
})
