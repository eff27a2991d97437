import type { Change, ChangeOf } from '../changes/change.ts'
import { type AnyId, type ChangeId, knownId, type SiteId, type SystemId, type VisitId } from '../ids.ts'
import { type ChangeKind, KINDS } from '../kinds/kinds.ts'

/** Makes changes for tests: ids, times and writer filled in, a minute apart. */
export class Pen {
  readonly changes: Change[] = []
  private count = 0
  private waitedMs = 0

  constructor(
    readonly siteId: SiteId = uuid(0),
    private readonly startMs = Date.UTC(2026, 10, 24, 8),
    private readonly salt = 1,
  ) {}

  write<K extends ChangeKind>(kind: K, body: ChangeOf<K>['body'], more: { replaces?: string; by?: string } = {}): ChangeId {
    this.count += 1
    const id: ChangeId = uuid(this.salt * 10_000 + this.count)
    this.changes.push({
      id,
      siteId: this.siteId,
      at: new Date(this.startMs + this.waitedMs + this.count * 60_000).toISOString(),
      by: 'MR',
      kind,
      body,
      ...more,
    } as unknown as Change)
    return id
  }

  /** So many minutes pass beside the one that each change takes. */
  wait(minutes: number): void {
    this.waitedMs += minutes * 60_000
  }
}

/** An id for tests, of whatever is wanted where it stands. */
export const uuid = <T extends AnyId = never>(n: number): T =>
  knownId<T>(`00000000-0000-4000-8000-${n.toString(16).padStart(12, '0')}`)

export const SYSTEM: SystemId = uuid(1)
export const VISIT: VisitId = uuid(2)
export const HERE = { visitId: VISIT, systemId: SYSTEM }

/** A site with a visit begun and one try on tap 3. */
export function begun(pen = new Pen()): { pen: Pen; tryId: ChangeId } {
  pen.write('site.set', { name: 'Test Quay', altitudeFt: 310 })
  pen.write('system.set', { systemId: SYSTEM, name: 'AH-1', capacityTons: 3.5, heaterKw: 9 })
  pen.write('visit.start', { visitId: VISIT, reason: 'Test' })
  const tryId = pen.write('try.start', { ...HERE, tap: '3', adjustPct: 0, filter: 'as-found' })
  return { pen, tryId }
}

export const ALL_KINDS: readonly ChangeKind[] = KINDS.map((one) => one.kind)
