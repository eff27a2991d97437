/** What occupants say, each a way in. The names are stored. */
export const COMPLAINTS = {
  'hot-shows-warm': 'Hot, while it shows that it is warm enough',
  'fan-never-stops': 'The fan never stops',
  'cold-first': 'Ice cold before it comes on',
  'on-and-off': 'It bangs on and off',
  damp: 'Damp',
  'cold-vents': 'Cold air from the warm vents, or from the ceiling',
  'never-changes': 'It never changes to cooling, or to heating',
  'noise-stops': 'A noise that stops and starts',
  storeys: 'One storey hot, one cold',
  'long-morning': 'Long to warm up in the morning',
  'auxiliary-all-day': 'Auxiliary heat runs all day',
} as const
export type ComplaintId = keyof typeof COMPLAINTS
