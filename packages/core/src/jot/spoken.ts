/**
 * How people say what the jot line takes: other words for its own, words between figures that say nothing, and signs that
 * only part things. A phrase is found by its words in lower case; the longest wins.
 */

/** At the beginning of a line. The words after a command are put before the rest: “clean filter” is “filter clean”. */
const HEADS: Readonly<Record<string, readonly string[]>> = {
  esp: [
    'esp',
    'tesp',
    'total esp',
    'total static',
    'total external static',
    'external static',
    'external static pressure',
    'ext static',
    'static pressure',
    'statics',
    'sp',
  ],
  supply: ['supply', 'sup', 'supply static', 'sup static', 'supply sp', 'ssp', 'discharge static', 'plenum'],
  return: ['return', 'ret', 'return static', 'ret static', 'return sp', 'rsp'],
  'static before-filter': ['before filter', 'before the filter', 'before-filter', 'pre filter', 'pre-filter', 'prefilter'],
  'static after-filter': ['after filter', 'after the filter', 'after-filter', 'post filter', 'post-filter'],
  'static after-coil': ['after coil', 'after the coil', 'after-coil', 'above coil', 'above the coil', 'post coil'],
  'static trunk': ['trunk', 'trunk static', 'supply trunk', 'main duct'],
  static: ['static', 'probe', 'pressure'],
  'filter clean': [
    'clean filter',
    'new filter',
    'new filter in',
    'clean filter in',
    'new filter fitted',
    'fresh filter',
    'filter changed',
    'filter replaced',
    'changed filter',
    'changed the filter',
    'replaced filter',
  ],
  'filter as-found': ['dirty filter', 'old filter', 'filter dirty', 'filter as found'],
  filter: [
    'filter',
    'filt',
    'flt',
    'filter drop',
    'filter pd',
    'filter static',
    'across filter',
    'across the filter',
    'filter dp',
  ],
  tap: ['tap', 'blower tap', 'speed tap', 'motor tap', 'on tap', 'now on tap', 'running on tap', 'blower speed'],
  split: [
    'split',
    'temp split',
    'temperature split',
    'temps',
    'temperatures',
    'td',
    'dt',
    'Δt',
    'δt',
    'delta t',
    'delta-t',
    'deltat',
    'coil split',
  ],
  'split ra': ['ra', 'rat', 'return air', 'return temp', 'return temperature', 'return air temp', 'return db'],
  'split sa': [
    'sa',
    'sat',
    'supply air',
    'supply temp',
    'supply temperature',
    'supply air temp',
    'discharge air',
    'discharge temp',
    'lat',
  ],
  rise: ['rise', 'temp rise', 'temperature rise', 'heat rise', 'heater rise'],
  clock: ['clock', 'clocked', 'clock meter', 'clock the meter', 'meter', 'gas meter', 'gas'],
  grille: ['grille', 'grill', 'register', 'reg', 'diffuser', 'face velocity', 'anemometer', 'vane'],
  hood: ['hood', 'flow hood', 'capture hood'],
  plate: ['plate', 'flow plate', 'metering plate'],
  wall: ['wall', 'stat', 'thermostat', 'tstat', 't-stat', 'wall controller', 'wall stat', 'wall sensor', 'controller'],
  sensor: ['sensor'],
  'sensor return': ['return sensor', 'return air sensor'],
  'sensor average': ['average', 'average sensor'],
  'sensor remote': ['remote', 'remote sensor', 'room sensor'],
  fan: ['fan', 'fan speed', 'fan at'],
  'fan-damper': ['damper', 'dmpr', 'oa damper', 'min pos'],
  unit: ['unit', 'rtu', 'roof', 'rooftop', 'rooftop unit', 'package unit'],
  read: ['read', 'reads', 'reading', 'rd'],
  capacity: ['capacity', 'cap', 'nominal', 'size', 'tonnage', 'nameplate', 'nominal capacity', 'cooling capacity'],
  'heater none': ['no heater', 'no heat kit', 'no kit', 'no electric heat', 'no strips', 'no strip heat'],
  heater: ['heater', 'heat kit', 'heater kit', 'kit', 'strips', 'strip heat', 'heat strips', 'electric heat', 'electric heater'],
  found: ['found', 'as found', 'found at', 'was', 'fnd', 'came at', 'was at'],
  left: ['left', 'left at', 'set', 'leave', 'changed', 'changed to', 'now', 'put', 'setting', 'set to'],
  aim: ['aim', 'target', 'want', 'should be', 'aim for'],
  proved: ['proved', 'proof', 'proven', 'verified', 'checked', 'confirmed', 'tested'],
  heard: ['heard', 'hear', 'noise', 'felt', 'feel', 'sounds', 'sound'],
  note: ['note', 'notes', 'n', 'memo', 'remark', 'comment', 'nb'],
  open: ['open', 'todo', 'to do', 'to-do', 'follow up', 'follow-up', 'still to do', 'open item', 'next visit'],
  undo: ['undo', 'oops', 'take back', 'scratch that', 'delete last', 'cancel last'],
  '?': ['?', '??', 'help', 'h', 'commands', 'what can i type'],
}

/** Within a line. */
const INSIDE: Readonly<Record<string, readonly string[]>> = {
  ref: ['ref', 'reference', 'true', 'actual', 'real', 'vs', 'against', 'meter', 'probe', 'thermometer'],
  fan: ['fan', 'blower'],
  on: ['on', 'running', 'run'],
  off: ['off', 'stopped', 'not running'],
  supply: ['supply', 'sup', 'supply air', 's'],
  return: ['return', 'ret', 'r'],
  'before-filter': ['before-filter', 'before', 'before filter', 'before the filter', 'pre-filter', 'upstream', 'in'],
  'after-filter': ['after-filter', 'after', 'after filter', 'after the filter', 'post-filter', 'downstream', 'out'],
  'after-coil': ['after-coil', 'after coil', 'after the coil', 'above coil', 'above the coil'],
  trunk: ['trunk', 'main', 'trunk duct', 'main duct'],
  'supply on': ['supply', 'supply air', 'supply on', 'supply on it', 'supply air on it'],
  sun: ['sun', 'in sun', 'sun on it', 'in the sun', 'sunny'],
  damper: ['damper', 'dmpr', 'dmp', 'oa damper', 'pos', 'position', 'cmd', 'command'],
  oa: ['oa', 'oat', 'osa', 'osat', 'oda', 'outdoor', 'outside', 'out', 'outdoor air', 'outside air', 'ambient'],
  ra: ['ra', 'rat', 'return', 'ret', 'return air', 'r'],
  sa: ['sa', 'sat', 'supply', 'sup', 'supply air', 'discharge', 'lat', 's'],
  ma: ['ma', 'mat', 'mix', 'mixed', 'mixed air'],
  station: ['station', 'flow station', 'afms', 'sta'],
  flow: ['flow', 'hood', 'outdoor flow', 'oa flow'],
  feedback: ['feedback', 'fb', 'fdbk'],
  near: ['near', 'shade', 'nearby', 'handheld'],
  cool: ['cool', 'cooling', 'clg', 'calling', 'cool call', 'calling for cool', 'y', 'y1', 'cooling on', 'cool on'],
  idle: ['idle', 'satisfied', 'no call', 'no cool', 'off', 'cool off', 'cooling off'],
  comp: ['comp', 'compressor', 'compr', 'dx'],
  co2: ['co2', 'co₂'],
  wb: ['wb', 'wet bulb', 'wetbulb', 'rwb'],
  swb: ['swb', 'supply wb', 'supply wet bulb', 'swb'],
  rh: ['rh', 'humidity', '%rh', 'rh%'],
  free: ['free', 'free area', 'ak', 'factor', 'free-area', 'open'],
  adj: ['adj', 'adjust', 'adjustment', 'trim'],
  '3ph': ['3ph', '3-phase', '3phase', '3 phase', '3 ph', 'three phase', 'three-phase', '3ø'],
  because: ['because', 'bc', 'b/c', 'cuz'],
  none: ['none', 'no', 'not fitted'],
}

/** Words between figures that part them and say nothing. */
const FILLERS = new Set([
  'and',
  'to',
  'is',
  'at',
  'was',
  'reads',
  'shows',
  'showing',
  'reading',
  '&',
  '/',
  '—',
  'then',
  '@',
  'about',
  '~',
  '≈',
  'with',
  'of',
  'the',
  'it',
  '|',
  'deg',
  '=',
  'degrees',
  'db',
])

export const isFiller = (word: string): boolean => FILLERS.has(word)

type Phrase = { words: readonly string[]; of: string }
const phrasesOf = (table: Readonly<Record<string, readonly string[]>>): Phrase[] =>
  Object.entries(table)
    .flatMap(([of, said]) => said.map((one) => ({ words: one.split(' '), of })))
    .sort((a, b) => b.words.length - a.words.length)

function byFirst(phrases: Phrase[]): ReadonlyMap<string, readonly Phrase[]> {
  const by = new Map<string, Phrase[]>()
  for (const one of phrases) {
    const first = one.words[0] ?? ''
    by.set(first, [...(by.get(first) ?? []), one])
  }
  return by
}
const HEAD_PHRASES = byFirst(phrasesOf(HEADS))
const INSIDE_PHRASES = new Map(
  Object.entries(INSIDE).map(([of, said]) => [of, said.map((one) => one.split(' ')).sort((a, b) => b.length - a.length)]),
)
/** Every word that begins a line, for “did you mean”. */
export const HEAD_WORDS: readonly { said: string; of: string }[] = Object.entries(HEADS).flatMap(([of, said]) =>
  said.filter((one) => one.length > 1).map((one) => ({ said: one, of: of.split(' ')[0] ?? of })),
)

const startsWith = (words: readonly string[], at: number, phrase: readonly string[]) =>
  phrase.every((word, i) => words[at + i]?.toLowerCase() === word)

/** The command that words begin with, how many words that took, and what stands before the rest. */
export function headOf(words: readonly string[]): { head: string; put: string[]; took: number } | null {
  const found = HEAD_PHRASES.get(words[0]?.toLowerCase() ?? '')?.find((one) => startsWith(words, 0, one.words))
  if (!found) return null
  const [head = '', ...put] = found.of.split(' ')
  return { head, put, took: found.words.length }
}

/** How many words at this place say `word`; 0: none. */
export function saysInside(words: readonly string[], at: number, word: string): number {
  const phrases = INSIDE_PHRASES.get(word)
  if (!phrases) return words[at]?.toLowerCase() === word ? 1 : 0
  return phrases.find((one) => startsWith(words, at, one))?.length ?? 0
}

/** Lines of statics: a sign that stands apart belongs to its figure; elsewhere a dash between figures parts them. */
const SIGNED = new Set(['esp', 'supply', 'return', 'static', 'filter'])

/** Lines of temperatures, where a stroke parts two figures: “74/55”. Two such pairs are dry and wet bulb, return and supply. */
const STROKED = new Set(['split', 'rise', 'wall', 'sensor'])
const STROKE = /^([+-]?[\d.,]+)([^\d/]*)\/([+-]?[\d.,]+)(\D*)$/

/** The words after a head with their signs and strokes put right. */
export function figuresOf(head: string, words: readonly string[]): readonly string[] {
  if (SIGNED.has(head)) return glued(words)
  const parted = words.filter((one) => one !== '-' && one !== '–')
  if (!STROKED.has(head)) return parted
  const pairs = parted.map((one) => STROKE.exec(one))
  const [dry, wet] = [1, 3].map((part) => pairs.flatMap((one) => (one ? [`${one[part]}${one[part + 1]}`] : [])))
  if (dry?.length === 2 && head === 'split') return [...dry, 'wb', ...(wet ?? []), ...parted.filter((_, i) => pairs[i] === null)]
  return parted.flatMap((one, i) => {
    const pair = pairs[i]
    return pair ? [`${pair[1]}${pair[2]}`, `${pair[3]}${pair[4]}`] : [one]
  })
}

function glued(words: readonly string[]): string[] {
  const out: string[] = []
  for (const [i, word] of words.entries()) {
    // “.22/-.45”
    const stroke = /^([+-]?[\d.,]+)(\D*)\/([+-].*|\.\d.*|0[.,]\d.*)$/.exec(word)
    if (/^[+-]$/.test(words[i - 1] ?? '') && /^[\d.]/.test(word)) out[out.length - 1] += word
    else if (stroke) out.push(`${stroke[1]}${stroke[2]}`, stroke[3] ?? '')
    else out.push(word)
  }
  return out
}

/** The rest of these lines is prose, or may end with it: kept as it was typed. */
const PROSE = new Set(['note', 'heard', 'open', 'found', 'left', 'aim', 'proved'])

/**
 * The words of a line: signs that only part things are gone, sizes are in one piece. `09:30`, `0,45`, `sa,su` and `1,240`
 * keep theirs.
 */
export function wordsOf(tidy: string): string[] {
  const plain = tidy.split(/\s+/)
  const head = headOf(plain.map((one) => one.replace(/[:,;=]+$/, '')))
  if (head && PROSE.has(head.head)) return plain.map((one, i) => (i < head.took ? one.replace(/[:,;=]+$/, '') : one))
  return tidy
    .replace(/\s*(?:->|→|=|;)\s*/g, ' ')
    .replace(/([^\d]):|:([^\d])|:$/g, '$1 $2')
    .replace(/,(?=\s|$)/g, ' ')
    .replace(/([\d½¼¾.])(?:\s*["″]|\s*in)?\s*(?:[x×*]|by)\s*(?=\d|\?)/gi, '$1x')
    .replace(/(^|\s)#\s*(?=\S)/g, '$1')
    .replace(/(^|\s)tap(?=\d)/gi, '$1tap ')
    .split(/\s+/)
    .filter((one) => one !== '')
}
