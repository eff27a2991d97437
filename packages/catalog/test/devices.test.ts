import {
  BASE_UNITS,
  express,
  fromWord,
  type KeyEvent,
  type Keypad,
  keypadDoubts,
  keypadMachine,
  meaningOf,
  nextState,
  offeredValues,
  PLACES,
  planKeys,
  planRound,
  profileDoubts,
  ROLES,
  reading,
  readValue,
  registerRuns,
  resolveSettings,
  ruleDoubts,
  ruledAims,
  sayBoth,
  sayMeaning,
  sayOffer,
  sayValue,
  serviceCode,
  settingFindings,
  settingId,
  startState,
  toWord,
  wantsVersion,
  workOrder,
} from '@ingle/core'
import { expectSaid, tell } from '@ingle/core/testing'
import { keypadOf, type Profile } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { CLIMATES, HOUSE_RULES, PROFILES, SETTING_RULES, WISHES } from '../src/index.ts'

type Said = readonly [string, readonly string[]]
const told = (result: { ok: true; value: unknown } | { ok: false; reason: string; remedy: string }) =>
  result.ok ? tell(result.value) : `no: ${result.reason} ${result.remedy}`
const padded = PROFILES.filter((one): one is Profile & { keypad: NonNullable<Profile['keypad']> } => Boolean(one.keypad))
const partnersOf = (profile: Profile) => profile.settings.flatMap((one) => one.pairedWith ?? []).slice(0, 1)
const machineOf = (profile: (typeof padded)[number]) => keypadMachine(profile, keypadOf(profile.keypad), partnersOf(profile))

describe('every shipped device', () => {
  it('says its settings in its own words and in those of roles', () =>
    expectSaid(
      expect,
      'spelling',
      PROFILES.map(
        (profile): Said => [
          profile.family,
          profile.settings.flatMap((setting) => {
            const values = offeredValues(setting)
            const some = [...new Set([values[0], values[1], values.at(-1), setting.default].filter((one) => one !== undefined))]
            return [
              `${settingId(setting)} ${setting.label}: ${sayOffer(setting, BASE_UNITS)}; ${offeredValues(setting).slice(0, 6).join(' ')}`,
              ...some.map((value) => {
                const meaning = meaningOf(setting, value)
                const back = [meaning, value, sayMeaning(setting, meaning, BASE_UNITS)].map(
                  (one) => readValue(setting, one) ?? '–',
                )
                return `  ${value}: ${sayValue(setting, value)}; ${tell(sayBoth(setting, value, BASE_UNITS))}; ${tell(express(setting, meaning))}; back ${back.join(' ')}`
              }),
              `  odd: ${['', 'moon', '-999', '1e9', '0.3'].map((one) => `${readValue(setting, one) ?? '–'} ${tell(express(setting, one))}`).join(' | ')}`,
            ]
          }),
        ],
      ),
    ))

  it('is set by the cheapest keys, from any start', () => {
    const cases: Said[] = []
    for (const profile of padded) {
      const machine = machineOf(profile)
      const settable = new Set([
        ...(machine.pad.banks ?? []),
        ...(machine.pad.byHand ?? []),
        ...Object.values(machine.pad.screens).flatMap((one) => ('items' in one ? one.items.map((item) => item.id) : [])),
      ])
      const ids = [...machine.settings.keys()].filter((id) => settable.has(id))
      const wishes = [ids.slice(0, 1), ids.slice(-1), ids.slice(1, 4), ids.filter((_, i) => i % 3 === 0), ids]
      for (const [n, some] of wishes.entries()) {
        const wanted = Object.fromEntries(
          some.flatMap((id, i) => {
            const values = machine.settings.get(id)?.values ?? []
            const value = values[(i * 3 + n + 1) % Math.max(values.length, 1)]
            return value === undefined ? [] : [[id, value]]
          }),
        )
        const plan = planKeys(machine, startState(machine), wanted)
        cases.push([
          `${profile.family}, wish ${n}: ${tell(wanted)}`,
          plan.ok
            ? [
                `cost ${plan.value.cost}, presses ${plan.value.presses}, restores ${tell(plan.value.restores)}`,
                ...plan.value.steps.map(
                  (one) => `- ${one.says} → ${one.reads} ${tell(one.events)}${one.why ? ` because ${one.why}` : ''}`,
                ),
              ]
            : [told(plan)],
        ])
      }
      // Half way through the first wish somebody walks off: the plan goes on from there.
      const wanted = Object.fromEntries(
        ids
          .slice(1, 4)
          .flatMap((id) => (machine.settings.get(id)?.values[1] ? [[id, machine.settings.get(id)?.values[1] as string]] : [])),
      )
      const plan = planKeys(machine, startState(machine), wanted)
      const events = plan.ok ? plan.value.steps.flatMap((one) => one.events) : []
      const states = [Math.floor(events.length / 3), Math.floor(events.length / 2), Math.max(events.length - 1, 0)].map((many) =>
        events.slice(0, many).reduce((state, event) => nextState(machine, state, event), startState(machine)),
      )
      const odd: KeyEvent[][] = [
        [{ do: 'power', on: false }],
        [
          { do: 'battery', good: false },
          { do: 'power', on: false },
          { do: 'wait', s: 700 },
        ],
        [{ do: 'astray' }],
      ]
      for (const state of [
        ...states,
        ...odd.map((few) => few.reduce((now, event) => nextState(machine, now, event), startState(machine))),
      ]) {
        const rest = planKeys(machine, state, wanted)
        cases.push([
          `${profile.family} from “${reading(machine, state)}”`,
          rest.ok ? [`cost ${rest.value.cost}`, ...rest.value.steps.map((one) => `- ${one.says} → ${one.reads}`)] : [told(rest)],
        ])
      }
      cases.push([
        `${profile.family}, what is none`,
        [
          told(planKeys(machine, startState(machine), { moon: '1' })),
          told(planKeys(machine, startState(machine), { [ids[0] ?? '']: 'moon' })),
        ],
      ])
    }
    const [a, b] = padded.map(machineOf)
    if (a && b) {
      const unit = (name: string, machine: typeof a, wanted: Record<string, string>) => ({
        name,
        machine,
        from: startState(machine),
        wanted,
      })
      const [id = '', { values = [] } = {}] =
        [...a.settings].find(([one]) =>
          Object.values(a.pad.screens).some((screen) => 'items' in screen && screen.items.some((item) => item.id === one)),
        ) ?? []
      cases.push([
        'a round of units',
        [tell(planRound([unit('1', a, { [id]: values.at(-1) ?? '' }), unit('2', b, {}), unit('3', a, { moon: '1' })]))],
      ])
    }
    return expectSaid(expect, 'key-plans', cases)
  })

  it('does what every key, alone and in a row, asks of it', () => {
    const cases: Said[] = padded.map((profile): Said => {
      const machine = machineOf(profile)
      const lines: string[] = []
      let state = startState(machine)
      for (let i = 0; i < 120; i += 1) {
        const key = machine.pad.keys[(i * 7 + Math.floor(i / 5)) % machine.pad.keys.length]?.id ?? ''
        const event: KeyEvent =
          i % 23 === 22
            ? { do: 'power', on: !state.power }
            : i % 17 === 16
              ? { do: 'wait', s: i }
              : i % 11 === 10
                ? { do: 'hold', keys: [key], s: 4 }
                : { do: 'press', keys: [key] }
        state = nextState(machine, state, event)
        lines.push(
          `${'keys' in event ? `${event.do} ${event.keys.join('+')}` : tell(event)} → ${state.screen}: ${reading(machine, state)}`,
        )
      }
      return [profile.family, lines]
    })
    return expectSaid(expect, 'keys', cases)
  })

  it('answers over its registers', () => {
    const cases: Said[] = PROFILES.filter((one) => one.gateway).map(
      (profile): Said => [
        profile.family,
        (profile.gateway?.registers ?? []).flatMap((at) => {
          const setting = profile.settings.find((one) => settingId(one) === at.id)
          if (!setting) return []
          const values = offeredValues(setting)
          return [
            `${at.register} ${at.id}`,
            ...[values[0], values.at(-1), 'moon', '-1', '99999'].map((one) => `  ${one} ${told(toWord(setting, one ?? '', at))}`),
            ...[0, 1, 7, 65_535, 32_768].map((word) => `  ${word} ${told(fromWord(setting, word, at))}`),
          ]
        }),
      ],
    )
    cases.push([
      'runs',
      [[], [5], [1, 2, 3], [1, 9, 10, 19], [1, 10], Array.from({ length: 300 }, (_, i) => i), [7, 3, 3]].map((one) =>
        tell(registerRuns(one)),
      ),
    ])
    return expectSaid(expect, 'registers', cases)
  })
})

describe('devices together', () => {
  const places = PLACES.slice(0, 3)
  const teams = PROFILES.map((first, i) => [
    first,
    PROFILES[(i + 5) % PROFILES.length] as Profile,
    PROFILES[(i + 11) % PROFILES.length] as Profile,
  ])
  it('resolve into rows, in a legal order, with what speaks against them', () =>
    expectSaid(
      expect,
      'rows',
      teams.map((team): Said => {
        const rows = resolveSettings(team.map((profile, i) => ({ place: places[i] ?? 'equipment', profile })))
        const stands = rows.map((row, i) => {
          const values = offeredValues(row.setting)
          return {
            ...row,
            found: values[i % Math.max(values.length, 1)] ?? null,
            aim: i % 3 ? null : (values.at(-1) ?? null),
            left: i % 4 ? null : (values[0] ?? null),
          }
        })
        const order = workOrder(rows)
        return [
          team.map((one) => one.family).join(' + '),
          [
            ...rows.map((row) => `${row.key} ${row.need} ${row.label}`),
            ...order.steps.map((one) => `${one.key}: ${one.because.join(' ')}`),
            `ring ${order.ring.join(' ')}`,
            ...settingFindings(stands, SETTING_RULES, { equipment: team.map((one) => one.kind), heaterKw: 9 }, BASE_UNITS).map(
              tell,
            ),
            ...settingFindings(stands, SETTING_RULES, { equipment: team.map((one) => one.kind), heaterKw: 0 }, BASE_UNITS).map(
              (one) => one.id,
            ),
          ],
        ]
      }),
    ))
  it('are aimed by house rules', () => {
    const cases: Said[] = []
    for (const rules of [HOUSE_RULES, HOUSE_RULES.toReversed().slice(0, 2)])
      for (const climate of ['', ...CLIMATES])
        for (const wishes of [[], [...WISHES]])
          cases.push([
            `${rules[0]?.name ?? 'no rules'}, ${climate}, ${wishes.length} wishes`,
            [...ruledAims(rules, { equipment: ['air-handler', 'heat-pump'], climate, wishes })].map(
              ([role, aim]) => `${role}: ${tell({ ...aim, role: undefined })}`,
            ),
          ])
    const aims = [
      { role: 'moon', value: '1', why: '' },
      ...ROLES.flatMap((role) =>
        ['moon', '', '4', ...Object.keys(role.never ?? {})].map((value) => ({ role: role.id, value, why: '' })),
      ),
    ]
    cases.push(['doubts', ruleDoubts({ name: 'All', aims }).map((one) => one.says)])
    return expectSaid(expect, 'house-rules', cases)
  })
})

describe('a device behind a service code', () => {
  const profile = padded.find((one) => one.serviceCode)
  if (!profile) throw new Error('none is shipped')
  const partners = partnersOf(profile)
  const machine = (version?: string | null) => keypadMachine(profile, keypadOf(profile.keypad), partners, version)
  const [id, other] = ['zone.count', '1']

  it('is planned by its own code: that of the example leaves it locked out', () => {
    const real = machine('v 4.271')
    const after = (version?: string) => {
      const plan = planKeys(machine(version), startState(machine(version)), { [id]: other })
      if (!plan.ok) throw new Error(plan.reason)
      return plan.value.steps
        .flatMap((one) => one.events)
        .reduce((state, event) => nextState(real, state, event), startState(real))
    }
    expect(after('v 4.271')).toMatchObject({ wrong: 0, saved: { [id]: other } })
    const byExample = after()
    expect(byExample.saved[id]).not.toBe(other)
    expect(byExample.wrong + byExample.lockedS).toBeGreaterThan(0)
  })
  it('is not planned before its version is read, and says what to read', () => {
    const plan = planKeys(machine(null), startState(machine(null)), { [id]: other })
    expect(plan).toMatchObject({
      ok: false,
      code: 'service-code-unknown',
      reason: expect.stringContaining('nobody has read that'),
    })
    expect(wantsVersion(machine(null))).toEqual(profile.serviceCode)
    expect(wantsVersion(machine('v 3.108'))).toBeNull()
    expect(wantsVersion(machine('no figures'))).toEqual(profile.serviceCode)
    // Nothing to set, nothing to ask.
    expect(planKeys(machine(null), startState(machine(null)), {})).toMatchObject({ ok: true, value: { steps: [] } })
  })
})

describe('what cannot be right', () => {
  const [first] = padded
  if (!first) throw new Error('no keypad is shipped')
  it('in a profile', () => {
    const good = first.settings
    const cases: Said[] = [
      ['as shipped', PROFILES.flatMap((one) => profileDoubts(one).map(tell))],
      ...(
        [
          ['a role that is none', { role: 'sensor.sorce' }],
          ['a default that is not offered', { default: 'moon' }],
          ['a meaning that is none', { means: { [good[0]?.values[0] ?? '']: 'moon' } }],
          ['a meaning of a value that is none', { means: { moon: 'off' } }],
          ['a range upside down', { values: [], range: { min: 9, max: 1, step: 1, unit: '%' } }],
          ['a range without a step', { values: [], range: { min: 1, max: 9, step: 0, unit: '%' } }],
          ['a unit that is none', { values: [], range: { min: 1, max: 9, step: 1, unit: 'moons' } }],
          ['a default at its least', { values: [], means: {}, range: { min: 1, max: 9, step: 1, unit: '%' }, default: '1' }],
          ['a default at its most', { values: [], means: {}, range: { min: 1, max: 9, step: 1, unit: '%' }, default: '9' }],
          ['a default over it', { values: [], means: {}, range: { min: 1, max: 9, step: 1, unit: '%' }, default: '10' }],
          ['a default under it', { values: [], means: {}, range: { min: 1, max: 9, step: 1, unit: '%' }, default: '0' }],
          ['a default of nothing', { values: [], means: {}, range: { min: -1, max: 9, step: 1, unit: '%' }, default: ' ' }],
          ['no values', { values: [], means: {}, default: undefined }],
          ['waits for itself', { requires: [{ of: good[0]?.role ?? '', is: [], why: 'x' }] }],
          ['waits for nothing', { requires: [{ of: 'moon', is: ['1'], why: 'x' }] }],
        ] as const
      ).map(
        ([name, change]): Said => [
          name,
          profileDoubts({ settings: [{ ...good[0], ...change }, ...good.slice(1)] as never }).map(tell),
        ],
      ),
      ['one twice', profileDoubts({ settings: [...good, ...good.slice(0, 2)] }).map(tell)],
    ]
    return expectSaid(expect, 'profile-doubts', cases)
  })
  it('in a keypad', () => {
    const cases: Said[] = padded.flatMap((profile): Said[] => {
      const pad = keypadOf(profile.keypad)
      const names = Object.keys(pad.screens)
      const without = (name: string): Keypad => ({
        ...pad,
        screens: Object.fromEntries(Object.entries(pad.screens).filter(([one]) => one !== name)),
      })
      return [
        [`${profile.family}, as shipped`, keypadDoubts(profile, pad).map(tell)],
        [`${profile.family}, no home`, keypadDoubts(profile, { ...pad, home: 'moon' }).map(tell)],
        [`${profile.family}, a key less`, keypadDoubts(profile, { ...pad, keys: pad.keys.slice(1) }).map(tell)],
        [`${profile.family}, no time-out`, keypadDoubts(profile, { ...pad, timeoutS: undefined }).map(tell)],
        [
          `${profile.family}, no settings`,
          keypadDoubts({ ...profile, settings: [], serviceCode: undefined }, { ...pad, banks: ['moon'], byHand: ['sun'] }).map(
            tell,
          ),
        ],
        ...names.map((name): Said => [`${profile.family} without “${name}”`, keypadDoubts(profile, without(name)).map(tell)]),
      ]
    })
    return expectSaid(expect, 'keypad-doubts', cases)
  })
  it('in a service code', () => {
    const cases: Said[] = []
    const shows = { shows: 'Version', example: 'A-12.34' }
    for (const steps of [
      [],
      [{ do: 'reverse' }],
      [{ do: 'first', n: 3 }],
      [{ do: 'last', n: 3 }],
      [{ do: 'add', n: 9000 }],
      [{ do: 'addEach', n: 7 }],
      [{ do: 'digits' }, { do: 'reverse' }, { do: 'first', n: 4 }, { do: 'add', n: 11 }],
    ] as const)
      cases.push([
        tell(steps),
        ['A-12.34', '12', '', 'moon', '99999999999999999', '9999'].map(
          (typed) => `${typed}: ${told(serviceCode({ ...shows, steps }, typed))}`,
        ),
      ])
    return expectSaid(expect, 'service-codes', cases)
  })
})

it('what the notes of a differential say of its side is what its data say', () => {
  const sides = PROFILES.flatMap((profile) =>
    profile.settings
      .filter((one) => one.role?.startsWith('control.differential') && one.note !== undefined)
      .flatMap(({ note, convention }) => {
        const said = /each side/i.test(note ?? '') ? 'each-side' : /one side/i.test(note ?? '') ? 'one-side' : null
        return said ? [[profile.id, said, convention] as const] : []
      }),
  )
  expect(sides.length).toBeGreaterThanOrEqual(3)
  for (const [id, said, convention] of sides) expect([id, convention]).toEqual([id, said])
})
