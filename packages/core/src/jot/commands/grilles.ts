import { percent, showIn } from '../../advice/show.ts'
import { readNumber } from '../../quantity/parse.ts'
import { chosenUnit, findUnit, toBase } from '../../quantity/units.ts'
import { grilleNamed } from '../grilleNamed.ts'
import { finish, isFlowUnit, isNumbers, type Line, readings } from '../line.ts'
import { type JotContext, type JotReading, needs, wrong } from '../reading.ts'
import { isFiller } from '../spoken.ts'

export function grille(line: Line, context: JotContext): JotReading {
  if (line.done) return needs('which grille, then the air speed')
  const label = nameIn(line)
  if (label === null) return wrong('Say which grille first.', 'Like grille desk 620 fpm.')
  // “grille desk 120 cfm” is the flow itself.
  if (isFlowUnit(line.unitAhead())) return flowOf(label, line, context)
  const read = readings(line, [['velocity', 'the air speed']])
  if (!isNumbers(read)) return read
  const speeds = [...read]
  // Several speeds over one grille are its mean; one that stands still counts.
  while (line.startsNumber() && !/[x×]/.test(line.peek())) {
    const more = readings(line, [['velocity', 'the air speed']])
    if (!isNumbers(more)) return more
    speeds.push(...more)
  }
  const faceFpm = speeds.reduce((sum, one) => sum + one, 0) / speeds.length
  const { name, known, side } = grilleNamed(label, context)
  let widthIn = known?.widthIn ?? null
  let heightIn = known?.heightIn ?? null
  let freeArea = known?.freeArea ?? null
  line.skip()
  const size = /^(\d+(?:\.\d+)?|\?)[x×](\d+(?:\.\d+)?|\?)(in|cm|mm|["″])?$/.exec(line.peek())
  if (size) {
    line.next()
    const apart = size[3] === undefined && findUnit('length', line.peek()) ? line.next() : undefined
    const unit = findUnit('length', size[3] ?? apart ?? '') ?? chosenUnit('length', context.units)
    const side = (text: string | undefined) => (text === '?' ? null : toBase(Number(text), unit))
    widthIn = side(size[1])
    heightIn = side(size[2])
  }
  if (line.takePast('free')) {
    if (line.done) return needs('then the free-area factor, like 0.68')
    const said = readNumber(line.next())
    const typed = said?.rest === '%' ? { value: said.value / 100 } : said
    if (!typed || !(typed.value > 0 && typed.value <= 1))
      return wrong('A free-area factor lies between 0 and 1.', 'It is printed by the grille’s maker; 0.65 to 0.85 is usual.')
    freeArea = typed.value
  }
  const show = showIn(context.units)
  const area =
    widthIn !== null && heightIn !== null
      ? `, ${show('length', widthIn, { bare: true })} × ${show('length', heightIn)}${freeArea === null ? '' : `, ${percent(freeArea)} free`}`
      : ''
  return finish(line, {
    intent: { kind: 'grille', name, side, faceFpm, widthIn, heightIn, freeArea },
    reads: `${side} grille “${name}” ${show('velocity', faceFpm)}${speeds.length > 1 ? `, the mean of ${speeds.length}` : ''}${area}`,
  })
}

/** A hood over a grille: the flow itself. */
export function hood(line: Line, context: JotContext): JotReading {
  if (line.done) return needs('which grille, then the flow')
  const label = nameIn(line)
  if (label === null) return wrong('Say which grille first.', 'Like hood desk 120 cfm.')
  return flowOf(label, line, context)
}

function flowOf(label: string, line: Line, context: JotContext): JotReading {
  const read = readings(line, [['flow', 'the flow']])
  if (!isNumbers(read)) return read
  const [flowCfm = 0] = read
  const { name, side } = grilleNamed(label, context)
  return finish(line, {
    intent: { kind: 'hood', name, side, flowCfm },
    reads: `hood on ${side} grille “${name}” ${showIn(context.units)('flow', flowCfm)}`,
  })
}

/** The words before the first number; null when there are none. */
function nameIn(line: Line): string | null {
  const name: string[] = []
  // “bedroom 1 95 cfm”: of two bare figures the first is a number of the name.
  while (!line.done && (!line.startsNumber() || (name.length > 0 && isNumbered(line.ahead())))) name.push(line.next())
  while (isFiller(name.at(-1)?.toLowerCase() ?? '')) name.pop()
  return name.length === 0 ? null : name.join(' ').toLowerCase()
}

/** No room has a higher number, and no air that is read is slower, in feet a minute. A house figure. */
const MOST_ROOM = 30

const isNumbered = ([first = '', second = '']: readonly string[]) =>
  readNumber(first)?.rest === '' &&
  /^\d+$/.test(first) &&
  Number(first) <= MOST_ROOM &&
  readNumber(second) !== null &&
  !/[x×]/.test(second)

/** A metering plate in the place of the filter, with both statics where the flow is to be corrected for it. */
export function plate(line: Line, context: JotContext): JotReading {
  if (line.done) return needs('the plate’s factor, cfm at 1 in.wc, as printed on it')
  const factor = readNumber(line.next())
  if (factor?.rest !== '' || factor.value < 10 || factor.value > 20_000)
    return wrong(
      'A plate’s factor lies between 10 and 20,000.',
      'It is printed on the plate: cfm at 1 in.wc, like plate 1260 0.81.',
    )
  const read = readings(line, [['static', 'the pressure over the plate']])
  if (!isNumbers(read)) return read
  const [dpInWc = 0] = read
  if (dpInWc < 0) return wrong('The pressure over a plate cannot be below zero.', 'Swap the hoses, or leave the sign off.')
  let both: number[] | null = null
  if (!line.done) {
    const statics = readings(line, [
      ['static', 'the supply static with the filter in'],
      ['static', 'the supply static with the plate in'],
    ])
    if (!isNumbers(statics)) return statics
    if (statics.some((one) => one <= 0))
      return wrong('Both supply statics must be above zero.', 'Read them on the supply side, the filter in and the plate in.')
    both = statics
  }
  const show = showIn(context.units)
  return finish(line, {
    intent: {
      kind: 'plate',
      factor: factor.value,
      dpInWc,
      normalStaticInWc: both?.[0] ?? null,
      testStaticInWc: both?.[1] ?? null,
    },
    reads: `plate of ${factor.value} at ${show('static', dpInWc)}${both ? `, supply static ${show('static', both[0] ?? 0)} with the filter, ${show('static', both[1] ?? 0)} with the plate` : ''}`,
  })
}
