import { showIn } from '../../advice/show.ts'
import { mixShare } from '../../freshair/outdoorAir.ts'
import type { Quantity } from '../../quantity/units.ts'
import { finish, isNumbers, type Line, readings } from '../line.ts'
import { clip, type JotContext, type JotReading, needs, wrong } from '../reading.ts'

/** Words that each want one figure, in any order. */
type Wanted = Readonly<Record<string, readonly [quantity: Quantity, name: string]>>

/** Reads `word figure` pairs until something else comes. */
function pairs<W extends Wanted>(line: Line, wanted: W): Partial<Record<keyof W, number>> | JotReading {
  const out: Partial<Record<keyof W, number>> = {}
  for (;;) {
    const word = Object.keys(wanted).find((one) => line.takePast(one))
    if (word === undefined) return out
    const read = readings(line, [wanted[word] as readonly [Quantity, string]])
    if (!isNumbers(read)) return read
    out[word as keyof W] = read[0] as number
  }
}
const isPairs = <T extends object>(read: T | JotReading): read is T => !('state' in read)

const AIR = {
  oa: ['temperature', 'the outdoor temperature'],
  ra: ['temperature', 'the return temperature'],
  ma: ['temperature', 'the mixed temperature'],
} as const satisfies Wanted

const MIX = {
  ...AIR,
  supply: ['flow', 'the supply'],
  station: ['voltage', 'the station’s signal'],
  flow: ['flow', 'the outdoor air'],
} as const satisfies Wanted

/** `fan 65 damper 30 oa 83.1 ra 71.8 ma 74.7`: a point of the damper line. */
export function damperPoint(line: Line, context: JotContext): JotReading {
  const fan = readings(line, [FAN])
  if (!isNumbers(fan)) return fan
  if (!line.takePast('damper')) return line.done ? needs('damper and its position') : afterFan(line)
  const damper = readings(line, [DAMPER])
  return isNumbers(damper) ? pointAt(line, context, fan[0] ?? 0, damper[0] ?? 0) : damper
}

/** `damper 30 fan 65 …`: the same, the other way about. */
export function damperFirst(line: Line, context: JotContext): JotReading {
  const damper = readings(line, [DAMPER])
  if (!isNumbers(damper)) return damper
  if (!line.takePast('fan')) return line.done ? needs('fan and its speed') : afterFan(line)
  const fan = readings(line, [FAN])
  return isNumbers(fan) ? pointAt(line, context, fan[0] ?? 0, damper[0] ?? 0) : fan
}

const FAN = ['percent', 'the fan speed in percent'] as const
const DAMPER = ['percent', 'the damper position in percent'] as const

function pointAt(line: Line, context: JotContext, speedPct: number, positionPct: number): JotReading {
  const show = showIn(context.units)
  if (speedPct <= 0) return wrong('A fan that stands still brings no air.', 'Say the speed it ran at in test mode, in percent.')
  if (positionPct < 0) return wrong('A damper cannot be less than shut.', 'Say its position from 0 to 100 percent.')
  const said = pairs(line, MIX)
  if (!isPairs(said)) return said
  const { oa, ra, ma, supply, station, flow } = said
  const head = { kind: 'damper-point' as const, speedPct, positionPct, ...(supply !== undefined && { supplyCfm: supply }) }
  const where = `fan ${show('percent', speedPct)}, damper ${show('percent', positionPct)}`
  if (flow !== undefined)
    return finish(line, { intent: { ...head, way: 'hood', flowCfm: flow }, reads: `${where}: outdoor air ${show('flow', flow)}` })
  if (station !== undefined)
    return finish(line, { intent: { ...head, way: 'station', signal: station }, reads: `${where}: station ${station} V` })
  const missing = (Object.keys(AIR) as (keyof typeof AIR)[]).find((word) => said[word] === undefined)
  if (missing) return line.done ? needs(`${missing} and ${AIR[missing][1]}; or station, or flow`) : afterFan(line)
  const [outdoorF = 0, returnF = 0, mixedF = 0] = [oa, ra, ma]
  const mix = mixShare({ outdoorF, returnF, mixedF, outdoorErrorF: 0, returnErrorF: 0, mixedErrorF: 0 }, 0)
  return finish(line, {
    intent: { ...head, way: 'temperatures', outdoorF, returnF, mixedF },
    reads: `${where}: ${mix ? `outdoor share ${show('percent', 100 * mix.share)}` : 'indoors and outdoors are alike: they tell no share'}`,
  })
}

const afterFan = (line: Line) =>
  wrong(
    `“${clip(line.next())}” was not understood here.`,
    'Say it like fan 65 damper 30 oa 83.1 ra 71.8 ma 74.7, or end with station 4.2 or flow 560.',
  )

const MORE = {
  feedback: ['percent', 'the damper feedback in percent'],
  near: ['temperature', 'a thermometer in the shade'],
  rh: ['humidity', 'the humidity outdoors'],
} as const satisfies Wanted

/** `unit oa 55 ra 74 ma 71 damper 15 cool`: what a rooftop unit shows now. */
export function unitShows(line: Line, context: JotContext): JotReading {
  const show = showIn(context.units)
  const air = pairs(line, AIR)
  if (!isPairs(air)) return air
  const missing = (Object.keys(AIR) as (keyof typeof AIR)[]).find((word) => air[word] === undefined)
  if (missing) return line.done ? needs(`${missing} and ${AIR[missing][1]}`) : afterUnit(line)
  if (!line.takePast('damper')) return line.done ? needs('damper and its command') : afterUnit(line)
  const damper = readings(line, [['percent', 'the damper command in percent']])
  if (!isNumbers(damper)) return damper
  const cooling = line.takePast('cool')
  if (!cooling && !line.takePast('idle')) return line.done ? needs('cool or idle') : afterUnit(line)
  const comp = line.takePast('comp') ? (line.takePast('on') ? true : line.takePast('off') ? false : null) : undefined
  if (comp === null) return line.done ? needs('on or off') : afterUnit(line)
  const more = pairs(line, MORE)
  if (!isPairs(more)) return more
  let co2: number | undefined
  if (line.takePast('co2')) {
    line.skip()
    const ppm = line.done ? Number.NaN : Number(line.next().replace(/ppm$/i, ''))
    if (!Number.isFinite(ppm)) return line.done ? needs('the CO₂ in ppm') : afterUnit(line)
    line.take('ppm')
    co2 = ppm
  }
  const last = pairs(line, MORE)
  if (!isPairs(last)) return last
  const { feedback, near, rh } = { ...more, ...last }
  const [outdoorF = 0, returnF = 0, mixedF = 0] = [air.oa, air.ra, air.ma]
  const commandPct = damper[0] ?? 0
  if (commandPct < 0) return wrong('A damper cannot be less than shut.', 'Say its command from 0 to 100 percent.')
  return finish(line, {
    intent: {
      kind: 'roof-reading',
      outdoorF,
      returnF,
      mixedF,
      commandPct,
      cooling,
      ...(comp !== undefined && { compressor: comp }),
      ...(feedback !== undefined && { feedbackPct: feedback }),
      ...(near !== undefined && { nearbyF: near }),
      ...(rh !== undefined && { outdoorRhPct: rh }),
      ...(co2 !== undefined && { co2Ppm: co2 }),
    },
    reads: `outdoor ${show('temperature', outdoorF)}, return ${show('temperature', returnF)}, mixed ${show('temperature', mixedF)}, damper ${show('percent', commandPct)}, ${cooling ? 'cooling called' : 'no cooling called'}`,
  })
}

const afterUnit = (line: Line) =>
  wrong(
    `“${clip(line.next())}” was not understood here.`,
    'Say it like unit oa 55 ra 74 ma 71 damper 15 cool, then comp on, feedback 14, near 54, co2 640 or rh 60 if you have them.',
  )
