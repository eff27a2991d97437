import { roleOf } from '../device/roles.ts'
import { ROLE_WORDS } from '../device/roleWords.ts'
import { readValue } from '../device/spelling.ts'
import type { JotSetting } from './grammar.ts'
import type { JotContext } from './reading.ts'
import { isFiller, saysInside } from './spoken.ts'

/** The longest name of a setting in words. */
const MOST_WORDS = 7

/** Words of one stem: “cooling set point” and “cool setpoint” are one. */
const STEMS: Readonly<Record<string, string>> = {
  cooling: 'cool',
  heating: 'heat',
  heater: 'heat',
  htg: 'heat',
  clg: 'cool',
  setpoint: 'set',
  setpt: 'set',
  sp: 'set',
  temp: 'temperature',
  diff: 'differential',
  swing: 'differential',
  min: 'minimum',
  minimum: 'minimum',
  max: 'maximum',
  pos: 'position',
  econ: 'economizer',
  aux: 'auxiliary',
  em: 'emergency',
  comp: 'compressor',
  dehum: 'dehumidification',
  dehumidify: 'dehumidification',
  cph: 'cycle',
  cycles: 'cycle',
  'o/b': 'ob',
  stages: 'stage',
  sensors: 'sensor',
  delays: 'delay',
}
/** Words that tell no setting from another. */
const EMPTY = new Set(['the', 'of', 'for', 'at', 'and', 'point', 'points', 'setting', 'value', 'is', 'to', 'when'])

const stemsOf = (said: string): string[] =>
  said
    .toLowerCase()
    .replace(/\([^)]*\)/g, ' ')
    .split(/[\s.,:;=·/-]+/)
    .map((one) => (Object.hasOwn(STEMS, one) ? (STEMS[one] ?? one) : one))
    .filter((one) => one !== '' && !EMPTY.has(one))

interface Names {
  exact: Set<string>
  /** The labels: some of their words will do. */
  labels: string[][]
  /** What else it is called: only as a whole. */
  others: string[][]
}
/** The ledger is the same from one key to the next: its names are made once. */
const NAMES = new WeakMap<JotSetting, Names>()

function namesOf(one: JotSetting): Names {
  const kept = NAMES.get(one)
  if (kept) return kept
  const role = one.setting.role === undefined ? null : roleOf(one.setting.role)
  const said = [one.word, one.label, one.setting.label, role?.label ?? '', role?.word ?? '']
  const others = role ? (ROLE_WORDS[role.id] ?? '').split(', ') : []
  const stems = (list: readonly string[]) => list.map(stemsOf).filter((words) => words.length > 0)
  const names = {
    exact: new Set([one.key, one.word, one.setting.code?.toLowerCase() ?? one.word]),
    labels: stems(said),
    others: stems(others),
  }
  NAMES.set(one, names)
  return names
}

/** 3: the word or code itself; 2: all of a name; 1: some words of a name, in order; 0: another setting. */
function fits(one: JotSetting, said: string, stems: readonly string[]): number {
  const { exact, labels, others } = namesOf(one)
  if (exact.has(said)) return 3
  if (stems.length === 0) return 0
  if ([...labels, ...others].some((name) => name.join(' ') === stems.join(' '))) return 2
  return labels.some((name) => isWithin(stems, name)) ? 1 : 0
}

function isWithin(stems: readonly string[], name: readonly string[]): boolean {
  let at = 0
  for (const stem of stems) {
    const found = name.findIndex((word, i) => i >= at && (word === stem || (stem.length > 3 && word.startsWith(stem))))
    if (found < 0) return false
    at = found + 1
  }
  return true
}

/** What a line says of a setting: the row and the words that took, or those among which it does not choose. */
type Said = { row: JotSetting; took: number; fit: number } | { row?: undefined; among: JotSetting[] }

/**
 * The setting that words begin with: by the word of the jot line, its code, its label, or what the trade calls it. Of
 * several readings that one counts which leaves a value that this setting has (“fan heat off”), then the longest. Null:
 * none has such a name.
 */
export function rowSaid(words: readonly string[], { settings }: JotContext): Said | null {
  let among: JotSetting[] = []
  const found: { row: JotSetting; took: number; fit: number }[] = []
  for (let took = Math.min(MOST_WORDS, words.length); took > 0; took -= 1) {
    const typed = words
      .slice(0, took)
      .join(' ')
      .toLowerCase()
      .replace(/[,:;=]+$/, '')
    const stems = stemsOf(typed)
    const scored = settings.map((row) => ({ row, fit: fits(row, typed, stems) })).filter((one) => one.fit > 0)
    const most = Math.max(0, ...scored.map((one) => one.fit))
    const best = scored.filter((one) => one.fit === most)
    const [first] = best
    if (first && best.length === 1) found.push({ ...first, took })
    else if (best.length > 1 && among.length === 0) among = best.map((one) => one.row)
  }
  const exact = found.find((one) => one.fit === 3)
  const readable = found.find(({ row, took }) => readValue(row.setting, valueIn(words.slice(took))) !== null)
  const said = readable ?? exact ?? found[0]
  if (said) return said
  return among.length > 0 ? { among } : null
}

/** The words up to the reason. */
function valueIn(words: readonly string[]): string {
  const kept = words.filter((one) => !isFiller(one.toLowerCase()))
  const why = kept.findIndex((_, i) => saysInside(kept, i, 'because') > 0)
  return (why < 0 ? kept : kept.slice(0, why)).join(' ')
}
