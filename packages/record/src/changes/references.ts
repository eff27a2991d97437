import { type Refusal } from '@ingle/core'
import type { ChangeId } from '../ids.ts'
import { kindOf } from '../kinds/kinds.ts'
import { OnTry, OnVisit } from '../kinds/onVisit.ts'
import { refuse } from '../refusals.ts'
import type { Change } from './change.ts'

/** What the changes of a site have brought into being, so that a later one can be checked against it. */
export class KnownIds {
  private readonly ids = new Set<string>()
  private readonly made = new Set<string>()

  constructor(changes: readonly Change[]) {
    for (const change of changes) this.add(change)
  }

  /** Takes in what a store already knows: ids of changes, and ids that changes made. */
  learn(changes: Iterable<string>, made: Iterable<string>): void {
    for (const id of changes) this.ids.add(id)
    for (const id of made) {
      this.ids.add(id)
      this.made.add(id)
    }
  }

  add(change: Change): void {
    this.ids.add(change.id)
    for (const id of madeBy(change)) {
      this.ids.add(id)
      this.made.add(id)
    }
  }

  /**
   * Null when everything that this change speaks of is known, and what it makes is new (or corrects what made it); a refusal
   * that names what is not.
   */
  missing(change: Change): Refusal | null {
    const makes = madeBy(change)
    if (change.replaces === undefined && makes.some((id) => this.made.has(id)))
      return refuse('id-taken', {
        name: change.kind === 'visit.start' ? 'a visit' : change.kind === 'fix.put' ? 'a fix' : 'an item',
      })
    for (const [name, id] of wantedIds(change)) {
      if (id !== undefined && !this.ids.has(id)) return refuse('missing-ground', { name })
    }
    return null
  }
}

/** Every id that a change names and a store has to be asked for before the change can be judged; its own among them. */
export function idsNamedBy(change: Change): string[] {
  const wanted = wantedIds(change).flatMap(([, id]) => (id === undefined ? [] : [id]))
  return [change.id, ...wanted, ...madeBy(change)]
}

/** Ids that a change brings into being, besides its own. */
export const madeBy = (change: Change): readonly string[] => kindOf(change.kind).makes?.(change.body) ?? []

/** The change that another one takes back or corrects; null for one that stands for itself. */
export const targetOf = (change: Change): ChangeId | null =>
  change.replaces ?? (change.kind === 'undo' ? change.body.targetId : null)

/** A body on a visit needs its visit, one on a try its try too; the rest says each kind itself. */
function wantedIds(change: Change): [string, string | undefined][] {
  const { body, needs } = kindOf(change.kind)
  const on = change.body as Partial<OnTry>
  return [
    ['a change', change.replaces],
    ...(body.prototype instanceof OnVisit ? [['a visit', on.visitId] as [string, string | undefined]] : []),
    ...(body.prototype instanceof OnTry ? [['a try', on.tryId] as [string, string | undefined]] : []),
    ...(needs?.(change.body) ?? []),
  ]
}
