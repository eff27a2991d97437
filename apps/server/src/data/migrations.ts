import type { MigrationInterface, QueryRunner } from 'typeorm'
import { renewLineage } from './lineage.ts'

/** The first schema. Migrations are never edited once landed: a change is a new one. */
export class Begin1764000000000 implements MigrationInterface {
  name = 'Begin1764000000000'

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      'CREATE TABLE "crew" ("id" uuid NOT NULL, "name" text NOT NULL, CONSTRAINT "crew_pkey" PRIMARY KEY ("id"))',
      `CREATE TABLE "account" ("id" uuid NOT NULL, "crew_id" uuid NOT NULL, "name" text NOT NULL, "initials" text NOT NULL, "role" text NOT NULL, "password_hash" text NOT NULL,
        CONSTRAINT "account_pkey" PRIMARY KEY ("id"), CONSTRAINT "account_crew_fkey" FOREIGN KEY ("crew_id") REFERENCES "crew" ("id"))`,
      'CREATE UNIQUE INDEX "account_name_key" ON "account" ("name")',
      'CREATE INDEX "account_crew_idx" ON "account" ("crew_id")',
      `CREATE TABLE "session" ("token_hash" text NOT NULL, "account_id" uuid NOT NULL, "expires_at" timestamptz NOT NULL,
        CONSTRAINT "session_pkey" PRIMARY KEY ("token_hash"), CONSTRAINT "session_account_fkey" FOREIGN KEY ("account_id") REFERENCES "account" ("id") ON DELETE CASCADE)`,
      'CREATE INDEX "session_account_idx" ON "session" ("account_id")',
      'CREATE TABLE "sign_in_attempt" ("id" uuid NOT NULL, "who" text NOT NULL, "at" timestamptz NOT NULL, CONSTRAINT "sign_in_attempt_pkey" PRIMARY KEY ("id"))',
      'CREATE INDEX "sign_in_attempt_who_at_idx" ON "sign_in_attempt" ("who", "at")',
      `CREATE TABLE "site" ("crew_id" uuid NOT NULL, "id" uuid NOT NULL, "name" text NOT NULL, "seq" integer NOT NULL, "fold_version" integer NOT NULL, "state" jsonb NOT NULL, "updated_at" timestamptz NOT NULL,
        CONSTRAINT "site_pkey" PRIMARY KEY ("crew_id", "id"), CONSTRAINT "site_crew_fkey" FOREIGN KEY ("crew_id") REFERENCES "crew" ("id"))`,
      `CREATE TABLE "change" ("crew_id" uuid NOT NULL, "site_id" uuid NOT NULL, "seq" integer NOT NULL, "id" uuid NOT NULL, "kind" text NOT NULL, "content" jsonb NOT NULL, "received_at" timestamptz NOT NULL,
        CONSTRAINT "change_pkey" PRIMARY KEY ("crew_id", "site_id", "seq"), CONSTRAINT "change_site_fkey" FOREIGN KEY ("crew_id", "site_id") REFERENCES "site" ("crew_id", "id"))`,
      'CREATE UNIQUE INDEX "change_id_key" ON "change" ("crew_id", "site_id", "id")',
      ...['photo', 'visit_index', 'open_item'].map(
        (
          table,
        ) => `CREATE TABLE "${table}" ("crew_id" uuid NOT NULL, "site_id" uuid NOT NULL, "id" uuid NOT NULL, ${COLUMNS[table]},
        CONSTRAINT "${table}_pkey" PRIMARY KEY ("crew_id", "site_id", "id"), CONSTRAINT "${table}_site_fkey" FOREIGN KEY ("crew_id", "site_id") REFERENCES "site" ("crew_id", "id"))`,
      ),
      'CREATE INDEX "visit_index_started_idx" ON "visit_index" ("crew_id", "started_at")',
    ]
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['open_item', 'visit_index', 'photo', 'change', 'site', 'sign_in_attempt', 'session', 'account', 'crew'])
      await runner.query(`DROP TABLE "${table}"`)
  }
}

const COLUMNS: Record<string, string> = {
  photo: '"media_type" text NOT NULL, "content" bytea NOT NULL',
  visit_index: '"number" integer NOT NULL, "reason" text NOT NULL, "started_at" timestamptz NOT NULL, "closed_at" timestamptz',
  open_item: '"system_id" uuid NOT NULL, "text" text NOT NULL, "opened_at" timestamptz NOT NULL',
}

/** What a crew keeps beside its sites. */
export class Library1764100000000 implements MigrationInterface {
  name = 'Library1764100000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "document" ("crew_id" uuid NOT NULL, "kind" text NOT NULL, "id" text NOT NULL, "version" integer NOT NULL, "seq" integer NOT NULL, "content" jsonb NOT NULL,
        "saved_by" text NOT NULL, "saved_at" timestamptz NOT NULL, "retired" boolean NOT NULL,
        CONSTRAINT "document_pkey" PRIMARY KEY ("crew_id", "kind", "id", "version"), CONSTRAINT "document_crew_fkey" FOREIGN KEY ("crew_id") REFERENCES "crew" ("id"))`,
    )
    await runner.query('CREATE UNIQUE INDEX "document_seq_key" ON "document" ("crew_id", "seq")')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "document"')
  }
}

/** Addresses that a crew's lead has allowed. */
export class Gateways1764200000000 implements MigrationInterface {
  name = 'Gateways1764200000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "gateway" ("crew_id" uuid NOT NULL, "id" uuid NOT NULL, "name" text NOT NULL, "host" text NOT NULL, "port" integer NOT NULL, "unit_id" integer NOT NULL,
        "allowed_by" text NOT NULL, "allowed_at" timestamptz NOT NULL,
        CONSTRAINT "gateway_pkey" PRIMARY KEY ("crew_id", "id"), CONSTRAINT "gateway_crew_fkey" FOREIGN KEY ("crew_id") REFERENCES "crew" ("id"))`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "gateway"')
  }
}

/** Prints of many units. */
export class Prints1764300000000 implements MigrationInterface {
  name = 'Prints1764300000000'

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "print_job" ("crew_id" uuid NOT NULL, "id" uuid NOT NULL, "name" text NOT NULL, "state" text NOT NULL, "done" integer NOT NULL, "of" integer NOT NULL,
        "reason" text, "content" bytea, "created_at" timestamptz NOT NULL,
        CONSTRAINT "print_job_pkey" PRIMARY KEY ("crew_id", "id"), CONSTRAINT "print_job_crew_fkey" FOREIGN KEY ("crew_id") REFERENCES "crew" ("id"))`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE "print_job"')
  }
}

/**
 * The record as a chain that nobody can alter, its state apart from it, and what stands of a site on the list of sites in
 * its row. Links, receipts and listings of what is there are made by `bringUp`, at the start that follows.
 */
export class Durable1764400000000 implements MigrationInterface {
  name = 'Durable1764400000000'

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      'CREATE TABLE "lineage" ("n" SERIAL NOT NULL, "epoch" uuid NOT NULL, "secret" text NOT NULL, "began_at" timestamptz NOT NULL, "why" text NOT NULL, CONSTRAINT "lineage_pkey" PRIMARY KEY ("n"))',
      `CREATE TABLE "made_id" ("crew_id" uuid NOT NULL, "site_id" uuid NOT NULL, "id" uuid NOT NULL,
        CONSTRAINT "made_id_pkey" PRIMARY KEY ("crew_id", "site_id", "id"), CONSTRAINT "made_id_site_fkey" FOREIGN KEY ("crew_id", "site_id") REFERENCES "site" ("crew_id", "id"))`,
      `CREATE TABLE "fold" ("crew_id" uuid NOT NULL, "site_id" uuid NOT NULL, "fold_version" integer NOT NULL, "seq" integer NOT NULL, "last_order" bigint NOT NULL, "last_id" text NOT NULL, "state" jsonb NOT NULL, "made_at" timestamptz NOT NULL,
        CONSTRAINT "fold_pkey" PRIMARY KEY ("crew_id", "site_id", "fold_version"), CONSTRAINT "fold_site_fkey" FOREIGN KEY ("crew_id", "site_id") REFERENCES "site" ("crew_id", "id"))`,
      'ALTER TABLE "change" ADD "target" uuid, ADD "hash" text, ADD "receipt" text',
      `UPDATE "change" SET "target" = (coalesce("content"->>'replaces', CASE WHEN "kind" = 'undo' THEN "content"->'body'->>'targetId' END))::uuid WHERE "kind" = 'undo' OR "content" ? 'replaces'`,
      'CREATE INDEX "change_kind_idx" ON "change" ("crew_id", "site_id", "kind")',
      'CREATE INDEX "change_target_idx" ON "change" ("crew_id", "site_id") WHERE target IS NOT NULL',
      'ALTER TABLE "site" DROP COLUMN "fold_version", DROP COLUMN "state"',
      `ALTER TABLE "site" ADD "head" text NOT NULL DEFAULT '', ADD "listing" jsonb NOT NULL DEFAULT '{}', ADD "search" text NOT NULL DEFAULT '', ADD "answers" text array NOT NULL DEFAULT '{}', ADD "open_visits" integer NOT NULL DEFAULT 0, ADD "listed_version" integer NOT NULL DEFAULT 0`,
      'ALTER TABLE "site" ALTER "head" DROP DEFAULT, ALTER "listing" DROP DEFAULT, ALTER "search" DROP DEFAULT, ALTER "answers" DROP DEFAULT, ALTER "open_visits" DROP DEFAULT, ALTER "listed_version" DROP DEFAULT',
      'CREATE INDEX "site_open_idx" ON "site" ("crew_id") WHERE open_visits > 0',
      'CREATE INDEX "site_name_idx" ON "site" ("crew_id", lower("name"), "id")',
      'DROP TABLE "visit_index"',
      'DROP TABLE "open_item"',
      ...KEEPS_WHOLE,
    ]
    for (const statement of statements) await runner.query(statement)
    await renewLineage(runner, 'the record begins')
  }

  async down(runner: QueryRunner): Promise<void> {
    const statements = [
      'DROP TRIGGER "change_stays" ON "change"',
      'DROP TRIGGER "change_is_not_emptied" ON "change"',
      'DROP FUNCTION "ingle_record_stays"',
      'DROP INDEX "site_name_idx"',
      'DROP INDEX "site_open_idx"',
      'DROP INDEX "change_target_idx"',
      'DROP INDEX "change_kind_idx"',
      'ALTER TABLE "site" DROP COLUMN "head", DROP COLUMN "listing", DROP COLUMN "search", DROP COLUMN "answers", DROP COLUMN "open_visits", DROP COLUMN "listed_version"',
      // The server of then folds what an older fold wrote, and fold 0 is older than any: it fills its index tables with the next change.
      `ALTER TABLE "site" ADD "fold_version" integer NOT NULL DEFAULT 0, ADD "state" jsonb NOT NULL DEFAULT '{}'`,
      'ALTER TABLE "change" DROP COLUMN "target", DROP COLUMN "hash", DROP COLUMN "receipt"',
      'DROP TABLE "lineage"',
      'DROP TABLE "made_id"',
      'DROP TABLE "fold"',
      ...['visit_index', 'open_item'].map(
        (
          table,
        ) => `CREATE TABLE "${table}" ("crew_id" uuid NOT NULL, "site_id" uuid NOT NULL, "id" uuid NOT NULL, ${COLUMNS[table]},
        CONSTRAINT "${table}_pkey" PRIMARY KEY ("crew_id", "site_id", "id"), CONSTRAINT "${table}_site_fkey" FOREIGN KEY ("crew_id", "site_id") REFERENCES "site" ("crew_id", "id"))`,
      ),
      'CREATE INDEX "visit_index_started_idx" ON "visit_index" ("crew_id", "started_at")',
    ]
    for (const statement of statements) await runner.query(statement)
  }
}

/**
 * What was written down stays: no row of the record is altered or deleted, whoever asks. Two doors are left, each for one
 * transaction that says so itself: a link that a database of before still lacks, and the erasure of a person.
 */
const KEEPS_WHOLE = [
  `CREATE FUNCTION "ingle_record_stays"() RETURNS trigger LANGUAGE plpgsql AS $$
   BEGIN
     IF current_setting('ingle.door', true) = 'erasure' AND TG_OP = 'UPDATE' THEN RETURN NEW; END IF;
     IF current_setting('ingle.door', true) = 'link' AND TG_OP = 'UPDATE' AND TG_TABLE_NAME = 'change' AND to_jsonb(OLD)->>'hash' IS NULL AND to_jsonb(NEW)->'content' = to_jsonb(OLD)->'content' AND to_jsonb(NEW)->'received_at' = to_jsonb(OLD)->'received_at' THEN RETURN NEW; END IF;
     RAISE EXCEPTION 'what was written down stays: % of % is refused', TG_OP, TG_TABLE_NAME USING ERRCODE = '42501';
   END $$`,
  'CREATE TRIGGER "change_stays" BEFORE UPDATE OR DELETE ON "change" FOR EACH ROW EXECUTE FUNCTION "ingle_record_stays"()',
  'CREATE TRIGGER "change_is_not_emptied" BEFORE TRUNCATE ON "change" FOR EACH STATEMENT EXECUTE FUNCTION "ingle_record_stays"()',
]

/** People who come and go, what they are let in by, and what was done by whom. */
export class Crews1764500000000 implements MigrationInterface {
  name = 'Crews1764500000000'

  async up(runner: QueryRunner): Promise<void> {
    const statements = [
      'ALTER TABLE "account" ADD "ended_at" timestamptz',
      `ALTER TABLE "session" ADD "id" uuid NOT NULL DEFAULT gen_random_uuid(), ADD "device" text NOT NULL DEFAULT '', ADD "began_at" timestamptz NOT NULL DEFAULT now(), ADD "seen_at" timestamptz NOT NULL DEFAULT now()`,
      'ALTER TABLE "session" ALTER "id" DROP DEFAULT, ALTER "device" DROP DEFAULT, ALTER "began_at" DROP DEFAULT, ALTER "seen_at" DROP DEFAULT',
      'CREATE UNIQUE INDEX "session_id_key" ON "session" ("id")',
      `CREATE TABLE "invite" ("id" uuid NOT NULL, "crew_id" uuid NOT NULL, "code_hash" text NOT NULL, "role" text NOT NULL, "account_id" uuid, "made_by" text NOT NULL, "made_at" timestamptz NOT NULL, "ends_at" timestamptz NOT NULL,
        CONSTRAINT "invite_pkey" PRIMARY KEY ("id"), CONSTRAINT "invite_crew_fkey" FOREIGN KEY ("crew_id") REFERENCES "crew" ("id"), CONSTRAINT "invite_account_fkey" FOREIGN KEY ("account_id") REFERENCES "account" ("id"))`,
      'CREATE UNIQUE INDEX "invite_code_key" ON "invite" ("code_hash")',
      'CREATE INDEX "invite_crew_idx" ON "invite" ("crew_id")',
      `CREATE TABLE "audit" ("n" BIGSERIAL NOT NULL, "crew_id" uuid, "at" timestamptz NOT NULL, "who" text NOT NULL, "what" text NOT NULL, "about" text NOT NULL, "address" text NOT NULL, CONSTRAINT "audit_pkey" PRIMARY KEY ("n"))`,
      'CREATE INDEX "audit_crew_idx" ON "audit" ("crew_id", "n")',
      'CREATE TRIGGER "audit_stays" BEFORE UPDATE OR DELETE ON "audit" FOR EACH ROW EXECUTE FUNCTION "ingle_record_stays"()',
      'CREATE TRIGGER "audit_is_not_emptied" BEFORE TRUNCATE ON "audit" FOR EACH STATEMENT EXECUTE FUNCTION "ingle_record_stays"()',
    ]
    for (const statement of statements) await runner.query(statement)
  }

  async down(runner: QueryRunner): Promise<void> {
    const statements = [
      'DROP TABLE "audit"',
      'DROP TABLE "invite"',
      'DROP INDEX "session_id_key"',
      'ALTER TABLE "session" DROP COLUMN "id", DROP COLUMN "device", DROP COLUMN "began_at", DROP COLUMN "seen_at"',
      'ALTER TABLE "account" DROP COLUMN "ended_at"',
    ]
    for (const statement of statements) await runner.query(statement)
  }
}

export const MIGRATIONS = [
  Begin1764000000000,
  Library1764100000000,
  Gateways1764200000000,
  Prints1764300000000,
  Durable1764400000000,
  Crews1764500000000,
]
