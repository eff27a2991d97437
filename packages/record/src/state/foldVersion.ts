/**
 * A fingerprint of what the frozen records fold to, one for each fold that ever ran. Stored states name the fold that made
 * them, and a server folds every site anew whose state is of another. When the fold gives another state for the same
 * changes, a test fails and prints the fingerprint to add here: nobody has to remember. A fold that differs only where no frozen record shows it repeats the last one.
 */
export const FOLD_PRINTS = [
  'fedeadf614ed587d',
  'fedeadf614ed587d',
  '41861428d8248094',
  'c11f27ea7db4973e',
  '087b5f144a43e5a8',
  'a6867af43ca2d065',
  '9b4f13f80721228c',
  'a01d35c861ca8fea',
  '7132101d5a77858d',
  '7132101d5a77858d',
  'caff18e9db67d389',
] as const

/** Folds of before fingerprints. */
const EARLIER_FOLDS = 5

export const FOLD_VERSION = EARLIER_FOLDS + FOLD_PRINTS.length
