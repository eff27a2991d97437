import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'

/**
 * Decorators write into `Reflect`, which one library makes able to. Whatever page comes first may load any of these files
 * first: each brings it along.
 */
it('every file with decorated fields brings what decorators write to', () => {
  const root = join(import.meta.dirname, '../../packages/record/src')
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter(
    (one) => one.endsWith('.ts') && !one.endsWith('.test.ts'),
  )
  const decorated = files.filter((one) => /^\s+@[A-Z]\w+\(/m.test(readFileSync(join(root, one), 'utf8')))
  expect(decorated.length).toBeGreaterThan(50)
  expect(decorated.filter((one) => !readFileSync(join(root, one), 'utf8').includes("import 'reflect-metadata'"))).toEqual([])
})
