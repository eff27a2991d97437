import { type Refusal } from '@ingle/core'
import {
  type Change,
  type ChangeId,
  type Draft,
  inForce,
  orderOf,
  parseChange,
  refusedAsNew,
  type SiteId,
  type SystemId,
  targetOf,
  type VisitId,
} from '@ingle/record'
import type { Me } from '@ingle/record/wire'
import { liveQuery } from 'dexie'
import { newId } from '../kit/ids.ts'
import { refuse } from '../refusals.ts'
import { stateFrom } from './firstLook.ts'
import { LibraryDesk } from './library.ts'
import { type Held, type KeptBase, type LocalDb, localDb, type Pending } from './localDb.ts'
import { Outbox } from './outbox.ts'
import { forgetSites, lookedAt, type OpenSite, useSites } from './sites.ts'

/** Everything that writes and fetches for one signed-in account. */
export class Desk {
  readonly outbox: Outbox
  readonly library: LibraryDesk
  private lastMs = 0
  /** Of each site, how far the order of what was seen of it has come, ms. */
  private readonly latestMs = new Map<SiteId, number>()
  private readonly watches = new Map<string, { count: number; stop: () => void }>()

  constructor(
    readonly me: Me,
    readonly db: LocalDb = localDb(me.accountId),
  ) {
    this.library = new LibraryDesk(this.db)
    this.outbox = new Outbox(this.db, () => this.library.catchUp())
    this.outbox.start()
    // What was not sent yet must not be what a full device throws away first.
    void navigator.storage?.persist?.().catch(() => undefined)
  }

  close(): void {
    for (const watch of this.watches.values()) watch.stop()
    this.outbox.close()
    this.library.close()
    forgetSites()
  }

  /** Keeps a site open: folds it anew whenever this device or another writes. Returns how to let go. */
  watch(siteId: SiteId): () => void {
    const there = this.watches.get(siteId)
    if (there) there.count += 1
    else this.watches.set(siteId, { count: 1, stop: this.follow(siteId) })
    return () => {
      const watch = this.watches.get(siteId)
      if (!watch) return
      watch.count -= 1
      if (watch.count > 0) return
      watch.stop()
      this.watches.delete(siteId)
    }
  }

  private follow(siteId: SiteId): () => void {
    const set = (site: OpenSite) => useSites.setState({ [siteId]: site })
    let fetched: boolean | null | undefined
    let empty = true
    const settle = () => {
      if (empty && fetched === false) set({ status: 'missing' })
      if (empty && fetched === null) set({ status: 'unreachable' })
    }
    if (!useSites.getState()[siteId]) set({ status: 'loading' })
    const query = liveQuery(() => this.held(siteId)).subscribe(({ base, changes, pending }) => {
      empty = changes.length === 0 && !base
      this.latestMs.set(siteId, latestOf(changes, base))
      if (empty) return settle()
      const state = stateFrom(siteId, { base, changes })
      if (state) set({ status: 'ready', changes, state, waiting: new Set(pending.map((one) => one.id)), before: base?.seq ?? 0 })
      // The order does not allow to go on from the state that is kept: every change is needed.
      else
        this.outbox.inBackground(
          this.outbox.fetchWhole(siteId).then((done) => !done && !shown(siteId) && set({ status: 'unreachable' })),
        )
    })
    this.outbox.inBackground(
      this.outbox.catchUp(siteId).then((answer) => {
        fetched = answer
        settle()
      }),
    )
    return () => query.unsubscribe()
  }

  /** What this device holds of a site, and what of it waits. */
  private async held(siteId: SiteId): Promise<Held & { pending: Pending[] }> {
    const [base, confirmed, all] = await Promise.all([
      this.db.bases.get(siteId),
      this.db.confirmed.where('siteId').equals(siteId).toArray(),
      this.db.pending.where('siteId').equals(siteId).toArray(),
    ])
    const pending = all.filter((one) => !one.refused)
    // Until the store has what was shown at first, that is what everything here goes on from.
    const first = confirmed.length === 0 && !base ? lookedAt.get(siteId) : undefined
    const changes = [...confirmed, ...pending].map((one) => one.change)
    return { base: base ?? first?.base ?? null, changes: [...(first?.changes ?? []), ...changes], pending }
  }

  /** Makes sure that what these changes take back or correct is on this device. False when it is not, and cannot be fetched. */
  private async holdsTargets(siteId: SiteId, changes: readonly Change[]): Promise<boolean> {
    if (!changes.some((one) => targetOf(one) !== null)) return true
    const { base, changes: there } = await this.held(siteId)
    if (!base) return true
    const ids = new Set<string>([...there, ...changes].map((one) => one.id))
    const lacks = changes.some((one) => !ids.has(targetOf(one) ?? one.id))
    return !lacks || this.outbox.fetchWhole(siteId)
  }

  /**
   * Writes changes down on this device and sends them when it can. Checked first, as the server will check them;
   * either all are written or none. Returns their ids.
   */
  async write(
    siteId: SiteId,
    drafts: readonly (Draft & { replaces?: ChangeId })[],
  ): Promise<{ ok: true; ids: ChangeId[] } | Refusal> {
    if (this.me.role === 'reader') return refuse('reads-only')
    const changes: Change[] = []
    for (const draft of drafts) {
      // Each a millisecond later than the one before: the order of writing is the order of the record.
      this.lastMs = Math.max(Date.now(), this.lastMs + 1)
      // It comes after everything that was seen here, however far ahead the clock of whoever wrote that.
      const seen = this.latestMs.get(siteId) ?? (await this.lookUpLatest(siteId))
      const clockMs = Math.max(this.lastMs, seen + 1)
      this.latestMs.set(siteId, clockMs)
      const plain = {
        id: draft.id ?? newId<ChangeId>(),
        siteId,
        at: new Date(this.lastMs).toISOString(),
        ...(clockMs > this.lastMs && { clock: new Date(clockMs).toISOString() }),
        by: this.me.initials,
        kind: draft.kind,
        body: draft.body,
        ...(draft.replaces && { replaces: draft.replaces }),
      }
      const change = parseChange(plain, Date.now())
      if (!change.ok) return change
      const refused = refusedAsNew(change.value)
      if (refused) return refused
      changes.push(change.value)
    }
    if (!(await this.holdsTargets(siteId, changes))) return refuse('not-held-here')
    try {
      await this.db.pending.bulkAdd(changes.map((change) => ({ id: change.id, siteId, change })))
    } catch {
      return refuse('not-kept')
    }
    this.outbox.kick()
    return { ok: true, ids: changes.map((change) => change.id) }
  }

  private async lookUpLatest(siteId: SiteId): Promise<number> {
    const { changes, base } = await this.held(siteId)
    return latestOf(changes, base)
  }

  /** Takes back the newest change of this visit and system that still holds. Null when there is none. */
  async undoLast(siteId: SiteId, visitId: VisitId, systemId: SystemId): Promise<Change | null> {
    const site = useSites.getState()[siteId]
    if (site?.status !== 'ready') return null
    const holding = inForce(site.changes)
    const last = site.changes
      .filter((one) => one.kind !== 'undo' && holding.has(one.id) && touches(one, visitId, systemId))
      .reduce<Change | null>((a, b) => (!a || orderOf(b) >= orderOf(a) ? b : a), null)
    if (!last) return null
    await this.write(siteId, [{ kind: 'undo', body: { targetId: last.id } }])
    return last
  }
}

const latestOf = (changes: readonly Change[], base: KeptBase | null): number =>
  changes.reduce((most, one) => Math.max(most, orderOf(one)), base?.order ?? 0)

const shown = (siteId: SiteId): boolean => useSites.getState()[siteId]?.status === 'ready'

/** Whether a change belongs to a visit and system; a visit's own start is not something to take back here. */
function touches(change: Change, visitId: VisitId, systemId: SystemId): boolean {
  const body = change.body as { visitId?: string; systemId?: string }
  return body.systemId === systemId && (body.visitId === undefined || body.visitId === visitId) && change.kind !== 'visit.start'
}

let desk: Desk | null = null

/** The desk of whoever is signed in; a new one when that changes. */
export function deskFor(me: Me): Desk {
  if (desk?.me.accountId !== me.accountId) {
    desk?.close()
    desk = new Desk(me)
  }
  return desk
}

export function closeDesk(): void {
  desk?.close()
  desk = null
}
