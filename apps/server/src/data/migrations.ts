import type { MigrationInterface, QueryRunner } from 'typeorm'

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

export const MIGRATIONS = [Begin1764000000000, Library1764100000000, Gateways1764200000000]
