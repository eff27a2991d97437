/** Tables. Every column says its type: nothing is left to reflection. Names are stored; changing one needs a migration. */
import type { Change, ChangeId, DocumentContent, DocumentKind, GatewayId, PhotoId, SiteId, SiteState } from '@ingle/record'
import type { RoundSite } from '@ingle/record/wire'
import { Column, Entity, Index, PrimaryColumn, PrimaryGeneratedColumn } from 'typeorm'

@Entity('crew')
export class Crew {
  @PrimaryColumn('uuid') id!: string
  @Column('text') name!: string
}

@Entity('account')
@Index('account_name_key', ['name'], { unique: true })
@Index('account_crew_idx', ['crewId'])
export class Account {
  @PrimaryColumn('uuid') id!: string
  @Column('uuid', { name: 'crew_id' }) crewId!: string
  /** Lower case. */
  @Column('text') name!: string
  @Column('text') initials!: string
  @Column('text') role!: string
  /** Since when nobody signs in with it any more. */
  @Column('timestamptz', { name: 'ended_at', nullable: true }) endedAt!: Date | null
  @Column('text', { name: 'password_hash' }) passwordHash!: string
}

@Entity('session')
@Index('session_account_idx', ['accountId'])
@Index('session_id_key', ['id'], { unique: true })
export class Session {
  /** What it is called where it is listed; it opens nothing. */
  @Column('uuid') id!: string
  /** What browser it was begun in, in its own words. */
  @Column('text') device!: string
  @Column('timestamptz', { name: 'began_at' }) beganAt!: Date
  @Column('timestamptz', { name: 'seen_at' }) seenAt!: Date
  /** SHA-256 of the cookie: a leaked table opens no session. */
  @PrimaryColumn('text', { name: 'token_hash' }) tokenHash!: string
  @Column('uuid', { name: 'account_id' }) accountId!: string
  @Column('timestamptz', { name: 'expires_at' }) expiresAt!: Date
}

/** A code that lets somebody in, once: as a new account, or with a new password. */
@Entity('invite')
@Index('invite_code_key', ['codeHash'], { unique: true })
@Index('invite_crew_idx', ['crewId'])
export class Invite {
  @PrimaryColumn('uuid') id!: string
  @Column('uuid', { name: 'crew_id' }) crewId!: string
  @Column('text', { name: 'code_hash' }) codeHash!: string
  @Column('text') role!: string
  /** Whose password it sets anew; null: it makes an account. */
  @Column('uuid', { name: 'account_id', nullable: true }) accountId!: string | null
  @Column('text', { name: 'made_by' }) madeBy!: string
  @Column('timestamptz', { name: 'made_at' }) madeAt!: Date
  @Column('timestamptz', { name: 'ends_at' }) endsAt!: Date
}

/** What was done, by whom: rows are only added. */
@Entity('audit')
@Index('audit_crew_idx', ['crewId', 'n'])
export class AuditRow {
  @PrimaryGeneratedColumn('increment', { type: 'bigint' }) n!: string
  @Column('uuid', { name: 'crew_id', nullable: true }) crewId!: string | null
  @Column('timestamptz') at!: Date
  @Column('text') who!: string
  @Column('text') what!: string
  @Column('text') about!: string
  @Column('text') address!: string
}

@Entity('sign_in_attempt')
@Index('sign_in_attempt_who_at_idx', ['who', 'at'])
export class SignInAttempt {
  @PrimaryColumn('uuid') id!: string
  @Column('text') who!: string
  @Column('timestamptz') at!: Date
}

/** A site: how far its record goes, and what stands of it on the list of sites. Its state is folded from its changes. */
@Entity('site')
// By name in small letters: only the migration can say that.
@Index('site_name_idx', { synchronize: false })
@Index('site_open_idx', ['crewId'], { where: 'open_visits > 0' })
export class Site {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid') id!: SiteId
  @Column('text') name!: string
  /** Sequence number of the last change. */
  @Column('integer') seq!: number
  /** Hash of the last link of its chain. */
  @Column('text') head!: string
  @Column('jsonb') listing!: RoundSite
  @Column('text') search!: string
  @Column('text', { array: true }) answers!: string[]
  @Column('integer', { name: 'open_visits' }) openVisits!: number
  /** Of the fold that made the listing; 0: it has to be made. */
  @Column('integer', { name: 'listed_version' }) listedVersion!: number
  @Column('timestamptz', { name: 'updated_at' }) updatedAt!: Date
}

/** Append-only: the database refuses to alter or delete a row. */
@Entity('change')
@Index('change_id_key', ['crewId', 'siteId', 'id'], { unique: true })
@Index('change_kind_idx', ['crewId', 'siteId', 'kind'])
@Index('change_target_idx', ['crewId', 'siteId'], { where: 'target IS NOT NULL' })
export class ChangeRow {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('integer') seq!: number
  @Column('uuid') id!: ChangeId
  @Column('text') kind!: string
  /** The change that it takes back or corrects. */
  @Column('uuid', { nullable: true }) target!: ChangeId | null
  @Column('jsonb') content!: Change
  @Column('timestamptz', { name: 'received_at' }) receivedAt!: Date
  /** Link of the site's chain: see chain.ts. Absent only while a database of before is taken over. */
  @Column('text', { nullable: true }) hash!: string | null
  @Column('text', { nullable: true }) receipt!: string | null
}

/** Ids that changes brought into being, besides their own. */
@Entity('made_id')
export class MadeId {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('uuid') id!: string
}

/** A site's folded state, by the version of the fold: servers of two versions on one database keep each their own. */
@Entity('fold')
export class FoldRow {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('integer', { name: 'fold_version' }) foldVersion!: number
  /** It holds the changes up to this one. */
  @Column('integer') seq!: number
  /** The last of them in the order of writing. */
  @Column('bigint', { name: 'last_order' }) lastOrder!: string
  @Column('text', { name: 'last_id' }) lastId!: string
  @Column('jsonb') state!: SiteState
  @Column('timestamptz', { name: 'made_at' }) madeAt!: Date
}

/** Lives of this record: see lineage.ts. */
@Entity('lineage')
export class LineageRow {
  @PrimaryGeneratedColumn('increment', { type: 'integer' }) n!: number
  @Column('uuid') epoch!: string
  @Column('text') secret!: string
  @Column('timestamptz', { name: 'began_at' }) beganAt!: Date
  @Column('text') why!: string
}

@Entity('photo')
export class Photo {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('uuid') id!: PhotoId
  @Column('text', { name: 'media_type' }) mediaType!: string
  @Column('bytea') content!: Buffer
}

/** One version of a profile, a set of house rules or a pattern of a crew. */
@Entity('document')
@Index('document_seq_key', ['crewId', 'seq'], { unique: true })
export class DocumentRow {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('text') kind!: DocumentKind
  @PrimaryColumn('text') id!: string
  @PrimaryColumn('integer') version!: number
  /** Raised by every change of it, so that a device can ask for what is new. */
  @Column('integer') seq!: number
  @Column('jsonb') content!: DocumentContent[DocumentKind]
  @Column('text', { name: 'saved_by' }) savedBy!: string
  @Column('timestamptz', { name: 'saved_at' }) savedAt!: Date
  @Column('boolean') retired!: boolean
}

/** An address in some building's network to which the server may connect for this crew. */
@Entity('gateway')
export class Gateway {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid') id!: GatewayId
  @Column('text') name!: string
  @Column('text') host!: string
  @Column('integer') port!: number
  @Column('integer', { name: 'unit_id' }) unitId!: number
  @Column('text', { name: 'allowed_by' }) allowedBy!: string
  @Column('timestamptz', { name: 'allowed_at' }) allowedAt!: Date
}

/** A print of many units: how far it is, and what came of it. Thrown away after a day. */
@Entity('print_job')
export class PrintJob {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid') id!: string
  @Column('text') name!: string
  @Column('text') state!: 'waiting' | 'running' | 'done' | 'cancelled' | 'failed'
  @Column('integer') done!: number
  @Column('integer') of!: number
  @Column('text', { nullable: true }) reason!: string | null
  @Column('bytea', { nullable: true, select: false }) content!: Buffer | null
  @Column('timestamptz', { name: 'created_at' }) createdAt!: Date
}

export const ENTITIES = [
  Crew,
  Account,
  Session,
  SignInAttempt,
  Invite,
  AuditRow,
  Site,
  ChangeRow,
  MadeId,
  FoldRow,
  LineageRow,
  Photo,
  DocumentRow,
  Gateway,
  PrintJob,
]
