import { list, type Show, showIn } from '../../advice/show.ts'
import { POINT_NAMES, PROBE_REPEAT_IN_WC, type ProbeReadings } from '../../airflow/staticWalk.ts'
import { PROBE_WORDS } from '../grammar.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'

const signed = { signed: true } as const

export function esp(line: Line, context: JotContext): JotReading {
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
    instead
      ? `Swap the hoses and read again; if only the sign was left out, press Tab for ${instead}.`
      : 'Swap the hoses and read again, or put the sign in.',
    instead || undefined,
  )
}

export function probe(point: 'supply' | 'return'): (line: Line, context: JotContext) => JotReading {
  return (line, context) => {
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

/** Static at one place, or at several one after another. */
export function staticAt(line: Line, context: JotContext): JotReading {
  const show = showIn(context.units)
  const probes: ProbeReadings = {}
  do {
    if (line.done) return needs(`where: ${list(Object.keys(PROBE_WORDS))}`)
    const place = line.next().toLowerCase()
    const point = Object.hasOwn(PROBE_WORDS, place) ? PROBE_WORDS[place] : undefined
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

/** Places on the side where the blower pulls. */
const SUCTION = new Set<keyof ProbeReadings>(['return', 'before-filter', 'after-filter'])
const bareStatic = (value: number, show: Show) => show('static', value, { signed: true, bare: true })

export function filter(line: Line, context: JotContext): JotReading {
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
