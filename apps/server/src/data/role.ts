import type { QueryRunner } from 'typeorm'

/** What the server is while it serves: it may do everything with Ingle's tables but alter or delete what was written down. */
const WRITER = 'ingle_writer'
/** Tables to which rows are only added. */
const ONLY_ADDED = ['change', 'audit']
/** Another server makes the role at the same moment. */
const AT_ONCE = new Set(['23505', '42710', 'XX000'])
const NO_RIGHT = '42501'

const codeOf = (error: unknown) => String((error as { code?: unknown }).code ?? '')

/**
 * Makes the role, and gives it what it needs in this database. Null where whoever connects may not make roles: then the
 * triggers on the record alone stand guard, and docs/operations.md says how to set the role up by hand.
 */
export async function writerRole(runner: QueryRunner): Promise<string | null> {
  for (let tried = 1; ; tried += 1) {
    try {
      await made(runner)
      break
    } catch (error) {
      if (codeOf(error) === NO_RIGHT) return null
      if (!AT_ONCE.has(codeOf(error)) || tried === 5) throw error
    }
  }
  const statements = [
    `GRANT USAGE ON SCHEMA public TO ${WRITER}`,
    `GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${WRITER}`,
    `GRANT USAGE, SELECT ON ALL SEQUENCES IN SCHEMA public TO ${WRITER}`,
    ...ONLY_ADDED.map((table) => `REVOKE UPDATE, DELETE, TRUNCATE ON "${table}" FROM ${WRITER}`),
    `REVOKE INSERT, UPDATE, DELETE, TRUNCATE ON "lineage", "migrations" FROM ${WRITER}`,
  ]
  for (const statement of statements) await runner.query(statement)
  return WRITER
}

async function made(runner: QueryRunner): Promise<void> {
  const [there] = await runner.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [WRITER])
  if (!there) await runner.query(`CREATE ROLE ${WRITER} NOLOGIN`)
  const [{ member }] = await runner.query(`SELECT pg_has_role(current_user, $1, 'MEMBER') AS member`, [WRITER])
  if (!member) await runner.query(`GRANT ${WRITER} TO CURRENT_USER`)
}
