import { TESTS } from '@ingle/catalog'
import { type Fact, type TestForm, testMinutes } from '@ingle/core'
import { formOf, keyOfTest, type ProofTest } from '@ingle/record'
import { seenAt } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { inputRows } from '../power/contacts.ts'
import { factsOf } from './facts.ts'

/** A test as it is asked of this system: once, or once for each contact, zone or fan speed. */
export interface TestCase {
  /** Names it among the cases of this system. */
  key: string
  test: ProofTest
  /** The test with what it is about put in its words and roles. */
  form: TestForm
  about?: string
}

/** Names one case of a test. */
export const caseKey = (testId: string, about?: string): string => (about === undefined ? testId : `${testId} ${about}`)

/** The tests that hold for a system: those that ship, and its crew's own over them. */
function testsOf({ state, system }: VisitView): readonly ProofTest[] {
  const own = system.ownTests.flatMap((key) => state.tests[key] ?? [])
  return [...TESTS.filter((one) => !own.some((other) => other.id === one.id)), ...own]
}

/** Every test that this system asks for by what it has. */
export function casesOf(v: VisitView): TestCase[] {
  const has = factsOf(v)
  return testsOf(v)
    .filter((test) => fits(test, has))
    .flatMap((test) => aboutOf(v, test).map((about) => caseOf(v, test, about)))
}

export const fits = (test: Pick<ProofTest, 'has' | 'lacks'>, has: ReadonlySet<Fact>): boolean =>
  test.has.every((one) => has.has(one)) && !(test.lacks ?? []).some((one) => has.has(one))

/** What a test is run for, one by one. */
function aboutOf(v: VisitView, test: ProofTest): (string | undefined)[] {
  switch (test.each) {
    case undefined:
      return [undefined]
    case 'zone':
      return v.system.zones.map((one) => one.id)
    case 'fan-speed':
      return ['low', 'mid', 'high'].filter((speed) => v.ledger.some((row) => row.id === `freshair.min.${speed}`))
    case 'contact':
      // One that does nothing, and that nothing hangs on, is not there to be tripped.
      return inputRows(v).flatMap((row) => {
        const about = `${row.place} ${row.id.split('.').at(-1)}`
        const does = seenAt(row)?.meaning
        return v.here.contacts[about] || (does !== undefined && does !== 'none') ? [about] : []
      })
  }
}

const SPEEDS: Readonly<Record<string, string>> = { low: 'low', mid: 'medium', high: 'high' }

/** What a case is about, in words. */
function aboutWords(v: VisitView, test: ProofTest, about: string): string {
  if (test.each === 'zone') return v.system.zones.find((one) => one.id === about)?.name ?? 'a zone that is gone'
  if (test.each === 'fan-speed') return SPEEDS[about] ?? about
  const device = v.here.contacts[about]?.device
  return `${about.split(' ').at(-1)}${device ? `, ${device}` : ''}`
}

export function caseOf(v: VisitView, test: ProofTest, about: string | undefined): TestCase {
  return {
    key: caseKey(test.id, about),
    test,
    form: about === undefined ? formOf(test) : filledIn(test, about, aboutWords(v, test, about)),
    ...(about !== undefined && { about }),
  }
}

/** The test with its places for what it is about filled in: by words where people read, by its mark in roles. */
function filledIn(test: ProofTest, about: string, words: string): TestForm {
  const number = about.split(' ').at(-1) ?? about
  const fill = (key: string, value: unknown): unknown => {
    if (typeof value === 'string') {
      const isRole = /^[a-z]+(-[a-z]+)*\./.test(value)
      return value.replaceAll('{number}', number).replaceAll('{about}', isRole ? about : words)
    }
    if (Array.isArray(value)) return value.map((one) => fill(key, one))
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, fill(name, one)]))
    return value
  }
  return fill('', formOf(test)) as TestForm
}

/** The roles that the limits of a test follow from. */
export function limitRoles(form: TestForm): string[] {
  const roles = new Set<string>()
  const walk = (value: unknown) => {
    if (typeof value !== 'object' || value === null) return
    const { role } = value as { role?: unknown }
    if (typeof role === 'string' && !('says' in value)) roles.add(role)
    for (const one of Object.values(value)) walk(one)
  }
  walk(form.steps)
  walk(form.passes)
  return [...roles]
}

export const minutesOf = ({ form }: TestCase): number => testMinutes(form)
export { keyOfTest }
