import type { CaseStanding } from '@ingle/bench'
import type { Mark } from '../../kit/StateMark.tsx'

/** How each standing of a test is drawn. */
export const MARKS: Readonly<Record<CaseStanding, Mark>> = {
  running: 'found',
  paused: 'found',
  failed: 'watch',
  'cannot-tell': 'watch',
  due: 'not-looked-at',
  passed: 'proved',
  skipped: 'temporary',
  untouched: 'not-looked-at',
}
