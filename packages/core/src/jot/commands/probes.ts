import { list, type Show, showIn } from '../../advice/show.ts'
import { POINT_NAMES, PROBE_REPEAT_IN_WC, type ProbeReadings } from '../../airflow/staticWalk.ts'
import { readNumber } from '../../quantity/parse.ts'
import { findUnit } from '../../quantity/units.ts'
import { PROBE_WORDS } from '../grammar.ts'
import { finish, isNumbers, Line, readings } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'
import { saysInside } from '../spoken.ts'
import { split } from './temperatures.ts'

const signed = { signed: true } as const

export function esp(line: Line, context: JotContext): JotReading {
  const read = bothSides(line)
  if ('state' in read) return read
  const { supply, return: back } = read
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

/** Supply and return in this order, or as the line names them. */
function bothSides(line: Line): Required<Pick<ProbeReadings, 'supply' | 'return'>> | JotReading {
  const read: Pick<ProbeReadings, 'supply' | 'return'> = {}
  while (read.supply === undefined || read.return === undefined) {
    const said = line.takePast('return') ? 'return' : line.takePast('supply') ? 'supply' : undefined
    const side = said ?? (read.supply === undefined ? 'supply' : 'return')
    const one = readings(line, [['static', `the ${side} static`]])
    if (!isNumbers(one)) return one
    // “-0.45 return”: named behind its figure.
    const behind = said === undefined && (line.takePast('return') ? 'return' : line.takePast('supply') ? 'supply' : undefined)
    read[behind || side] = one[0] ?? 0
  }
  return { supply: read.supply, return: read.return }
}

function returnPositive(back: number, show: Show, instead: string): JotReading | null {
  if (back <= PROBE_REPEAT_IN_WC) return null
  return wrong(
    `Return static reads ${show('static', back, signed)}, but the blower pulls on that side: it must be below zero.`,
    instead
      ? `Swap the hoses and read again; if only the sign was left out, press Tab for ${instead}.`
      : 'Swap the hoses and read again, or put the sign in.',
    instead || undefined,
  )
}

export function probe(point: 'supply' | 'return'): (line: Line, context: JotContext) => JotReading {
  return (line, context) => {
    const other = point === 'supply' ? 'return' : 'supply'
    const both = bothNamed(line.ahead(), point, other, context)
    if (both) return both
    const read = readings(line, [['static', `the static ${POINT_NAMES[point]}`]])
    if (!isNumbers(read)) return read
    const [value = 0] = read
    const show = showIn(context.units)
    const positive = SUCTION.has(point) && returnPositive(value, show, `${point} ${bareStatic(-value, show)}`)
    if (positive) return positive
    return finish(line, {
      intent: { kind: 'probes', probes: { [point]: value } },
      reads: `static ${POINT_NAMES[point]} ${show('static', value, signed)}`,
    })
  }
}

/**
 * “return -0.45 supply 0.22”, “return 74.1 supply 55”: both sides, and the figures say whether of static or of
 * temperature, by their unit or because no static is so high. Null: one side only.
 */
function bothNamed(ahead: readonly string[], point: string, other: string, context: JotContext): JotReading | null {
  if (!ahead.some((_, i) => i > 0 && saysInside(ahead, i, other) > 0)) return null
  const words = [point, ...ahead]
  const asStatic = esp(new Line(words, context), context)
  if (asStatic.state !== 'wrong') return asStatic
  const asDegrees = split(new Line(words, context), context)
  if (asDegrees.state !== 'ready') return asStatic
  const degrees = ahead.some((word) => findUnit('temperature', readNumber(word)?.rest || word) !== null)
  if (degrees || asStatic.instead === undefined) return asDegrees
  // Neither the sign nor the unit of a static: more likely two temperatures, and that is asked.
  const { returnDbF, supplyDbF } = asDegrees.intent as { returnDbF: number; supplyDbF: number }
  const bare = (value: number) => showIn(context.units)('temperature', value, { bare: true })
  const line = `split ${bare(returnDbF)} ${bare(supplyDbF)}`
  return wrong(asStatic.reason, `If these are temperatures, press Tab for ${line}.`, line)
}

/** Static at one place, or at several one after another. */
export function staticAt(line: Line, context: JotContext): JotReading {
  if (line.startsNumber()) return esp(line, context)
  const show = showIn(context.units)
  const probes: ProbeReadings = {}
  do {
    if (line.done) return needs(`where: ${list(Object.keys(PROBE_WORDS))}`)
    line.skip()
    const found = placeAhead(line)
    const place = found ?? line.next().toLowerCase()
    const point = found && PROBE_WORDS[found]
    if (!point) {
      const near = Object.keys(PROBE_WORDS).filter((word) => word.startsWith(place))
      if (near.length > 0 && line.done) return needs(list(near))
      return wrong(`“${clip(place)}” is not a place for a probe.`, `Places: ${list(Object.keys(PROBE_WORDS))}.`)
    }
    const read = readings(line, [['static', `the static ${POINT_NAMES[point]}`]])
    if (!isNumbers(read)) return read
    const [value = 0] = read
    const typed = Object.keys(probes).length === 0 ? `static ${point}` : ''
    const positive = SUCTION.has(point) && returnPositive(value, show, typed && `${typed} ${bareStatic(-value, show)}`)
    if (positive) return positive
    probes[point] = value
  } while (!line.done)
  const said = (Object.entries(probes) as [keyof ProbeReadings, number][]).map(
    ([point, value]) => `static ${POINT_NAMES[point]} ${show('static', value, signed)}`,
  )
  return finish(line, { intent: { kind: 'probes', probes }, reads: said.join(', ') })
}

/** The place that the next words name, longest first: “after coil” is not “after”. */
function placeAhead(line: Line): string | undefined {
  const ahead = line.ahead()
  const [best] = Object.keys(PROBE_WORDS)
    .map((place) => ({ place, took: saysInside(ahead, 0, place) }))
    .sort((a, b) => b.took - a.took)
  if (!best || best.took === 0) return undefined
  line.pass(best.took)
  return best.place
}

/** Places on the side where the blower pulls. */
const SUCTION = new Set<keyof ProbeReadings>(['return', 'before-filter', 'after-filter'])
const bareStatic = (value: number, show: Show) => show('static', value, { signed: true, bare: true })

export function filter(line: Line, context: JotContext): JotReading {
  line.skip()
  if (line.done) return needs('the static before and after it, or “clean” once a clean one is in')
  line.takePast('before-filter')
  if (!line.startsNumber()) {
    const word = line.next().toLowerCase()
    if (word === 'clean' || word === 'new' || word === 'fresh')
      return finish(line, {
        intent: { kind: 'filter', filter: 'clean' },
        reads: 'a clean filter is in: starts a new try on the same tap',
      })
    if (word === 'as-found' || word === 'dirty' || word === 'old')
      return finish(line, {
        intent: { kind: 'filter', filter: 'as-found' },
        reads: 'the filter as it was found: starts a new try on the same tap',
      })
    if (line.done && ('clean'.startsWith(word) || 'as-found'.startsWith(word))) return needs('clean or as-found')
    return wrong(`“${clip(word)}” says nothing about a filter.`, 'Type two statics, or filter clean, or filter as-found.')
  }
  const first = readings(line, [['static', 'the static before the filter']])
  if (!isNumbers(first)) return first
  line.takePast('after-filter')
  const second = readings(line, [['static', 'the static after the filter']])
  if (!isNumbers(second)) return second
  const [before = 0, after = 0] = [first[0], second[0]]
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
