import { describe, expect, it } from 'vitest'
import { blowerOf, parseProfile } from './profile.ts'

const profile = (change: object = {}, table: object = {}) => ({
  format: 'ingle-profile/1',
  id: 'x-1',
  version: 1,
  maker: 'Merrowby',
  family: 'X-1',
  kind: 'air-handler',
  description: '',
  settings: [{ role: 'airflow.cool', word: 'cool', label: 'Cool', values: ['1', '2'], access: 'pins' }],
  cautions: [],
  blower: {
    tapWord: 'pin',
    ratedStaticInWc: 0.5,
    source: 'sheet',
    heaterKits: [{ model: 'H', powerKw: 5, minFlowCfm: null }],
    table: {
      kind: 'constant-torque',
      taps: ['1', '2'],
      staticsInWc: [0.1, 0.5],
      flowsCfm: [
        [1000, 900],
        [1200, null],
      ],
      ...table,
    },
  },
  ...change,
})

describe('an equipment profile', () => {
  it('is taken with holes in its table, and with fields from a newer minor version', () => {
    expect(parseProfile(profile({ format: 'ingle-profile/1.4', colour: 'grey' }))).toMatchObject({
      ok: true,
      value: { colour: 'grey' },
    })
    expect(blowerOf(profile() as never)?.table).toMatchObject({
      flowsCfm: [
        [1000, 900],
        [1200, null],
      ],
    })
  })
  it('holds its flow, where the table says so', () => {
    const held = { kind: 'constant-airflow', taps: ['A', 'B'], tapFlowsCfm: [900, 1200], maxStaticInWc: 0.8 }
    expect(blowerOf(profile({}, held) as never)?.table).toEqual(held)
    expect(blowerOf(profile({}, { ...held, maxStaticInWc: undefined }) as never)).toBeNull()
    expect(blowerOf(profile({}, { ...held, tapFlowsCfm: undefined }) as never)).toBeNull()
    expect(blowerOf(profile({}, { flowsCfm: undefined }) as never)).toBeNull()
    expect(blowerOf(profile({}, { staticsInWc: undefined }) as never)).toBeNull()
  })
  it.each([
    [
      'a register for what is no setting',
      [{ id: 'fan.step.low', register: 5 }],
      /register 5 names “fan\.step\.low”, which is no setting/,
    ],
    [
      'a register that already says what it is',
      [{ id: 'airflow.cool', register: 1 }],
      /register 1 holds “airflow\.cool” and “what it is”/,
    ],
  ])('is refused with %s', (_, registers, says) => {
    const gateway = { unitId: 1, identity: { register: 1, value: 17 }, registers }
    const read = parseProfile(profile({ gateway }))
    expect(read.ok ? '' : read.reason).toMatch(says)
  })
  it('is no blower without one', () => expect(blowerOf(profile({ blower: undefined }) as never)).toBeNull())

  it.each<[string, unknown, RegExp]>([
    ['no profile at all', { hello: 1 }, /not an equipment profile/],
    ['nothing', null, /not an equipment profile/],
    ['a newer major format', profile({ format: 'ingle-profile/2' }), /newer than this Ingle/],
    [
      'flow that rises with static',
      profile(
        {},
        {
          flowsCfm: [
            [1000, 1400],
            [1200, 1100],
          ],
        },
      ),
      /Flow rises here/,
    ],
    [
      'a negative flow',
      profile(
        {},
        {
          flowsCfm: [
            [1000, -4],
            [1200, 1100],
          ],
        },
      ),
      /cannot be/,
    ],
    [
      'a word in a cell',
      profile(
        {},
        {
          flowsCfm: [
            [1000, 'about 900'],
            [1200, 1100],
          ],
        },
      ),
      /neither a number nor empty/,
    ],
    ['a row too short', profile({}, { flowsCfm: [[1000], [1200, 1100]] }), /has 1 flow for 2 statics/],
    ['statics out of order', profile({}, { staticsInWc: [0.5, 0.1] }), /do not rise/],
    ['no statics', profile({}, { staticsInWc: undefined }), /needs its statics/],
    ['a kind of blower that is none', profile({}, { kind: 'bellows' }), /kind/],
    ['two settings of one word', profile({ settings: [profile().settings[0], profile().settings[0]] }), /share the word “cool”/],
  ])('is refused with %s, in words', (_, plain, reason) => {
    const answer = parseProfile(plain)
    expect(answer.ok).toBe(false)
    expect(!answer.ok && answer.reason).toMatch(reason)
  })
})
