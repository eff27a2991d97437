import type { LedgerRow, StaleAim } from '@ingle/bench'
import { NEEDS, type NeedId, PLACE_WORDS, sayMeaning } from '@ingle/core'
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react'
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
  /** The cell by which the tab key comes in: where one was last. */
  const [stop, setStop] = useState('0:0')
  const closed = useRef<string | null>(null)
  const edit = useCallback(
    (key: string | null, place: string) => {
      setEditing(key)
      setStop(place)
      if (key) onChoose?.(key.slice(0, key.lastIndexOf(':')))
      else closed.current = place
    },
    [onChoose],
  )
  // Whoever set a cell or left it works on from there.
  useEffect(() => {
    if (editing !== null || closed.current === null) return
    table.current?.querySelector<HTMLElement>(`[data-cell="${closed.current}"]`)?.focus()
    closed.current = null
  }, [editing])
  if (rows.length === 0) return null
  const move = (event: React.KeyboardEvent) => {
    const cell = (event.target as HTMLElement).dataset.cell
    if (!cell || event.ctrlKey || event.metaKey || event.altKey) return
    const [row = 0, column = 0] = cell.split(':').map(Number)
    const to = {
      ArrowUp: [row - 1, column],
      ArrowDown: [row + 1, column],
      ArrowLeft: [row, column - 1],
      ArrowRight: [row, column + 1],
      Home: [0, column],
      End: [rows.length - 1, column],
    }[event.key]
    if (!to) return
    event.preventDefault()
    table.current?.querySelector<HTMLElement>(`[data-cell="${to[0]}:${to[1]}"]`)?.focus()
  }
  const stops = rows.length > Number(stop.split(':')[0]) ? stop : '0:0'
  const names = rows.map((row) => (byNeed ? row.label : row.setting.label))
  const twins = new Set(names.filter((name, i) => names.indexOf(name) !== i))
  const groups = byNeed ? groupsOf(rows) : [{ need: null, rows: rows.map((row, at) => ({ row, at })) }]
  return (
    <section aria-label="Settings ledger" className="panel overflow-x-auto">
      <table
        ref={table}
        className="w-full text-[14px] ledger"
        onKeyDown={move}
        onFocus={(event) => {
          const { cell } = (event.target as HTMLElement).dataset
          if (cell) setStop(cell)
        }}
      >
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
                stop={stops.startsWith(`${at}:`) ? stops : null}
                twin={twins.has(byNeed ? row.label : row.setting.label)}
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
  /** Its cell that the tab key stops at. */
  stop: string | null
  /** Another row has the same name. */
  twin: boolean
  editing: string | null
  onEdit: (key: string | null, place: string) => void
  byNeed: boolean
  chosen: boolean
  onChoose: ((key: string) => void) | undefined
}

/** Kept as it is while its own row does not change: a keystroke in one cell draws one row. */
const Row = memo(function Row({ row, stale, index, stop, twin, editing, onEdit, byNeed, chosen, onChoose }: RowProps) {
  const placeOf = (column: LedgerColumn) => `${index}:${COLUMNS.indexOf(column)}`
  const cell = (column: LedgerColumn) => (
    <LedgerCell
      row={row}
      column={column}
      place={placeOf(column)}
      isStop={stop === placeOf(column)}
      open={editing === `${row.key}:${column}`}
      onOpen={() => onEdit(`${row.key}:${column}`, placeOf(column))}
      onClose={() => onEdit(null, placeOf(column))}
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
          <button
            type="button"
            tabIndex={-1}
            className="text-left hover:underline"
            aria-pressed={chosen}
            onClick={() => onChoose(row.key)}
          >
            {label}
          </button>
        ) : (
          label
        )}
        {twin && <span className="block text-[12.5px]">on the {PLACE_WORDS[row.place].toLowerCase()}</span>}
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
