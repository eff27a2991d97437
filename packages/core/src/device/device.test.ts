import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BASE_UNITS } from '../quantity/units.ts'
import { DIFF_C, FAN_HEAT, profile, SENSOR, setting } from '../testing/devices.ts'
import { conditionMet, type HouseRule, ruleDoubts, ruledAims } from './houseRules.ts'
import { profileDoubts, profileQuestions } from './profileCheck.ts'
import { resolveSettings } from './resolve.ts'
import { meaningAs, ROLES, roleLabel, roleOf } from './roles.ts'
import { ROLE_WORDS } from './roleWords.ts'
import { serviceCode } from './serviceCode.ts'
import { aloneId, idOfKey, placeOfKey, rowKey } from './setting.ts'
import { type AdviceRow, settingFindings } from './settingAdvice.ts'
import { workOrder } from './workOrder.ts'

describe('what a device excludes', () => {
  const quiet = setting({
    role: 'airflow.cool',
    label: 'Tap',
    values: ['1', '2'],
    excludes: [{ of: 'sensor.source', is: ['return'], why: 'Still air.' }],
  })
  const said = (sensorAt: string, more: object = {}, place: 'equipment' | 'controller' = 'controller') => {
    const rows = resolveSettings([
      { place: 'equipment', profile: profile([{ ...quiet, ...more }], { id: 'board' }) },
      { place, profile: profile([SENSOR], { id: 'wall' }) },
    ])
    const stands = rows.map(
      (row): AdviceRow => ({ ...row, found: row.id === 'sensor.source' ? sensorAt : '2', aim: null, left: null }),
    )
    return settingFindings(stands, [], { equipment: [], heaterKw: null }, BASE_UNITS).map((one) => [
      one.says,
      one.remedy,
      one.keys.length,
    ])
  }
  it('is said where it stands, with the place of the other', () => {
    expect(said('2')).toEqual([
      ['Cooling tap at 2 cannot stand with Control sensor at return air (Controller).', 'Still air.', 2],
    ])
    expect(said('2', {}, 'equipment')[0]?.[0]).not.toContain('(')
    expect(said('3')).toEqual([])
  })
  it('counts only while the setting stands where it matters', () => {
    const tie = { of: 'sensor.source', is: ['return'], why: 'Still air.' }
    expect(said('2', { excludes: [{ ...tie, when: ['1'] }] })).toEqual([])
    expect(said('2', { excludes: [{ ...tie, when: ['2'] }] })).toHaveLength(1)
    expect(said('2', { excludes: [{ ...tie, of: 'moon' }] })).toEqual([])
  })
})

describe('the catalogue of roles', () => {
  it('has each id and each jot word once', () => {
    expect(new Set(ROLES.map((one) => one.id)).size).toBe(ROLES.length)
    expect(new Set(ROLES.map((one) => one.word)).size).toBe(ROLES.length)
  })
  it('has words for search for each role, and for no other', () =>
    expect(Object.keys(ROLE_WORDS).sort()).toEqual(ROLES.map((one) => one.id).sort()))
  it('numbers only what may be numbered', () => {
    expect(roleOf('zone.flow.3')?.id).toBe('zone.flow')
    expect(roleOf('sensor.trim.3')).toBeNull()
    expect(roleLabel('input.function.2')).toBe('Input function 2')
  })
  it('every value that is never an aim is a value', () => {
    for (const role of ROLES)
      for (const value of Object.keys(role.never ?? {}))
        expect(role.values.kind === 'choice' && Object.hasOwn(role.values.options, value), role.id).toBe(true)
  })
})

describe('rows', () => {
  it('are named by role and place', () => {
    expect(rowKey('sensor.trim', 'controller')).toBe('sensor.trim@controller')
    expect(rowKey('airflow.cool', 'equipment')).toBe('airflow.cool')
    expect([idOfKey('a.b@drive'), placeOfKey('a.b@drive'), placeOfKey('a.b'), placeOfKey('a.b@moon')]).toEqual([
      'a.b',
      'drive',
      'equipment',
      'equipment',
    ])
    expect(aloneId('P-47 *')).toBe('alone.p-47')
  })
  it('the same wall controller has other homes and codes in front of another board', () => {
    const wall = profile(
      [
        { ...SENSOR, pairedWith: ['board-a'], home: 'indoor-board' },
        { ...SENSOR, code: '08', address: '1', pairedWith: ['board-b'], home: 'controller' },
      ],
      { id: 'wall' },
    )
    const behind = (id: string) =>
      resolveSettings([
        { place: 'controller', profile: wall },
        { place: 'equipment', profile: profile([], { id }) },
      ]).map(({ setting: one }) => [one.code, one.home])
    expect(behind('board-a')).toEqual([['P-12', 'indoor-board']])
    expect(behind('board-b')).toEqual([['08', 'controller']])
    expect(behind('board-c')).toEqual([])
  })
  it('come by need, whatever device they live on', () => {
    const rows = resolveSettings([
      { place: 'equipment', profile: profile([FAN_HEAT, setting({ code: 'P-99', label: 'Unknown' })]) },
      { place: 'controller', profile: profile([DIFF_C, SENSOR]) },
    ])
    expect(rows.map((one) => one.need)).toEqual(['read', 'satisfied', 'hold', 'alone'])
    expect(rows.at(-1)?.key).toBe('alone.p-99')
  })
})

const rule = (id: string, aims: HouseRule['aims'], more: Partial<HouseRule> = {}): HouseRule => ({
  id,
  name: id,
  reason: '',
  cost: '',
  aims,
  ...more,
})
const SUBJECT = { equipment: ['furnace'], climate: 'damp coast', wishes: ['quiet'] }

describe('house rules', () => {
  it('aim at what a ramp does, never at a letter or a number of one device', () => {
    const rule = (role: string, value: string): HouseRule => ({
      id: 'r',
      name: 'r',
      reason: '',
      cost: '',
      aims: [{ role, value, why: '' }],
    })
    const aimed = (role: string, value: string) =>
      ruledAims([rule(role, value)], { equipment: [], climate: '', wishes: [] }).get(role)?.value ?? null
    expect(aimed('airflow.ramp', 'wet-first')).toBe('wet-first')
    expect([aimed('airflow.ramp', 'B'), aimed('airflow.cool', '3'), aimed('zone.name.1', 'hall')]).toEqual([null, null, null])
    // A rule that was written with a letter is still read.
    expect(ruleDoubts(rule('airflow.ramp', 'B'))).toEqual([])
  })
  it('a later rule refines an earlier one, and the aim names both', () => {
    const aims = ruledAims(
      [
        rule('middle', [{ role: 'control.differential', value: '2', why: 'fewer starts' }]),
        rule('tight rooms', [{ role: 'control.differential', value: '1', why: 'even rooms' }]),
      ],
      SUBJECT,
    )
    expect(aims.get('control.differential')).toMatchObject({
      value: '1',
      rule: { name: 'tight rooms' },
      refined: [{ rule: 'middle', value: '2' }],
    })
  })
  it.each([
    [undefined, true],
    [{ equipment: ['furnace'] }, true],
    [{ equipment: ['heat-pump'] }, false],
    [{ climate: ['Damp Coast'], wish: ['quiet'] }, true],
    [{ climate: ['dry inland'], wish: ['quiet'] }, false],
    [{ equipment: [] }, true],
  ])('condition %#', (condition, met) => expect(conditionMet(condition, SUBJECT)).toBe(met))
  it('conditions stand on a rule and on each aim', () => {
    const aims = ruledAims(
      [
        rule('a', [
          { role: 'fan.mode', value: 'on', why: '', when: { wish: ['air'] } },
          { role: 'fan.satisfied.heat', value: 'off', why: '' },
        ]),
        rule('b', [{ role: 'fan.satisfied.heat', value: 'trickle', why: '' }], { when: { climate: ['desert'] } }),
      ],
      SUBJECT,
    )
    expect([...aims.values()].map((one) => [one.role, one.value])).toEqual([['fan.satisfied.heat', 'off']])
  })
  it('a jumping sensor source is never an aim', () => {
    const bad = rule('bad', [{ role: 'sensor.source', value: 'jump', why: 'they say so' }])
    expect(ruledAims([bad], SUBJECT).size).toBe(0)
    expect(ruleDoubts(bad)[0]?.says).toContain('choose one of them')
  })
  it.each([
    [{ role: 'fan.satisfide', value: 'off', why: '' }, /not a need/],
    [{ role: 'fan.satisfied.heat', value: 'loud', why: '' }, /has no “loud”/],
    [{ role: 'control.differential', value: 'tight', why: '' }, /needs a number/],
  ])('doubts %#', (aim, words) => expect(ruleDoubts(rule('x', [aim]))[0]?.says).toMatch(words))
  it('the same role twice is doubted only under the same conditions', () => {
    const aim = { role: 'fan.mode', value: 'on', why: '' }
    expect(ruleDoubts(rule('x', [aim, aim]))).toHaveLength(1)
    expect(ruleDoubts(rule('x', [aim, { ...aim, when: { wish: ['air'] } }]))).toHaveLength(0)
  })
})

const rows = (values: [ReturnType<typeof setting>, Partial<Pick<AdviceRow, 'found' | 'aim' | 'left'>>][]): AdviceRow[] =>
  resolveSettings([{ place: 'equipment', profile: profile(values.map(([one]) => one)) }]).map((row) => ({
    ...row,
    found: null,
    aim: null,
    left: null,
    ...values.find(([one]) => one === row.setting)?.[1],
  }))
const FACTS = { equipment: ['furnace'], heaterKw: null }

describe('what devices require', () => {
  it('a stopped fan needs the wall sensor', () => {
    const [finding, ...more] = settingFindings(
      rows([
        [FAN_HEAT, { aim: '0' }],
        [SENSOR, { found: '2' }],
      ]),
      [],
      FACTS,
      BASE_UNITS,
    )
    expect(finding).toMatchObject({
      says: 'Fan when satisfied, heating at off needs Control sensor at wall controller or remote sensor; it stands at return air.',
      remedy: 'A stopped fan leaves the return sensor in still air.',
    })
    expect(more).toEqual([])
  })
  it.each([
    [{ aim: '1' }, { found: '2' }],
    [{ aim: '0' }, { found: '2', left: '3' }],
    [{ aim: '0' }, {}],
  ])('says nothing when it is met or unknown %#', (fan, sensor) =>
    expect(
      settingFindings(
        rows([
          [FAN_HEAT, fan],
          [SENSOR, sensor],
        ]),
        [],
        FACTS,
        BASE_UNITS,
      ),
    ).toEqual([]),
  )
  it('two main controllers exclude each other', () => {
    const rank = setting({ role: 'control.rank', label: 'Rank', values: ['main', 'second'] })
    const two = resolveSettings([
      { place: 'controller', profile: profile([rank]) },
      { place: 'second-controller', profile: profile([rank]) },
    ]).map((row) => ({ ...row, found: 'main', aim: null, left: null }))
    const found = settingFindings(
      two,
      [{ id: 'two', when: [{ role: 'control.rank', is: ['main'], places: 2 }], says: 'Two are main.', remedy: '' }],
      FACTS,
      BASE_UNITS,
    )
    expect(found[0]?.keys).toEqual(['control.rank@controller', 'control.rank@second-controller'])
    expect(
      settingFindings(
        two.slice(0, 1),
        [{ id: 'two', when: [{ role: 'control.rank', is: ['main'], places: 2 }], says: '', remedy: '' }],
        FACTS,
        BASE_UNITS,
      ),
    ).toEqual([])
  })
  it('asks a numbered rule for each number', () => {
    const input = (n: number) => [
      [setting({ role: `input.function.${n}`, values: ['none', 'fault'] }), { found: n === 2 ? 'fault' : 'none' }] as const,
      [setting({ role: `input.sense.${n}`, values: ['opens', 'closes'] }), { found: 'closes' }] as const,
    ]
    const found = settingFindings(
      rows([...input(1), ...input(2)].map(([a, b]) => [a, b])),
      [
        {
          id: 'float',
          when: [
            { role: 'input.function', is: ['fault'] },
            { role: 'input.sense', is: ['closes'] },
          ],
          says: 'Input {n}.',
          remedy: '',
        },
      ],
      FACTS,
      BASE_UNITS,
    )
    expect(found.map((one) => one.says)).toEqual(['Input 2.'])
  })
})

describe('the order of work', () => {
  const sensor = { ...SENSOR, needs: {} }
  it('puts what others require first, and power-off settings together', () => {
    const pins = setting({ role: 'airflow.cool', label: 'Pins', values: ['1'], needs: { powerOff: true } })
    const list = rows([
      [FAN_HEAT, {}],
      [sensor, {}],
      [pins, {}],
    ])
    const { steps, ring } = workOrder([...list].reverse())
    expect(ring).toEqual([])
    expect(steps.map((one) => one.key)).toEqual(['airflow.cool', 'sensor.source', 'fan.satisfied.heat'])
    expect(steps[2]?.because[0]).toBe('Control sensor first: A stopped fan leaves the return sensor in still air.')
  })
  it('asks for the service code once, before the first setting behind it', () => {
    const serviceCode = { shows: 'About, Version', example: 'v 1.23', steps: [] }
    const behind = resolveSettings([{ place: 'equipment', profile: profile([SENSOR, DIFF_C], { serviceCode }) }])
    expect(workOrder(behind).steps.map((one) => one.because)).toEqual([
      ['Look up the service code first: it follows from “About, Version”.'],
      [],
    ])
  })
  it('sets the heating tap before the cooling tap: a heater on “same” would lose its air between the two', () => {
    const tap = (role: string, more: object = {}) => setting({ role, label: role, values: ['1', '2', 'same'], ...more })
    const board = (cool: object, heat: object = {}) =>
      workOrder(
        resolveSettings([{ place: 'equipment', profile: profile([tap('airflow.cool', cool), tap('airflow.heat', heat)]) }]),
      )
    const { steps } = board({})
    expect(steps.map((one) => one.key)).toEqual(['airflow.heat', 'airflow.cool'])
    expect(steps[1]?.because[0]).toBe('Heating tap first: until it has a tap of its own, the heater blows with this one.')
    // A furnace's heating tap is never the cooling tap: nothing is said of it.
    expect(board({}, { values: ['1', '2'] }).steps.map((one) => one.key)).toEqual(['airflow.cool', 'airflow.heat'])
    // Where the device itself wants it the other way round, it is the other way round, and no ring.
    const turned = board({}, { requires: [{ of: 'airflow.cool', is: ['1'], why: 'It is read first.' }] })
    expect(turned).toMatchObject({ ring: [], steps: [{ key: 'airflow.cool' }, { key: 'airflow.heat' }] })
  })
  it('names a ring instead of an order', () => {
    const a = setting({ code: 'a', label: 'A', requires: [{ of: 'b', is: ['1'], why: '' }] })
    const b = setting({ code: 'b', label: 'B', requires: [{ of: 'a', is: ['1'], why: '' }] })
    expect(
      workOrder(
        rows([
          [a, {}],
          [b, {}],
        ]),
      ),
    ).toEqual({ steps: [], ring: ['alone.a', 'alone.b'] })
  })
})

describe('what is asked of whoever writes a profile', () => {
  const asks = (one: object) => profileQuestions(profile([setting(one as never)])).map((found) => found.code)
  it.each<[object, string[]]>([
    [{ role: 'fan.step.low', values: ['1', '2', '3'] }, ['steps-as-percent']],
    [{ role: 'fan.step.low', values: ['90', '160', '220'] }, ['steps-as-percent']],
    [{ role: 'fan.step.low', values: ['1', '2', '3'], means: { 1: '30', 2: '60', 3: '100' } }, []],
    [{ role: 'fan.step.low', values: ['20', '50', '80'] }, []],
    [{ role: 'fan.step.low', values: [], range: { min: 1, max: 15, step: 1, unit: 'step of n' } }, []],
    [{ role: 'system.capacity', values: ['24', '36'] }, ['sizes-as-tons']],
    [{ role: 'system.capacity', values: ['24', '36'], means: { 24: '2', 36: '3' } }, []],
    [{ role: 'system.capacity', values: ['2', '12'] }, []],
    [{ role: 'airflow.ramp', values: ['A', 'B'] }, ['values-without-meaning']],
    [{ role: 'airflow.ramp', values: ['A', 'B'], means: { A: 'at-once', B: 'wet-first' } }, []],
  ])('%j', (one, codes) => expect(asks(one)).toEqual(codes))
  it('refuses none of it in a profile that is there', () =>
    expect(profileDoubts(profile([setting({ role: 'airflow.ramp', values: ['A', 'B'] })]))).toEqual([]))
  it('still refuses a meaning that no ramp has', () =>
    expect(
      profileDoubts(profile([setting({ role: 'airflow.ramp', values: ['A'], means: { A: 'breezy' } })]))[0]?.reason,
    ).toContain('“breezy” means nothing'))
})

describe('a service code', () => {
  const RULE = {
    shows: 'Version',
    example: 'R 04.17',
    steps: [{ do: 'digits' }, { do: 'reverse' }, { do: 'addEach', n: 3 }, { do: 'last', n: 4 }],
  } as const
  it('follows from the version number, step by step', () =>
    expect(serviceCode(RULE, 'R 04.17')).toEqual({
      ok: true,
      value: { code: '0473', working: ['R 04.17 → 0417', 'backwards: 7140', '3 added to each figure: 0473'] },
    }))
  it.each([
    [[{ do: 'first', n: 2 }], '94718', '94'],
    [[{ do: 'last', n: 3 }], '94718', '718'],
    [[{ do: 'add', n: 9 }], '995', '004'],
    [[{ do: 'addEach', n: 5 }], '1978', '6423'],
    [[{ do: 'reverse' }, { do: 'first', n: 1 }], '94718', '8'],
    [[{ do: 'digits' }], '0071', '0071'],
  ] as const)('%j makes of %s the code %s', (steps, typed, code) =>
    expect(serviceCode({ shows: '', example: '', steps }, typed)).toMatchObject({ value: { code } }),
  )
  it('takes sixteen figures and no more', () => {
    const none = { shows: '', example: '', steps: [] }
    expect(serviceCode(none, '1'.repeat(16)).ok).toBe(true)
    expect(serviceCode(none, '1'.repeat(17)).ok).toBe(false)
  })
  it.each(['', 'version', '4.1', '1'.repeat(40)])('refuses “%s” with the way out', (typed) =>
    expect(serviceCode(RULE, typed)).toMatchObject({ ok: false, remedy: 'Read it from “Version”; it looks like R 04.17.' }),
  )
  it('keeps its length whatever is added', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^\d{1,8}$/), fc.nat(99_999), (digits, n) => {
        const read = serviceCode({ shows: '', example: '', steps: [{ do: 'add', n }] }, digits)
        expect(read.ok && read.value.code.length).toBe(digits.length)
      }),
    )
  })
})

describe('checking a profile', () => {
  it.each([
    [[setting({ role: 'fan.satisfied.heet' })], /does not know/, /Did you mean “fan\.satisfied\.heat”/],
    [[{ ...FAN_HEAT }, setting({ code: 'P-21', label: 'Other' })], /P-21 stands twice/, /own code/],
    [[{ ...FAN_HEAT, default: '9' }], /default 9 is not among/, /manual/],
    [[{ ...DIFF_C, default: '4' }], /default 4/, /manual/],
    [[{ ...FAN_HEAT, values: ['0', '1', '2', '3'] }], /“3” means nothing/, /off, trickle, as-set/],
    [[{ ...DIFF_C, range: { min: 3, max: 1, step: 0.5, unit: 'Δ°C' }, default: undefined }], /least value 3 is over/, /Swap/],
    [[{ ...DIFF_C, range: { min: 1, max: 3, step: 1, unit: 'furlong' } }], /not a unit/, /°F/],
    [[{ ...DIFF_C, range: { min: 1, max: 3, step: 1, unit: 's' } }], /does not measure/, /display/],
    [[FAN_HEAT, { ...FAN_HEAT, code: 'P-22' }], /Two settings stand for/, /Keep one/],
    [
      [
        setting({ code: 'a', label: 'A', requires: [{ of: 'b', is: [], why: '' }] }),
        setting({ code: 'b', label: 'B', needs: { appearsAfter: 'a' } }),
      ],
      /a \(A\) and b \(B\) wait for one another/,
      /requirement out/,
    ],
  ])('%#', (settings, reason, remedy) => {
    const doubts = profileDoubts(profile(settings as never))
    expect(doubts.map((one) => one.reason).join('\n')).toMatch(reason)
    expect(doubts.map((one) => one.remedy).join('\n')).toMatch(remedy)
  })
  it('lets two spellings share a code when they never meet', () =>
    expect(
      profileDoubts(
        profile([
          { ...SENSOR, pairedWith: ['a'] },
          { ...SENSOR, pairedWith: ['b'] },
        ]),
      ),
    ).toEqual([]))
  it('has nothing against a good one', () => expect(profileDoubts(profile([FAN_HEAT, SENSOR, DIFF_C]))).toEqual([]))
})

describe('what stands at a setting', () => {
  it('is one of the meanings of its role; no other can even be asked for', () => {
    expect(meaningAs('time.hold', 'held') === 'held').toBe(true)
    expect(meaningAs('time.hold', 'hold')).toBeNull()
    // @ts-expect-error: a hold is held or runs; whoever asks for another word has made a slip.
    expect(meaningAs('time.hold', 'held') === 'hold').toBe(false)
    // @ts-expect-error: keys are locked in part or in full.
    expect(meaningAs('service.lock', 'full') === 'all').toBe(false)
  })
  it('is free where the role is a number, a mark of the device, or numbered', () => {
    expect(meaningAs('control.differential', '1.5')).toBe('1.5')
    expect(meaningAs('airflow.cool', 'Blue')).toBe('Blue')
    expect(meaningAs('airflow.ramp', 'E')).toBe('E')
    expect([meaningAs('time.hold', null), meaningAs('time.hold', undefined)]).toEqual([null, null])
  })
})
