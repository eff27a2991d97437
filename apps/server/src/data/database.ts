import 'reflect-metadata'
import { FOLD_VERSION, fold } from '@ingle/record'
import { DataSource } from 'typeorm'
import { ChangeRow, ENTITIES, Site } from './entities.ts'
import { MIGRATIONS } from './migrations.ts'

function dataSource(url: string): DataSource {
  return new DataSource({
    type: 'postgres',
    url,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTransactionMode: 'each',
    synchronize: false,
    logging: false,
    poolSize: 12,
  })
}

/** Any number; the same for every server, so that only one of several migrates. */
const MIGRATION_LOCK = 7_310_001

/** Connects, migrates and folds anew what an older fold wrote. Safe when several servers start at once. */
export async function openDatabase(url: string): Promise<DataSource> {
  const db = await dataSource(url).initialize()
  const runner = db.createQueryRunner()
  try {
    await runner.query('SELECT pg_advisory_lock($1)', [MIGRATION_LOCK])
    await db.runMigrations()
    await refold(db)
  } finally {
    await runner.query('SELECT pg_advisory_unlock($1)', [MIGRATION_LOCK])
    await runner.release()
  }
  return db
}

async function refold(db: DataSource): Promise<void> {
  const stale = await db
    .getRepository(Site)
    .createQueryBuilder('site')
    .select(['site.crewId', 'site.id'])
    .where('site.foldVersion <> :v', { v: FOLD_VERSION })
    .getMany()
  for (const { crewId, id } of stale) {
    await db.transaction(async (tx) => {
      await tx.getRepository(Site).findOneOrFail({ where: { crewId, id }, lock: { mode: 'pessimistic_write' } })
      const rows = await tx.getRepository(ChangeRow).find({ where: { crewId, siteId: id }, order: { seq: 'ASC' } })
      await tx.getRepository(Site).update(
        { crewId, id },
        {
          state: fold(
            id,
            rows.map((row) => row.content),
          ) as never,
          foldVersion: FOLD_VERSION,
        },
      )
    })
  }
}
