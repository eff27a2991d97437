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

  it('lists a site anew that an older fold listed, and serves no state of another fold', async () => {
    const { tidewellChanges } = await import('@ingle/catalog/demo')
    await bench.data('lantern').importRecord(TIDEWELL_ID, tidewellChanges(NOW), [], NOW.getTime())
    const right = await bench.data('lantern').site(TIDEWELL_ID)
    await bench.db.query(`UPDATE site SET listed_version = 0, listing = '{}', search = '', name = ''`)
    await bench.db.query(`UPDATE fold SET fold_version = $1, state = '{"systems":[]}'::jsonb`, [FOLD_VERSION - 1])
    const again = await openDatabase(bench.url)
    const [row] = await again.query('SELECT listed_version, name, listing FROM site')
    await again.destroy()
    expect(row).toMatchObject({ listed_version: FOLD_VERSION, name: 'Tidewell Pottery', listing: { name: 'Tidewell Pottery' } })
    expect(await bench.data('lantern').site(TIDEWELL_ID)).toEqual(right)
    // The other server still finds its own.
    const versions = await bench.db.query('SELECT fold_version FROM fold ORDER BY 1')
    expect(versions).toEqual([{ fold_version: FOLD_VERSION - 1 }, { fold_version: FOLD_VERSION }])
  })

  it('is not seeded again once there are crews', async () => expect(await seedDemo(bench.db, NOW)).toBe(false))
})
