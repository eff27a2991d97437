import {
  type Change,
  type DocumentKind,
  FOLD_VERSION,
  type GatewayId,
  knownId,
  type PhotoId,
  parseChange,
  parseDocument,
  type RecordLink,
  type SiteId,
  type SiteState,
} from '@ingle/record'
import type { Outcome, RoundAnswer, RoundSite, StoredChange, StoredDocument } from '@ingle/record/wire'
import { type DataSource, type EntityManager, In, LessThan, MoreThan, Not } from 'typeorm'
import { notFound, Problem } from '../http/problem.ts'
import { canonicalText, receiptOf } from './chain.ts'
import { NEWS_CHANNEL } from './channel.ts'
import { DocumentRow, Gateway, Photo, PrintJob, Site } from './entities.ts'
import { type Ask, type BaseText, baseOf, stateNow } from './folds.ts'
import { lineageOf } from './lineage.ts'
import { prepared } from './prepared.ts'
import { idOf, importWithin, knownAmong, lockedSite, putPhotoWithin, type Stamp, storeWithin } from './siteRecord.ts'

const isRecord = (plain: unknown): plain is object => typeof plain === 'object' && plain !== null && !Array.isArray(plain)

/** Classes of PostgreSQL's errors that are about what was sent: data, constraints, too complex. */
const OF_DATA = /^(22|23|54)/
/** The database refuses what was to be stored, and not for a fault of its own. */
export const isOfData = (error: unknown): boolean => OF_DATA.test(String((error as { code?: unknown }).code ?? ''))

/** Classes of PostgreSQL's errors that say that it is not there: connection, operator's intervention, not accepting, too many. */
const AWAY = /^(08|57P|55000|53300)/
const LINE_ENDED = /ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|terminated|already released|timeout exceeded when trying to connect/
/** The database is away: no fault of what was asked, and soon over. */
export const isAway = (error: unknown): boolean => {
  const { code, message } = error as { code?: unknown; message?: unknown }
  return AWAY.test(String(code ?? '')) || LINE_ENDED.test(`${code ?? ''} ${message ?? ''}`)
}

/** An error that lies in a change, not in the store: a row that the database refuses, or a fold that stumbles. */
const isOfChange = (error: unknown): boolean => error instanceof TypeError || error instanceof RangeError || isOfData(error)

const storedDocument = (
  { kind, id, version, seq, content, savedBy, savedAt, retired }: DocumentRow,
  secret: string,
): StoredDocument => {
  const as = { kind, id, version, content, savedBy, savedAt: savedAt.toISOString() }
  return { ...as, seq, retired, receipt: documentReceipt(secret, as) }
}

const documentReceipt = (secret: string, of: Omit<StoredDocument, 'seq' | 'retired' | 'receipt'>): string =>
  receiptOf(secret, canonicalText({ ...of, savedAt: new Date(of.savedAt).toISOString() }))

/** A print that nobody fetched in a day is nobody's, ms. */
const PRINTS_KEPT_MS = 86_400_000

/** What a device offers after it met another life of the record. */
export interface Offered {
  change: unknown
  receipt?: string
}

const NOT_VOUCHED = {
  reason: 'This server has no receipt for it, and somebody else wrote it.',
  remedy: 'The device of whoever wrote it brings it back; or export what is set aside here, and have the lead import it.',
}

/** Sites on a page of the Round. */
const ROUND_PAGE = 100
/** Sites under way, or somebody's to answer for, that come before the first page. */
const ROUND_FIRST = 200

/**
 * Everything a crew can read or write, and the only way to it: no query on a crew's tables is made outside this class,
 * and each one here names the crew. What belongs to another crew is simply not there.
 */
export class CrewData {
  constructor(
    private readonly db: DataSource,
    private readonly crewId: string,
  ) {}

  private readonly ask: Ask = (text, values) => this.db.query(text, [...values])

  /** A site as it is now. */
  site(siteId: SiteId): Promise<{ state: SiteState; seq: number } | null> {
    return stateNow(this.ask, this.crewId, siteId, () => this.foldElsewhere(siteId))
  }

  /** The same as JSON text; straight from the database where the stored state is the newest. */
  async siteJson(siteId: SiteId): Promise<string | null> {
    const [row] = await prepared<{ state: string; seq: number }>(
      this.db,
      'site-json',
      `SELECT f.state::text AS state, f.seq FROM site s JOIN fold f ON f.crew_id = s.crew_id AND f.site_id = s.id AND f.seq = s.seq
       WHERE s.crew_id = $1 AND s.id = $2 AND f.fold_version = $3`,
      [this.crewId, siteId, FOLD_VERSION],
    )
    if (row) return `{"seq":${row.seq},"state":${row.state}}`
    const site = await this.site(siteId)
    return site && JSON.stringify(site)
  }

  /** What a device begins with that has nothing of a long record. */
  base(siteId: SiteId): Promise<BaseText | null> {
    return baseOf(this.ask, this.crewId, siteId, () => this.foldElsewhere(siteId))
  }

  /** Changes after a sequence number, with their links of the site's chain. */
  async linkedAfter(siteId: SiteId, after: number, most: number): Promise<{ change: Change; link: RecordLink }[]> {
    const rows: { seq: number; content: Change; received_at: Date; hash: string }[] = await this.db.query(
      'SELECT seq, content, received_at, hash FROM change WHERE crew_id = $1 AND site_id = $2 AND seq > $3 ORDER BY seq LIMIT $4',
      [this.crewId, siteId, after, most],
    )
    return rows.map(({ seq, content, received_at, hash }) => ({
      change: content,
      link: { seq, receivedAt: received_at.toISOString(), hash },
    }))
  }

  /** Bytes of all changes of a site, with their links, and of its photos. */
  async sizeOf(siteId: SiteId): Promise<{ changes: number; photos: number }> {
    const [row] = await this.db.query(
      `SELECT (SELECT coalesce(sum(octet_length(content::text) + 150), 0)::float8 FROM change WHERE crew_id = $1 AND site_id = $2) AS changes,
       (SELECT coalesce(sum(octet_length(content)), 0)::float8 FROM photo WHERE crew_id = $1 AND site_id = $2) AS photos`,
      [this.crewId, siteId],
    )
    return row
  }

  /** Changes before a sequence number, newest first, at most so many. */
  async changesBefore(siteId: SiteId, before: number, most: number): Promise<StoredChange[]> {
    const rows: { seq: number; content: Change }[] = await this.db.query(
      'SELECT seq, content FROM change WHERE crew_id = $1 AND site_id = $2 AND seq < $3 ORDER BY seq DESC LIMIT $4',
      [this.crewId, siteId, before, most],
    )
    return rows.map(({ seq, content }) => ({ seq, change: content }))
  }

  /** Which life of the record this is. */
  async epoch(): Promise<string> {
    return (await lineageOf(this.db)).epoch
  }

  /** Folds a long record in a thread, which stores what comes of it. */
  private async foldElsewhere(siteId: SiteId): Promise<void> {
    const { foldRecord } = await import('../papers/pool.ts')
    await foldRecord({ url: String((this.db.options as { url?: string }).url), crewId: this.crewId, siteId })
  }

  /**
   * A page of the list of sites, by name, and on the first page what is under way or somebody's to answer for, wherever it
   * would stand.
   * @param of what to look for, the last site of the page before, and whose open things to bring
   */
  async round(of: { search: string; after: string | null; mine: string }): Promise<RoundAnswer> {
    const { search, after, mine } = of
    const rows: { listing: RoundSite; id: string }[] = await this.db.query(
      `SELECT id, listing FROM site WHERE crew_id = $1 AND ($2 = '' OR search LIKE '%' || $2 || '%')
       AND ($3::uuid IS NULL OR (lower(name), id) > (SELECT lower(name), id FROM site WHERE crew_id = $1 AND id = $3))
       ORDER BY lower(name), id LIMIT $4`,
      [this.crewId, search.toLowerCase().replace(/[\\%_]/g, '\\$&'), after, ROUND_PAGE + 1],
    )
    const sites = rows.slice(0, ROUND_PAGE).map((row) => row.listing)
    const next = rows.length > ROUND_PAGE ? (sites.at(-1)?.id ?? null) : null
    if (after !== null || search !== '') return { sites, next }
    const first: { listing: RoundSite }[] = await this.db.query(
      `SELECT listing FROM site WHERE crew_id = $1 AND (open_visits > 0 OR answers @> ARRAY[$2]) ORDER BY updated_at DESC LIMIT $3`,
      [this.crewId, mine, ROUND_FIRST],
    )
    return { sites, next, first: first.map((row) => row.listing) }
  }

  /** Changes after a sequence number, oldest first, at most so many; null when the crew has no such site. */
  async changesAfter(siteId: SiteId, after: number, most?: number): Promise<StoredChange[] | null> {
    const rows: { seq: number; content: Change; receipt: string | null }[] = await this.db.query(
      `SELECT seq, content, receipt FROM change WHERE crew_id = $1 AND site_id = $2 AND seq > $3 ORDER BY seq LIMIT $4`,
      [this.crewId, siteId, after, most ?? null],
    )
    if (rows.length === 0 && !(await this.hasSite(siteId))) return null
    return rows.map(({ seq, content, receipt }) => ({ seq, change: content, ...(receipt !== null && { receipt }) }))
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
    return this.storeEach(
      siteId,
      batch.map((plain) => (isRecord(plain) ? { ...plain, by: writer, imported: undefined } : plain)),
      nowMs,
      true,
    )
  }

  private async storeEach(siteId: SiteId, signed: readonly unknown[], nowMs: number, areNew = false): Promise<Outcome[]> {
    const lineage = await lineageOf(this.db)
    const attempt = (some: readonly unknown[]) =>
      this.db.transaction((tx) => storeWithin(tx, this.crewId, siteId, some, nowMs, lineage, areNew))
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

  /**
   * Takes back what a server restored from an older backup lost and a device still holds: each change as it was, with its
   * writer and its time, where it carries this server's own word that it once took it, or where its writer offers it.
   */
  async takeOffered(siteId: SiteId, offered: readonly Offered[], writer: string, nowMs: number): Promise<Outcome[]> {
    const { secret } = await lineageOf(this.db)
    const isOurs = ({ change, receipt }: Offered) => {
      const fit = parseChange(change, nowMs)
      if (!fit.ok) return true
      const text = canonicalText(fit.value)
      return receipt === receiptOf(secret, text) || (fit.value.by === writer && fit.value.imported === undefined)
    }
    const known = await knownAmong(
      this.db,
      this.crewId,
      siteId,
      offered.map((one) => idOf(one.change)),
    )
    const good = offered.filter((one) => known.has(idOf(one.change)) || isOurs(one))
    const stored = await this.storeEach(
      siteId,
      good.map((one) => one.change),
      nowMs,
    )
    const answers = new Map(stored.map((one) => [one.id, one]))
    return offered.map(({ change }) => {
      const id = idOf(change)
      return answers.get(id) ?? { id, refused: NOT_VOUCHED }
    })
  }

  /** An imported record: its photos and its changes, whole or not at all. `stamp` says of each that it was not written here. */
  async importRecord(
    siteId: SiteId,
    changes: readonly Change[],
    photos: readonly { id: PhotoId; mediaType: string; content: Buffer }[],
    nowMs: number,
    stamp: Stamp | null = null,
  ): Promise<Outcome[]> {
    const lineage = await lineageOf(this.db)
    return this.db.transaction(async (tx) => {
      const outcomes = await importWithin(tx, this.crewId, siteId, changes, nowMs, lineage, stamp)
      for (const photo of photos) await putPhotoWithin(tx, this.crewId, siteId, photo)
      return outcomes
    })
  }

  /** Documents changed after a sequence number, oldest first: every version, those out of use too. */
  async documentsAfter(after: number): Promise<StoredDocument[]> {
    const rows = await this.db.getRepository(DocumentRow).find({
      where: { crewId: this.crewId, seq: MoreThan(after) },
      order: { seq: 'ASC' },
    })
    const { secret } = await lineageOf(this.db)
    return rows.map((row) => storedDocument(row, secret))
  }

  /** Takes back versions that a server restored from an older backup lost: those that carry its own word. Answers how many. */
  async takeOfferedDocuments(offered: readonly StoredDocument[]): Promise<number> {
    const { secret } = await lineageOf(this.db)
    const ours = offered.filter(({ seq: _, retired: __, receipt, ...of }) => receipt === documentReceipt(secret, of))
    if (ours.length === 0) return 0
    return this.db.transaction(async (tx) => {
      let seq = await this.nextDocumentSeq(tx)
      let taken = 0
      for (const { kind, id, version, content, savedBy, savedAt, retired } of ours) {
        const key = { crewId: this.crewId, kind, id, version }
        if (await tx.getRepository(DocumentRow).existsBy(key)) continue
        await tx.getRepository(DocumentRow).insert({ ...key, seq, content, savedBy, savedAt, retired } as never)
        seq += 1
        taken += 1
      }
      if (taken > 0) await this.tellLibrary(tx, seq - 1)
      return taken
    })
  }

  /**
   * Stores the next version of a document. Two people who both began from the same version cannot both save: the second
   * is told who was first, and keeps what was typed.
   */
  async saveDocument(kind: DocumentKind, plain: unknown, writer: string, now: Date): Promise<StoredDocument> {
    const parsed = parseDocument(kind, plain)
    if (!parsed.ok) throw new Problem(422, 'document-refused', parsed.reason, parsed.remedy)
    const { id, version } = parsed.value
    const { secret } = await lineageOf(this.db)
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
      return storedDocument(row, secret)
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
      await lockedSite(tx, this.crewId, siteId)
      await putPhotoWithin(tx, this.crewId, siteId, { id: photoId, mediaType, content })
    })
  }

  photo(siteId: SiteId, id: PhotoId): Promise<Photo | null> {
    return this.db.getRepository(Photo).findOneBy({ crewId: this.crewId, siteId, id })
  }

  /** Which photos there are, without them. */
  photoList(siteId: SiteId): Promise<Pick<Photo, 'id' | 'mediaType'>[]> {
    return this.db.getRepository(Photo).find({
      select: { id: true, mediaType: true },
      where: { crewId: this.crewId, siteId },
      order: { id: 'ASC' },
    })
  }

  /** Puts a print on the list; what is older than a day goes. */
  async addPrint(of: Pick<PrintJob, 'id' | 'name' | 'of' | 'createdAt'>): Promise<PrintJob> {
    const prints = this.db.getRepository(PrintJob)
    await prints.delete({ crewId: this.crewId, createdAt: LessThan(new Date(of.createdAt.getTime() - PRINTS_KEPT_MS)) })
    const job = { ...of, crewId: this.crewId, state: 'waiting' as const, done: 0, reason: null, content: null }
    await prints.insert(job)
    return job
  }

  printJob(id: string): Promise<PrintJob | null> {
    return this.db.getRepository(PrintJob).findOneBy({ crewId: this.crewId, id })
  }

  async printContent(id: string): Promise<Buffer | null> {
    const job = await this.db
      .getRepository(PrintJob)
      .findOne({ select: { id: true, content: true }, where: { crewId: this.crewId, id } })
    return job?.content ?? null
  }

  async setPrint(id: string, to: Partial<Pick<PrintJob, 'state' | 'reason' | 'content'>>): Promise<void> {
    await this.db.getRepository(PrintJob).update({ crewId: this.crewId, id, state: Not('cancelled') }, to)
  }

  cancelPrint(id: string): Promise<unknown> {
    return this.db
      .getRepository(PrintJob)
      .update({ crewId: this.crewId, id, state: In(['waiting', 'running']) }, { state: 'cancelled', content: null })
  }

  /** Says how far a print is; false where somebody stopped it meanwhile. */
  async goOnPrinting(id: string, done: number): Promise<boolean> {
    const { affected } = await this.db
      .getRepository(PrintJob)
      .update({ crewId: this.crewId, id, state: In(['waiting', 'running']) }, { state: 'running', done })
    return affected === 1
  }

  /** Photos by id, in their order, as many as fit into so many bytes together. */
  async photosOf(siteId: SiteId, ids: readonly string[], most: number): Promise<Photo[]> {
    const photos: Photo[] = []
    let bytes = 0
    for (const id of ids) {
      const photo = await this.db.getRepository(Photo).findOneBy({ crewId: this.crewId, siteId, id: knownId<PhotoId>(id) })
      bytes += photo?.content.byteLength ?? 0
      if (bytes > most) break
      if (photo) photos.push(photo)
    }
    return photos
  }
}
