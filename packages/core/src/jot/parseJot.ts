import { list, percent, type Show, showIn, tapName } from '../advice/show.ts'
import { POINT_NAMES, PROBE_REPEAT_IN_WC, type ProbeReadings } from '../airflow/staticWalk.ts'
import { parseReading, readNumber, tidyTyped } from '../quantity/parse.ts'
import { type Quantity, quantitiesOfUnit, type UnitChoice } from '../quantity/units.ts'
import { JOT_COMMANDS, JOT_LIMIT, type JotGrille, type JotIntent, type JotSetting, PROBE_WORDS } from './grammar.ts'

/** What the jot line must know to read back what is typed. */
export interface JotContext {
  units: UnitChoice
  taps: readonly string[]
  settings: readonly JotSetting[]
  grilles: readonly JotGrille[]
  /** Lines that would fill what is still missing, most wanted first. */
  wanted: readonly string[]
}

/** What a line means so far. `ready` can be entered; `incomplete` is right as far as it goes. */
export type JotReading =
  | { state: 'empty' }
  | { state: 'incomplete'; needs: string }
  | { state: 'wrong'; reason: string; remedy: string; instead?: string }
  | { state: 'ready'; intent: JotIntent; reads: string }

const wrong = (reason: string, remedy: string, instead?: string): JotReading => ({
  state: 'wrong',
  reason,
  remedy,
  ...(instead && { instead }),
})
const needs = (text: string): JotReading => ({ state: 'incomplete', needs: text })

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
  const near = JOT_COMMANDS.filter((one) => one.word.startsWith(head))
  if (near.length > 0 && words.length === 1 && !/\s$/.test(text)) return needs(list(near.map((one) => one.word)))
  const guess = nearest(head)
  return wrong(
    `“${clip(head)}” is not a word of the jot line.`,
    guess ? `Did you mean “${guess}”?` : 'Press ? for the list, or start with esp, tap, split, grille, rise or note.',
  )
}

const clip = (text: string) => (text.length > 24 ? `${text.slice(0, 24)}…` : text)

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

/** A line being read from left to right. */
class Line {
  private at = 0
  constructor(
    private readonly words: readonly string[],
    private readonly context: JotContext,
  ) {}

  get done(): boolean {
    return this.at >= this.words.length
  }
  peek(): string {
    return (this.words[this.at] ?? '').toLowerCase()
  }
  next(): string {
    this.at += 1
    return this.words[this.at - 1] ?? ''
  }
  take(word: string): boolean {
    if (this.peek() !== word) return false
    this.at += 1
    return true
  }
  rest(): string {
    const text = this.words.slice(this.at).join(' ')
    this.at = this.words.length
    return text
  }
  startsNumber(): boolean {
    return readNumber(this.words[this.at] ?? '') !== null
  }
  /** One measurement; a unit may stand apart from its number. Null at the end of the line. */
  reading(quantity: Quantity): { base: number } | JotReading | null {
    if (this.done) return null
    let text = this.next()
    const number = readNumber(text)
    if (number?.rest === '' && !this.done && isUnitWord(this.peek())) text += ` ${this.next()}`
    const parsed = parseReading(text, quantity, this.context.units)
    return parsed.ok ? { base: parsed.value.base } : wrong(parsed.reason, parsed.remedy)
  }
}

const isUnitWord = (word: string) => readNumber(word) === null && word !== 'rh' && quantitiesOfUnit(word).length > 0

type Read = { base: number } | JotReading | null
const isReading = (read: Read): read is { base: number } => read !== null && 'base' in read

/** Reads several measurements in a row; says which one is missing. */
function readings(line: Line, wanted: readonly (readonly [Quantity, string])[]): number[] | JotReading {
  const out: number[] = []
  for (const [quantity, name] of wanted) {
    const read = line.reading(quantity)
    if (read === null) return needs(`then ${name}`)
    if (!isReading(read)) return read
    out.push(read.base)
  }
  return out
}

const isNumbers = (read: number[] | JotReading): read is number[] => Array.isArray(read)

function finish(line: Line, ready: { intent: JotIntent; reads: string }): JotReading {
  if (!line.done)
    return wrong(`“${clip(line.rest())}” at the end was not understood.`, 'Leave it out, or enter it as a line of its own.')
  return { state: 'ready', ...ready }
}

const signed = { signed: true } as const

function esp(line: Line, context: JotContext): JotReading {
  const read = readings(line, [
    ['static', 'the supply static'],
    ['static', 'the return static'],
  ])
  if (!isNumbers(read)) return read
  const [supply = 0, back = 0] = read
  const show = showIn(context.units)
  const bare = (value: number) => show('static', value, { signed: true, bare: true })
  if (back > PROBE_REPEAT_IN_WC && supply <= 0) {
    return wrong(
      'Supply reads below the room and return above it: the probes are swapped.',
      `Press Tab to take them as esp ${bare(back)} ${bare(supply)}.`,
      `esp ${bare(back)} ${bare(supply)}`,
    )
  }
  const positive = returnPositive(back, show, `esp ${bare(supply)} ${bare(-back)}`)
  if (positive) return positive
  return finish(line, {
    intent: { kind: 'probes', probes: { supply, return: back } },
    reads: `supply static ${show('static', supply, signed)}, return static ${show('static', back, signed)} → total ${show('static', supply - back)}`,
  })
}

function returnPositive(back: number, show: Show, instead: string): JotReading | null {
  if (back <= PROBE_REPEAT_IN_WC) return null
  return wrong(
    `Return static reads ${show('static', back, signed)}, but the blower pulls on that side: it must be below zero.`,
    `Swap the hoses and read again; if only the sign was left out, press Tab for ${instead}.`,
    instead,
  )
}

function probe(point: keyof ProbeReadings): (line: Line, context: JotContext) => JotReading {
  return (line, context) => {
    const read = readings(line, [['static', `the static ${POINT_NAMES[point]}`]])
    if (!isNumbers(read)) return read
    const [value = 0] = read
    const show = showIn(context.units)
    const suction = point !== 'supply' && point !== 'trunk'
    if (suction) {
      const typed = point === 'return' ? 'return' : `static ${point}`
      const positive = returnPositive(value, show, `${typed} ${show('static', -value, { signed: true, bare: true })}`)
      if (positive) return positive
    }
    return finish(line, {
      intent: { kind: 'probes', probes: { [point]: value } },
      reads: `static ${POINT_NAMES[point]} ${show('static', value, signed)}`,
    })
  }
}

function staticAt(line: Line, context: JotContext): JotReading {
  if (line.done) return needs(`where: ${list(Object.keys(PROBE_WORDS))}`)
  const place = line.next().toLowerCase()
  const point = Object.hasOwn(PROBE_WORDS, place) ? PROBE_WORDS[place] : undefined
  if (point) return probe(point)(line, context)
  const near = Object.keys(PROBE_WORDS).filter((word) => word.startsWith(place))
  if (near.length > 0 && line.done) return needs(list(near))
  return wrong(`“${clip(place)}” is not a place for a probe.`, `Places: ${list(Object.keys(PROBE_WORDS))}.`)
}

function filter(line: Line, context: JotContext): JotReading {
  if (line.done) return needs('the static before and after it, or “clean” once a clean one is in')
  if (!line.startsNumber()) {
    const word = line.next().toLowerCase()
    if (word === 'clean' || word === 'new')
      return finish(line, {
        intent: { kind: 'filter', filter: 'clean' },
        reads: 'a clean filter is in: starts a new try on the same tap',
      })
    if (word === 'as-found')
      return finish(line, {
        intent: { kind: 'filter', filter: 'as-found' },
        reads: 'the filter as it was found: starts a new try on the same tap',
      })
    if (line.done && ('clean'.startsWith(word) || 'as-found'.startsWith(word))) return needs('clean or as-found')
    return wrong(`“${clip(word)}” says nothing about a filter.`, 'Type two statics, or filter clean, or filter as-found.')
  }
  const read = readings(line, [
    ['static', 'the static before the filter'],
    ['static', 'the static after the filter'],
  ])
  if (!isNumbers(read)) return read
  const [before = 0, after = 0] = read
  const show = showIn(context.units)
  const bare = (value: number) => show('static', value, { signed: true, bare: true })
  const positive = returnPositive(Math.max(before, after), show, `filter ${bare(-Math.abs(before))} ${bare(-Math.abs(after))}`)
  if (positive) return positive
  if (after > before + PROBE_REPEAT_IN_WC) {
    return wrong(
      `Static rises over the filter, from ${show('static', before, signed)} to ${show('static', after, signed)}; a filter only takes away.`,
      `If the two were told the wrong way round, press Tab for filter ${bare(after)} ${bare(before)}.`,
      `filter ${bare(after)} ${bare(before)}`,
    )
  }
  return finish(line, {
    intent: { kind: 'probes', probes: { 'before-filter': before, 'after-filter': after } },
    reads: `before the filter ${show('static', before, signed)}, after it ${show('static', after, signed)} → it takes ${show('static', before - after)}`,
  })
}

function tap(line: Line, context: JotContext): JotReading {
  if (context.taps.length === 0)
    return wrong('This system has no blower table yet.', 'Choose its profile on the Survey stage, then name the tap.')
  if (line.done) return needs(`which: ${list(context.taps)}`)
  const typed = line.next()
  const label = context.taps.find((one) => one.toLowerCase() === typed.toLowerCase())
  if (!label) return wrong(`There is no tap “${clip(typed)}” on this blower.`, `It has ${list(context.taps)}.`)
  let adjustPct: number | null = null
  if (line.take('adj') || line.take('adjust')) {
    const read = readings(line, [['percent', 'the adjust in percent']])
    if (!isNumbers(read)) return read
    adjustPct = read[0] ?? 0
    if (Math.abs(adjustPct) > 30)
      return wrong(
        `An adjust of ${adjustPct}% is more than any blower offers.`,
        'Adjust is a few percent up or down, like tap 3 adj -10.',
      )
  }
  return finish(line, {
    intent: { kind: 'tap', tap: label, adjustPct },
    reads: `${tapName(label)}${adjustPct === null ? '' : `, adjust ${adjustPct}%`}: starts a new try`,
  })
}

function split(line: Line, context: JotContext): JotReading {
  const read = readings(line, [
    ['temperature', 'the return temperature'],
    ['temperature', 'the supply temperature'],
  ])
  if (!isNumbers(read)) return read
  const [returnDbF = 0, supplyDbF = 0] = read
  const show = showIn(context.units)
  let returnWbF: number | null = null
  let supplyWbF: number | null = null
  let returnRhPct: number | null = null
  if (line.take('wb')) {
    const wet = readings(line, [['temperature', 'the return wet bulb']])
    if (!isNumbers(wet)) return wet
    returnWbF = wet[0] ?? null
    if (returnWbF !== null && returnWbF > returnDbF)
      return wrong(
        `A wet bulb of ${show('temperature', returnWbF)} is above the dry bulb.`,
        'Wet the wick again and read both in moving air.',
      )
    if (line.startsNumber()) {
      const second = readings(line, [['temperature', 'the supply wet bulb']])
      if (!isNumbers(second)) return second
      supplyWbF = second[0] ?? null
    }
  }
  if (line.take('rh')) {
    const wet = readings(line, [['humidity', 'the return humidity']])
    if (!isNumbers(wet)) return wet
    returnRhPct = wet[0] ?? null
  }
  const difference = returnDbF - supplyDbF
  const moist =
    returnWbF !== null ? `, wet bulb ${show('temperature', returnWbF)}` : returnRhPct !== null ? `, ${returnRhPct}% humidity` : ''
  const way = difference >= 0 ? 'split' : 'rise'
  return finish(line, {
    intent: { kind: 'split', returnDbF, supplyDbF, returnWbF, supplyWbF, returnRhPct },
    reads: `return ${show('temperature', returnDbF)}${moist}, supply ${show('temperature', supplyDbF)} → ${way} ${show('temperatureDifference', Math.abs(difference))}`,
  })
}

function rise(line: Line, context: JotContext): JotReading {
  const read = readings(line, [
    ['temperature', 'the return temperature'],
    ['temperature', 'the supply temperature'],
    ['voltage', 'volts at the heater'],
    ['current', 'amps at the heater'],
  ])
  if (!isNumbers(read)) return read
  const [returnDbF = 0, supplyDbF = 0, volts = 0, amps = 0] = read
  const show = showIn(context.units)
  if (supplyDbF <= returnDbF) {
    return wrong(
      'The supply is not warmer than the return: there is no rise.',
      'Return first, then supply, with the heater running steadily.',
      `rise ${line2(supplyDbF, context)} ${line2(returnDbF, context)} ${volts} ${amps}`,
    )
  }
  if (volts <= 0 || amps <= 0) return wrong('Volts and amps must be above zero.', 'Read both at the heater while it runs.')
  const phases = line.take('3ph') ? 3 : 1
  return finish(line, {
    intent: { kind: 'rise', returnDbF, supplyDbF, volts, amps, phases },
    reads: `heater: ${show('temperature', returnDbF)} to ${show('temperature', supplyDbF)}, rise ${show('temperatureDifference', supplyDbF - returnDbF)} at ${volts} V, ${amps} A${phases === 3 ? ', three-phase' : ''}`,
  })
}

const line2 = (base: number, context: JotContext) => showIn(context.units)('temperature', base, { bare: true })

function grille(line: Line, context: JotContext): JotReading {
  if (line.done) return needs('which grille, then the air speed')
  const name: string[] = []
  while (!line.done && !line.startsNumber()) name.push(line.next())
  if (name.length === 0) return wrong('Say which grille first.', 'Like grille desk 620 fpm.')
  const label = name.join(' ').toLowerCase()
  const read = readings(line, [['velocity', 'the air speed']])
  if (!isNumbers(read)) return read
  const [faceFpm = 0] = read
  const known = context.grilles.find((one) => one.name.toLowerCase() === label)
  const side = known?.side ?? (label.startsWith('return') ? 'return' : 'supply')
  let widthIn = known?.widthIn ?? null
  let heightIn = known?.heightIn ?? null
  let freeArea = known?.freeArea ?? null
  const size = /^(\d+(?:\.\d+)?)[x×](\d+(?:\.\d+)?)$/.exec(line.peek())
  if (size) {
    line.next()
    widthIn = Number(size[1])
    heightIn = Number(size[2])
  }
  if (line.take('free')) {
    if (line.done) return needs('then the free-area factor, like 0.68')
    const typed = readNumber(line.next())
    if (!typed || !(typed.value > 0 && typed.value <= 1))
      return wrong('A free-area factor lies between 0 and 1.', 'It is printed by the grille’s maker; 0.65 to 0.85 is usual.')
    freeArea = typed.value
  }
  const show = showIn(context.units)
  const area =
    widthIn !== null && heightIn !== null
      ? `, ${widthIn}×${heightIn} in${freeArea === null ? '' : `, ${percent(freeArea)} free`}`
      : ''
  return finish(line, {
    intent: { kind: 'grille', name: known?.name ?? label, side, faceFpm, widthIn, heightIn, freeArea },
    reads: `${side} grille “${known?.name ?? label}” ${show('velocity', faceFpm)}${area}`,
  })
}

function capacity(line: Line, context: JotContext): JotReading {
  const read = readings(line, [['capacity', 'the capacity']])
  if (!isNumbers(read)) return read
  const [tons = 0] = read
  return finish(line, { intent: { kind: 'capacity', tons }, reads: `capacity ${showIn(context.units)('capacity', tons)}` })
}

function heater(line: Line): JotReading {
  if (line.take('none')) return finish(line, { intent: { kind: 'heater', kw: 0 }, reads: 'no electric heater fitted' })
  const read = readings(line, [['power', 'the heater’s power, or none']])
  if (!isNumbers(read)) return read
  const [kw = 0] = read
  return finish(line, {
    intent: { kind: 'heater', kw },
    reads: kw === 0 ? 'no electric heater fitted' : `electric heater ${kw} kW`,
  })
}

function setting(column: 'found' | 'left' | 'proof'): (line: Line, context: JotContext) => JotReading {
  return (line, context) => {
    const words = context.settings.map((one) => one.word)
    if (line.done) return needs(`which: ${list(words)}`)
    const word = line.next().toLowerCase()
    const row = context.settings.find((one) => one.word === word || one.role === word)
    if (!row) {
      const near = words.filter((one) => one.startsWith(word))
      return near.length > 0 && line.done
        ? needs(list(near))
        : wrong(`“${clip(word)}” is not a setting in this ledger.`, `Settings: ${list(words)}.`)
    }
    if (column === 'proof') {
      const how = line.rest()
      return how === ''
        ? needs('what showed that it works')
        : {
            state: 'ready',
            intent: { kind: 'setting', role: row.role, column, value: how, why: null },
            reads: `${row.label} proved: ${how}`,
          }
    }
    line.take('tap')
    if (line.done) return needs(`the value: ${list(row.values)}`)
    const typed = line.next()
    const value =
      row.values.find((one) => one.toLowerCase() === typed.toLowerCase()) ??
      row.values.find((one) => one.replace(/[+%]/g, '') === typed.replace(/[+%]/g, ''))
    if (!value) return wrong(`${row.label} has no value “${clip(typed)}”.`, `It offers ${list(row.values)}.`)
    const because = line.take('because') ? line.rest() : null
    return finish(line, {
      intent: { kind: 'setting', role: row.role, column, value, why: because },
      reads: `${row.label} ${column} at ${value}${because ? `, because ${because}` : ''}`,
    })
  }
}

function prose(kind: 'heard' | 'note' | 'open', lead: string): (line: Line) => JotReading {
  return (line) => {
    const text = line.rest()
    return text === '' ? needs('then the words') : { state: 'ready', intent: { kind, text }, reads: `${lead}: ${text}` }
  }
}

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
    grille,
    capacity,
    heater,
    found: setting('found'),
    left: setting('left'),
    proved: setting('proof'),
    heard: prose('heard', 'heard on this try'),
    note: prose('note', 'note'),
    open: prose('open', 'still to do'),
    undo: (line) => finish(line, { intent: { kind: 'undo' }, reads: 'takes back the last line' }),
  }),
)

export interface Completion {
  text: string
  says: string
}

/** Lines to offer: what this system still needs first, then every command that starts as typed. At most eight. */
export function completions(text: string, context: JotContext): Completion[] {
  const typed = text.trimStart().toLowerCase()
  const says = (line: string) => JOT_COMMANDS.find((one) => line.startsWith(one.word))?.says ?? ''
  const wanted = context.wanted
    .filter((line) => line.startsWith(typed) && line !== typed)
    .map((line) => ({ text: line, says: says(line) }))
  const words = typed.includes(' ')
    ? withinLine(typed, context)
    : JOT_COMMANDS.filter((one) => one.word.startsWith(typed) && one.word !== typed).map((one) => ({
        text: `${one.word} `,
        says: one.says,
      }))
  const seen = new Set<string>()
  return [...wanted, ...words].filter((one) => !seen.has(one.text) && seen.add(one.text)).slice(0, 8)
}

function withinLine(typed: string, context: JotContext): Completion[] {
  const [head = '', second = '', third] = typed.split(/\s+/)
  const offer = (stem: string, options: readonly string[], part: string) =>
    options
      .filter((one) => one.toLowerCase().startsWith(part) && one.toLowerCase() !== part)
      .map((one) => ({ text: `${stem} ${one}${stem.includes(' ') ? '' : ' '}`, says: '' }))
  if (head === 'tap' && third === undefined)
    return offer('tap', context.taps, second).map((one) => ({ ...one, text: one.text.trim() }))
  if (head === 'static' && third === undefined) return offer('static', Object.keys(PROBE_WORDS), second)
  if (head === 'grille' && third === undefined)
    return offer(
      'grille',
      context.grilles.map((one) => one.name.toLowerCase()),
      second,
    )
  if (head === 'found' || head === 'left' || head === 'proved') {
    if (third === undefined)
      return offer(
        head,
        context.settings.map((one) => one.word),
        second,
      )
    if (head !== 'proved')
      return offer(`${head} ${second}`, context.settings.find((one) => one.word === second)?.values ?? [], third)
  }
  return []
}
