import { ROLES } from '@ingle/core'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ALL_KINDS, begun, HERE, Pen, SYSTEM, uuid } from '../testing/pen.ts'
import { parseChange, refusedAsNew } from './change.ts'
import { describeChange, importedWords } from './describe.ts'
import { KnownIds } from './references.ts'

const NOW = Date.UTC(2026, 10, 24, 12)
const good = {
  id: uuid(100),
  siteId: uuid(0),
  at: '2026-11-24T10:41:00.000Z',
  by: 'MR',
  kind: 'reading.probes',
  body: { ...HERE, tryId: uuid(3), supply: 0.22, return: -0.45 },
}
const parse = (change: object) => parseChange({ ...good, ...change }, NOW)

it.each([
  ['high limit', 'limit switch'],
  ['jumper', 'float switch on the pan'],
])('a %s in place of a %s is never a temporary fix', (what, instead) => {
  const pen = new Pen()
  pen.write('fix.put', { ...HERE, fixId: uuid(9), part: 'sensor', what, instead, cannot: 'x', undo: 'y' })
  const read = parseChange(pen.changes[0], Date.UTC(2026, 10, 25))
  // A record of before stays readable; nobody writes one any more.
  if (!read.ok) throw new Error(read.reason)
  expect(refusedAsNew(read.value)).toMatchObject({ ok: false, reason: expect.stringContaining('never bridged') })
})

it.each([['other'], [undefined]] as const)('a temporary fix of the part “%s” can be read and not written', (part) => {
  const pen = new Pen()
  pen.write('fix.put', {
    ...HERE,
    fixId: uuid(9),
    ...(part && { part }),
    what: 'clamp',
    instead: 'damper',
    cannot: 'x',
    undo: 'y',
  })
  const read = parseChange(pen.changes[0], Date.UTC(2026, 10, 25))
  if (!read.ok) throw new Error(read.reason)
  expect(refusedAsNew(read.value)).toMatchObject({ ok: false, remedy: expect.stringContaining('off and locked') })
})

describe('a change from outside', () => {
  it('is taken when it is whole', () => expect(parse({})).toMatchObject({ ok: true, value: { kind: 'reading.probes' } }))

  it('keeps fields that this Ingle does not know', () =>
    expect(parse({ body: { ...good.body, gauge: 'G2' } })).toMatchObject({ ok: true, value: { body: { gauge: 'G2' } } }))

  it.each<[string, object, RegExp]>([
    ['without an id', { id: 'x' }, /id: must be a UUID/],
    ['of a kind that is not known', { kind: 'reading.aura' }, /does not know changes of the kind “reading.aura”/],
    ['of a kind that every object has', { kind: 'constructor' }, /does not know/],
    ['with a static that no gauge shows', { body: { ...good.body, supply: 45 } }, /^Static supply cannot be so large\.$/],
    ['with text for a number', { body: { ...good.body, supply: 'lots' } }, /^Static supply needs a figure\.$/],
    ['without its body', { body: null }, /not an object/],
    ['from the last century', { at: '1926-11-24T10:41:00.000Z' }, /dated 1926-11-24, long before/],
    ['from the next century', { at: '2126-11-24T10:41:00.000Z' }, /dated 2126-11-24, in the future/],
    ['with a reading from the last century', { body: { ...good.body, readAt: '1926-01-01T00:00:00Z' } }, /dated 1926/],
  ])('is refused %s, in words', (_, change, reason) => {
    const answer = parse(change)
    expect(answer.ok).toBe(false)
    expect(!answer.ok && answer.reason).toMatch(reason)
    expect(!answer.ok && answer.remedy.length).toBeGreaterThan(10)
  })

  it('is taken as a store can keep it', () => {
    const upper = String(good.id).replace(/.$/, 'a').toUpperCase()
    const answer = parse({ id: upper, kind: 'note.add', body: { ...HERE, text: 'a\u0000 gap \ud83d', standing: 'watch' } })
    expect(answer).toMatchObject({ ok: true, value: { id: upper.toLowerCase(), body: { text: 'a gap \ufffd' } } })
    expect(parse({ body: { ...good.body, constructor: 1 } })).toMatchObject({ ok: false, code: 'key-not-allowed' })
  })

  it('may be ordered by a clock as far ahead as a device can have been, and no further', () => {
    expect(parse({ clock: '2026-11-25T11:00:00.000Z' }).ok).toBe(true)
    expect(parse({ clock: '2026-11-26T11:59:00.000Z' }).ok).toBe(true)
    expect(parse({ clock: '2026-11-28T10:00:00.000Z' })).toMatchObject({ ok: false, code: 'date-impossible' })
    expect(parse({ clock: 'soon' }).ok).toBe(false)
  })

  it('says who brought it in, if somebody did', () => {
    const imported = [{ by: 'EB', at: '2026-11-24T11:00:00.000Z', from: 'Lantern Lane' }]
    expect(parse({ imported })).toMatchObject({ ok: true, value: { imported } })
    expect(parse({ imported: [{ by: 'EB' }] }).ok).toBe(false)
    expect(importedWords({ ...good, imported } as never)).toBe(' · brought in by EB from a file of Lantern Lane')
    expect(importedWords(good as never)).toBe('')
  })

  it('is never an aim for what must never be one, by hand or by rule', () => {
    const role = ROLES.find((one) => one.never && one.values.kind === 'choice')
    const [never = ''] = Object.keys(role?.never ?? {})
    const fine = role?.values.kind === 'choice' ? Object.keys(role.values.options).find((one) => !role.never?.[one]) : undefined
    const aim = (value: string | null) =>
      parse({ kind: 'aim.set', body: { ...HERE, role: role?.id, value, why: 'x', from: 'hand' } })
    expect(aim(never)).toMatchObject({ ok: false, code: 'never-an-aim' })
    expect(aim(fine ?? '')).toMatchObject({ ok: true })
    expect(aim(null)).toMatchObject({ ok: true })
  })

  it('may be as old as Ingle, and not a moment older', () => {
    expect(parse({ at: '2020-01-01T00:00:00.000Z' }).ok).toBe(true)
    expect(parse({ at: '2019-12-31T23:59:59.999Z' }).ok).toBe(false)
    expect(parse({ at: '2026-11-25T12:00:00.000Z' }).ok).toBe(true)
    expect(parse({ at: '2026-11-25T12:00:00.001Z' }).ok).toBe(false)
  })

  it('says the first three of many faults, and how many more there are', () => {
    const wrong = (fields: object) => {
      const answer = parse({ body: { ...good.body, supply: undefined, return: undefined, ...fields } })
      return answer.ok ? '' : answer.reason
    }
    const three = { supply: 99, return: 99, trunk: 99 }
    expect(wrong(three).split(';')).toHaveLength(3)
    expect(wrong({ ...three, 'before-filter': 99 })).toMatch(/; and 1 more\.$/)
    const five = wrong({ ...three, 'before-filter': 99, 'after-filter': 99 })
    expect(five).toMatch(/; and 2 more\.$/)
    expect(five.split(';')).toHaveLength(4)
  })

  it('may not name a part of the state', () => {
    const setting = { kind: 'setting.set', body: { ...HERE, role: '__proto__', column: 'left', value: '3' } }
    expect(parse(setting).ok).toBe(false)
  })

  it('is answered whatever it is', () => {
    fc.assert(
      fc.property(fc.anything(), fc.constantFrom(...ALL_KINDS), (anything, kind) => {
        expect(parseChange(anything, NOW)).toHaveProperty('ok')
        expect(parseChange({ ...good, kind, body: anything }, NOW)).toHaveProperty('ok')
      }),
    )
  })
})

describe('references', () => {
  it('are refused while what they speak of is not there', () => {
    const { pen, tryId } = begun()
    const known = new KnownIds(pen.changes)
    const reading = { ...good, body: { ...good.body, tryId } } as never
    expect(known.missing(reading)).toBeNull()
    expect(known.missing({ ...good, body: { ...good.body, tryId: uuid(999) } } as never)?.reason).toContain('a try')
    expect(known.missing({ ...good, body: { ...HERE, visitId: uuid(999), tryId } } as never)?.reason).toContain('a visit')
    expect(known.missing({ ...good, kind: 'undo', body: { targetId: uuid(999) } } as never)?.reason).toContain('a change')
    expect(known.missing({ ...good, replaces: uuid(999), body: { ...good.body, tryId } } as never)?.reason).toContain('a change')
  })
})

it('an id is made once: again only by what corrects it', () => {
  const { pen } = begun()
  const item = { ...good, kind: 'item.open', body: { ...HERE, itemId: uuid(77), text: 'grille' } } as never
  const known = new KnownIds(pen.changes)
  expect(known.missing(item)).toBeNull()
  known.add(item)
  expect(known.missing({ ...(item as object), id: uuid(101) } as never)).toMatchObject({
    code: 'id-taken',
    values: { name: 'an item' },
  })
  const visit = { ...good, id: uuid(102), kind: 'visit.start', body: { visitId: HERE.visitId, reason: 'x' } } as never
  expect(known.missing(visit)).toMatchObject({ code: 'id-taken', values: { name: 'a visit' } })
  const fix = {
    ...good,
    id: uuid(103),
    kind: 'fix.put',
    body: { ...HERE, fixId: uuid(78), what: 'S0', instead: 'P2', cannot: 'x', undo: 'y' },
  } as never
  known.add(fix)
  expect(known.missing({ ...(fix as object), id: uuid(104) } as never)).toMatchObject({
    code: 'id-taken',
    values: { name: 'a fix' },
  })
  expect(known.missing({ ...(item as object), id: uuid(101), replaces: good.id } as never)).toBeNull()
})

it('says in a line what was written', () => {
  const { pen, tryId } = begun()
  pen.write('reading.probes', { ...HERE, tryId, supply: 0.22, return: -0.45 })
  pen.write('part.set', { systemId: SYSTEM, partId: uuid(4), role: 'air-handler', model: 'VX-42' })
  expect(pen.changes.map((change) => describeChange(change)).slice(3)).toEqual([
    'try: tap 3, filter as found',
    'static return side of the cabinet −0.45 in.wc, static supply side of the cabinet +0.22 in.wc',
    'air handler: model VX-42',
  ])
})
