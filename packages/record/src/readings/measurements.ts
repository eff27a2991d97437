import { BASE_UNITS, chosenUnit } from '@ingle/core'
import type { Change } from '../changes/change.ts'
import { kindOf } from '../kinds/kinds.ts'
import type { Field, Measured } from '../kinds/spec.ts'
import { inOrder } from '../state/fold.ts'
import { inForce } from '../state/inForce.ts'

/** A measured number, and the change that wrote it down. */
export interface Measurement extends Measured {
  change: Change
}

/** Every number that was read, in the order of writing; without what was taken back or replaced. */
export function measurements(changes: readonly Change[]): Measurement[] {
  const holding = inForce(changes)
  return inOrder(changes)
    .filter((change) => holding.has(change.id))
    .flatMap((change) => measured(change).map((one) => ({ ...one, change })))
}

/** The numbers of one change that somebody read. */
function measured({ kind, body }: Change): Measured[] {
  const { fields = {}, rowName } = kindOf(kind)
  return Object.entries(fields as Record<string, Field>).flatMap(([name, field]) => {
    const value = (body as unknown as Record<string, unknown>)[name]
    if (!field.read || typeof value !== 'number') return []
    return [{ name: `${field.says}${rowName?.(body, name) ?? ''}`, value, unit: unitOf(field) }]
  })
}

const unitOf = (field: Field): string => (field.in ? chosenUnit(field.in, BASE_UNITS).symbol : (field.unit ?? ''))
