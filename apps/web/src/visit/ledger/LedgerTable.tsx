import { type LedgerRow, needsPowerOff, type StaleAim } from '@ingle/bench'
import { cautionAt } from '@ingle/catalog'
import { NEEDS, type NeedId, sayMeaning } from '@ingle/core'
import { memo, useCallback, useMemo, useRef, useState } from 'react'
import { CautionNote } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { usePrefs } from '../../prefs/prefs.ts'
import { staleOf, useMeaning } from '../useMeaning.ts'
import { useVisit } from '../useVisit.ts'
import { LedgerCell, type LedgerColumn } from './LedgerCell.tsx'
import { StaleNote } from './StaleNote.tsx'
import { ValueText } from './ValueText.tsx'

const COLUMNS: readonly LedgerColumn[] = ['found', 'left', 'proof']

interface Props {
  rows: readonly LedgerRow[]
  caption: string
  /** Rows under the heading of their need; else one list, by what the device calls them. */
  byNeed?: boolean
  chosen?: string | null
  onChoose?: (key: string) => void
}

/** Settings as Found · Aim · Left · Proof · Why. Arrows move, Enter opens a cell. */
export function LedgerTable({ rows, caption, byNeed = false, chosen = null, onChoose }: Props) {
  const visit = useVisit()
  const meaning = useMeaning()
  const stale = useMemo(() => staleOf(meaning, visit), [meaning, visit])
  const table = useRef<HTMLTableElement>(null)
  const [editing, setEditing] = useState<string | null>(null)
  const edit = useCallback(
    (key: string | null) => {
      setEditing(key)
      if (key) onChoose?.(key.slice(0, key.lastIndexOf(':')))
    },
    [onChoose],
  )
  if (rows.length === 0) return null
  const move = (event: React.KeyboardEvent) => {
    const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key]
    const cell = (event.target as HTMLElement).dataset.cell
    if (!step || !cell) return
    event.preventDefault()
    const [row = 0, column = 0] = cell.split(':').map(Number)
    const next = table.current?.querySelector<HTMLElement>(`[data-cell="${row + (step[0] ?? 0)}:${column + (step[1] ?? 0)}"]`)
    next?.focus()
  }
  const groups = byNeed ? groupsOf(rows) : [{ need: null, rows: rows.map((row, at) => ({ row, at })) }]
  return (
    <section aria-label="Settings ledger" className="panel overflow-x-auto">
      <table ref={table} className="w-full text-[14px] ledger" onKeyDown={move}>
        <caption className="text-left font-bold px-3 pt-2.5 pb-1 text-[15px]">{caption}</caption>
        <thead>
          <tr className="soft text-left text-[12.5px]">
            <th scope="col" className="pl-3 w-8">
              <span className="sr-only">State</span>
            </th>
            <th scope="col">Setting</th>
            <th scope="col">Found</th>
            <th scope="col">Aim</th>
            <th scope="col">Left</th>
            <th scope="col">Proof</th>
            <th scope="col">Why</th>
          </tr>
        </thead>
        {groups.map((group) => (
          <tbody key={group.need ?? 'all'} className="divide-y divide-base-300 border-t border-base-300">
            {group.need && (
              <tr className="need">
                <th scope="rowgroup" colSpan={7} className="text-left px-3 pt-2.5 pb-1 text-[12.5px] bg-base-200/60">
                  {NEEDS[group.need]}
                </th>
              </tr>
            )}
            {group.rows.map(({ row, at }) => (
              <Row
                key={row.key}
                row={row}
                stale={stale.get(row.key) ?? null}
                index={at}
                editing={editing?.startsWith(`${row.key}:`) ? editing : null}
                onEdit={edit}
                byNeed={byNeed}
                chosen={chosen === row.key}
                onChoose={onChoose}
              />
            ))}
          </tbody>
        ))}
      </table>
      {rows.some((one) => editing === `${one.key}:left` && needsPowerOff(one)) && (
        <div className="p-3">
          <CautionNote text={cautionAt('move-tap')?.text ?? ''} />
        </div>
      )}
    </section>
  )
}

function groupsOf(rows: readonly LedgerRow[]): { need: NeedId; rows: { row: LedgerRow; at: number }[] }[] {
  const groups = new Map<NeedId, { row: LedgerRow; at: number }[]>()
  for (const [at, row] of rows.entries()) {
    const there = groups.get(row.need)
    if (there) there.push({ row, at })
    else groups.set(row.need, [{ row, at }])
  }
  return [...groups].map(([need, some]) => ({ need, rows: some }))
}

interface RowProps {
  row: LedgerRow
  stale: StaleAim | null
  index: number
  editing: string | null
  onEdit: (key: string | null) => void
  byNeed: boolean
  chosen: boolean
  onChoose: ((key: string) => void) | undefined
}

/** Kept as it is while its own row does not change: a keystroke in one cell draws one row. */
const Row = memo(function Row({ row, stale, index, editing, onEdit, byNeed, chosen, onChoose }: RowProps) {
  const cell = (column: LedgerColumn) => (
    <LedgerCell
      row={row}
      column={column}
      place={`${index}:${COLUMNS.indexOf(column)}`}
      open={editing === `${row.key}:${column}`}
      onOpen={() => onEdit(`${row.key}:${column}`)}
      onClose={() => onEdit(null)}
    />
  )
  const why = [
    row.aim?.why,
    row.aim && row.aim.fit.fit !== 'exact' ? row.aim.fit.reason : null,
    row.left?.why
      ? row.left.value === row.aim?.value
        ? `Left: ${row.left.why}`
        : `Left otherwise because ${row.left.why}`
      : null,
    row.whyMissing ? 'Left differs from the aim: say why.' : null,
    row.rivals.length > 0 ? 'Two people wrote here without seeing each other: choose one.' : null,
  ]
    .filter(Boolean)
    .map((one) => String(one).replace(/\.$/, ''))
    .join('. ')
  const label = byNeed ? row.label : row.setting.label
  return (
    <tr className={`align-middle ${chosen ? 'outline-2 -outline-offset-2 outline-primary bg-primary/6' : ''}`}>
      <td className="pl-3">
        <StateMark mark={row.standing} />
      </td>
      <th scope="row" className="font-normal text-left py-1.5 pr-2 leading-tight min-w-28" title={row.setting.access}>
        {onChoose ? (
          <button type="button" className="text-left hover:underline" aria-pressed={chosen} onClick={() => onChoose(row.key)}>
            {label}
          </button>
        ) : (
          label
        )}
        {byNeed && <span className="soft block text-[12.5px]">{spelling(row)}</span>}
      </th>
      <td data-label="Found">{cell('found')}</td>
      <td data-label="Aim" className="font-bold py-1.5 pr-2 leading-tight">
        <AimCell row={row} />
        {stale && <StaleNote stale={stale} />}
      </td>
      <td data-label="Left" className="py-1">
        {cell('left')}
      </td>
      <td data-label="Proof">{cell('proof')}</td>
      <td data-label="Why" className={`py-1.5 pr-3 text-[13px] leading-tight min-w-36 ${row.whyMissing ? 'text-error' : 'soft'}`}>
        {why || (byNeed ? '' : row.setting.access)}
      </td>
    </tr>
  )
})

/** Code, address and the device's own word for a need. */
export const spelling = (row: LedgerRow): string =>
  [row.setting.code, row.setting.address && `at ${row.setting.address}`, row.setting.label].filter(Boolean).join(' · ')

function AimCell({ row }: { row: LedgerRow }) {
  const units = usePrefs((state) => state.units)
  if (!row.aim) return <span className="soft font-normal">—</span>
  const { fit, meaning } = row.aim
  const wanted = sayMeaning(row.setting, meaning, units)
  if (fit.fit === 'none') return <span className="text-error">{wanted}: not on this device</span>
  return (
    <>
      {fit.fit === 'nearest' && <span className="soft font-normal block text-[12.5px]">{wanted}, nearest</span>}
      <ValueText row={row} value={fit.value} />
    </>
  )
}
