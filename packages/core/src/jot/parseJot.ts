import { list } from '../advice/show.ts'
import { readNumber, tidyTyped } from '../quantity/parse.ts'
import { findUnit } from '../quantity/units.ts'
import { aim, capacity, heater, setting, tap } from './commands/equipment.ts'
import { grille, hood, plate } from './commands/grilles.ts'
import { esp, filter, probe, staticAt } from './commands/probes.ts'
import { prose } from './commands/prose.ts'
import { damperFirst, damperPoint, unitShows } from './commands/roof.ts'
import { readInTest } from './commands/running.ts'
import { sensorBeside, wallBeside } from './commands/sensors.ts'
import { clock, rise, split } from './commands/temperatures.ts'
import { isDays, weekOfDays } from './commands/week.ts'
import { JOT_COMMANDS, JOT_LIMIT } from './grammar.ts'
import { isGrilleName } from './grilleNamed.ts'
import { finish, isFlowUnit, Line } from './line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from './reading.ts'
import { rowSaid } from './settingSaid.ts'
import { figuresOf, HEAD_WORDS, headOf, wordsOf } from './spoken.ts'

type Command = (line: Line, context: JotContext) => JotReading

/** A map, not an object: somebody will type “constructor”. */
const COMMANDS = new Map<string, Command>(
  Object.entries({
    esp,
    supply: probe('supply'),
    return: probe('return'),
    static: staticAt,
    filter,
    tap,
    split,
    rise,
    clock,
    wall: wallBeside,
    sensor: sensorBeside,
    fan: damperPoint,
    'fan-damper': damperFirst,
    unit: unitShows,
    read: readInTest,
    grille,
    hood,
    plate,
    capacity,
    heater,
    found: setting('found'),
    left: setting('left'),
    proved: setting('proof'),
    aim,
    heard: prose('heard', 'heard on this try'),
    note: prose('note', 'note'),
    open: prose('open', 'still to do'),
    undo: (line) => finish(line, { intent: { kind: 'undo' }, reads: 'takes back the last line' }),
    '?': help,
  } satisfies Record<string, Command>),
)

/**
 * Reads a jotted line: what it would write down, what is still missing, or what was not understood and how to say it.
 * Never throws; any text gets an answer. Runs on every keystroke (well under a millisecond).
 */
export function parseJot(text: string, context: JotContext): JotReading {
  if (text.trim() === '') return { state: 'empty' }
  if (text.length > JOT_LIMIT) {
    return wrong(
      `This is ${text.length.toLocaleString('en-US')} characters; a line holds at most ${JOT_LIMIT}.`,
      'Nothing was taken. Type one reading a line; a long text belongs in a note on the Survey stage.',
    )
  }
  const words = wordsOf(tidyTyped(text))
  const head = (words[0] ?? '').toLowerCase()
  const days = daysAhead(words)
  if (days) return weekOfDays(days.said, new Line(words.slice(days.took), context), context)
  const shaped = shapeOf(words, context)
  if (shaped) return run(shaped.head, shaped.words, context)
  const said = headOf(words)
  if (said) {
    const answer = run(said.head, [...said.put, ...words.slice(said.took)], context)
    // “fan mode auto” begins like a damper point and names a setting.
    const isOpen = answer.state === 'wrong' && answer.instead === undefined && ALSO_SETTINGS.has(said.head)
    return (isOpen ? settingAlone(words, context, 2) : null) ?? answer
  }
  const near = JOT_COMMANDS.filter((one) => one.word.startsWith(head))
  if (near.length > 0 && words.length === 1 && !/\s$/.test(text)) return needs(list(near.map((one) => one.word)))
  return (
    settingAlone(words, context) ??
    numbersAlone(words, context) ??
    nearestLine(head, words, context) ??
    wrong(
      `“${clip(head)}” is not a word of the jot line.`,
      'Press ? for the list, or start with esp, tap, split, grille, rise or note.',
    )
  )
}

/** Days at the beginning, one word or several: “mo-fr”, “sa su”, “every day”. */
function daysAhead(words: readonly string[]): { said: string; took: number } | null {
  const lower = words.map((one) => one.toLowerCase())
  if (lower[0] === 'every' && lower[1] === 'day') return { said: 'daily', took: 2 }
  if (lower[0] === 'everyday') return { said: 'daily', took: 1 }
  const other = lower.findIndex((one) => one.length < 2 || !isDays(one))
  const took = other < 0 ? words.length : other
  return took === 0 ? null : { said: lower.slice(0, took).join(','), took }
}

const run = (head: string, words: readonly string[], context: JotContext): JotReading =>
  COMMANDS.get(head)?.(new Line(figuresOf(head, words), context), context) ?? needs('a word of the jot line')

/** Lines that are known by their shape and not by their first word: “3.5 tons”, “desk grille 620 fpm”, “+0.22 -0.45”. */
function shapeOf(words: readonly string[], context: JotContext): { head: string; words: readonly string[] } | null {
  const lower = words.map((one) => one.toLowerCase())
  const [first = '', second = '', third = ''] = lower
  const number = readNumber(first)
  if (number) {
    const unit = number.rest || (readNumber(second) ? '' : second)
    const named = lower.slice(number.rest === '' ? 2 : 1)
    if (findUnit('power', unit) && named.some((one) => /^(heater|heat|kit|strips?|element)$/.test(one)))
      return { head: 'heater', words: [first, ...(number.rest === '' ? [second] : [])] }
    if (
      unit !== 'kw' &&
      findUnit('capacity', unit) &&
      named.every((one) => /^(unit|cooling|nominal|capacity|system|heat|pump)$/.test(one))
    )
      return { head: 'capacity', words: [first, ...(number.rest === '' ? [second] : [])] }
    const next = readNumber(second) ?? readNumber(third)
    if (/^[+-]/.test(first) && next && (readNumber(second) || findUnit('static', second))) return { head: 'esp', words }
    return null
  }
  // A name and then what was held there: “desk register 120 cfm”.
  const figure = lower.findIndex((one) => readNumber(one) !== null)
  const kind = lower.findIndex((one) => /^(grille|grill|register|reg|diffuser|hood)$/.test(one))
  if (kind > 0 && figure > kind && !COLUMN.test(first) && !/^(flow|capture)$/.test(first))
    return { head: lower[kind] === 'hood' ? 'hood' : 'grille', words: words.filter((_, i) => i !== kind) }
  if (figure > 0 && isGrilleName(lower.slice(0, figure).join(' '), context) && headOf(words) === null) {
    const unit = readNumber(lower[figure] ?? '')?.rest || (lower[figure + 1] ?? '')
    if (isFlowUnit(unit)) return { head: 'hood', words }
    if (findUnit('velocity', unit)) return { head: 'grille', words }
  }
  return null
}
/** Commands that settings are named like. */
const ALSO_SETTINGS = new Set(['fan', 'fan-damper', 'sensor', 'capacity', 'heater', 'supply', 'return', 'unit', 'wall'])
const COLUMN = /^(found|left|aim|proved)$/

/** A setting and a value, but not whether it was found, is left, or should be so: that is asked and not guessed. */
function settingAlone(words: readonly string[], context: JotContext, fit = 1): JotReading | null {
  const said = rowSaid(words, context)
  if (said?.row === undefined || said.fit < fit) return null
  // “O/B was heat”: the column stands behind the name.
  const column = headOf(words.slice(said.took))
  if (column && COLUMN.test(column.head))
    return run(column.head, [said.row.word, ...words.slice(said.took + column.took)], context)
  const value = words.slice(said.took).join(' ')
  const line = `found ${said.row.word} ${value}`.trim()
  return wrong(
    `${said.row.label}${value === '' ? '' : ` ${clip(value)}`}: found so, or left so?`,
    `Press Tab for “${line}”, or begin with left, aim or proved.`,
    line,
  )
}

/** Figures with nothing that says what they are: the two readings that come as a pair are offered. */
function numbersAlone(words: readonly string[], context: JotContext): JotReading | null {
  if (words.length < 2 || !words.every((one) => readNumber(one) !== null)) return null
  const [first, second] = words
  const isStatic = run('esp', [first ?? '', second ?? ''], context).state === 'ready'
  const line = `${isStatic ? 'esp' : 'split'} ${first} ${second}`
  return wrong('These are figures, and nothing says of what.', `Press Tab for “${line}”, or begin with what was read.`, line)
}

function nearestLine(head: string, words: readonly string[], context: JotContext): JotReading | null {
  const near = nearest(head)
  if (near === null) return null
  const line = [near.said, ...words.slice(1)].join(' ')
  const fits = parseJot(line, context).state === 'ready'
  return wrong(`“${clip(head)}” is not a word of the jot line.`, `Did you mean “${near.said}”?`, fits ? line : undefined)
}

function nearest(head: string): { said: string; of: string } | null {
  const scored = HEAD_WORDS.map((one) => ({ ...one, far: distance(head, one.said) })).sort((a, b) => a.far - b.far)
  const [best] = scored
  return best && best.far <= (head.length > 3 ? 2 : 1) ? best : null
}

/** `?`: what a line can begin with; `? split`: how that one goes. */
function help(line: Line): JotReading {
  const about = line.done ? undefined : headOf(line.ahead().map((one) => one.toLowerCase()))?.head
  const one = JOT_COMMANDS.find((command) => command.word === about)
  if (one) return needs(`${one.shape}: ${one.says}, like ${one.examples[0]}`)
  return needs(`one of ${list(JOT_COMMANDS.map((command) => command.word))}; “? split” says how one goes`)
}

/** Edit distance (Levenshtein), for "did you mean". The words are short, so the plain table is enough. */
function distance(a: string, b: string): number {
  if (a.length > 12) return 99
  let row = Array.from({ length: b.length + 1 }, (_, i) => i)
  for (let i = 1; i <= a.length; i += 1) {
    const next = [i]
    for (let j = 1; j <= b.length; j += 1)
      next.push(Math.min((next[j - 1] ?? 0) + 1, (row[j] ?? 0) + 1, (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1)))
    row = next
  }
  return row[b.length] ?? 99
}
