import { percent, showIn } from '../../advice/show.ts'
import { readNumber } from '../../quantity/parse.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { type JotContext, type JotReading, needs, wrong } from '../reading.ts'

export function grille(line: Line, context: JotContext): JotReading {
  if (line.done) return needs('which grille, then the air speed')
  const label = nameIn(line)
  if (label === null) return wrong('Say which grille first.', 'Like grille desk 620 fpm.')
  const read = readings(line, [['velocity', 'the air speed']])
  if (!isNumbers(read)) return read
  const [faceFpm = 0] = read
  const { known, side } = grilleNamed(label, context)
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

/** A hood over a grille: the flow itself. */
export function hood(line: Line, context: JotContext): JotReading {
  if (line.done) return needs('which grille, then the flow')
  const label = nameIn(line)
  if (label === null) return wrong('Say which grille first.', 'Like hood desk 120 cfm.')
  const read = readings(line, [['flow', 'the flow']])
  if (!isNumbers(read)) return read
  const [flowCfm = 0] = read
  const { known, side } = grilleNamed(label, context)
  const name = known?.name ?? label
  return finish(line, {
    intent: { kind: 'hood', name, side, flowCfm },
    reads: `hood on ${side} grille “${name}” ${showIn(context.units)('flow', flowCfm)}`,
  })
}

/** The words before the first number; null when there are none. */
function nameIn(line: Line): string | null {
  const name: string[] = []
  while (!line.done && !line.startsNumber()) name.push(line.next())
  return name.length === 0 ? null : name.join(' ').toLowerCase()
}

/** Names that begin with “return” are return grilles, unless the survey says otherwise. */
function grilleNamed(label: string, context: JotContext) {
  const known = context.grilles.find((one) => one.name.toLowerCase() === label)
  const side: 'return' | 'supply' = known?.side ?? (label.startsWith('return') ? 'return' : 'supply')
  return { known, side }
}
