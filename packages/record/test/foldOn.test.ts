import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Change } from '../src/changes/change.ts'
import type { SiteId } from '../src/ids.ts'
import { fold, foldOn, markOf } from '../src/state/fold.ts'
import { begun, HERE, Pen, SYSTEM, uuid, VISIT } from '../src/testing/pen.ts'

const FOLDER = new URL('../fixtures/record-1/', import.meta.url)
/** Records with a change of every kind among them. */
const RECORDS = readdirSync(FOLDER)
  .filter((name) => name.endsWith('.ingle.json'))
  .map((name) => JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8')) as { siteId: SiteId; changes: Change[] })

/** Both ways of folding a record that is cut somewhere: at once, and the second part onto the first. */
const bothWays = (siteId: SiteId, changes: readonly Change[], cut: number) => {
  const [first, more] = [changes.slice(0, cut), changes.slice(cut)]
  const base = fold(siteId, first)
  return { whole: fold(siteId, changes), on: foldOn(base, markOf(first), more), base, first }
}

describe('folding on', () => {
  it('comes to what folding at once does, wherever a record is cut, and leaves what it goes on from as it was', () => {
    let went = 0
    let cuts = 0
    for (const { siteId, changes } of RECORDS)
      for (let cut = 0; cut <= changes.length; cut += Math.ceil(changes.length / 40)) {
        const { whole, on, base, first } = bothWays(siteId, changes, cut)
        cuts += 1
        if (!on) continue
        went += 1
        expect(on).toEqual(whole)
        expect(base).toEqual(fold(siteId, first))
      }
    // Where the order allows it: nearly everywhere in a record that was written as it happened.
    expect(went / cuts).toBeGreaterThan(0.8)
  })

  it('comes to the same whatever clocks, corrections and undos there are, or declines', () => {
    const [big] = [...RECORDS].sort((a, b) => b.changes.length - a.changes.length)
    if (!big) throw new Error('no record')
    let went = 0
    fc.assert(
      fc.property(
        fc.nat({ max: big.changes.length }),
        fc.array(fc.record({ at: fc.nat({ max: big.changes.length - 1 }), moveMin: fc.integer({ min: -4000, max: 4000 }) }), {
          maxLength: 4,
        }),
        fc.array(fc.nat({ max: big.changes.length - 1 }), { maxLength: 2 }),
        (cut, moved, undone) => {
          let changes = big.changes.map((one, i) => {
            const by = moved.find((each) => each.at === i)?.moveMin ?? 0
            return by === 0 ? one : { ...one, at: new Date(Date.parse(one.at) + by * 60_000).toISOString() }
          })
          for (const [n, target] of undone.entries()) {
            const id = (changes[target] as Change).id
            const at = new Date(Date.parse(changes.at(-1)?.at ?? '') + (n + 1) * 1000).toISOString()
            changes = [
              ...changes,
              { id: uuid(90_000 + n), siteId: big.siteId, at, by: 'MR', kind: 'undo', body: { targetId: id } },
            ] as Change[]
          }
          const { whole, on } = bothWays(big.siteId, changes, cut)
          if (on) {
            went += 1
            expect(on).toEqual(whole)
          }
        },
      ),
      { numRuns: 150 },
    )
    expect(went).toBeGreaterThan(10)
  })

  it.each<[string, (pen: Pen, earlier: Pen) => void]>([
    ['was written before the mark', (pen, earlier) => pen.changes.push(earlier.changes[0] as Change)],
    ['takes back a change of before', (pen) => pen.write('undo', { targetId: uuid(10_002) })],
    [
      'corrects a change of before',
      (pen) => pen.write('system.set', { systemId: SYSTEM, name: 'AH-2' }, { replaces: uuid(10_002) }),
    ],
    [
      'brings the season that a week of before was for',
      (pen) => pen.write('season.set', { systemId: SYSTEM, seasonId: uuid(50) }),
    ],
    ['names a system early', (pen) => pen.write('season.set', { systemId: uuid(51), seasonId: uuid(52) })],
  ])('declines what %s', (_, write) => {
    const { pen } = begun()
    pen.write('week.set', { systemId: SYSTEM, seasonId: uuid(50), days: [0], entries: [] } as never)
    const earlier = new Pen(uuid(0), Date.UTC(2026, 10, 23), 7)
    earlier.write('site.set', { name: 'Before' })
    const more = new Pen(uuid(0), Date.UTC(2026, 10, 25), 8)
    write(more, earlier)
    const base = fold(uuid(0), pen.changes)
    expect(base.awaited).toEqual([uuid(50)])
    expect(foldOn(base, markOf(pen.changes), more.changes)).toBeNull()
    more.changes.length = 0
    more.write('note.add', { ...HERE, text: 'as usual', standing: 'fine' })
    expect(foldOn(base, markOf(pen.changes), more.changes)?.visits[0]?.systems[SYSTEM]?.notes).toHaveLength(1)
  })

  it('shares the visits that nothing new is written on', () => {
    const { pen } = begun()
    const base = fold(uuid(0), pen.changes)
    const more = new Pen(uuid(0), Date.UTC(2026, 10, 25), 8)
    more.write('visit.start', { visitId: uuid(60), reason: 'Again' })
    more.write('note.add', { ...HERE, visitId: uuid(60), text: 'second', standing: 'fine' })
    const on = foldOn(base, markOf(pen.changes), more.changes)
    expect(on?.visits.map((one) => one.number)).toEqual([1, 2])
    expect(on?.visits[0]).toBe(base.visits[0])
    expect(on?.visits[0]?.id).toBe(VISIT)
  })
})
