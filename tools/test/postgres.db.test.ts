import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pg from 'pg'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { freePort, reachable, startPostgres } from '../postgres.mjs'

let folder: string
let running: Awaited<ReturnType<typeof startPostgres>> | null = null
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'ingle-pg-'))
})
afterEach(() => {
  running?.stop()
  running = null
  rmSync(folder, { recursive: true, force: true })
})

const start = async () => {
  running = await startPostgres(folder, { throwaway: true })
  return running
}
const pidFile = () => join(folder, 'postgres/postmaster.pid')
const pid = () => Number(readFileSync(pidFile(), 'utf8').split('\n')[0])

async function ask<T>(url: string, sql: string): Promise<T[]> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => undefined)
  await client.connect()
  try {
    return (await client.query(sql)).rows as T[]
  } finally {
    await client.end()
  }
}

/** Ends a process as a power cut would, and waits until it is gone. */
async function kill(victim: number): Promise<void> {
  process.kill(victim, 'SIGKILL')
  await vi.waitFor(() => expect(isAlive(victim)).toBe(false), { timeout: 5000, interval: 20 })
}
function isAlive(victim: number): boolean {
  try {
    // A zombie that nobody has collected yet is gone for every purpose here.
    return !/^State:\s+Z/m.test(readFileSync(`/proc/${victim}/status`, 'utf8'))
  } catch {
    return false
  }
}

describe('a database of Ingle’s own', { timeout: 60_000 }, () => {
  it('keeps its data from one start to the next, and lets nobody in without the password', async () => {
    const first = await start()
    await ask(first.url, 'CREATE TABLE kept (n int)')
    await ask(first.url, 'INSERT INTO kept VALUES (7)')
    const wrong = first.url.replace(/:[^:@/]+@/, ':guess@')
    await expect(ask(wrong, 'SELECT 1')).rejects.toThrow(/password/)
    first.stop()
    expect(existsSync(pidFile())).toBe(false)
    const again = await start()
    expect(await ask<{ n: number }>(again.url, 'SELECT n FROM kept')).toEqual([{ n: 7 }])
  })

  it('is taken over when a killed run left it running', async () => {
    const first = await start()
    await ask(first.url, 'CREATE TABLE kept (n int)')
    const again = await start()
    expect(again.tookOver).toBe(true)
    expect(again.url).toBe(first.url)
    expect(await ask(again.url, 'SELECT * FROM kept')).toEqual([])
  })

  it('recovers when it was killed itself', async () => {
    const first = await start()
    await ask(first.url, 'CREATE TABLE kept (n int)')
    await ask(first.url, 'CHECKPOINT')
    await kill(pid())
    expect(existsSync(pidFile())).toBe(true)
    const again = await start()
    expect(again.tookOver).toBe(false)
    expect(await ask(again.url, 'SELECT * FROM kept')).toEqual([])
  })

  it('does not mistake another program for itself', async () => {
    const first = await start()
    const lines = readFileSync(pidFile(), 'utf8').split('\n')
    first.stop()
    writeFileSync(pidFile(), [String(process.pid), ...lines.slice(1)].join('\n'))
    const again = await start()
    expect(again.tookOver).toBe(false)
    expect(await ask<{ one: number }>(again.url, 'SELECT 1 AS one')).toEqual([{ one: 1 }])
  })

  it('is made anew when it was only half made', async () => {
    const first = await start()
    first.stop()
    rmSync(join(folder, 'postgres/.ingle-ready'))
    rmSync(join(folder, 'postgres/global'), { recursive: true })
    const again = await start()
    expect(await ask<{ one: number }>(again.url, 'SELECT 1 AS one')).toEqual([{ one: 1 }])
  })

  it('takes a port that is free, each its own', async () => {
    const ports = await Promise.all([freePort(), freePort(), freePort()])
    expect(new Set(ports).size).toBe(3)
  })

  it('knows a folder that its user cannot enter', () => {
    expect(reachable(tmpdir())).toBe(true)
    expect(reachable(join(folder, 'nowhere'))).toBe(false)
  })
})
