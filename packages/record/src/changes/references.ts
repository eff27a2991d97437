import { type Refusal, refuse } from '@ingle/core'
import type { Change } from './change.ts'

/** What the changes of a site have brought into being, so that a later one can be checked against it. */
export class KnownIds {
  private readonly ids = new Set<string>()

  constructor(changes: readonly Change[]) {
    for (const change of changes) this.add(change)
  }

  add(change: Change): void {
    this.ids.add(change.id)
    if (change.kind === 'visit.start') this.ids.add(change.body.visitId)
    if (change.kind === 'item.open') this.ids.add(change.body.itemId)
    if (change.kind === 'fix.put') this.ids.add(change.body.fixId)
  }

  /** Null when everything that this change speaks of is known; a refusal that names what is not. */
  missing(change: Change): Refusal | null {
    for (const [name, id] of wantedIds(change)) {
      if (!this.ids.has(id))
        return refuse(
          `It speaks of ${name} that this site does not have (yet).`,
          'It may have been sent before the change that it builds on: that one goes first. It stays kept on the device.',
        )
    }
    return null
  }
}

function wantedIds(change: Change): [string, string][] {
  const out: [string, string][] = []
  if (change.replaces) out.push(['a change', change.replaces])
  const body = change.body as {
    visitId?: string
    tryId?: string
    noteId?: string
    itemId?: string
    fixId?: string
    targetId?: string
  }
  if (body.visitId && change.kind !== 'visit.start') out.push(['a visit', body.visitId])
  if (body.tryId) out.push(['a try', body.tryId])
  if (body.noteId) out.push(['a note', body.noteId])
  if (body.itemId && change.kind === 'item.close') out.push(['an item', body.itemId])
  if (body.fixId && change.kind !== 'fix.put') out.push(['a temporary fix', body.fixId])
  if (body.targetId) out.push(['a change', body.targetId])
  return out
}
