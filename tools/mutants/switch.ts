/** In each test file: throws the switch of the fault that is tried, and keeps count of which were come by. */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, expect } from 'vitest'

const folder = process.env['MUTANTS_FOLDER'] ?? ''
const { active, most } = JSON.parse(readFileSync(join(folder, 'active.json'), 'utf8')) as { active: number | null; most: number }
writeFileSync(join(folder, `pid-${process.pid}`), '')
const counts = new Map<number, number>()

Object.assign(globalThis, {
  __fault: (id: number): boolean => {
    const count = (counts.get(id) ?? 0) + 1
    counts.set(id, count)
    if (id !== active) return false
    // A fault that makes a loop endless is noticed here: nothing else can interrupt it.
    if (count > most) throw new Error('The fault runs away')
    return true
  },
})

afterAll(() => {
  if (active !== null) return
  const file = expect.getState().testPath ?? ''
  writeFileSync(
    join(folder, `came-${Buffer.from(file).toString('hex').slice(-160)}.json`),
    JSON.stringify({ file, counts: [...counts] }),
  )
})
