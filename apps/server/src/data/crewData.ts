import { deviceName, equipmentOf } from '@ingle/bench'
import {
  type Change,
  type ChangeId,
  type DocumentKind,
  FOLD_VERSION,
  fold,
  type GatewayId,
  KnownIds,
  knownId,
  type PhotoId,
  type Profile,
  parseChange,
  parseDocument,
  type SiteId,
  type SiteState,
} from '@ingle/record'
import type { Outcome, RoundSite, StoredChange, StoredDocument } from '@ingle/record/wire'
import { type DataSource, type EntityManager, MoreThan } from 'typeorm'
import { notFound, Problem } from '../http/problem.ts'
import { ChangeRow, DocumentRow, Gateway, OpenItem, Photo, Site, VisitIndex } from './entities.ts'
import { prepared } from './prepared.ts'

const nameOf = (device: Profile | null) => (device ? deviceName(device) : '')

/** What a change is called, whatever it is: the answer has to name it. */
const idOf = (plain: unknown) => knownId<ChangeId>(String((plain as { id?: unknown } | null)?.id ?? ''))
const isRecord = (plain: unknown): plain is object => typeof plain === 'object' && plain !== null && !Array.isArray(plain)

/** Who brings an imported change in, when, and from whose file. */
type Stamp = NonNullable<Change['imported']>[number]

/** Classes of PostgreSQL's errors that are about what was sent: data, constraints, too complex. */
const OF_DATA = /^(22|23|54)/
/** The database refuses what was to be stored, and not for a fault of its own. */
export const isOfData = (error: unknown): boolean => OF_DATA.test(String((error as { code?: unknown }).code ?? ''))

/** An error that lies in a change, not in the store: a row that the database refuses, or a fold that stumbles. */
const isOfChange = (error: unknown): boolean => error instanceof TypeError || error instanceof RangeError || isOfData(error)

const storedDocument = ({ kind, id, version, seq, content, savedBy, savedAt, retired }: DocumentRow): StoredDocument => ({
  kind,
  id,
  version,
  seq,
  content,
  savedBy,
  savedAt: savedAt.toISOString(),
  retired,
})

/** Channel of PostgreSQL's LISTEN/NOTIFY that carries news between servers. */
export const NEWS_CHANNEL = 'ingle_news'

/**
 * Everything a crew can read or write, and the only way to it: no query on a crew's tables is made outside this class,
 * and each one here names the crew. What belongs to another crew is simply not there.
 */
export class CrewData {
  constructor(
    private readonly db: DataSource,
    private readonly crewId: string,
  ) {}

  async site(siteId: SiteId): Promise<{ state: SiteState; seq: number } | null> {
    const row = await this.db
      .getRepository(Site)
      .findOne({ where: { crewId: this.crewId, id: siteId }, select: { crewId: true, id: true, state: true, seq: true } })
    return row ? { state: row.state, seq: row.seq } : null
  }

  /** The same as JSON text, straight from the database: nothing on the way needs to look into it. */
  async siteJson(siteId: SiteId): Promise<string | null> {
    const [row] = await prepared<{ state: string; seq: string }>(
      this.db,
      'site-json',
      'SELECT state::text AS state, seq FROM site WHERE crew_id = $1 AND id = $2',
      [this.crewId, siteId],
    )
    return row ? `{"seq":${row.seq},"state":${row.state}}` : null
  }

  async round(): Promise<RoundSite[]> {
    const where = { crewId: this.crewId }
    const [sites, visits, items] = await Promise.all([
      this.db.getRepository(Site).find({ where, order: { name: 'ASC' } }),
      this.db.getRepository(VisitIndex).find({ where, order: { startedAt: 'DESC' } }),
      this.db.getRepository(OpenItem).find({ where, order: { openedAt: 'DESC' } }),
    ])
    return sites.map((site) => ({
      id: site.id,
      name: site.name,
      place: site.state.place,
      timeZone: site.state.timeZone,
      systems: site.state.systems.map((one) => ({
        id: one.id,
        name: one.name,
        serves: one.serves,
        equipment: nameOf(equipmentOf(site.state, one, null)),
      })),
      visits: visits
        .filter((one) => one.siteId === site.id)
        .map((one) => ({
          id: one.id,
          number: one.number,
          reason: one.reason,
          startedAt: one.startedAt.toISOString(),
          closedAt: one.closedAt?.toISOString() ?? null,
        })),
      openItems: items
        .filter((one) => one.siteId === site.id)
        .map((one) => ({
          id: one.id,
          systemId: one.systemId,
          text: one.text,
          openedAt: one.openedAt.toISOString(),
          by: site.state.items.find((item) => item.id === one.id)?.by ?? '',
        })),
      fixes: site.state.fixes.flatMap((one) =>
        one.undone || !one.handedOn
          ? []
          : [{ systemId: one.systemId, what: one.what, to: one.handedOn.to, until: one.handedOn.until }],
      ),
    }))
  }

  /** Changes after a sequence number, oldest first; null when the crew has no such site. */
  async changesAfter(siteId: SiteId, after: number): Promise<StoredChange[] | null> {
    const rows = await this.db
      .getRepository(ChangeRow)
      .createQueryBuilder('c')
      .where('c.crew_id = :crewId AND c.site_id = :siteId AND c.seq > :after', { crewId: this.crewId, siteId, after })
      .orderBy('c.seq')
      .getMany()
    if (rows.length === 0 && !(await this.hasSite(siteId))) return null
    return rows.map((row) => ({ seq: row.seq, change: row.content }))
  }

  hasSite(siteId: SiteId): Promise<boolean> {
    return this.db.getRepository(Site).existsBy({ crewId: this.crewId, id: siteId })
  }

  /**
   * Stores a batch, in its order, in one transaction. Each change is answered by itself: a known one with the number
   * it already has, a good one with a new number, a bad one with its reason. Sending a batch twice changes nothing.
   * `writer` is put into every change. One that the store cannot take, for a reason that nobody foresaw, is refused by
   * itself: it must not keep the others from being stored.
   */
  async store(siteId: SiteId, batch: readonly unknown[], writer: string, nowMs: number): Promise<Outcome[]> {
    const signed = batch.map((plain) => (isRecord(plain) ? { ...plain, by: writer, imported: undefined } : plain))
    const attempt = (some: readonly unknown[]) => this.db.transaction((tx) => this.storeWithin(tx, siteId, some, nowMs))
    try {
      return await attempt(signed)
    } catch (error) {
      if (!isOfChange(error)) throw error
    }
    const outcomes: Outcome[] = []
    for (const one of signed) {
      try {
        outcomes.push(...(await attempt([one])))
      } catch (error) {
        if (!isOfChange(error)) throw error
        outcomes.push({
          id: idOf(one),
          refused: {
            reason: 'The server cannot store this as it stands.',
            remedy: 'Everything else was stored. Enter it anew in other words; this one stays kept on the device.',
          },
        })
      }
    }
    return outcomes
  }

  /** An imported record: its photos and its changes, whole or not at all. `stamp` says of each that it was not written here. */
  async importRecord(
    siteId: SiteId,
    changes: readonly Change[],
    photos: readonly { id: PhotoId; mediaType: string; content: Buffer }[],
    nowMs: number,
    stamp: Stamp | null = null,
  ): Promise<Outcome[]> {
    const stamped = stamp ? changes.map((one) => ({ ...one, imported: [...(one.imported ?? []), stamp] })) : changes
    return this.db.transaction(async (tx) => {
      const outcomes = await this.storeWithin(tx, siteId, stamped, nowMs)
      const refused = outcomes.find((one) => one.refused)?.refused
      if (refused) throw new ImportRefused(refused.reason, refused.remedy)
      for (const photo of photos) await this.putPhotoWithin(tx, siteId, photo.id, photo.mediaType, photo.content)
      return outcomes
    })
  }

  private async storeWithin(tx: EntityManager, siteId: SiteId, batch: readonly unknown[], nowMs: number): Promise<Outcome[]> {
    const site = await this.lockedSite(tx, siteId)
    const rows = await tx.query('SELECT seq, content FROM change WHERE crew_id = $1 AND site_id = $2 ORDER BY seq', [
      this.crewId,
      siteId,
    ])
    const stored = new Map<string, number>(rows.map((row: { seq: number; content: Change }) => [row.content.id, row.seq]))
    const changes: Change[] = rows.map((row: { content: Change }) => row.content)
    const known = new KnownIds(changes)
    const fresh: { seq: number; change: Change }[] = []
    let seq = site.seq
    const outcomes = batch.map((plain): Outcome => {
      const parsed = parseChange(plain, nowMs)
      if (!parsed.ok) return { id: idOf(plain), refused: { reason: parsed.reason, remedy: parsed.remedy } }
      const change = parsed.value
      const before = stored.get(change.id)
      if (before !== undefined) return { id: change.id, seq: before }
      if (change.siteId !== siteId)
        return {
          id: change.id,
          refused: { reason: 'It names another site than the one it was sent to.', remedy: 'Open that site and enter it there.' },
        }
      const missing = known.missing(change)
      if (missing) return { id: change.id, refused: { reason: missing.reason, remedy: missing.remedy } }
      seq += 1
      known.add(change)
      stored.set(change.id, seq)
      fresh.push({ seq, change })
      return { id: change.id, seq }
    })
    if (fresh.length > 0) await this.append(tx, siteId, fresh, fold(siteId, [...changes, ...fresh.map((one) => one.change)]))
    return outcomes
  }

  /** The site's row, locked for this transaction; made when this is the crew's first word of it. */
  private async lockedSite(tx: EntityManager, siteId: SiteId): Promise<Site> {
    await tx.query(
      'INSERT INTO site (crew_id, id, name, seq, fold_version, state, updated_at) VALUES ($1, $2, $3, 0, $4, $5, now()) ON CONFLICT DO NOTHING',
      [this.crewId, siteId, '', FOLD_VERSION, JSON.stringify(fold(siteId, []))],
    )
    return tx
      .getRepository(Site)
      .findOneOrFail({ where: { crewId: this.crewId, id: siteId }, lock: { mode: 'pessimistic_write' } })
  }

  private async append(tx: EntityManager, siteId: SiteId, fresh: readonly StoredChange[], state: SiteState): Promise<void> {
    const at = new Date()
    await tx.query(
      `INSERT INTO change (crew_id, site_id, seq, id, kind, content, received_at)
       SELECT $1, $2, (one->>'seq')::int, (one->'change'->>'id')::uuid, one->'change'->>'kind', one->'change', $4 FROM jsonb_array_elements($3::jsonb) AS one`,
      [this.crewId, siteId, JSON.stringify(fresh), at],
    )
    const seq = fresh.at(-1)?.seq ?? 0
    await tx
      .getRepository(Site)
      .update(
        { crewId: this.crewId, id: siteId },
        { name: state.name, seq, foldVersion: FOLD_VERSION, state: state as never, updatedAt: at },
      )
    await tx.getRepository(VisitIndex).delete({ crewId: this.crewId, siteId })
    await tx.getRepository(OpenItem).delete({ crewId: this.crewId, siteId })
    const here = { crewId: this.crewId, siteId }
    await tx.getRepository(VisitIndex).insert(
      state.visits.map((one) => ({
        ...here,
        id: one.id,
        number: one.number,
        reason: one.reason,
        startedAt: new Date(one.startedAt),
        closedAt: one.closedAt ? new Date(one.closedAt) : null,
      })),
    )
    await tx
      .getRepository(OpenItem)
      .insert(
        state.items
          .filter((one) => !one.closed)
          .map((one) => ({ ...here, id: one.id, systemId: one.systemId, text: one.text, openedAt: new Date(one.openedAt) })),
      )
    await tx.query('SELECT pg_notify($1, $2)', [NEWS_CHANNEL, JSON.stringify({ crewId: this.crewId, siteId, seq })])
  }

  /** Documents changed after a sequence number, oldest first: every version, those out of use too. */
  async documentsAfter(after: number): Promise<StoredDocument[]> {
    const rows = await this.db.getRepository(DocumentRow).find({
      where: { crewId: this.crewId, seq: MoreThan(after) },
      order: { seq: 'ASC' },
    })
    return rows.map(storedDocument)
  }

  /**
   * Stores the next version of a document. Two people who both began from the same version cannot both save: the second
   * is told who was first, and keeps what was typed.
   */
  async saveDocument(kind: DocumentKind, plain: unknown, writer: string, now: Date): Promise<StoredDocument> {
    const parsed = parseDocument(kind, plain)
    if (!parsed.ok) throw new Problem(422, 'document-refused', parsed.reason, parsed.remedy)
    const { id, version } = parsed.value
    return this.db.transaction(async (tx) => {
      const seq = await this.nextDocumentSeq(tx)
      const where = { crewId: this.crewId, kind, id }
      const last = await tx.getRepository(DocumentRow).findOne({ where, order: { version: 'DESC' } })
      if (last && version <= last.version)
        throw new Problem(
          409,
          'document-moved-on',
          `${last.savedBy} saved version ${last.version} of it meanwhile.`,
          'Yours is kept: look at theirs, then save yours as the next version.',
        )
      const row: DocumentRow = { ...where, version, seq, content: parsed.value, savedBy: writer, savedAt: now, retired: false }
      await tx.getRepository(DocumentRow).insert(row as never)
      await this.tellLibrary(tx, seq)
      return storedDocument(row)
    })
  }

  /** Takes a document out of use, or back into it: all its versions. Nothing is deleted. */
  async retireDocument(kind: DocumentKind, id: string, retired: boolean): Promise<void> {
    await this.db.transaction(async (tx) => {
      const documents = tx.getRepository(DocumentRow)
      const rows = await documents.find({ where: { crewId: this.crewId, kind, id }, order: { version: 'ASC' } })
      if (rows.length === 0) throw notFound('document')
      let seq = await this.nextDocumentSeq(tx)
      for (const { version } of rows) {
        await documents.update({ crewId: this.crewId, kind, id, version }, { retired, seq })
        seq += 1
      }
      await this.tellLibrary(tx, seq - 1)
    })
  }

  /** The next number of this crew's library; held for the transaction, so that numbers become visible in their order. */
  private async nextDocumentSeq(tx: EntityManager): Promise<number> {
    await tx.query('SELECT 1 FROM crew WHERE id = $1 FOR UPDATE', [this.crewId])
    const [row] = await tx.query('SELECT coalesce(max(seq), 0) AS seq FROM document WHERE crew_id = $1', [this.crewId])
    return Number(row.seq) + 1
  }

  private async tellLibrary(tx: EntityManager, seq: number): Promise<void> {
    await tx.query('SELECT pg_notify($1, $2)', [NEWS_CHANNEL, JSON.stringify({ crewId: this.crewId, siteId: null, seq })])
  }

  /** Addresses to which the server may connect for this crew. */
  async gateways(): Promise<Omit<Gateway, 'crewId'>[]> {
    const rows = await this.db.getRepository(Gateway).find({ where: { crewId: this.crewId }, order: { name: 'ASC' } })
    return rows.map(({ crewId: _, ...gateway }) => gateway)
  }

  gateway(id: GatewayId): Promise<Gateway | null> {
    return this.db.getRepository(Gateway).findOneBy({ crewId: this.crewId, id })
  }

  async allowGateway(gateway: Omit<Gateway, 'crewId'>): Promise<void> {
    await this.db.getRepository(Gateway).insert({ crewId: this.crewId, ...gateway })
  }

  async forbidGateway(id: GatewayId): Promise<void> {
    const { affected } = await this.db.getRepository(Gateway).delete({ crewId: this.crewId, id })
    if (!affected) throw notFound('gateway')
  }

  /** Puts a photo; the same id again is left as it is. */
  async putPhoto(siteId: SiteId, photoId: PhotoId, mediaType: string, content: Buffer): Promise<void> {
    await this.db.transaction(async (tx) => {
      await this.lockedSite(tx, siteId)
      await this.putPhotoWithin(tx, siteId, photoId, mediaType, content)
    })
  }

  private async putPhotoWithin(
    tx: EntityManager,
    siteId: SiteId,
    id: PhotoId,
    mediaType: string,
    content: Buffer,
  ): Promise<void> {
    await tx
      .getRepository(Photo)
      .createQueryBuilder()
      .insert()
      .values({ crewId: this.crewId, siteId, id, mediaType, content })
      .orIgnore()
      .execute()
  }

  photo(siteId: SiteId, id: PhotoId): Promise<Photo | null> {
    return this.db.getRepository(Photo).findOneBy({ crewId: this.crewId, siteId, id })
  }

  photos(siteId: SiteId): Promise<Photo[]> {
    return this.db.getRepository(Photo).findBy({ crewId: this.crewId, siteId })
  }
}

/** One change of an imported record was refused, so nothing was taken. */
export class ImportRefused extends Error {
  constructor(
    readonly reason: string,
    readonly remedy: string,
  ) {
    super(reason)
  }
}
