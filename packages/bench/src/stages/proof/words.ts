import { clockFace, type JudgedCheck, never, type Quantity, type Show, type TestCause, type TestReading } from '@ingle/core'
import type { CaseStanding } from './due.ts'

/** Everything that Proof says of tests and what they show; nothing else words it. */
export const STANDING_WORDS: Readonly<Record<CaseStanding, string>> = {
  running: 'running',
  paused: 'stopped half way',
  failed: 'failed',
  'cannot-tell': 'cannot be told',
  due: 'due',
  passed: 'passed',
  skipped: 'not run, with a reason',
  untouched: 'never run, not touched today',
}

export const VERDICT_WORDS = { pass: 'Passed', fail: 'Failed', 'cannot-tell': 'Cannot be told' } as const

const WHY: Readonly<Record<NonNullable<JudgedCheck['why']>, string>> = {
  'not-read': 'not read',
  'not-answered': 'not answered',
  'limit-unknown': 'how it is set is not known, so there is no limit to hold it against',
  'plate-unknown': 'what its plate says is not known: enter it, and run it again',
  early: 'read before its wait was over: read it again once the time is up',
  'not-watched': 'not watched for long enough',
  'too-wide': 'the instruments are off by more than the window is wide: take better ones',
  'guard-band': 'so near the limit that the instruments do not tell',
  'came-back': 'it came back',
  'never-stopped': 'it did not stop',
  'clock-moved': 'the clock of the device was moved meanwhile',
}
export const whySaid = (why: JudgedCheck['why']): string => (why === null ? '' : WHY[why])

/** A value of a test in its reader's units. */
export function sayRead(unit: TestReading['in'] | 'seconds', value: number, show: Show): string {
  if (unit === 'seconds') return value >= 90 ? clockFace(value) : `${Math.round(value)} s`
  if (unit === 'count') return String(Math.round(value))
  if (unit === 'ppm') return `${Math.round(value)} ppm`
  return show(unit, value)
}
const offSaid = (unit: TestReading['in'] | 'seconds', value: number, show: Show): string =>
  sayRead(unit === 'temperature' ? ('temperatureDifference' as Quantity) : unit, value, show)

/** What a check counts in; null: it is answered, not read. */
export function unitOf({ check }: JudgedCheck): TestReading['in'] | 'seconds' | null {
  switch (check.kind) {
    case 'value':
    case 'difference':
      return check.in
    case 'power':
      return 'power'
    case 'seconds':
    case 'stops':
      return 'seconds'
    case 'answer':
      return null
    default:
      return never(check)
  }
}

/** Between what a check has to lie: “35 to 65 °F”, “no more than 150 s”; empty: nothing. */
export function limitsSaid(one: JudgedCheck, show: Show): string {
  const unit = unitOf(one)
  if (unit === null) return ''
  const [low, high] = [one.low, one.high].map((limit) => (limit === null ? null : sayRead(unit, limit, show)))
  if (low && high) return `${low} to ${high}`
  return low ? `no less than ${low}` : high ? `no more than ${high}` : ''
}

/** What a check showed: “split 18.2 °F ± 1.0 °F”. */
export function checkSaid(one: JudgedCheck, show: Show): string {
  const unit = unitOf(one)
  const value =
    unit !== null && one.value !== null ? `${sayRead(unit, one.value, show)} ± ${offSaid(unit, one.plusMinus, show)}` : ''
  const guard = one.why === 'guard-band' && unit !== null ? passWithin(one, (of) => sayRead(unit, of, show)) : ''
  return [value, [whySaid(one.why), guard].filter(Boolean).join('; ')].filter(Boolean).join(': ')
}

/** Where a value has to lie so that its instruments leave no doubt. */
function passWithin({ low, high, plusMinus }: JudgedCheck, say: (value: number) => string): string {
  const least = low === null ? null : say(low + plusMinus)
  const most = high === null ? null : say(high - plusMinus)
  if (least && most) return `sure from ${least} to ${most}`
  return least ? `sure from ${least} on` : most ? `sure up to ${most}` : ''
}

/** The likely causes of what failed: those of the failed checks first, then those of any; none about a setting that is not here. */
export function causesOf(
  causes: readonly TestCause[],
  failed: readonly JudgedCheck[],
  ledger: readonly { id: string }[],
): TestCause[] {
  const ids = new Set(failed.map((one) => one.check.id))
  const here = causes.filter(({ role }) => role === undefined || ledger.some((row) => row.id === role))
  return [
    ...here.filter((one) => one.check !== undefined && ids.has(one.check)),
    ...here.filter((one) => one.check === undefined),
  ]
}
