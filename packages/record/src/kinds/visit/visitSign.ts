import 'reflect-metadata'
import { ArrayMaxSize, ArrayNotEmpty, IsArray, IsIn, IsNotEmpty, IsString, IsUUID, MaxLength } from 'class-validator'
import type { VisitId } from '../../ids.ts'
import { refuse } from '../../refusals.ts'
import { kind } from '../kind.ts'

/** Less ink than this is a slip of the finger, not a name: in the width of the field. */
const LEAST_INK = 0.3
/** The field is so many steps wide and high: strokes are kept in them. */
export const SIGN_WIDTH = 1000
export const SIGN_HEIGHT = 300

/** Somebody signs a visit as handed over: strokes as drawn, each a list of x, y, x, y. */
class VisitSign {
  @IsUUID() visitId!: VisitId
  @IsIn(['technician', 'customer']) as!: 'technician' | 'customer'
  @IsString() @IsNotEmpty() @MaxLength(80) name!: string
  @IsArray() @ArrayNotEmpty() @ArrayMaxSize(60) strokes!: number[][]
}

/** How long the line is that was drawn, as a share of the field's width. */
export function inkOf(strokes: readonly (readonly number[])[]): number {
  let length = 0
  for (const stroke of strokes)
    for (let i = 2; i + 1 < stroke.length; i += 2)
      length += Math.hypot((stroke[i] ?? 0) - (stroke[i - 2] ?? 0), (stroke[i + 1] ?? 0) - (stroke[i - 1] ?? 0))
  return length / SIGN_WIDTH
}

const isStroke = (stroke: unknown): boolean =>
  Array.isArray(stroke) &&
  stroke.length >= 2 &&
  stroke.length <= 1200 &&
  stroke.length % 2 === 0 &&
  stroke.every((one) => Number.isFinite(one) && one >= 0 && one <= SIGN_WIDTH)

export const visitSign = kind('visit.sign', {
  body: VisitSign,
  says: ({ as, name }) => `signed by ${name} (${as})`,
  needs: ({ visitId }) => [['a visit', visitId]],
  doubts: ({ strokes }) => {
    if (!strokes.every(isStroke) || strokes.reduce((sum, one) => sum + one.length, 0) > 8000) return refuse('not-strokes')
    return inkOf(strokes) < LEAST_INK ? refuse('signature-empty') : null
  },
  fold(into, { id, at, by, body: { visitId, ...signed } }) {
    const visit = into.visits.get(visitId)
    if (visit) visit.signed = [...visit.signed.filter((one) => one.as !== signed.as), { id, at, by, ...signed }]
  },
})
