import 'reflect-metadata'
import { BASELINE, type BaselineField, baselineField, PLAUSIBLE } from '@ingle/core'
import { IsIn, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

const [COLD, HOT] = PLAUSIBLE.temperature

/** What a machine does at full capacity, and in what weather. */
class BaselineRead extends OnVisit {
  @IsIn(['cool', 'heat']) mode!: 'cool' | 'heat'
  /** Forced by its board, or found running steadily. */
  @IsIn(['forced', 'steady']) way!: 'forced' | 'steady'
  /** Which machine, by its plates: another one begins a baseline of its own. */
  @IsString() @MaxLength(300) machine!: string
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) outdoorF?: number
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) returnDbF?: number
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) returnWbF?: number
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) supplyDbF?: number
  @IsOptional() @IsNumber() @Min(-10) @Max(10) supplyInWc?: number
  @IsOptional() @IsNumber() @Min(-10) @Max(10) returnInWc?: number
  @IsOptional() @IsNumber() @Min(0) @Max(500_000) flowCfm?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1000) volts?: number
  @IsOptional() @IsNumber() @Min(0) @Max(2000) amps?: number
  /** Saturation as the gauge's scale shows it, and the line beside it. */
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) suctionSatF?: number
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) suctionLineF?: number
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) liquidSatF?: number
  @IsOptional() @IsNumber() @Min(COLD) @Max(HOT) liquidLineF?: number
  @IsOptional() @IsNumber() @Min(0) @Max(400) driveHz?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1e8) starts?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1e7) hours?: number
}

const FIELDS = Object.keys(BASELINE) as BaselineField[]

export const baselineRead = kind('baseline.read', {
  body: BaselineRead,
  fields: Object.fromEntries(
    FIELDS.map((name) => {
      const { says, quantity, unit } = baselineField(name)
      return [name, { says, ...(quantity && { in: quantity }), ...(unit && { unit }), read: true as const }]
    }),
  ),
  rowName: ({ mode }) => (mode === 'cool' ? 'cooling baseline' : 'heating baseline'),
  says: ({ mode, way, ...read }, show) =>
    `${mode === 'cool' ? 'cooling' : 'heating'} baseline, ${way}: ${FIELDS.flatMap((name) => {
      const [value, { says, quantity, unit }] = [read[name], baselineField(name)]
      return value === undefined ? [] : [`${says} ${quantity ? show(quantity, value) : `${value}${unit ? ` ${unit}` : ''}`}`]
    }).join(', ')}`,
  fold(into, { id, at, by, body: { visitId, systemId, ...read } }) {
    into.here({ visitId, systemId })?.baselines.push({ id, at, by, ...read })
  },
})
