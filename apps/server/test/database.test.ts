import { TIDEWELL_ID } from '@ingle/catalog/demo'
import { FOLD_VERSION } from '@ingle/record'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDatabase } from '../src/data/database.ts'
import { seedDemo } from '../src/seedDemo.ts'
import { type Bench, NOW, openBench } from './bench.ts'

let bench: Bench
beforeAll(async () => {
  bench = await openBench()
})
afterAll(() => bench.close())

describe('the schema', () => {
  it('is made by migrations alone and does not drift from the entities', async () => {
    const { upQueries } = await bench.db.driver.createSchemaBuilder().log()
    // Foreign keys stand in the migration only: entities here are plain rows without relations.
    expect(upQueries.map((one) => one.query).filter((query) => !/DROP CONSTRAINT "\w+_fkey"/.test(query))).toEqual([])
  })

  it('opens twice at once, as two servers starting together do', async () => {
    const both = await Promise.all([openDatabase(bench.url), openDatabase(bench.url)])
    await Promise.all(both.map((db) => db.destroy()))
    expect(both).toHaveLength(2)
  })

  it('folds a site anew that an older fold wrote', async () => {
    await bench
      .data('lantern')
      .importRecord(TIDEWELL_ID, (await import('@ingle/catalog/demo')).tidewellChanges(NOW), [], NOW.getTime())
    await bench.db.query(`UPDATE site SET fold_version = 0, state = '{"systems":[]}'::jsonb`)
    const again = await openDatabase(bench.url)
    const [row] = await again.query('SELECT fold_version, state FROM site')
    await again.destroy()
    expect(row).toMatchObject({ fold_version: FOLD_VERSION, state: { name: 'Tidewell Pottery' } })
  })

  it('is not seeded again once there are crews', async () => expect(await seedDemo(bench.db, NOW)).toBe(false))
})
