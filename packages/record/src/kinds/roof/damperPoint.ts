import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { ArrayMaxSize, IsArray, IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { refuse } from '../../refusals.ts'
import { picked } from '../../state/assign.ts'
import { exact, exactly } from '../exact.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature
const WAYS = ['temperatures', 'station', 'traverse', 'hood'] as const

/** Outdoor air at one fan speed and one damper position, in test mode. */
class DamperPointBody extends OnVisit {
  @IsNumber() @Min(1) @Max(120) speedPct!: number
  @IsNumber() @Min(0) @Max(100) positionPct!: number
  @IsIn(WAYS) way!: (typeof WAYS)[number]
  /** Measured; absent: by fan speed from the supply at full speed. */
  @IsOptional() @IsNumber() @Min(1) @Max(200_000) supplyCfm?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) outdoorF?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) returnF?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) mixedF?: number
  /** The station's signal, volts or milliamps. */
  @IsOptional() @IsNumber() @Min(-1) @Max(30) signal?: number
  @IsOptional() @IsArray() @ArrayMaxSize(100) @IsNumber({}, { each: true }) velocitiesFpm?: number[]
  /** By a hood, or worked out elsewhere. */
  @IsOptional() @IsNumber() @Min(0) @Max(200_000) flowCfm?: number
}

const KEPT = [
  'speedPct',
  'positionPct',
  'way',
  'supplyCfm',
  'outdoorF',
  'returnF',
  'mixedF',
  'signal',
  'velocitiesFpm',
  'flowCfm',
] as const

export const damperPoint = kind('damper.point', {
  body: DamperPointBody,
  fields: {
    outdoorF: { says: 'outdoor', in: 'temperature', read: true },
    returnF: { says: 'return', in: 'temperature', read: true },
    mixedF: { says: 'mixed', in: 'temperature', read: true },
    signal: { says: 'station signal', unit: 'V', read: true },
    flowCfm: { says: 'outdoor air', in: 'flow', read: true },
  },
  rowName: ({ speedPct, positionPct }) => `fan ${speedPct}% damper ${positionPct}%`,
  says: ({ speedPct, positionPct, way, outdoorF, returnF, mixedF, signal, velocitiesFpm, flowCfm }, show) => {
    const what =
      way === 'temperatures'
        ? `outdoor ${show('temperature', outdoorF ?? Number.NaN)}, return ${show('temperature', returnF ?? Number.NaN)}, mixed ${show('temperature', mixedF ?? Number.NaN)}`
        : way === 'station'
          ? `station ${signal} V`
          : way === 'traverse'
            ? `${velocitiesFpm?.length ?? 0} velocities`
            : show('flow', flowCfm ?? Number.NaN)
    return `fan ${speedPct}%, damper ${positionPct}%: ${what}`
  },
  doubts: ({ way, outdoorF, returnF, mixedF, signal, velocitiesFpm, flowCfm }) => {
    const isWhole = {
      temperatures: outdoorF !== undefined && returnF !== undefined && mixedF !== undefined,
      station: signal !== undefined,
      traverse: (velocitiesFpm?.length ?? 0) > 0,
      hood: flowCfm !== undefined,
    }[way]
    return isWhole ? null : refuse('damper-point-lacks', { way })
  },
  line: ({ speedPct, positionPct, way, supplyCfm, outdoorF, returnF, mixedF, signal, flowCfm }, { units }) => {
    const flow = exactly('flow', [supplyCfm, flowCfm], units)
    const percent = exactly('percent', [speedPct, positionPct], units)
    const head = `fan ${percent(speedPct)} damper ${percent(positionPct)}${supplyCfm === undefined ? '' : ` supply ${flow(supplyCfm)}`}`
    const degreesOf = exactly('temperature', [outdoorF, returnF, mixedF], units)
    const degrees = (value: number | undefined) => degreesOf(value ?? 0)
    if (way === 'temperatures') return `${head} oa ${degrees(outdoorF)} ra ${degrees(returnF)} ma ${degrees(mixedF)}`
    if (way === 'station') return `${head} station ${exact('voltage', signal ?? 0, units)}`
    return way === 'hood' ? `${head} flow ${flow(flowCfm ?? 0)}` : null
  },
  jotted: { 'damper-point': ({ kind: _, ...values }) => values },
  fold(into, { id, at, by, body }) {
    into.here(body)?.damperPoints.push({ id, at, by, ...picked(body, KEPT) })
  },
})
