/** What a set of house rules may count, as it is said. */
export const COMFORT_WORDS = [
  ['even', 'Even temperature'],
  ['fewStarts', 'Few starts'],
  ['quiet', 'Quiet'],
  ['dry', 'Dry air'],
  ['cheap', 'Low bills'],
] as const
