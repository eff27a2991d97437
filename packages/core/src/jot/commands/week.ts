import { showIn } from '../../advice/show.ts'
import { parseReading } from '../../quantity/parse.ts'
import { clockText, DAY_NAMES, readClock, readDays, sayDays } from '../../times/clockText.ts'
import { WEEK_WORDS, type WeekEntry, wordOfEntry } from '../../times/occupantWeek.ts'
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
    const is = WEEK_WORDS.get(word)
    if (is === undefined) return wrong(`“${clip(word)}” is nothing that people do here.`, `Use up, in, out, back or bed. ${LIKE}`)
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
    entries.push({ startMin, is, ...set })
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
    ].join(' '),
  )
  return finish(line, { intent: { kind: 'week', days: read.days, entries }, reads: `${sayDays(read.days)}: ${said.join(', ')}` })
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
