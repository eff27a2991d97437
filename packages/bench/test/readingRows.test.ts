import { CALDER_ID, calderChanges, TIDEWELL_ID, tidewellChanges } from '@ingle/catalog/demo'
import { type Change, fold, KINDS } from '@ingle/record'
import { begun, HERE, uuid } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { READING_COLUMNS, readingRows, STAGES } from '../src/index.ts'

const now = new Date('2026-11-24T10:15:00Z')
const rowsOf = (siteId: Parameters<typeof fold>[0], changes: readonly Change[]) => readingRows(fold(siteId, changes), changes)

it('lists every number that was read, with its unit', () => {
  const rows = rowsOf(TIDEWELL_ID, tidewellChanges(now))
  expect(rows.length).toBeGreaterThan(30)
  expect(rows[0]).toMatchObject({
    visit: 1,
    system: 'AH-1 Upper studio',
    try: 1,
    tap: '3',
    filter: 'clean',
    reading: 'static supply',
    unit: 'in.wc',
  })
  expect(Object.keys(rows[0]!)).toEqual([...READING_COLUMNS])
  expect(rows.filter((row) => row.reading.startsWith('face speed return'))).toHaveLength(2)
})

it('lists what was read of zones, each with the zones that were open', () => {
  const rows = rowsOf(CALDER_ID, calderChanges(now)).map((row) => row.reading)
  expect(rows).toContain('static supply, open: Waiting + Surgery 1 + Surgery 2')
  expect(rows).toContain('velocity pressure, supply trunk point 25')
  const outlets = rows.filter((reading) => reading.startsWith('outlet '))
  expect(outlets).toHaveLength(9)
  // A damper is named where somebody noted how it stands.
  const noted = calderChanges(now).filter((one) => one.kind === 'outlet.reading' && 'damperPct' in one.body)
  expect(outlets.filter((reading) => /, damper \d+%$/.test(reading))).toHaveLength(noted.length)
  expect(outlets.join()).not.toContain('undefined')
})

describe('among the readings', () => {
  const { pen, tryId } = begun()
  const T = { ...HERE, tryId }
  pen.write('firing.set', { ...HERE, inputBtuH: 60_000, returnF: 66.5, toStartS: 41 })
  pen.write('cooling.set', { ...HERE, superheatF: 11 })
  pen.write('reading.plate', { ...T, factor: 1260, dpInWc: 0.81, normalStaticInWc: 0.5, testStaticInWc: 0.46 })
  const wrong = pen.write('reading.hood', { ...T, name: 'desk', side: 'supply', flowCfm: 999 })
  pen.write('reading.hood', { ...T, name: 'desk', side: 'supply', flowCfm: 120 }, { replaces: wrong })
  const taken = pen.write('reading.hood', { ...T, name: 'kiln', side: 'supply', flowCfm: 77 })
  pen.write('undo', { targetId: taken })
  pen.write('reading.hood', { ...T, tryId: uuid(404), name: 'nowhere', side: 'supply', flowCfm: 55 })
  const rows = rowsOf(uuid(0), pen.changes)
  const value = (reading: string) => rows.find((row) => row.reading === reading)

  it.each([
    ['plate factor', 1260, 'cfm at 1 in.wc'],
    ['supply static, filter in', 0.5, 'in.wc'],
    ['supply static, plate in', 0.46, 'in.wc'],
    ['furnace return', 66.5, '°F'],
    ['input', 60_000, 'Btu/h'],
    ['flame to blower', 41, 's'],
    ['superheat', 11, '°F'],
    ['hood supply desk', 120, 'cfm'],
  ])('%s', (reading, number, unit) => expect(value(reading)).toMatchObject({ value: number, unit }))

  it('nothing that was taken back, replaced, or read on a try that is not there', () =>
    expect(rows.map((row) => row.value)).not.toEqual(expect.arrayContaining([expect.toBeOneOf([999, 77, 55])])))
  it('what belongs to a try names it, and comes before what belongs to the visit', () => {
    expect(value('plate factor')).toMatchObject({ try: 1, tap: '3' })
    expect(value('input')).toMatchObject({ try: 0, tap: '' })
    expect(rows.findIndex((row) => row.try === 0)).toBe(rows.filter((row) => row.try === 1).length)
  })
})

it('every kind that holds numbers read off something comes out under just one stage', () => {
  const reads = KINDS.filter((one) => Object.values(one.fields ?? {}).some((field) => (field as { read?: true }).read))
  for (const { kind } of reads)
    expect(STAGES.filter((stage) => (stage.readings as readonly string[]).includes(kind)).length, kind).toBe(1)
})
