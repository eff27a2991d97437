import { FACTS, type Fact, GROUNDS, isPlateLimit, roleOf, type TestLimit } from '@ingle/core'
import { formOf, parseTest } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { TESTS } from './index.ts'

const STAGES = new Set(['survey', 'power', 'airflow', 'zones', 'settings', 'comfort', 'fresh-air', 'times', 'proof', 'hand-over'])
/** Roles with a place for what a test is about are looked at as the first of their kind. */
const roleKnown = (pattern: string): boolean => {
  if (isPlateLimit(pattern)) return true
  const id = pattern.replace('{number}', '1').replace('{about}', 'low')
  return id.endsWith('.*') ? roleOf(id.slice(0, -2)) !== null || anyRole(id.slice(0, -1)) : roleOf(id) !== null
}
const anyRole = (stem: string): boolean => PREFIXES.some((one) => one.startsWith(stem) || stem.startsWith(one))
const PREFIXES = ['defrost.', 'humidity.', 'sensor.', 'freshair.', 'input.', 'fan.', 'time.']

describe.each(TESTS.map((one) => [one.id, one] as const))('%s', (_, test) => {
  it('is a test by its own format', () => expect(parseTest(test)).toMatchObject({ ok: true }))
  it('speaks of roles, grounds and stages that there are', () => {
    const form = formOf(test)
    const limits = [
      ...form.steps.flatMap((one) => (one.waitS ? [one.waitS] : [])),
      ...form.passes.flatMap((one) =>
        ['low', 'high', 'within'].flatMap((side) => ((one as never)[side] as TestLimit | undefined) ?? []),
      ),
    ].flatMap((one) => one.role ?? [])
    for (const role of [...form.proves, ...limits]) expect(roleKnown(role), role).toBe(true)
    for (const one of form.restsOn) expect(Object.hasOwn(GROUNDS, one) || roleKnown(one), one).toBe(true)
    for (const one of form.causes) {
      expect(STAGES.has(one.stage), one.stage).toBe(true)
      if (one.role) expect(roleKnown(one.role), one.role).toBe(true)
      if (one.check) expect(form.passes.map((check) => check.id)).toContain(one.check)
    }
  })
  it('claims what its checks look at, all of it and nothing else', () => {
    expect(test.claims?.length).toBeGreaterThan(0)
    expect(test.says).toBe(test.claims?.map((one) => one.says).join(' '))
    const checks = new Set(test.claims?.flatMap((one) => one.by))
    expect([...checks].sort()).toEqual(test.passes.map((one) => one.id).sort())
    expect([...new Set(test.claims?.flatMap((one) => one.roles ?? []))].sort()).toEqual([...test.proves].sort())
  })
  it('names what may be wrong, so that a failure leads somewhere', () => expect(test.causes.length).toBeGreaterThan(0))
  it('never tells anybody to defeat a safety', () => {
    const said = JSON.stringify(test).toLowerCase()
    for (const word of ['jumper the', 'bypass', 'bridge the limit', 'hold the door switch', 'short the float'])
      expect(said).not.toContain(word)
  })
})

it('there is one for everything that a system can have', () => {
  const asked = new Set<Fact>(TESTS.flatMap((one) => one.has))
  const left = (Object.keys(FACTS) as Fact[]).filter((one) => !asked.has(one))
  // What says how a machine is forced is asked for by the baseline; what heats by a compressor is tested by its calls.
  expect(left).toEqual(['heat-pump', 'force'])
})

/** Every step of every shipped test that does one of these things says what is dangerous about it. */
it.each([
  [
    'begins cooling',
    /(?:call for cooling|lower the cooling set point|wait for cooling)/i,
    /crankcase heater.*lowest outdoor temperature/,
  ],
  ['heats where a compressor may', /(?:call for heat|raise the heating set point|wait for heat)/i, /highest outdoor temperature/],
  ['drives a damper open', /(?:send it (?:to half|fully open)|open the damper slowly)/i, /freez/i],
] as const)('a step that %s carries its caution', (_, does, says) => {
  const without = TESTS.flatMap((test) =>
    test.steps
      .filter((one) => does.test(one.do) && !says.test(one.caution ?? ''))
      // What burns is no compressor; what cools already has been started.
      .filter(() => !(says.source.includes('highest') && (test.has.includes('gas') || test.has.includes('fan-limit'))))
      .filter(() => !(says.source.includes('crankcase') && test.begins === 'cooling'))
      .map((one) => `${test.id}.${one.id}`),
  )
  expect(without).toEqual([])
  expect(TESTS.some((test) => test.steps.some((one) => does.test(one.do)))).toBe(true)
})
