import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, it } from 'vitest'

const ROOT = join(import.meta.dirname, '../../..')
const SOURCES = ['packages/core/src', 'packages/bench/src', 'packages/report/src', 'packages/catalog/src', 'apps/web/src']

/** A meaning compared by its bare text goes past the type that knows the meanings of its role: `meaningAt` and its kin do not. */
it('no code compares what stands at a setting with a word of its own', () => {
  const files = SOURCES.flatMap((one) =>
    readdirSync(join(ROOT, one), { recursive: true, encoding: 'utf8' })
      .filter((path) => /\.tsx?$/.test(path) && !/\.test\.tsx?$/.test(path))
      .map((path) => join(ROOT, one, path)),
  )
  expect(files.length).toBeGreaterThan(400)
  const bare = files.flatMap((path) =>
    readFileSync(path, 'utf8')
      .split('\n')
      .filter((line) => /\.meaning\)? [!=]== '/.test(line) && !line.includes('meaningAs('))
      .map((line) => `${path.slice(ROOT.length + 1)}: ${line.trim()}`),
  )
  expect(bare).toEqual([])
})
