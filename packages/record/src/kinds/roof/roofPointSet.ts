import 'reflect-metadata'
import { pointKind, ROOF_POINT_IDS, type RoofPointId, SIGNALS, type SignalKind } from '@ingle/core'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import { kind } from '../kind.ts'

const KINDS = ['beta', 'table', ...Object.keys(SIGNALS)]

/** A point of a rooftop unit: whether it is there, on which terminal, and how it tells its figure. */
class RoofPointSet {
  @IsUUID() systemId!: SystemId
  @IsIn(ROOF_POINT_IDS) carries!: RoofPointId
  @IsOptional() @IsBoolean() fitted?: boolean
  /** Empty: on none. */
  @IsOptional() @IsString() @MaxLength(12) terminal?: string
  @IsOptional() @IsIn(KINDS) signal?: SignalKind | 'beta' | 'table'
  /** Figures at the two ends of the signal. */
  @IsOptional() @IsNumber() @Min(-1000) @Max(100_000) low?: number
  @IsOptional() @IsNumber() @Min(-1000) @Max(100_000) high?: number
  @IsOptional() @IsNumber() @Min(10) @Max(10_000_000) r25Ohm?: number
  @IsOptional() @IsNumber() @Min(1000) @Max(10_000) betaK?: number
  /** Rows of a thermistor's table. */
  @IsOptional() @IsArray() @ArrayMaxSize(60) @IsNumber({}, { each: true }) ohms?: number[]
  @IsOptional() @IsArray() @ArrayMaxSize(60) @IsNumber({}, { each: true }) temperaturesF?: number[]
  /** Where it sits. */
  @IsOptional() @IsString() @MaxLength(80) where?: string
}

const KEYS = ['fitted', 'terminal', 'signal', 'low', 'high', 'r25Ohm', 'betaK', 'ohms', 'temperaturesF', 'where'] as const

export const roofPointSet = kind('roof.point.set', {
  body: RoofPointSet,
  says: ({ carries, fitted, terminal, signal, where }) =>
    `${pointKind(carries).label}: ${
      [
        fitted === undefined ? '' : fitted ? 'fitted' : 'not fitted',
        terminal === undefined ? '' : terminal === '' ? 'on no terminal' : `on ${terminal}`,
        signal === undefined ? '' : `by ${signal}`,
        where ?? '',
      ]
        .filter((one) => one !== '')
        .join(', ') || 'signal'
    }`,
  fold(into, { body }) {
    const { roofPoints } = into.system(body.systemId)
    let point = roofPoints.find((one) => one.carries === body.carries)
    if (!point) {
      point = { carries: body.carries, fitted: true }
      roofPoints.push(point)
    }
    assign(point, body, KEYS)
  },
})
