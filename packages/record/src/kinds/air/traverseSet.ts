import 'reflect-metadata'
import { PLAUSIBLE, rectangularPositionsIn } from '@ingle/core'
import { IsIn, IsNumber, IsOptional, IsString, IsUUID, Max, MaxLength, Min } from 'class-validator'
import type { TraverseId } from '../../ids.ts'
import { assign } from '../../state/assign.ts'
import type { TraverseState, TryState } from '../../state/state.ts'
import { kind } from '../kind.ts'
import { OnTry } from '../onVisit.ts'
import { sayFields } from '../spec.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature

/** Where a duct is traversed. Points follow one by one, so that none is lost. */
class TraverseSet extends OnTry {
  @IsUUID() traverseId!: TraverseId
  @IsOptional() @IsString() @MaxLength(60) name?: string
  @IsOptional() @IsIn(['rectangular', 'round']) shape?: 'rectangular' | 'round'
  @IsOptional() @IsNumber() @Min(2) @Max(240) widthIn?: number
  @IsOptional() @IsNumber() @Min(2) @Max(240) heightIn?: number
  @IsOptional() @IsNumber() @Min(2) @Max(240) diameterIn?: number
  /** Points along a diameter of a round duct. */
  @IsOptional() @IsIn([6, 8, 10]) perDiameter?: 6 | 8 | 10
  /** Straight duct before and after the holes. */
  @IsOptional() @IsNumber() @Min(0) @Max(2400) straightBeforeIn?: number
  @IsOptional() @IsNumber() @Min(0) @Max(2400) straightAfterIn?: number
  /** Of the air in the duct; absent: as the room. */
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) airF?: number
}

const fields = {
  name: { says: 'name' },
  shape: { says: 'shape' },
  widthIn: { says: 'duct width', in: 'length', read: true },
  heightIn: { says: 'duct height', in: 'length', read: true },
  diameterIn: { says: 'duct diameter', in: 'length', read: true },
  perDiameter: { says: 'points a diameter' },
  straightBeforeIn: { says: 'straight duct before', in: 'length', read: true },
  straightAfterIn: { says: 'straight duct after', in: 'length', read: true },
  airF: { says: 'air in the duct', in: 'temperature', read: true },
} as const

export const traverseSet = kind('traverse.set', {
  body: TraverseSet,
  fields,
  rowName: ({ name }) => `, ${name ?? 'traverse'}`,
  says: (body, show) => `traverse: ${sayFields(body, fields, show)}`,
  fold(into, { at, body }) {
    const attempt = into.tries.get(body.tryId)
    if (!attempt) return
    const traverse = traverseOf(attempt, body.traverseId, at)
    const before = layoutOf(traverse.set)
    assign(traverse.set, body, [
      'name',
      'shape',
      'widthIn',
      'heightIn',
      'diameterIn',
      'perDiameter',
      'straightBeforeIn',
      'straightAfterIn',
      'airF',
    ])
    relay(traverse, before)
  },
})

const SIZE_UNKNOWN = 'rectangular'
/** Where the points lie: a point belongs to the plan that it was read by. Null before anybody described the duct. */
function layoutOf({ shape, widthIn, heightIn, perDiameter = 6 }: TraverseState['set']): string | null {
  if (shape === undefined) return null
  if (shape === 'round') return `round, ${perDiameter} on a diameter`
  if (widthIn === undefined || heightIn === undefined) return SIZE_UNKNOWN
  return `rectangular, ${rectangularPositionsIn(widthIn).length} by ${rectangularPositionsIn(heightIn).length}`
}

/** Another plan has other points: those of the earlier one are kept for when it comes back. */
function relay(traverse: TraverseState, before: string | null): void {
  const after = layoutOf(traverse.set)
  if (before === null || after === null || before === after) return
  if (before === SIZE_UNKNOWN && after.startsWith(SIZE_UNKNOWN)) return
  const { [after]: back, ...others } = traverse.earlier ?? {}
  const earlier = { ...others, ...(Object.keys(traverse.points).length > 0 && { [before]: traverse.points }) }
  traverse.points = back ?? {}
  if (Object.keys(earlier).length > 0) traverse.earlier = earlier
  else delete traverse.earlier
}

/** A point that comes before its duct was described is kept: two devices may write both. */
export function traverseOf(attempt: TryState, id: TraverseId, at: string): TraverseState {
  const there = attempt.traverses.find((one) => one.id === id)
  if (there) return there
  const made: TraverseState = { id, at, set: {}, points: {} }
  attempt.traverses.push(made)
  return made
}
