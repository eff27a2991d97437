import { showIn } from '../../advice/show.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { type JotContext, type JotReading, wrong } from '../reading.ts'

export function split(line: Line, context: JotContext): JotReading {
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
  if (line.take('swb')) {
    const wet = readings(line, [['temperature', 'the supply wet bulb']])
    if (!isNumbers(wet)) return wet
    supplyWbF = wet[0] ?? null
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

export function rise(line: Line, context: JotContext): JotReading {
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
      `rise ${bareDegrees(supplyDbF, context)} ${bareDegrees(returnDbF, context)} ${volts} ${amps}`,
    )
  }
  if (volts <= 0 || amps <= 0) return wrong('Volts and amps must be above zero.', 'Read both at the heater while it runs.')
  const phases = line.take('3ph') ? 3 : 1
  return finish(line, {
    intent: { kind: 'rise', returnDbF, supplyDbF, volts, amps, phases },
    reads: `heater: ${show('temperature', returnDbF)} to ${show('temperature', supplyDbF)}, rise ${show('temperatureDifference', supplyDbF - returnDbF)} at ${volts} V, ${amps} A${phases === 3 ? ', three-phase' : ''}`,
  })
}

const bareDegrees = (base: number, context: JotContext) => showIn(context.units)('temperature', base, { bare: true })
