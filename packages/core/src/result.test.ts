import { describe, expect, it } from 'vitest'
import { showIn } from './advice/show.ts'
import { BASE_UNITS, METRIC_UNITS } from './quantity/units.ts'
import { refusing, said } from './result.ts'

const refuse = refusing({
  'too-low': ['{what} of {staticInWc|static} is below {leastInWc|static}.', 'Read {what} again.'],
  nothing: ['Nothing was read.', 'Read it.'],
})

describe('a refusal', () => {
  const low = refuse('too-low', { what: 'A static', staticInWc: 0.1, leastInWc: 0.25 })
  it('is a code and values, and says itself in base units', () => {
    expect(low).toMatchObject({ ok: false, code: 'too-low', values: { staticInWc: 0.1 } })
    expect(low.reason).toBe('A static of 0.10 in.wc is below 0.25 in.wc.')
    expect(refuse('nothing').remedy).toBe('Read it.')
  })
  it('is said in the units of whoever reads it, also after a journey as plain data', () => {
    const there = JSON.parse(JSON.stringify(low)) as typeof low
    expect(said(there, showIn(METRIC_UNITS))).toEqual({
      reason: 'A static of 25 Pa is below 62 Pa.',
      remedy: 'Read A static again.',
    })
    expect(said(there, showIn(BASE_UNITS)).reason).toBe(low.reason)
  })
})
