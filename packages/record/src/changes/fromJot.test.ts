import { BASE_UNITS, JOT_COMMANDS, parseJot } from '@ingle/core'
import { describe, expect, it } from 'vitest'
import { HERE, uuid } from '../testing/pen.ts'
import { type Change, parseChange } from './change.ts'
import { changesOf, jotOf } from './fromJot.ts'

const context = {
  units: BASE_UNITS,
  taps: ['1', '2', '3', '4', '5'],
  settings: [
    {
      key: 'airflow.cool',
      word: 'cool',
      label: 'Cool',
      setting: { role: 'airflow.cool', label: 'Cool', values: ['3', '4', '5'], access: '' },
    },
    {
      key: 'fan.satisfied.heat@controller',
      word: 'fan.heat',
      label: 'Fan after heating',
      setting: {
        role: 'fan.satisfied.heat',
        label: 'Fan, heat off',
        values: ['0', '1', '2'],
        means: { 0: 'off', 1: 'trickle', 2: 'as-set' },
        access: '',
      },
    },
  ],
  grilles: [],
  wanted: [],
}
const place = { ...HERE, tryId: uuid(3), tap: '3', adjustPct: 0, filter: 'as-found' as const }
let n = 500
const newId = () => {
  n += 1
  return uuid(n)
}
const lines = JOT_COMMANDS.flatMap((command) => command.examples).filter((line) => line !== 'undo')

function written(line: string, at: Parameters<typeof changesOf>[1] = place) {
  const reading = parseJot(line, context)
  if (reading.state !== 'ready' || reading.intent.kind === 'undo') throw new Error(`${line} is not ready`)
  return changesOf(reading.intent, at, newId)
}

describe('a jotted line', () => {
  it.each(lines)('%s becomes changes that are taken', (line) => {
    const drafts = written(line)
    expect(drafts.length).toBeGreaterThan(0)
    for (const draft of drafts)
      expect(
        parseChange({ id: newId(), siteId: uuid(0), at: '2026-11-24T10:00:00Z', by: 'MR', ...draft }, Date.UTC(2026, 10, 25)),
      ).toMatchObject({ ok: true })
  })

  it('starts a try, tap not known, for a reading without one', () => {
    const [start, reading] = written('esp +0.22 -0.45', { ...place, tryId: null, tap: null })
    expect(start).toMatchObject({ kind: 'try.start', body: { tap: null } })
    expect(reading).toMatchObject({ kind: 'reading.probes', body: { tryId: start?.id } })
  })

  it('keeps tap and adjust when the filter is changed', () =>
    expect(written('filter clean')).toMatchObject([{ kind: 'try.start', body: { tap: '3', filter: 'clean' } }]))

  it.each([
    'esp +0.22 -0.45',
    'filter -0.06 -0.40',
    'static trunk +0.11',
    'split 74.1 55.0 wb 62.0',
    'rise 68.2 92.5 240 37.2',
    'grille desk 620',
    'hood desk 120',
    'heard hiss',
  ])('%s comes back as a line, to be corrected', (line) => {
    const [draft] = written(line)
    expect(jotOf({ id: newId(), ...draft } as unknown as Change, BASE_UNITS)).toBe(line)
  })
})
