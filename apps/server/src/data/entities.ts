/** Tables. Every column says its type: nothing is left to reflection. Names are stored; changing one needs a migration. */
import type {
  Change,
  ChangeId,
  DocumentContent,
  DocumentKind,
  GatewayId,
  ItemId,
  PhotoId,
  SiteId,
  SiteState,
  SystemId,
  VisitId,
} from '@ingle/record'
import { Column, Entity, Index, PrimaryColumn } from 'typeorm'

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
  @Column('text', { name: 'password_hash' }) passwordHash!: string
}

@Entity('session')
@Index('session_account_idx', ['accountId'])
export class Session {
  /** SHA-256 of the cookie: a leaked table opens no session. */
  @PrimaryColumn('text', { name: 'token_hash' }) tokenHash!: string
  @Column('uuid', { name: 'account_id' }) accountId!: string
  @Column('timestamptz', { name: 'expires_at' }) expiresAt!: Date
}

@Entity('sign_in_attempt')
@Index('sign_in_attempt_who_at_idx', ['who', 'at'])
export class SignInAttempt {
  @PrimaryColumn('uuid') id!: string
  @Column('text') who!: string
  @Column('timestamptz') at!: Date
}

@Entity('site')
export class Site {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid') id!: SiteId
  @Column('text') name!: string
  /** Sequence number of the last change. */
  @Column('integer') seq!: number
  @Column('integer', { name: 'fold_version' }) foldVersion!: number
  @Column('jsonb') state!: SiteState
  @Column('timestamptz', { name: 'updated_at' }) updatedAt!: Date
}

/** Append-only. */
@Entity('change')
@Index('change_id_key', ['crewId', 'siteId', 'id'], { unique: true })
export class ChangeRow {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('integer') seq!: number
  @Column('uuid') id!: ChangeId
  @Column('text') kind!: string
  @Column('jsonb') content!: Change
  @Column('timestamptz', { name: 'received_at' }) receivedAt!: Date
}

@Entity('photo')
export class Photo {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('uuid') id!: PhotoId
  @Column('text', { name: 'media_type' }) mediaType!: string
  @Column('bytea') content!: Buffer
}

/** Index table: visits across sites, kept in the transaction that stores the changes. */
@Entity('visit_index')
@Index('visit_index_started_idx', ['crewId', 'startedAt'])
export class VisitIndex {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('uuid') id!: VisitId
  @Column('integer') number!: number
  @Column('text') reason!: string
  @Column('timestamptz', { name: 'started_at' }) startedAt!: Date
  @Column('timestamptz', { name: 'closed_at', nullable: true }) closedAt!: Date | null
}

/** Index table: what is still open across sites. */
@Entity('open_item')
export class OpenItem {
  @PrimaryColumn('uuid', { name: 'crew_id' }) crewId!: string
  @PrimaryColumn('uuid', { name: 'site_id' }) siteId!: SiteId
  @PrimaryColumn('uuid') id!: ItemId
  @Column('uuid', { name: 'system_id' }) systemId!: SystemId
  @Column('text') text!: string
  @Column('timestamptz', { name: 'opened_at' }) openedAt!: Date
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

export const ENTITIES = [
  Crew,
  Account,
  Session,
  SignInAttempt,
  Site,
  ChangeRow,
  Photo,
  VisitIndex,
  OpenItem,
  DocumentRow,
  Gateway,
]
