import { describe, expect, it } from 'vitest'
import type { Profile } from '../profile/profile.ts'
import { BOARD_A, BOARD_B, rule, WALL } from '../testing/families.ts'
import { compareProfiles } from './compare.ts'
import { documentKindOf, parseDocument, RULES_FORMAT } from './documents.ts'
import { PATTERN_FORMAT } from './pattern.ts'

describe('documents of a crew', () => {
  const RULES = { format: RULES_FORMAT, ...rule('tight', [{ role: 'control.differential', value: '1', why: '' }]) }
  const PATTERN = { format: PATTERN_FORMAT, id: 'p', version: 1, name: 'P', from: 'x', equipment: [], entries: [] }

  it.each([
    [WALL, 'profile'],
    [RULES, 'rules'],
    [PATTERN, 'pattern'],
  ] as const)('are known by their format line and read whole', (plain, kind) => {
    expect(documentKindOf(plain)).toEqual({ ok: true, value: kind })
    expect(parseDocument(kind, plain)).toMatchObject({ ok: true, value: { id: plain.id, version: 1 } })
  })
  it('keeps fields from a newer minor version', () =>
    expect(parseDocument('pattern', { ...PATTERN, format: 'ingle-pattern/1.3', hue: 'tarn' })).toMatchObject({
      value: { hue: 'tarn' },
    }))

  it.each<[string, 'profile' | 'rules' | 'pattern', unknown, RegExp]>([
    ['a newer major format', 'profile', { ...WALL, format: 'ingle-profile/2' }, /newer than this Ingle/],
    [
      'a newer major format of rules',
      'rules',
      { ...RULES, format: 'ingle-rules/2' },
      /not a set of house rules that this Ingle reads/,
    ],
    ['a newer major format of patterns', 'pattern', { ...PATTERN, format: 'ingle-pattern/2' }, /not a pattern/],
    ['an unknown role', 'profile', withSetting({ role: 'fan.satisfied.heet' }), /does not know/],
    ['a code that stands twice', 'profile', withSetting({ role: 'sensor.averaging', code: '12' }), /12 stands twice/],
    [
      'a default outside its range',
      'profile',
      withSetting({ code: 'x', range: { min: 0, max: 4, step: 1, unit: 'count' }, values: [], default: '9' }),
      /default 9/,
    ],
    [
      'requirements in a ring',
      'profile',
      withSetting(
        { code: 'x', requires: [{ of: 'y', is: ['a'], why: '' }] },
        { code: 'y', requires: [{ of: 'x', is: ['a'], why: '' }] },
      ),
      /ring/,
    ],
    ['a rule for an unknown need', 'rules', { ...RULES, aims: [{ role: 'mood', value: 'x', why: '' }] }, /not a need/],
    [
      'a rule that aims at a jumping sensor',
      'rules',
      { ...RULES, aims: [{ role: 'sensor.source', value: 'jump', why: '' }] },
      /never an aim/,
    ],
    ['a list', 'pattern', [], /not a pattern/],
  ])('are refused with %s, in words', (_, kind, plain, reason) => {
    const answer = parseDocument(kind, plain)
    expect(answer.ok ? 'taken' : answer.reason).toMatch(reason)
  })
  it('keeps the setting of a role that only a newer minor version knows, left alone', () =>
    expect(
      parseDocument('profile', { ...(withSetting({ role: 'mood.lamp' }) as object), format: 'ingle-profile/1.2' }),
    ).toMatchObject({
      ok: true,
      value: { settings: expect.arrayContaining([expect.objectContaining({ role: 'mood.lamp' })]) },
    }))
  it('another file is none of them', () =>
    expect(documentKindOf({ format: 'ingle-record/1' })).toMatchObject({ ok: false, remedy: expect.stringContaining('Round') }))
})

function withSetting(...settings: object[]): unknown {
  return {
    ...WALL,
    settings: [...WALL.settings, ...settings.map((one) => ({ label: 'Test', values: ['a'], access: '', ...one }))],
  }
}

describe('two families side by side', () => {
  const rows = compareProfiles(WALL as unknown as Profile, BOARD_B as unknown as Profile)
  it('by role, in the order of the ledger', () =>
    expect(rows.map((one) => one.role).slice(0, 4)).toEqual([
      'sensor.source',
      'sensor.trim',
      'fan.satisfied.heat',
      'control.differential',
    ]))
  it('in the order of needs first, of roles then', () => {
    const roles = (ids: string[]) => ({ ...WALL, settings: ids.map((role) => ({ ...WALL.settings[0], role, word: role })) })
    const all = ['time.clock', 'fan.delay.off.cool', 'control.differential', 'airflow.cool', 'sensor.source', 'role.unheard']
    expect(compareProfiles(roles(all) as never, roles([]) as never).map((one) => one.role)).toEqual(
      compareProfiles(roles(all.toReversed()) as never, roles([]) as never).map((one) => one.role),
    )
    expect(compareProfiles(roles(all) as never, roles([]) as never)).toHaveLength(5)
  })
  it('says what only one of them offers, and nothing where one lacks it', () => {
    expect(rows.find((one) => one.role === 'fan.satisfied.heat')?.differs).toBe('first only: trickle; second only: as set')
    expect(rows.find((one) => one.role === 'airflow.cool')).toMatchObject({ first: [], differs: null })
    expect(
      compareProfiles(BOARD_A as unknown as Profile, BOARD_A as unknown as Profile).every((one) => one.differs === null),
    ).toBe(true)
  })
})
