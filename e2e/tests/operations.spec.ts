import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { runScript as run } from '../../tools/script.mjs'
import { newDatabase, serverOn } from '../../tools/throwaway.mjs'
import { expect, SITE, signedIn, stage, test } from '../bench.ts'

test('a backup is proved by restoring it; a restored server is healed by a device that had written since', async ({
  browser,
}) => {
  const { INGLE_TEST_POSTGRES: postgres = '', INGLE_TEST_SEEDED: seeded = '' } = process.env
  const url = await newDatabase(postgres, seeded)
  const server = await serverOn(url)
  const folder = await mkdtemp(join(tmpdir(), 'ingle-backup-'))
  const file = join(folder, 'night.backup')
  const tech = await signedIn(browser, server, 'MR')
  const { page } = tech
  const texts = async () => {
    const answer = await page.request.get(`/api/sites/${SITE}/changes`)
    const { changes } = (await answer.json()) as { changes: { change: { body: { text?: string } } }[] }
    return changes.map((one) => one.change.body.text)
  }
  await tech.open(stage('survey'))
  await tech.jot('note before the backup')
  await tech.inStep()
  const backup = await run(url, 'backup', file)
  expect(backup).toMatchObject({ code: 0, said: expect.stringContaining('restored once and found the same') })
  await tech.jot('note after the backup')
  await tech.inStep()
  await expect.poll(texts).toContain('after the backup')

  // The server fails, and comes back as it was at night.
  await server.stop('SIGKILL')
  await tech.jot('note while it was away')
  const restore = await run(url, 'restore', file)
  expect(restore, restore.said).toMatchObject({ code: 0, said: expect.stringContaining('The database of before is kept as') })
  await server.start()
  await expect
    .poll(texts, { timeout: 30_000 })
    .toEqual(expect.arrayContaining(['before the backup', 'after the backup', 'while it was away']))
  await tech.inStep()
  await expect(page.getByText('after the backup').first()).toBeVisible()
  expect(await run(url, 'verify')).toMatchObject({
    code: 0,
    said: expect.stringContaining('are what the server took, link by link'),
  })

  // Somebody who joins later sees the same.
  const lead = await signedIn(browser, server, 'JT')
  await lead.open(stage('survey'))
  await expect(lead.page.getByText('while it was away').first()).toBeVisible()
  await lead.open('/crew')
  await expect(lead.page.getByRole('region', { name: 'What was done' })).toContainText('restored the database')
  await lead.page.context().close()
  await page.context().close()
  await server.stop('SIGKILL')
  await rm(folder, { recursive: true, force: true })
})

test('no thread of the server runs what starts a server: no built part imports an entry', async () => {
  const dist = join(import.meta.dirname, '../../apps/server/dist')
  const parts = (await readdir(dist, { recursive: true })).filter((name) => name.endsWith('.js'))
  expect(parts).toEqual(expect.arrayContaining(['main.js', 'operate.js', 'papersWorker.js']))
  const entries = /(?:from|import)\s*\(?["'][./]*(?:main|operate|addCrew|standIn)\.js["']/
  const importing: string[] = []
  for (const name of parts) if (entries.test(await readFile(join(dist, name), 'utf8'))) importing.push(name)
  expect(importing).toEqual([])
})

test('a backup that is damaged is refused, and nothing is changed', async () => {
  const { INGLE_TEST_POSTGRES: postgres = '', INGLE_TEST_SEEDED: seeded = '' } = process.env
  const url = await newDatabase(postgres, seeded)
  expect(await run(url, 'restore', '/no/such/file')).toMatchObject({ code: 1, said: expect.stringContaining('There is no file') })
  const damaged = await run(url, 'restore', import.meta.filename)
  expect(damaged.code).toBe(1)
  expect(damaged.said).toContain('pg_restore failed')
  expect(await run(url, 'verify')).toMatchObject({ code: 0 })
})
