import { type AdviceRow, BASE_UNITS, express, resolveSettings, roleOf, type SettingFacts, settingFindings } from '@ingle/core'
import { parseHouseRule, RULES_FORMAT } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { PROFILES } from '../profiles/index.ts'
import { CLIMATES, HOUSE_RULES, WISHES } from './houseRules.ts'
import { SETTING_RULES } from './settingRules.ts'

describe('the schools that ship', () => {
  it.each(HOUSE_RULES.map((one) => [one.name, one] as const))('“%s” reads without a doubt and says what it costs', (_, rule) => {
    expect(parseHouseRule({ ...rule, format: RULES_FORMAT })).toMatchObject({ ok: true })
    expect(rule.reason.length).toBeGreaterThan(15)
    expect(rule.cost.length).toBeGreaterThan(15)
  })
  it.each(HOUSE_RULES.map((one) => [one.name, one] as const))(
    '“%s” aims at what some shipped family can be set to',
    (_, rule) => {
      for (const aim of rule.aims) {
        const spelled = PROFILES.flatMap((one) => one.settings.filter((setting) => setting.role === aim.role))
        expect(
          spelled.some((setting) => express(setting, aim.value).fit !== 'none'),
          `${aim.role} ${aim.value}`,
        ).toBe(true)
      }
    },
  )
  it('name only climates and wishes that can be chosen', () => {
    for (const rule of HOUSE_RULES)
      for (const when of [rule.when, ...rule.aims.map((one) => one.when)]) {
        for (const one of when?.climate ?? []) expect(CLIMATES).toContain(one)
        for (const one of when?.wish ?? []) expect(WISHES).toContain(one)
      }
  })
  it('stand for each side where practitioners disagree', () => {
    const aims = (role: string) =>
      new Set(HOUSE_RULES.flatMap((one) => one.aims.flatMap((aim) => (aim.role === role ? aim.value : []))))
    expect([...aims('sensor.source')].sort()).toEqual(['return', 'wall'])
    expect([...aims('fan.satisfied.heat')].sort()).toEqual(['as-set', 'off', 'trickle'])
    expect([...aims('time.recovery')].sort()).toEqual(['off', 'on'])
    const flows = HOUSE_RULES.flatMap((one) => one.airflow?.cfmPerTon ?? [])
    expect([Math.min(...flows), Math.max(...flows)]).toEqual([360, 440])
  })
})

/** A row that stands as a test says, in the language of roles. */
type Stands = [role: string, value: string, place?: 'controller' | 'second-controller']
function rows(stands: readonly Stands[]): AdviceRow[] {
  const devices = (['equipment', 'controller', 'second-controller'] as const).map((place) => ({
    place,
    profile: {
      id: place,
      version: 1,
      maker: '',
      family: '',
      kind: '',
      settings: stands
        .filter(([, , at]) => (at ?? 'equipment') === place)
        .map(([role]) => ({ role, label: role, values: valuesOf(role), access: '' })),
    },
  }))
  return resolveSettings(devices).map((row) => ({
    ...row,
    found: stands.find(([role, , at]) => role === row.id && (at ?? 'equipment') === row.place)?.[1] ?? null,
    aim: null,
    left: null,
  }))
}
const valuesOf = (role: string) => {
  const values = roleOf(role)?.values
  return values?.kind === 'choice' ? Object.keys(values.options) : []
}

/** For each rule: what sets it off, and the least change that does not. */
const CASES: Record<string, { hits: Stands[]; misses: Stands[]; facts?: Partial<SettingFacts> }> = {
  'stopped-fan-reads-still-air': {
    hits: [
      ['fan.satisfied.heat', 'off'],
      ['sensor.source', 'return'],
    ],
    misses: [
      ['fan.satisfied.heat', 'off'],
      ['sensor.source', 'wall'],
    ],
  },
  'stopped-fan-reads-still-air-cooling': {
    hits: [
      ['fan.satisfied.cool', 'off'],
      ['sensor.source', 'average'],
    ],
    misses: [
      ['fan.satisfied.cool', 'trickle'],
      ['sensor.source', 'average'],
    ],
  },
  'one-mode-for-ever': { hits: [['control.changeover', 'manual']], misses: [['control.changeover', 'auto']] },
  'jumping-source': { hits: [['sensor.source', 'jump']], misses: [['sensor.source', 'remote']] },
  'two-mains': {
    hits: [
      ['control.rank', 'main', 'controller'],
      ['control.rank', 'main', 'second-controller'],
    ],
    misses: [
      ['control.rank', 'main', 'controller'],
      ['control.rank', 'second', 'second-controller'],
    ],
  },
  'no-main': {
    hits: [
      ['control.rank', 'second', 'controller'],
      ['control.rank', 'second', 'second-controller'],
    ],
    misses: [
      ['control.rank', 'second', 'controller'],
      ['control.rank', 'main', 'second-controller'],
    ],
  },
  'furnace-fan-blows-cold': {
    hits: [['fan.mode', 'on']],
    misses: [['fan.mode', 'auto']],
    facts: { equipment: ['furnace'] },
  },
  'factory-password': { hits: [['service.password', 'factory']], misses: [['service.password', 'changed']] },
  'wrong-clock': { hits: [['time.clock', 'wrong']], misses: [['time.clock', 'right']] },
  'heater-not-declared': {
    hits: [['system.kit.heater', 'none']],
    misses: [['system.kit.heater', 'fitted']],
    facts: { heaterKw: 9 },
  },
  'heater-declared-not-fitted': {
    hits: [['system.kit.heater', 'fitted']],
    misses: [['system.kit.heater', 'none']],
    facts: { heaterKw: 0 },
  },
  'least-damper-upside-down': {
    hits: [
      ['freshair.min.low', '20'],
      ['freshair.min.high', '30'],
    ],
    misses: [
      ['freshair.min.low', '30'],
      ['freshair.min.high', '20'],
    ],
  },
  'co2-upside-down': {
    hits: [
      ['freshair.co2.low', '1100'],
      ['freshair.co2.high', '800'],
    ],
    misses: [
      ['freshair.co2.low', '800'],
      ['freshair.co2.high', '1100'],
    ],
  },
  'exhaust-upside-down': {
    hits: [
      ['freshair.exhaust', '40'],
      ['freshair.exhaust.off', '50'],
    ],
    misses: [
      ['freshair.exhaust', '50'],
      ['freshair.exhaust.off', '40'],
    ],
  },
  'exhaust-always': {
    hits: [
      ['freshair.exhaust', '15'],
      ['freshair.min.high', '20'],
    ],
    misses: [
      ['freshair.exhaust', '50'],
      ['freshair.min.high', '20'],
    ],
  },
  'supply-target-under-cutout': {
    hits: [
      ['freshair.supply.target', '45'],
      ['freshair.supply.cutout', '48'],
    ],
    misses: [
      ['freshair.supply.target', '55'],
      ['freshair.supply.cutout', '44'],
    ],
  },
  'drive-limits-crossed': {
    hits: [
      ['drive.least', '30'],
      ['drive.most', '25'],
    ],
    misses: [
      ['drive.least', '20'],
      ['drive.most', '60'],
    ],
  },
  'set-points-crossed': {
    hits: [
      ['setpoint.heat', '72'],
      ['setpoint.cool', '70'],
    ],
    misses: [
      ['setpoint.heat', '68'],
      ['setpoint.cool', '76'],
    ],
  },
  'fan-switch-upside-down': {
    hits: [
      ['fan.on-at', '85'],
      ['fan.off-at', '95'],
    ],
    misses: [
      ['fan.on-at', '120'],
      ['fan.off-at', '95'],
    ],
  },
  'float-acts-by-closing': {
    hits: [
      ['input.function.2', 'fault'],
      ['input.sense.2', 'closes'],
    ],
    misses: [
      ['input.function.2', 'fault'],
      ['input.sense.2', 'opens'],
    ],
  },
  'fault-input-unused': {
    hits: [
      ['input.function.1', 'none'],
      ['input.scope.1', 'all'],
    ],
    misses: [
      ['input.function.1', 'off'],
      ['input.scope.1', 'all'],
    ],
  },
  'all-zones-may-close': {
    hits: [
      ['zone.last-open', 'no'],
      ['zone.count', '3'],
    ],
    misses: [
      ['zone.last-open', 'no'],
      ['zone.count', '1'],
    ],
  },
  'enthalpy-by-dry-bulb': {
    hits: [
      ['freshair.changeover', 'fixed-enthalpy'],
      ['freshair.sensor', 'dry-bulb'],
    ],
    misses: [
      ['freshair.changeover', 'fixed'],
      ['freshair.sensor', 'dry-bulb'],
    ],
  },
  'economizer-fault-unheard': {
    hits: [
      ['freshair.alarm', 'no'],
      ['freshair.changeover', 'difference'],
    ],
    misses: [
      ['freshair.alarm', 'yes'],
      ['freshair.changeover', 'difference'],
    ],
  },
  'economizer-without-feedback': {
    hits: [
      ['freshair.feedback', 'no'],
      ['freshair.changeover', 'fixed'],
    ],
    misses: [
      ['freshair.feedback', 'yes'],
      ['freshair.changeover', 'fixed'],
    ],
  },
  'short-rest': { hits: [['control.min-off', '2']], misses: [['control.min-off', '3']] },
  'short-cycles': {
    hits: [
      ['control.cycle-rate', '9'],
      ['control.differential', '0.5'],
    ],
    misses: [
      ['control.cycle-rate', '6'],
      ['control.differential', '0.5'],
    ],
  },
  'compressor-starts': {
    hits: [['control.cycle-rate', '4']],
    misses: [['control.cycle-rate', '3']],
    facts: { equipment: ['air-handler'] },
  },
  'ventilation-stops': {
    hits: [['fan.mode', 'auto']],
    misses: [['fan.mode', 'on']],
    facts: { equipment: ['rooftop'] },
  },
  'commercial-dead-band': {
    // 6.3 °F apart is enough, whatever a setting called a dead band says; 4.9 is not.
    hits: [
      ['setpoint.cool', '74.9'],
      ['setpoint.heat', '70'],
    ],
    misses: [
      ['setpoint.cool', '75'],
      ['setpoint.heat', '70'],
      ['control.dead-band', '4'],
    ],
    facts: { equipment: ['rooftop'] },
  },
  'commercial-setback': {
    hits: [['time.program', 'none']],
    misses: [['time.program', 'weekday-weekend']],
    facts: { equipment: ['rooftop'] },
  },
  'second-stage-never': {
    hits: [['control.second-stage', 'never']],
    misses: [['control.second-stage', 'timed']],
    facts: { equipment: ['furnace'] },
  },
  'band-inside-differential': {
    hits: [
      ['control.changeover-band', '1'],
      ['control.differential', '2'],
    ],
    misses: [
      ['control.changeover-band', '3'],
      ['control.differential', '2'],
    ],
  },
}

describe('what settings do to one another', () => {
  it('has a case for every rule', () => expect(Object.keys(CASES).sort()).toEqual(SETTING_RULES.map((one) => one.id).sort()))

  it.each(SETTING_RULES.map((one) => [one.id, one] as const))('%s', (id, rule) => {
    const { hits, misses, facts } = CASES[id]!
    const found = (stands: Stands[], more: Partial<SettingFacts> = {}) =>
      settingFindings(rows(stands), [rule], { equipment: [], heaterKw: null, ...more }, BASE_UNITS)
    const [finding] = found(hits, facts)
    expect(finding?.id.startsWith(id)).toBe(true)
    expect(finding?.says).not.toContain('{n}')
    expect(finding?.remedy.length).toBeGreaterThan(15)
    expect(finding?.keys.length).toBe(hits.length)
    expect(found(misses, facts)).toEqual([])
    // A rule about some equipment, or about the survey, is silent while nobody has said so.
    if (facts) expect(found(hits)).toEqual([])
  })
})

it('a second stage that a conductor calls is never called “never”', () => {
  const rule = SETTING_RULES.filter((one) => one.id === 'second-stage-never')
  const said = (secondCalled: boolean) =>
    settingFindings(
      rows([['control.second-stage', 'never']]),
      rule,
      { equipment: ['furnace'], heaterKw: null, secondCalled },
      BASE_UNITS,
    )
  expect(said(false)).toHaveLength(1)
  expect(said(true)).toEqual([])
})
