import { showIn } from '../../advice/show.ts'
import { parseReading } from '../../quantity/parse.ts'
import { clockText, DAY_NAMES, readClock, readDays, sayDays } from '../../times/clockText.ts'
import {
  ENTRY_MODES,
  type EntryFan,
  type EntryMode,
  sayModes,
  WEEK_WORDS,
  type WeekEntry,
  wordOfEntry,
  worksIn,
} from '../../times/occupantWeek.ts'
import { finish, type Line } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'

/** Whether a line begins with days: `mo-fr`, `sa,su`, `weekend`. */
export function isDays(head: string): boolean {
  const read = readDays(head)
  return read.ok || read.twice !== null
}

const LIKE = 'Say it like mo-fr up 5:45 69 out 7:20 60 back 17:10 69 bed 21:50 61; temperatures may be left off.'

/** `mo-fr up 5:45 69 out 7:20 60 back 17:10 bed 21:50`: what people do on these days. `69/76`: heating, then cooling. */
export function weekOfDays(head: string, line: Line, context: JotContext): JotReading {
  const read = readDays(head)
  if (!read.ok) return wrong(`${DAY_NAMES[read.twice ?? 0]} stands there twice.`, 'Name each day once.')
  const entries: WeekEntry[] = []
  while (!line.done) {
    const word = line.next().toLowerCase()
    const is = word === 'off' ? 'out' : WEEK_WORDS.get(word)
    if (is === undefined)
      return wrong(`“${clip(word)}” is nothing that people do here.`, `Use up, in, out, back, bed or off. ${LIKE}`)
    if (line.done) return needs(`when: ${word} 5:45`)
    let typed = line.next()
    if (/^[ap]\.?m\.?$/i.test(line.peek())) typed += line.next()
    const startMin = readClock(typed)
    if (startMin === null || startMin === 1440)
      return wrong(
        `${clip(typed)} is no time of day.`,
        'Write 5:45, 17:10 or 5:10pm; a day ends at 23:59, and 0:00 is the next one.',
      )
    if (entries.some((one) => one.startMin === startMin))
      return wrong(`Two things begin at ${clockText(startMin)}.`, 'Move one of them, or leave it out.')
    const set = line.startsNumber() || line.peek().startsWith('/') ? temperatures(line.next(), context) : {}
    if ('state' in set) return set
    const modes = modesAfter(line, word === 'off')
    if ('state' in modes) return modes
    if (modes.mode && !worksIn(modes.mode, 'heat') && set.heatF !== undefined)
      return wrong(`Heating to a set point and ${ENTRY_MODES[modes.mode]} do not go together.`, 'Leave one of the two off.')
    if (modes.mode && !worksIn(modes.mode, 'cool') && set.coolF !== undefined)
      return wrong(`Cooling to a set point and ${ENTRY_MODES[modes.mode]} do not go together.`, 'Leave one of the two off.')
    entries.push({ startMin, is, ...set, ...modes })
  }
  if (entries.length === 0) return needs('what they do, and when: up 5:45')
  // Sorted in silence, a slip of AM and PM would be written as if it were meant.
  const late = entries.findIndex((one, i) => i > 0 && one.startMin < (entries[i - 1] as WeekEntry).startMin)
  if (late > 0) {
    const [before, after] = [entries[late - 1] as WeekEntry, entries[late] as WeekEntry]
    return wrong(
      `${clockText(after.startMin)} stands after ${clockText(before.startMin)}, and comes before it in the day.`,
      `Write them in the order of the day; if morning or afternoon is meant, ${clockText((before.startMin + 720) % 1440)} and not ${clockText(before.startMin)}.`,
    )
  }
  const show = showIn(context.units)
  const said = entries.map((one) =>
    [
      wordOfEntry(one, entries),
      clockText(one.startMin),
      ...(one.heatF === undefined ? [] : [show('temperature', one.heatF)]),
      ...(one.coolF === undefined ? [] : [`cooling ${show('temperature', one.coolF)}`]),
      ...sayModes(one),
    ].join(' '),
  )
  return finish(line, { intent: { kind: 'week', days: read.days, entries }, reads: `${sayDays(read.days)}: ${said.join(', ')}` })
}

const MODE_WORDS: ReadonlyMap<string, EntryMode | null> = new Map([
  ['off', 'off'],
  ['heat', 'heat'],
  ['heating', 'heat'],
  ['cool', 'cool'],
  ['cooling', 'cool'],
  ['auto', null],
])
const FAN_WORDS: ReadonlyMap<string, EntryFan> = new Map([
  ['auto', 'auto'],
  ['automatic', 'auto'],
  ['on', 'on'],
  ['low', 'low'],
  ['lo', 'low'],
  ['medium', 'medium'],
  ['med', 'medium'],
  ['mid', 'medium'],
  ['high', 'high'],
  ['hi', 'high'],
])

/** `off`, `heat only`, `cool`, `auto`, `fan high`, in any order, behind an entry. */
function modesAfter(line: Line, isOff: boolean): Pick<WeekEntry, 'mode' | 'fan'> | JotReading {
  const out: Pick<WeekEntry, 'mode' | 'fan'> = isOff ? { mode: 'off' } : {}
  while (!line.done) {
    const word = line.peek().toLowerCase()
    if (word === 'fan') {
      line.next()
      if (line.done) return needs('the fan: fan auto, on, low, medium or high')
      const typed = line.next()
      const fan = FAN_WORDS.get(typed.toLowerCase())
      if (fan === undefined)
        return wrong(`“${clip(typed)}” is nothing that a fan does here.`, 'Write fan auto, on, low, medium or high.')
      out.fan = fan
      continue
    }
    const mode = MODE_WORDS.get(word)
    // “off 13:00” begins the next entry; “off” at the end, or before a word, belongs to this one.
    if (mode === undefined || (word === 'off' && readClock(line.ahead()[1] ?? '') !== null)) return out
    line.next()
    if (/^only$/i.test(line.peek())) line.next()
    if (mode) out.mode = mode
  }
  return out
}

/** `69`, `69/76`, `/76`: heating, and after the stroke cooling. */
function temperatures(typed: string, context: JotContext): Pick<WeekEntry, 'heatF' | 'coolF'> | JotReading {
  const [heat = '', cool = ''] = typed.split('/')
  const out: Pick<WeekEntry, 'heatF' | 'coolF'> = {}
  for (const [text, name, low, high] of [
    [heat, 'heatF', 35, 95],
    [cool, 'coolF', 55, 105],
  ] as const) {
    if (text === '') continue
    const parsed = parseReading(text, 'temperature', context.units)
    if (!parsed.ok) return wrong(parsed.reason, parsed.remedy)
    const { base } = parsed.value
    if (base < low || base > high) {
      const show = showIn(context.units)
      return wrong(
        `${show('temperature', base)} is no set point for ${name === 'heatF' ? 'heating' : 'cooling'}.`,
        `Between ${show('temperature', low)} and ${show('temperature', high)}.`,
      )
    }
    out[name] = base
  }
  return out
}
