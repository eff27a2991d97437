import type { DataSource } from 'typeorm'
import type { PostgresDriver } from 'typeorm/driver/postgres/PostgresDriver.js'

/**
 * A read that nearly every request makes, prepared once a connection under its name: planning it anew costs the database
 * more than running it. Rows come as the database gives them.
 */
export async function prepared<Row>(db: DataSource, name: string, text: string, values: readonly unknown[]): Promise<Row[]> {
  const pool = (db.driver as PostgresDriver).master as { query: (of: object) => Promise<{ rows: Row[] }> }
  return (await pool.query({ name, text, values })).rows
}
