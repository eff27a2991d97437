import { list, showIn, signedPct, tapName, tapSetName } from '../../advice/show.ts'
import { roleOf } from '../../device/roles.ts'
import { express, meaningOf, readValue, sayBoth, sayOffer, typedMeaning } from '../../device/spelling.ts'
import type { JotSetting } from '../grammar.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'
import { rowSaid } from '../settingSaid.ts'

export function tap(line: Line, context: JotContext): JotReading {
  if (context.taps.length === 0)
    return wrong('This system has no blower table yet.', 'Choose its profile on the Survey stage, then name the tap.')
  if (line.done) return needs(`which: ${list(context.taps)}`)
  const ahead = line.ahead().map((one) => one.toLowerCase())
  // A tap may be called “med high”: the longest label that the line begins with.
  const label = [...context.taps]
    .sort((a, b) => b.length - a.length)
    .find((one) =>
      one
        .toLowerCase()
        .split(' ')
        .every((word, i) => ahead[i] === word),
    )
  const typed = label ?? line.peek()
  line.pass(typed.split(' ').length)
  if (!label) return wrong(`There is no tap “${clip(typed)}” on this blower.`, `It has ${list(context.taps)}.`)
  let adjustPct: number | null = null
  if (line.takePast('adj') || line.startsNumber()) {
    const read = readings(line, [['percent', 'the adjust in percent']])
    if (!isNumbers(read)) return read
    adjustPct = read[0] ?? 0
    if (Math.abs(adjustPct) > 30)
      return wrong(
        `An adjust of ${adjustPct}% is more than any blower offers.`,
        'Adjust is a few percent up or down, like tap 3 adj -10.',
      )
  }
  const { adjust } = context
  if (adjust && adjustPct !== null && adjust.offers.length > 1 && !adjust.offers.includes(adjustPct))
    return wrong(
      `This blower has no adjust of ${signedPct(adjustPct)}.`,
      `It has ${list(adjust.offers.map(signedPct))}; leave it off and it stays at ${signedPct(adjust.stands)}.`,
    )
  return finish(line, {
    intent: { kind: 'tap', tap: label, adjustPct },
    reads: `${adjustPct !== null ? tapSetName(label, adjustPct, true) : adjust ? `${tapSetName(label, adjust.stands, true)} as it stands` : tapName(label)}: starts a new try`,
  })
}

export function capacity(line: Line, context: JotContext): JotReading {
  const read = readings(line, [['capacity', 'the capacity']])
  if (!isNumbers(read)) return read
  const [tons = 0] = read
  return finish(line, { intent: { kind: 'capacity', tons }, reads: `capacity ${showIn(context.units)('capacity', tons)}` })
}

export function heater(line: Line): JotReading {
  if (line.takePast('none')) return finish(line, { intent: { kind: 'heater', kw: 0 }, reads: 'no electric heater fitted' })
  const read = readings(line, [['power', 'the heater’s power, or none']])
  if (!isNumbers(read)) return read
  const [kw = 0] = read
  return finish(line, {
    intent: { kind: 'heater', kw },
    reads: kw === 0 ? 'no electric heater fitted' : `electric heater ${kw} kW`,
  })
}

/** Words up to “because”, and what follows it. */
function valueAndWhy(line: Line, { setting }: JotSetting): { typed: string; why: string | null } {
  line.take('tap')
  // Free words are kept whole.
  if (setting.values.length > 0 || setting.range) line.skip()
  const words: string[] = []
  while (!line.done) {
    if (line.take('because')) return { typed: words.join(' '), why: line.rest() }
    words.push(line.next())
  }
  return { typed: words.join(' '), why: null }
}

function rowOf(line: Line, context: JotContext): JotSetting | JotReading {
  const words = context.settings.map((one) => one.word)
  if (line.done) return needs(words.length > 14 ? `which setting: ${words.slice(0, 12).join(', ')} …` : `which: ${list(words)}`)
  const ahead = line.ahead()
  const said = rowSaid(ahead, context)
  if (said?.row) {
    line.pass(said.took)
    return said.row
  }
  const word = (ahead[0] ?? '').toLowerCase()
  const near = words.filter((one) => one.startsWith(word))
  if (near.length > 0 && ahead.length === 1) return needs(list(near))
  if (said)
    return wrong(
      `“${clip(ahead.join(' '))}” may be several settings.`,
      `Say which: ${list(said.among.map((one) => one.word).slice(0, 12))}.`,
    )
  return wrong(
    `“${clip(word)}” is not a setting in this ledger.`,
    words.length > 0 ? `Settings: ${list(words.slice(0, 20))}.` : 'Choose the equipment on the Survey stage first.',
  )
}
const isRow = (row: JotSetting | JotReading): row is JotSetting => 'word' in row

export function setting(column: 'found' | 'left' | 'proof'): (line: Line, context: JotContext) => JotReading {
  return (line, context) => {
    const row = rowOf(line, context)
    if (!isRow(row)) return row
    if (column === 'proof') {
      const how = line.rest()
      return how === ''
        ? needs('what showed that it works')
        : {
            state: 'ready',
            intent: { kind: 'setting', key: row.key, column, value: how, why: null },
            reads: `${row.label} proved: ${how}`,
          }
    }
    if (line.done) return needs(`the value: ${sayOffer(row.setting, context.units)}`)
    const { typed, why } = valueAndWhy(line, row)
    const value = readValue(row.setting, typed)
    if (value === null) return notOffered(row, typed, column, context)
    return {
      state: 'ready',
      intent: { kind: 'setting', key: row.key, column, value, why: why || null },
      reads: `${row.label} ${column} at ${saidValue(row, value, context)}${why ? `, because ${why}` : ''}`,
    }
  }
}

/** An aim by hand: it needs a reason, since it goes over what the house rules say. */
export function aim(line: Line, context: JotContext): JotReading {
  const row = rowOf(line, context)
  if (!isRow(row)) return row
  if (line.done) return needs(`the value: ${sayOffer(row.setting, context.units)}`)
  const { typed, why } = valueAndWhy(line, row)
  const value = readValue(row.setting, typed)
  if (value === null) return notOffered(row, typed, 'aim', context)
  const meaning = meaningOf(row.setting, value)
  const never = row.setting.role === undefined ? undefined : roleOf(row.setting.role)?.never?.[meaning]
  if (never) return wrong(`${row.label} ${typed} is never an aim.`, never)
  if (!why) return needs('“because” and why this unit should differ from the house rules')
  return {
    state: 'ready',
    intent: { kind: 'aim', key: row.key, value: meaning, why },
    reads: `${row.label} should be ${saidValue(row, value, context)}, because ${why}`,
  }
}

function notOffered(row: JotSetting, typed: string, column: 'found' | 'left' | 'aim', context: JotContext): JotReading {
  const offers = `It offers ${sayOffer(row.setting, context.units)}.`
  const meaning = typedMeaning(row.setting, typed)
  const near = meaning === null ? null : express(row.setting, meaning, context.units)
  if (near?.fit !== 'nearest') return wrong(`${row.label} has no value “${clip(typed)}”.`, offers)
  const line = `${column} ${row.word} ${near.value}`
  return wrong(near.reason, `Press Tab for “${line}”, if that is what it shows. ${offers}`, line)
}

function saidValue(row: JotSetting, value: string, context: JotContext): string {
  const { means, shows } = sayBoth(row.setting, value, context.units)
  return shows === null ? means : `${shows} (${means})`
}
