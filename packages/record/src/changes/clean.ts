import { ok, type Result } from '@ingle/core'
import { refuse } from '../refusals.ts'

/** Deeper than any format of ours; what is deeper was made to be. */
const MOST_DEEP = 16
/** Names that objects have of their own: as a key of data they would hide what they stand for. */
const NOT_KEYS = new Set(['__proto__', 'constructor', 'prototype'])
/** Half of a pair that writes one sign: no text of its own. */
const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i

/**
 * Foreign data as every store can keep it: no NUL and no half signs in texts, ids in small letters; the rest as it was.
 * Refuses what is nested too deep, and keys that would be mistaken. What is clean already is given back itself.
 */
export function clean(plain: unknown): Result<unknown> {
  try {
    return ok(cleaned(plain, 0))
  } catch (error) {
    if (error instanceof Unfit) return refuse(error.code)
    throw error
  }
}

class Unfit extends Error {
  constructor(readonly code: 'nested-too-deep' | 'key-not-allowed') {
    super(code)
  }
}

/** A text as every store can keep it. */
export const cleanText = (text: string): string => text.replaceAll('\u0000', '').replace(LONE_SURROGATE, '\ufffd')

function cleaned(value: unknown, depth: number): unknown {
  if (depth > MOST_DEEP) throw new Unfit('nested-too-deep')
  if (typeof value === 'string') {
    if (UUID.test(value)) return value.toLowerCase()
    return cleanText(value)
  }
  if (typeof value !== 'object' || value === null) return value
  if (Array.isArray(value)) {
    const out = value.map((one) => cleaned(one, depth + 1))
    return out.some((one, i) => one !== value[i]) ? out : value
  }
  const entries = Object.entries(value)
  if (entries.some(([key]) => NOT_KEYS.has(key))) throw new Unfit('key-not-allowed')
  const out = entries.map(([key, one]) => [cleaned(key, depth + 1) as string, cleaned(one, depth + 1)] as const)
  return out.some(([key, one], i) => key !== entries[i]?.[0] || one !== entries[i]?.[1]) ? Object.fromEntries(out) : value
}
