import { ok, type Refusal, type Result, ruleDoubts } from '@ingle/core'
import { clean } from '../changes/clean.ts'
import { checked, readSafely } from '../checks.ts'
import { type Profile, parseProfile } from '../profile/profile.ts'
import { refuse } from '../refusals.ts'
import type { DocumentKind } from './documentKinds.ts'
import { HouseRuleBody } from './houseRule.ts'
import { Instrument } from './instrument.ts'
import { type Pattern, parsePattern } from './pattern.ts'
import { type ProofTest, parseTest } from './proofTest.ts'

export const RULES_FORMAT = 'ingle-rules/1'
export const INSTRUMENT_FORMAT = 'ingle-instrument/1'

export interface DocumentContent {
  profile: Profile
  rules: HouseRuleBody & { format: string; version: number }
  pattern: Pattern
  instrument: Instrument & { version: number }
  test: ProofTest
}

/** One version of one document of a crew. */
export interface CrewDocument<K extends DocumentKind = DocumentKind> {
  kind: K
  id: string
  version: number
  content: DocumentContent[K]
  savedBy: string
  savedAt: string
  /** Out of use: kept, but not offered. */
  retired: boolean
}

const PARSERS: { [K in DocumentKind]: (plain: unknown) => Result<DocumentContent[K]> } = {
  profile: parseProfile,
  rules: parseHouseRule,
  pattern: parsePattern,
  instrument: parseInstrument,
  test: parseTest,
}

/** Reads a document of a crew from foreign data; the reason says what is wrong and where. */
export function parseDocument<K extends DocumentKind>(kind: K, plain: unknown): Result<DocumentContent[K]> {
  const fit = clean(plain)
  return fit.ok ? readSafely('Document', (): Result<DocumentContent[K]> => PARSERS[kind](fit.value)) : fit
}

/** The kind of an imported file, by its format line. */
export function documentKindOf(plain: unknown): Result<DocumentKind> {
  const format = String((plain as { format?: unknown } | null)?.format ?? '')
  if (format.startsWith('ingle-profile/')) return ok('profile')
  if (format.startsWith('ingle-rules/')) return ok('rules')
  if (format.startsWith('ingle-pattern/')) return ok('pattern')
  if (format.startsWith('ingle-instrument/')) return ok('instrument')
  if (format.startsWith('ingle-test/')) return ok('test')
  return refuse('not-a-document')
}

/** A refusal that is about one field. */
const at = (path: string, refusal: Refusal): Refusal => ({
  ...refusal,
  at: [{ path, says: `${refusal.reason} ${refusal.remedy}` }],
})

/** An instrument, whose range and calibration have to make sense. */
function parseInstrument(plain: unknown): Result<DocumentContent['instrument']> {
  const format = (plain as { format?: unknown } | null)?.format
  if (typeof format !== 'string' || !/^ingle-instrument\/1(\.|$)/.test(format))
    return refuse('not-an-instrument', { instrumentFormat: INSTRUMENT_FORMAT })
  const read = checked(Instrument, plain, 'Instrument')
  if (!read.ok) return read
  const { lowest, highest, accuracyPct, accuracyFixed, calibratedOn } = read.value
  if (lowest !== undefined && highest !== undefined && lowest >= highest) return at('lowest', refuse('range-reversed'))
  if (accuracyPct === 0 && accuracyFixed === 0) return at('accuracyPct', refuse('instrument-without-error'))
  if (calibratedOn !== undefined && !Number.isFinite(Date.parse(calibratedOn)))
    return at('calibratedOn', refuse('calibration-not-a-day', { calibratedOn }))
  return ok({ version: 1, ...read.value, format } as DocumentContent['instrument'])
}

export function parseHouseRule(plain: unknown): Result<DocumentContent['rules']> {
  const format = (plain as { format?: unknown } | null)?.format
  if (typeof format !== 'string' || !/^ingle-rules\/1(\.|$)/.test(format))
    return refuse('not-house-rules', { rulesFormat: RULES_FORMAT })
  const rule = checked(HouseRuleBody, plain, 'House rules')
  if (!rule.ok) return rule
  // All at once: whoever puts one right should not meet the next only then.
  const doubts = ruleDoubts(rule.value)
  if (doubts.length > 0)
    return { ...refuse('rule-doubt', { name: rule.value.name, doubt: doubts.map((one) => one.says).join(' ') }), at: doubts }
  return ok({ version: 1, ...rule.value, format } as DocumentContent['rules'])
}
