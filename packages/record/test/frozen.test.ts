import { createHash } from 'node:crypto'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { parseRecordFile } from '../src/exchange/recordFile.ts'
import type { SiteId } from '../src/ids.ts'
import { KINDS } from '../src/kinds/kinds.ts'
import { parseDocument } from '../src/library/documents.ts'
import { fold } from '../src/state/fold.ts'
import { FOLD_PRINTS } from '../src/state/foldVersion.ts'
import type { SiteState } from '../src/state/state.ts'

/**
 * Files as they were written when the formats were young, never written anew: whoever has one can still read it, and it
 * means what it meant.
 */
const FIXTURES = join(fileURLToPath(import.meta.url), '../../fixtures')
const read = (path: string) => JSON.parse(readFileSync(join(FIXTURES, path), 'utf8'))
const RECORDS = readdirSync(join(FIXTURES, 'record-1'))
  .filter((one) => one.endsWith('.ingle.json'))
  .map((one) => one.replace('.ingle.json', ''))
  .sort()
const LATER = Date.UTC(2040, 0, 1)

const folded = (name: string): SiteState => {
  const file = parseRecordFile(read(`record-1/${name}.ingle.json`), LATER)
  if (!file.ok) throw new Error(`${name}: ${file.reason}`)
  return fold(file.value.siteId as SiteId, file.value.changes)
}

/** Keys in one order, so that only what is in a state counts. */
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : value !== null && typeof value === 'object'
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([a], [b]) => (a < b ? -1 : 1))
            .map(([key, one]) => [key, sorted(one)]),
        )
      : value

describe('records of ingle-record/1', () => {
  it.each(RECORDS)('%s is read whole and means what it meant', (name) => {
    const { foldVersion: _, ...then } = read(`record-1/${name}.state.json`)
    expect(folded(name)).toMatchObject(then)
  })

  it('among them a change of every kind', () => {
    const kinds = new Set(
      RECORDS.flatMap((name) => read(`record-1/${name}.ingle.json`).changes.map((one: { kind: string }) => one.kind)),
    )
    expect(KINDS.map((one) => one.kind).filter((kind) => !kinds.has(kind))).toEqual([])
  })

  it('fold as the fold version says: when this fails, add the print below to FOLD_PRINTS', () => {
    const states = RECORDS.map((name) => ({ ...folded(name), foldVersion: 0 }))
    const print = createHash('sha256')
      .update(JSON.stringify(sorted(states)))
      .digest('hex')
      .slice(0, 16)
    expect(FOLD_PRINTS.at(-1)).toBe(print)
  })
})

describe('documents of a crew', () => {
  it.each([
    ['profile', 'profiles'],
    ['rules', 'rules'],
    ['profile', 'profiles-comfort'],
    ['rules', 'rules-comfort'],
    ['instrument', 'instruments'],
    ['test', 'tests'],
  ] as const)('every %s of then is read whole', (kind, file) => {
    for (const one of read(`documents-1/${file}.json`)) {
      const plain = kind === 'rules' ? { format: 'ingle-rules/1', version: 1, ...one } : one
      expect(parseDocument(kind, plain), one.id).toMatchObject({ ok: true, value: one })
    }
  })
  it('a pattern of then too', () => {
    const pattern = read('documents-1/pattern.json')
    expect(parseDocument('pattern', pattern)).toMatchObject({ ok: true, value: pattern })
  })
})
