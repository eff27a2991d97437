import type { CrewDocument, DocumentContent, DocumentKind, HouseRuleBody, Profile } from '@ingle/record'
import { PROFILES } from '../profiles/index.ts'
import { HOUSE_RULES } from '../rules/houseRules.ts'
import { TESTS } from '../tests/index.ts'

/** One document of the library with its versions, newest first. */
export interface LibraryEntry<T> {
  id: string
  version: number
  content: T
  /** Shipped with Ingle, or saved by the crew over it or beside it. */
  from: 'shipped' | 'crew'
  savedBy: string | null
  savedAt: string | null
  retired: boolean
  earlier: { version: number; content: T; savedBy: string | null; savedAt: string | null }[]
}

export interface Library {
  profiles: LibraryEntry<Profile>[]
  rules: LibraryEntry<HouseRuleBody>[]
  patterns: LibraryEntry<DocumentContent['pattern']>[]
  instruments: LibraryEntry<DocumentContent['instrument']>[]
  tests: LibraryEntry<DocumentContent['test']>[]
}

/** What a crew has: everything shipped, and what it saved. A version that the crew saved stands over the shipped one. */
export function libraryOf(documents: readonly CrewDocument[]): Library {
  return {
    profiles: entries('profile', documents, PROFILES),
    rules: entries('rules', documents, HOUSE_RULES),
    patterns: entries('pattern', documents, []),
    instruments: entries('instrument', documents, []),
    tests: entries('test', documents, TESTS),
  }
}

/** What is offered for use. */
export const inUse = <T>(list: readonly LibraryEntry<T>[]): T[] => list.filter((one) => !one.retired).map((one) => one.content)

function entries<T extends { id: string; version?: number }>(
  kind: DocumentKind,
  documents: readonly CrewDocument[],
  shipped: readonly T[],
): LibraryEntry<T>[] {
  const byId = new Map<string, LibraryEntry<T>>()
  for (const content of shipped) {
    const version = content.version ?? 1
    const made = { id: content.id, version, content, from: 'shipped' as const, savedBy: null, savedAt: null }
    byId.set(content.id, { ...made, retired: false, earlier: [] })
  }
  const saved = documents.filter((one) => one.kind === kind).sort((a, b) => a.version - b.version)
  for (const { id, version, content, savedBy, savedAt, retired } of saved) {
    const before = byId.get(id)
    const earlier = before
      ? [
          { version: before.version, content: before.content, savedBy: before.savedBy, savedAt: before.savedAt },
          ...before.earlier.filter((one) => one.version !== version),
        ]
      : []
    byId.set(id, { id, version, content: content as unknown as T, from: 'crew', savedBy, savedAt, retired, earlier })
  }
  return [...byId.values()]
}

/** An id made from words, not yet taken: for something new or a duplicate. */
export function freeId(words: string, taken: ReadonlySet<string>): string {
  const stem =
    words
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 50) || 'unnamed'
  if (!taken.has(stem)) return stem
  let n = 2
  while (taken.has(`${stem}-${n}`)) n += 1
  return `${stem}-${n}`
}
