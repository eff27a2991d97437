import { showIn } from '../../advice/show.ts'
import { readNumber } from '../../quantity/parse.ts'
import { findUnit } from '../../quantity/units.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { type JotContext, type JotReading, needs, wrong } from '../reading.ts'

export function split(line: Line, context: JotContext): JotReading {
  const dry = dryBulbs(line)
  if (!isPair(dry)) return dry
  const { returnDbF, supplyDbF, returnRhPct: saidRh } = dry
  const show = showIn(context.units)
  let { returnWbF } = dry
  let supplyWbF: number | null = null
  let returnRhPct = saidRh
  if (line.takePast('wb')) {
    const wet = readings(line, [['temperature', 'the return wet bulb']])
    if (!isNumbers(wet)) return wet
    returnWbF = wet[0] ?? null
    if (line.startsNumber()) {
      const second = readings(line, [['temperature', 'the supply wet bulb']])
      if (!isNumbers(second)) return second
      supplyWbF = second[0] ?? null
    }
  }
  if (returnWbF !== null && returnWbF > returnDbF)
    return wrong(
      `A wet bulb of ${show('temperature', returnWbF)} is above the dry bulb.`,
      'Wet the wick again and read both in moving air.',
    )
  if (line.takePast('swb')) {
    const wet = readings(line, [['temperature', 'the supply wet bulb']])
    if (!isNumbers(wet)) return wet
    supplyWbF = wet[0] ?? null
  }
  if (line.takePast('rh') || line.unitAhead() === '%') {
    const wet = readings(line, [['humidity', 'the return humidity']])
    if (!isNumbers(wet)) return wet
    line.takePast('rh')
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

/** Return and supply in the order of the line or as it names them, and what may stand between them. */
interface Pair {
  returnDbF: number
  supplyDbF: number
  returnWbF: number | null
  returnRhPct: number | null
}
const isPair = (read: Pair | JotReading): read is Pair => 'returnDbF' in read

/** “74.1 55”, “ra 74.1 sa 55”, “sa 55 ra 74.1”, “74.1 52% 55”. */
function dryBulbs(line: Line): Pair | JotReading {
  const read: { ra?: number; sa?: number } = {}
  let returnWbF: number | null = null
  let returnRhPct: number | null = null
  while (read.ra === undefined || read.sa === undefined) {
    const said = line.takePast('ra') ? 'ra' : line.takePast('sa') ? 'sa' : read.ra === undefined ? 'ra' : 'sa'
    // A wet bulb or a humidity right after the return belongs to it.
    const isMoist = said === 'sa' && read.ra !== undefined
    if (isMoist && line.takePast('wb')) {
      const wet = readings(line, [['temperature', 'the return wet bulb']])
      if (!isNumbers(wet)) return wet
      returnWbF = wet[0] ?? null
      continue
    }
    if (isMoist && (line.takePast('rh') || line.unitAhead() === '%')) {
      const wet = readings(line, [['humidity', 'the return humidity']])
      if (!isNumbers(wet)) return wet
      line.takePast('rh')
      returnRhPct = wet[0] ?? null
      continue
    }
    const dry = readings(line, [['temperature', said === 'ra' ? 'the return temperature' : 'the supply temperature']])
    if (!isNumbers(dry)) return dry
    read[said] = dry[0] ?? 0
  }
  return { returnDbF: read.ra, supplyDbF: read.sa, returnWbF, returnRhPct }
}

const VOLTS = ['voltage', 'volts at the heater'] as const
const AMPS = ['current', 'amps at the heater'] as const

export function rise(line: Line, context: JotContext): JotReading {
  const dry = dryBulbs(line)
  if (!isPair(dry)) return dry
  const { returnDbF, supplyDbF } = dry
  const show = showIn(context.units)
  line.skip()
  if (line.done && supplyDbF > returnDbF && context.burnsFuel)
    return {
      state: 'ready',
      intent: { kind: 'firing', returnF: returnDbF, supplyF: supplyDbF },
      reads: `furnace: return ${show('temperature', returnDbF)}, supply ${show('temperature', supplyDbF)} → rise ${show('temperatureDifference', supplyDbF - returnDbF)}, held against the plate’s window on Heat`,
    }
  // Nobody has said what heats: the two temperatures are a reading of their own.
  if (line.done && supplyDbF > returnDbF)
    return {
      state: 'ready',
      intent: { kind: 'split', returnDbF, supplyDbF, returnWbF: null, supplyWbF: null, returnRhPct: null },
      reads: `return ${show('temperature', returnDbF)}, supply ${show('temperature', supplyDbF)} → rise ${show('temperatureDifference', supplyDbF - returnDbF)}; of an electric heater add volts and amps`,
    }
  const isAmpsFirst = findUnit('current', line.unitAhead()) !== null
  const read = readings(line, isAmpsFirst ? [AMPS, VOLTS] : [VOLTS, AMPS])
  if (!isNumbers(read)) return read
  const [volts = 0, amps = 0] = isAmpsFirst ? read.toReversed() : read
  if (supplyDbF <= returnDbF) {
    return wrong(
      'The supply is not warmer than the return: there is no rise.',
      'Return first, then supply, with the heater running steadily.',
      `rise ${bareDegrees(supplyDbF, context)} ${bareDegrees(returnDbF, context)} ${volts} ${amps}`,
    )
  }
  if (volts <= 0 || amps <= 0) return wrong('Volts and amps must be above zero.', 'Read both at the heater while it runs.')
  const phases = line.takePast('3ph') ? 3 : 1
  return finish(line, {
    intent: { kind: 'rise', returnDbF, supplyDbF, volts, amps, phases },
    reads: `heater: ${show('temperature', returnDbF)} to ${show('temperature', supplyDbF)}, rise ${show('temperatureDifference', supplyDbF - returnDbF)} at ${volts} V, ${amps} A${phases === 3 ? ', three-phase' : ''}`,
  })
}

/** No burner that a technician clocks takes more, ft³/s: about 5 million Btu/h of natural gas. A house figure. */
const MOST_FT3_S = 1.4

/** The gas of a furnace at its meter: “clock 1 ft³ 41 s”, “clock 0.02 m³ in 36 s”. */
export function clock(line: Line, context: JotContext): JotReading {
  if (!context.burnsFuel)
    return wrong(
      'This system has no furnace whose gas could be clocked.',
      'Choose its profile on the Survey stage first; a device’s own clock is read on the Times stage.',
    )
  const read = readings(line, [['gasVolume', 'how much the meter moved']])
  if (!isNumbers(read)) return read
  const [meterFt3 = 0] = read
  line.skip()
  // No inches: “1 ft³ in 41 s”.
  if (line.peek() === 'in') line.next()
  if (line.done) return needs('in how many seconds')
  const typed = readNumber(line.next())
  if (typed === null || !/^(s|secs?|seconds?|["″])?$/.test(typed.rest))
    return wrong('The seconds of the watch are a figure.', 'Like clock 1 ft³ 41 s.')
  if (typed.rest === '' && /^(s|secs?|seconds?)$/.test(line.peek())) line.next()
  // Faster than any meter of a house or a shop turns: a slip of the seconds, or of the dial.
  if (typed.value > 0 && meterFt3 / typed.value > MOST_FT3_S)
    return wrong(
      `${showIn(context.units)('gasVolume', meterFt3)} in ${typed.value} s would be ${Math.round((3600 * meterFt3) / typed.value).toLocaleString('en')} ft³ an hour.`,
      'Look at the seconds and at which dial was read.',
    )
  if (typed.value <= 0) return wrong('No time went by.', 'Clock at least one turn of the smallest dial, all else off.')
  return finish(line, {
    intent: { kind: 'firing', meterFt3, meterS: typed.value },
    reads: `gas at the meter: ${showIn(context.units)('gasVolume', meterFt3)} in ${typed.value} s`,
  })
}

const bareDegrees = (base: number, context: JotContext) => showIn(context.units)('temperature', base, { bare: true })
