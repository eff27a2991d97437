import type { Change } from '../changes/change.ts'

/**
 * Which changes hold: those that no holding change undoes or replaces. Undoing an undo brings its target back.
 * Every change stays in the record either way. A ring of references (only a forged file has one) holds as a whole.
 */
export function inForce(changes: readonly Change[]): Set<string> {
  const over = new Map<string, string[]>()
  const put = (target: string, by: string) => {
    const list = over.get(target)
    if (list) list.push(by)
    else over.set(target, [by])
  }
  for (const change of changes) {
    if (change.kind === 'undo') put(change.body.targetId, change.id)
    if (change.replaces) put(change.replaces, change.id)
  }
  const known = new Map<string, boolean>()
  const holds = (id: string, path: Set<string>): boolean => {
    const answer = known.get(id)
    if (answer !== undefined) return answer
    if (path.has(id)) return true
    path.add(id)
    const value = !(over.get(id) ?? []).some((by) => holds(by, path))
    path.delete(id)
    known.set(id, value)
    return value
  }
  const out = new Set<string>()
  for (const change of changes) if (!over.has(change.id) || holds(change.id, new Set())) out.add(change.id)
  return out
}
