import { describe, expect, it } from 'vitest'
import { begun, HERE, uuid } from '../testing/pen.ts'
import { parseRecordFile } from './recordFile.ts'

const NOW = Date.UTC(2026, 10, 24, 12)
const file = (change: object = {}) => ({
  format: 'ingle-record/1',
  siteId: uuid(0),
  changes: begun().pen.changes,
  photos: [],
  ...change,
})

describe('a record file', () => {
  it('is taken whole', () => {
    const read = parseRecordFile(JSON.parse(JSON.stringify(file())), NOW)
    expect(read).toMatchObject({ ok: true, value: { siteId: uuid(0) } })
    expect(read.ok && read.value.changes).toHaveLength(4)
    const photo = { id: uuid(4), mediaType: 'image/png', base64: 'aGVsbG8=' }
    expect(parseRecordFile(file({ photos: [photo] }), NOW)).toMatchObject({ ok: true, value: { photos: [photo] } })
    expect(parseRecordFile(file({ photos: undefined }), NOW)).toMatchObject({ ok: true, value: { photos: [] } })
    expect(parseRecordFile(file({ photos: [null] }), NOW)).toMatchObject({ ok: false, code: 'photo-unreadable' })
  })
  it.each<[string, unknown, RegExp]>([
    ['something else', [1, 2], /not an Ingle record/],
    ['a newer format', file({ format: 'ingle-record/2' }), /ingle-record\/2, which is newer/],
    ['no changes', file({ changes: undefined }), /no list of changes/],
    ['a change that cannot be read', file({ changes: [{ ...begun().pen.changes[0], at: 'noon' }] }), /Change 1 of 1/],
    ['a change of another site', file({ siteId: uuid(8) }), /belongs to another site/],
    ['a hole in the middle', file({ changes: begun().pen.changes.slice(3) }), /speaks of a visit/],
    ['a photo without its picture', file({ photos: [{ id: uuid(4) }] }), /photo/],
  ])('is refused whole with %s, and says that nothing was taken', (_, plain, reason) => {
    const read = parseRecordFile(plain, NOW)
    expect(read.ok).toBe(false)
    expect(!read.ok && `${read.reason} ${read.remedy}`).toMatch(reason)
  })
  it('says which change it was, counted from one', () => {
    const { changes } = begun().pen
    const reasonOf = (change: object) => {
      const read = parseRecordFile(file(change), NOW)
      return read.ok ? '' : read.reason
    }
    const [first, second, third, fourth] = changes
    expect(reasonOf({ changes: [first, { ...second, at: 'noon' }] })).toMatch(/^Change 2 of 2: /)
    expect(reasonOf({ changes: [first, second, { ...third, siteId: uuid(8) }] })).toBe('Change 3 belongs to another site.')
    expect(reasonOf({ changes: [first, second, fourth] })).toMatch(/^Change 3 of 3: It speaks of a visit/)
    expect(reasonOf({ siteId: 7 })).toBe('This record has no list of changes.')
  })
  it('has no photos and no writer where it says none', () =>
    expect(parseRecordFile({ format: 'ingle-record/1', siteId: uuid(0), changes: [] }, NOW)).toMatchObject({
      value: { photos: [], exportedAt: '', exportedBy: { crew: '', ingle: '' } },
    }))
  it('keeps a setting of a later minor format', () => {
    const { pen } = begun()
    pen.write('setting.set', { ...HERE, role: 'fan.level', column: 'left', value: '2' })
    expect(parseRecordFile(file({ format: 'ingle-record/1.3', changes: pen.changes }), NOW).ok).toBe(true)
  })
})

it('says of itself what can be shown, whatever it holds there', () => {
  const read = (more: object) => parseRecordFile({ ...file(), ...more }, NOW)
  expect(read({ exportedBy: { crew: { toString: 1 }, ingle: 7 }, exportedAt: [], photos: undefined })).toMatchObject({
    ok: true,
    value: { exportedBy: { crew: '', ingle: '' }, exportedAt: '', photos: [] },
  })
  expect(read({ exportedBy: { crew: `a\u0000${'x'.repeat(500)}` } })).toMatchObject({
    value: { exportedBy: { crew: `a${'x'.repeat(199)}` } },
  })
  for (const photos of [0, {}, 'x', [0], [{ id: 1 }]]) expect(read({ photos })).toMatchObject({ ok: false })
  for (const chain of [0, {}, [0], [{ seq: 1, hash: 'x', receivedAt: 'never' }]])
    expect(read({ chain })).toMatchObject({ ok: false })
})
