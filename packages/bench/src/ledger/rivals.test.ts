import { type ChangeId, fold } from '@ingle/record'
import { uuid } from '@ingle/record/testing'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Mill } from '../testing/mill.ts'
import { sawOf } from './ledger.ts'

const FAN = 'fan.satisfied.heat@controller'

describe('several people on one cell', () => {
  const writes = fc.array(
    fc.record({ value: fc.constantFrom('0', '1'), looked: fc.boolean(), by: fc.constantFrom('MR', 'JT', 'EB') }),
    {
      minLength: 1,
      maxLength: 8,
    },
  )
  const after = (some: { value: string; looked: boolean; by: string }[]) => {
    const mill = new Mill([1])
    let sawLast: ChangeId[] = []
    for (const { value, looked, by } of some) {
      if (looked) sawLast = sawOf(mill.row(1, FAN), 'found')
      mill.set(1, 'found', FAN, value, { saw: sawLast, by })
    }
    return mill
  }

  it('come to the same cell whatever order their changes arrive in', () => {
    fc.assert(
      fc.property(writes, fc.infiniteStream(fc.nat()), (some, order) => {
        const mill = after(some)
        const keyed = mill.pen.changes.map((change) => ({ change, at: order.next().value as number }))
        const shuffled = keyed.sort((a, b) => a.at - b.at).map((one) => one.change)
        expect(fold(uuid(0), shuffled)).toEqual(mill.state)
      }),
      { numRuns: 100 },
    )
  })
  it('lose nothing that was not seen: every unseen other value stands beside', () => {
    fc.assert(
      fc.property(writes, (some) => {
        const row = after(some).row(1, FAN)
        expect(row.found?.value).toBe(some.at(-1)?.value)
        for (const { entry } of row.rivals) expect(row.found?.saw).not.toContain(entry.id)
        for (const { entry } of row.rivals) expect(entry.value).not.toBe(row.found?.value)
      }),
      { numRuns: 200 },
    )
  })
  it('are at one as soon as somebody who has seen all writes again', () => {
    fc.assert(
      fc.property(writes, (some) => {
        const mill = after(some)
        mill.set(1, 'found', FAN, '1', { saw: sawOf(mill.row(1, FAN), 'found') })
        expect(mill.row(1, FAN)).toMatchObject({ rivals: [], found: { value: '1' } })
      }),
      { numRuns: 100 },
    )
  })
})
