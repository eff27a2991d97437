/** Names for what can be wrong, the same every time: a closed set, so that a device can tell them apart. */
const PROBLEM_CODES = [
  'account-ended',
  'account-is-ended',
  'away',
  'bad-name',
  'bad-number',
  'bad-request',
  'bad-sign-in',
  'batch-too-long',
  'busy',
  'document-moved-on',
  'document-refused',
  'failed',
  'gateway-garbage',
  'gateway-no-answer',
  'gateway-not-allowed',
  'gateway-refused',
  'gateway-slow',
  'import-refused',
  'last-lead',
  'lead-only',
  'name-taken',
  'no-json',
  'no-picture',
  'no-register-map',
  'no-such-address',
  'no-such-invitation',
  'no-such-kind',
  'no-such-print',
  'not-found',
  'not-fresh',
  'other-lineage',
  'other-origin',
  'password-too-short',
  'photo-too-large',
  'reads-only',
  'signed-out',
  'too-large',
  'too-many',
  'too-many-attempts',
  'unstorable',
  'wrong-password',
] as const
export type ProblemCode = (typeof PROBLEM_CODES)[number]

const PROBLEM_TYPE = 'urn:ingle:problem:'
export const problemType = (code: ProblemCode): string => PROBLEM_TYPE + code
/** The code of a problem that a server sent; `failed` for one that this app does not know. */
export const problemCode = (type: unknown): ProblemCode => PROBLEM_CODES.find((code) => type === problemType(code)) ?? 'failed'

/** A problem as RFC 9457 has it. */
export interface ProblemBody {
  type: string
  title: string
  status: number
  detail: string
}
