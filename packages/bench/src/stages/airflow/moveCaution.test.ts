import { expect, it } from 'vitest'
import type { VisitView } from '../../visit/visitView.ts'
import { moveCautions } from './moveCaution.ts'

const ids = (action: object, now: object | null, tries: object[] = []) =>
  moveCautions({
    move: { action },
    picture: { current: now && { input: now }, tries: tries.map((probes) => ({ input: { probes } })) },
  } as unknown as VisitView).map((one) => one.id)

it.each<[string, object, object | null, object[], string[]]>([
  [
    'a new tap',
    { kind: 'try', tap: 3, adjustPct: 0, filter: 'clean' },
    { tap: 2, adjustPct: 0, filter: 'clean' },
    [],
    ['isolate'],
  ],
  [
    'a clean filter on the same tap',
    { kind: 'try', tap: 2, adjustPct: 0, filter: 'clean' },
    { tap: 2, adjustPct: 0, filter: 'as-found' },
    [],
    ['filter-off'],
  ],
  [
    'both at once',
    { kind: 'try', tap: 3, adjustPct: 0, filter: 'clean' },
    { tap: 2, adjustPct: 0, filter: 'as-found' },
    [],
    ['filter-off', 'isolate'],
  ],
  [
    'another adjust on the same tap',
    { kind: 'try', tap: 2, adjustPct: 10, filter: 'clean' },
    { tap: 2, adjustPct: 0, filter: 'clean' },
    [],
    ['isolate'],
  ],
  ['a tap that nobody knows yet', { kind: 'try', tap: null, adjustPct: 0, filter: 'as-found' }, null, [], ['isolate']],
  ['the first probe', { kind: 'jot', text: 'esp ' }, { tap: 2 }, [{}], ['test-hole']],
  ['another probe in the same holes', { kind: 'jot', text: 'static trunk ' }, { tap: 2 }, [{ supply: 0.2 }], []],
  ['a heater’s rise', { kind: 'jot', text: 'rise ' }, { tap: 2 }, [], ['hot-elements']],
  ['a split', { kind: 'jot', text: 'split ' }, { tap: 2 }, [], []],
  ['another stage', { kind: 'stage', stage: 'survey' }, null, [], []],
])('%s carries its cautions', (_, action, now, tries, cautions) => expect(ids(action, now, tries)).toEqual(cautions))
