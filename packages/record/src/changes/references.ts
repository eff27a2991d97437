import { type Refusal } from '@ingle/core'
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

  add(change: Change): void {
    this.ids.add(change.id)
    for (const id of kindOf(change.kind).makes?.(change.body) ?? []) {
      this.ids.add(id)
      this.made.add(id)
    }
  }

  /**
   * Null when everything that this change speaks of is known, and what it makes is new (or corrects what made it); a refusal
   * that names what is not.
   */
  missing(change: Change): Refusal | null {
    const makes = kindOf(change.kind).makes?.(change.body) ?? []
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
