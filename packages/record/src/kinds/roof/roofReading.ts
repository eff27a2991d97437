import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { IsBoolean, IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { picked } from '../../state/assign.ts'
import { exactly } from '../exact.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature
const FROM = ['jot', 'wire', 'paste'] as const

/** What a rooftop unit shows at one moment. */
class RoofReading extends OnVisit {
  @IsNumber() @Min(LOW) @Max(HIGH) outdoorF!: number
  @IsNumber() @Min(LOW) @Max(HIGH) returnF!: number
  @IsNumber() @Min(LOW) @Max(HIGH) mixedF!: number
  @IsNumber() @Min(0) @Max(100) commandPct!: number
  @IsBoolean() cooling!: boolean
  @IsOptional() @IsBoolean() compressor?: boolean
  @IsOptional() @IsNumber() @Min(0) @Max(100) feedbackPct?: number
  /** A thermometer in the shade, or a station nearby. */
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) nearbyF?: number
  @IsOptional() @IsNumber() @Min(0) @Max(20_000) co2Ppm?: number
  /** Of the outdoor air: a rule by enthalpy cannot be judged without it. */
  @IsOptional() @IsNumber() @Min(0) @Max(100) outdoorRhPct?: number
  @IsOptional() @IsNumber() @Min(0) @Max(120) fanPct?: number
  @IsOptional() @IsIn(FROM) from?: (typeof FROM)[number]
}

const KEPT = [
  'outdoorF',
  'returnF',
  'mixedF',
  'commandPct',
  'cooling',
  'compressor',
  'feedbackPct',
  'nearbyF',
  'co2Ppm',
  'outdoorRhPct',
  'fanPct',
  'from',
] as const

export const roofReading = kind('roof.reading', {
  body: RoofReading,
  fields: {
    outdoorF: { says: 'outdoor', in: 'temperature', read: true },
    returnF: { says: 'return', in: 'temperature', read: true },
    mixedF: { says: 'mixed', in: 'temperature', read: true },
    commandPct: { says: 'damper', in: 'percent', read: true },
    nearbyF: { says: 'nearby', in: 'temperature', read: true },
    feedbackPct: { says: 'feedback', in: 'percent', read: true },
    co2Ppm: { says: 'CO₂', unit: 'ppm', read: true },
    outdoorRhPct: { says: 'outdoor humidity', in: 'humidity', read: true },
  },
  says: (
    { outdoorF, returnF, mixedF, commandPct, cooling, compressor, feedbackPct, nearbyF, co2Ppm, outdoorRhPct, from },
    show,
  ) =>
    [
      `unit${from === 'wire' ? ' over the wire' : ''}: outdoor ${show('temperature', outdoorF)}`,
      `return ${show('temperature', returnF)}`,
      `mixed ${show('temperature', mixedF)}`,
      `damper ${show('percent', commandPct)}`,
      cooling ? 'cooling called' : 'no cooling called',
      compressor === undefined ? '' : compressor ? 'compressor on' : 'compressor off',
      feedbackPct === undefined ? '' : `feedback ${show('percent', feedbackPct)}`,
      nearbyF === undefined ? '' : `nearby ${show('temperature', nearbyF)}`,
      co2Ppm === undefined ? '' : `CO₂ ${co2Ppm} ppm`,
      outdoorRhPct === undefined ? '' : `outdoor humidity ${show('humidity', outdoorRhPct)}`,
    ]
      .filter((one) => one !== '')
      .join(', '),
  line: (
    { outdoorF, returnF, mixedF, commandPct, cooling, compressor, feedbackPct, nearbyF, co2Ppm, outdoorRhPct, from },
    { units },
  ) => {
    if (from === 'wire' || from === 'paste') return null
    const degrees = exactly('temperature', [outdoorF, returnF, mixedF, nearbyF], units)
    const percent = exactly('percent', [commandPct, feedbackPct], units)
    return [
      `unit oa ${degrees(outdoorF)} ra ${degrees(returnF)} ma ${degrees(mixedF)} damper ${percent(commandPct)}`,
      cooling ? 'cool' : 'idle',
      compressor === undefined ? '' : compressor ? 'comp on' : 'comp off',
      feedbackPct === undefined ? '' : `feedback ${percent(feedbackPct)}`,
      nearbyF === undefined ? '' : `near ${degrees(nearbyF)}`,
      co2Ppm === undefined ? '' : `co2 ${co2Ppm}`,
      outdoorRhPct === undefined ? '' : `rh ${outdoorRhPct}`,
    ]
      .filter((one) => one !== '')
      .join(' ')
  },
  jotted: { 'roof-reading': ({ kind: _, ...values }) => values },
  fold(into, { id, at, by, body }) {
    into.here(body)?.roofReadings.push({ id, at, by, ...picked(body, KEPT) })
  },
})
