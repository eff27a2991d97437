import { percent, showIn } from '../../advice/show.ts'
import { readNumber } from '../../quantity/parse.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { type JotContext, type JotReading, needs, wrong } from '../reading.ts'

export function grille(line: Line, context: JotContext): JotReading {
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
