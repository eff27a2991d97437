import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { IsInt, IsNumber, IsUUID, Max, Min } from 'class-validator'
import type { TraverseId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnTry } from '../onVisit.ts'
import { traverseOf } from './traverseSet.ts'

const [LOW, HIGH] = PLAUSIBLE.static

export class TraversePoint extends OnTry {
  @IsUUID() traverseId!: TraverseId
  /** In the order of the plan, from 0. */
  @IsInt() @Min(0) @Max(99) index!: number
  /** Velocity pressure, with its sign. */
  @IsNumber() @Min(LOW) @Max(HIGH) pressureInWc!: number
}

export const traversePoint = kind('traverse.point', {
  body: TraversePoint,
  fields: { pressureInWc: { says: 'velocity pressure', in: 'static', read: true } },
  rowName: ({ index }) => ` point ${index + 1}`,
  says: ({ index, pressureInWc }, show) =>
    `traverse, point ${index + 1}: ${show('static', pressureInWc, { signed: true, decimals: 3 })}`,
  fold(into, { at, body }) {
    const attempt = into.tries.get(body.tryId)
    if (attempt) traverseOf(attempt, body.traverseId, at).points[body.index] = body.pressureInWc
  },
})
