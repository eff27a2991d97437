import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import type { ServiceCodeRule } from './setting.ts'

/**
 * The service code that follows from a number on another screen, by the rule in the profile, with each step shown.
 * Digits only: a rule adds, turns round and cuts digits, it runs no code.
 */
export function serviceCode(rule: ServiceCodeRule, typed: string): Result<{ code: string; working: string[] }> {
  let digits = typed.replace(/\D/g, '')
  const looks = { shows: rule.shows, example: rule.example }
  if (digits === '') return refuse('service-code-empty', looks)
  if (digits.length > 16) return refuse('service-code-too-long', looks)
  const working = [`${typed.trim()} → ${digits}`]
  for (const step of rule.steps) {
    const n = step.n ?? 0
    const before = digits
    if (step.do === 'reverse') digits = [...digits].reverse().join('')
    if ((step.do === 'first' || step.do === 'last') && digits.length < n)
      return refuse('service-code-too-short', { ...looks, count: digits.length, n })
    if (step.do === 'first') digits = digits.slice(0, n)
    if (step.do === 'last') digits = digits.slice(-n)
    // The code keeps its length: a carry out of the first figure is dropped.
    if (step.do === 'add') digits = String((Number(digits) + n) % 10 ** digits.length).padStart(digits.length, '0')
    if (step.do === 'addEach') digits = [...digits].map((one) => String((Number(one) + n) % 10)).join('')
    if (before !== digits) working.push(`${STEP_WORDS[step.do].replace('{n}', String(n))}: ${digits}`)
  }
  return ok({ code: digits, working })
}

const STEP_WORDS: Record<ServiceCodeRule['steps'][number]['do'], string> = {
  digits: 'figures only',
  reverse: 'backwards',
  first: 'the first {n}',
  last: 'the last {n}',
  add: 'plus {n}',
  addEach: '{n} added to each figure',
}
