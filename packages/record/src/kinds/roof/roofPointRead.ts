import 'reflect-metadata'
import { pointKind, ROOF_POINT_IDS, type RoofPointId } from '@ingle/core'
import { IsBoolean, IsIn, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { picked } from '../../state/assign.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** A point looked at: its raw signal, what the controller shows, a reference beside it; or an input tripped on purpose. */
class RoofPointRead extends OnVisit {
  @IsIn(ROOF_POINT_IDS) carries!: RoofPointId
  /** Ohms, volts or milliamps at the terminal. */
  @IsOptional() @IsNumber() @Min(-100) @Max(100_000_000) raw?: number
  @IsOptional() @IsNumber() @Min(-1000) @Max(100_000) shown?: number
  @IsOptional() @IsNumber() @Min(-1000) @Max(100_000) reference?: number
  /** An input that was tripped: whether that stopped what it should, and whether the alarm came. */
  @IsOptional() @IsBoolean() stopped?: boolean
  @IsOptional() @IsBoolean() alarmed?: boolean
  /** An output that was called: whether it did what it should. */
  @IsOptional() @IsBoolean() worked?: boolean
  @IsOptional() @IsString() @MaxLength(200) how?: string
}

const KEPT = ['carries', 'raw', 'shown', 'reference', 'stopped', 'alarmed', 'worked', 'how'] as const

export const roofPointRead = kind('roof.point.read', {
  body: RoofPointRead,
  says: ({ carries, raw, shown, reference, stopped, alarmed, worked, how }) =>
    `${pointKind(carries).label}: ${[
      raw === undefined ? '' : `signal ${raw}`,
      shown === undefined ? '' : `shows ${shown}`,
      reference === undefined ? '' : `reference ${reference}`,
      stopped === undefined ? '' : stopped ? 'tripped, and it stopped' : 'tripped, and it did not stop',
      alarmed === undefined ? '' : alarmed ? 'alarm came' : 'no alarm',
      worked === undefined ? '' : worked ? 'called, and it worked' : 'called, and it did not work',
      how ?? '',
    ]
      .filter((one) => one !== '')
      .join(', ')}`,
  fold(into, { id, at, by, body }) {
    into.here(body)?.pointReads.push({ id, at, by, ...picked(body, KEPT) })
  },
})
