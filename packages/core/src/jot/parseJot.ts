import { list } from '../advice/show.ts'
import { tidyTyped } from '../quantity/parse.ts'
import { aim, capacity, heater, setting, tap } from './commands/equipment.ts'
import { grille, hood, plate } from './commands/grilles.ts'
import { esp, filter, probe, staticAt } from './commands/probes.ts'
import { prose } from './commands/prose.ts'
import { damperPoint, unitShows } from './commands/roof.ts'
import { readInTest } from './commands/running.ts'
import { sensorBeside, wallBeside } from './commands/sensors.ts'
import { rise, split } from './commands/temperatures.ts'
import { isDays, weekOfDays } from './commands/week.ts'
import { JOT_COMMANDS, JOT_LIMIT } from './grammar.ts'
import { finish, Line } from './line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from './reading.ts'

/** A map, not an object: somebody will type “constructor”. */
const COMMANDS = new Map<string, (line: Line, context: JotContext) => JotReading>(
  Object.entries({
    esp,
    supply: probe('supply'),
    return: probe('return'),
    static: staticAt,
    filter,
    tap,
    split,
    rise,
    wall: wallBeside,
    sensor: sensorBeside,
    fan: damperPoint,
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
  }),
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
  const words = tidyTyped(text).split(/\s+/)
  const head = (words[0] ?? '').toLowerCase()
  const command = COMMANDS.get(head)
  if (command) return command(new Line(words.slice(1), context), context)
  if (isDays(head)) return weekOfDays(head, new Line(words.slice(1), context), context)
  const near = JOT_COMMANDS.filter((one) => one.word.startsWith(head))
  if (near.length > 0 && words.length === 1 && !/\s$/.test(text)) return needs(list(near.map((one) => one.word)))
  const guess = nearest(head)
  return wrong(
    `“${clip(head)}” is not a word of the jot line.`,
    guess ? `Did you mean “${guess}”?` : 'Press ? for the list, or start with esp, tap, split, grille, rise or note.',
  )
}

function nearest(head: string): string | null {
  const scored = JOT_COMMANDS.map((one) => ({ word: one.word, far: distance(head, one.word) })).sort((a, b) => a.far - b.far)
  return scored[0] && scored[0].far <= 2 ? scored[0].word : null
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
