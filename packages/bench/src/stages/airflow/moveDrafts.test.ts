import type { AirflowPicture, NextMove } from '@ingle/core'
import { expect, it } from 'vitest'
import type { LedgerRow } from '../../ledger/ledger.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { moveDrafts } from './moveDrafts.ts'

const row = (id: string, values: string[], left: string | null = null) =>
  ({
    id,
    key: id,
    place: 'equipment',
    setting: { role: id, label: id, values, access: '' },
    found: null,
    left: left === null ? null : { value: left, id: `${id}-left`, saw: [] },
    proof: null,
    rivals: [],
  }) as unknown as LedgerRow
const drafts = (action: object, ledger: LedgerRow[], adjustStandsPct: number | null = null) =>
  moveDrafts({
    at: { visitId: 'v', systemId: 's' },
    move: { action } as NextMove,
    picture: { input: { adjustStandsPct, blower: { table: { taps: ['1', '2'] } } } } as unknown as AirflowPicture,
    ledger,
  } as unknown as VisitView).map(({ kind, body }) => [kind, body])

it('starts the try that is advised, with its adjust', () =>
  expect(drafts({ kind: 'try', tap: 1, adjustPct: -10, filter: 'clean' }, [])).toEqual([
    ['try.start', { visitId: 'v', systemId: 's', tap: '2', adjustPct: -10, filter: 'clean' }],
  ]))

it('starts one on a tap that nobody knows', () =>
  expect(drafts({ kind: 'try', tap: null, adjustPct: 0, filter: 'as-found' }, [])).toMatchObject([['try.start', { tap: null }]]))

it('leaves tap and adjust as the device spells them, what stands there not twice', () => {
  const cool = row('airflow.cool', ['1', '2'])
  const adjust = row('airflow.adjust', ['-10%', '0', '+10%'])
  const leave = { kind: 'leave', tap: 1, adjustPct: 10 }
  const written = (ledger: LedgerRow[], stands: number | null) =>
    drafts(leave, ledger, stands).map(([, body]) => {
      const { role, column, value } = body as Record<string, unknown>
      return [role, column, value]
    })
  expect(written([cool, adjust], 0)).toEqual([
    ['airflow.cool', 'left', '2'],
    ['airflow.adjust', 'left', '+10%'],
  ])
  expect(written([cool], null)).toEqual([['airflow.cool', 'left', '2']])
  expect(written([row('airflow.cool', ['1', '2'], '2'), adjust], 0)).toEqual([['airflow.adjust', 'left', '+10%']])
})

it('writes nothing down for a line or a stage that it opens', () => {
  expect(drafts({ kind: 'jot', text: 'esp ' }, [])).toEqual([])
  expect(drafts({ kind: 'stage', stage: 'survey' }, [])).toEqual([])
})
