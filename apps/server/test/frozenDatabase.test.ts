import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { type Change, FOLD_VERSION, fold, type SiteId, type SiteState } from '@ingle/record'
import pg from 'pg'
import type { DataSource } from 'typeorm'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { newDatabase } from '../../../tools/throwaway.mjs'
import { CrewData } from '../src/data/crewData.ts'
import { openDatabase } from '../src/data/database.ts'
import { verifyRecord } from '../src/data/verify.ts'

/** A database as an Ingle of fold version 6 left it, with the demo world in it. Never written anew. */
const DUMP = new URL('./fixtures/database-fold6.sql.gz', import.meta.url)

let url: string
let before: { id: SiteId; seq: number; state: SiteState }[]
let db: DataSource

beforeAll(async () => {
  url = await newDatabase(inject('databaseUrl'))
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(gunzipSync(readFileSync(DUMP)).toString('utf8'))
  before = (await client.query('SELECT id, seq, state FROM public.site ORDER BY id')).rows
  await client.end()
  db = await openDatabase(url)
})
afterAll(() => db.destroy())

describe('a database of then', () => {
  it('is taken over: its schema brought up, its sites folded by this fold', async () => {
    const rows: { listed_version: number; name: string }[] = await db.query('SELECT listed_version, name FROM site ORDER BY id')
    expect(rows).toEqual(before.map(({ state }) => ({ listed_version: FOLD_VERSION, name: state.name })))
  })

  it('has every site, and each means what it meant', async () => {
    expect(before).toHaveLength(5)
    const [{ crew_id }] = await db.query('SELECT DISTINCT crew_id FROM site')
    const crew = new CrewData(db, crew_id)
    for (const { id, seq, state } of before) {
      const { foldVersion: _, ...then } = state
      const now = await crew.site(id)
      expect(now).toMatchObject({ seq, state: then })
      const changes = await crew.changesAfter(id, 0)
      expect(changes).toHaveLength(seq)
      expect(fold(id, changes?.map((one) => one.change as Change) ?? [])).toMatchObject(then)
    }
  })

  it('is linked as if this server had taken each change when that one did', async () => {
    const found = await verifyRecord((text, values) => db.query(text, [...values]))
    expect(found).toMatchObject({ sites: 5, wrong: [] })
    expect(found.changes).toBe(before.reduce((sum, one) => sum + one.seq, 0))
  })

  it('has photos, documents, gateways and accounts too', async () => {
    const count = async (table: string) => Number((await db.query(`SELECT count(*) AS n FROM ${table}`))[0].n)
    expect(await count('photo')).toBe(1)
    expect(await count('document')).toBe(6)
    expect(await count('gateway')).toBe(1)
    expect(await count('account')).toBeGreaterThan(2)
  })
})
