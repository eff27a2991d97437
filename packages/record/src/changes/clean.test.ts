import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { clean } from './clean.ts'

const UPPER = '8F0C1D2E-3A4B-4C5D-8E6F-7A8B9C0D1E2F'
const value = (plain: unknown) => {
  const read = clean(plain)
  return read.ok ? read.value : read.code
}
const deep = (levels: number): unknown => (levels === 0 ? 'end' : { in: deep(levels - 1) })

describe('foreign data', () => {
  it('loses NUL and half signs, and nothing else', () => {
    expect(value('a\u0000b')).toBe('ab')
    expect(value('\ud83d x')).toBe('\ufffd x')
    expect(value('x \udd25')).toBe('x \ufffd')
    expect(value('🔥 tab\t ½ ≥ ü')).toBe('🔥 tab\t ½ ≥ ü')
    expect(value({ note: ['a\u0000', { ['k\u0000']: '\ud83d' }], n: 4, nothing: null, yes: true })).toEqual({
      note: ['a', { k: '\ufffd' }],
      n: 4,
      nothing: null,
      yes: true,
    })
  })
  it('has ids in small letters, and leaves words that hold one alone', () => {
    expect(value({ id: UPPER, text: `see ${UPPER}` })).toEqual({ id: UPPER.toLowerCase(), text: `see ${UPPER}` })
  })
  it('is given back itself where it was clean, and is clean after that', () => {
    const plain = { id: UPPER.toLowerCase(), body: { list: [1, 'x'] } }
    expect(value(plain)).toBe(plain)
    fc.assert(
      fc.property(fc.jsonValue(), (json) => {
        const once = clean(json)
        if (once.ok) expect(value(once.value)).toBe(once.value)
      }),
    )
  })
  it('is refused where it would be mistaken or never end', () => {
    for (const key of ['__proto__', 'constructor', 'prototype'])
      expect(value(JSON.parse(`{"body": [{"${key}": 1}]}`))).toBe('key-not-allowed')
    expect(value(deep(16))).toEqual(deep(16))
    expect(value(deep(17))).toBe('nested-too-deep')
    expect(value(JSON.parse(`${'['.repeat(200)}${']'.repeat(200)}`))).toBe('nested-too-deep')
  })
})
