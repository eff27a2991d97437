import { cautionAt } from '@ingle/catalog'
import type { LedgerRow } from '@ingle/record'
import { useRef, useState } from 'react'
import { CautionNote } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { LedgerCell, type LedgerColumn } from './LedgerCell.tsx'

const COLUMNS: readonly LedgerColumn[] = ['found', 'left', 'proof']

/** Every blower setting as Found · Aim · Left · Proof · Why. Arrows move, Enter opens a cell. */
export function Ledger() {
  const { ledger } = useVisit()
  const table = useRef<HTMLTableElement>(null)
  const [editing, setEditing] = useState<string | null>(null)
  if (ledger.length === 0) return null
  const move = (event: React.KeyboardEvent) => {
    const step = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key]
    const cell = (event.target as HTMLElement).dataset.cell
    if (!step || !cell) return
    event.preventDefault()
    const [row = 0, column = 0] = cell.split(':').map(Number)
    const next = table.current?.querySelector<HTMLElement>(`[data-cell="${row + (step[0] ?? 0)}:${column + (step[1] ?? 0)}"]`)
    next?.focus()
  }
  return (
    <section aria-label="Settings ledger" className="panel overflow-x-auto">
      <table ref={table} className="w-full text-[14px] ledger" onKeyDown={move}>
        <caption className="text-left font-bold px-3 pt-2.5 pb-1 text-[15px]">Blower settings</caption>
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
        <tbody className="divide-y divide-base-300">
          {ledger.map((row, i) => (
            <Row key={row.role} row={row} index={i} editing={editing} onEdit={setEditing} />
          ))}
        </tbody>
      </table>
      {editing?.endsWith(':left') && (
        <div className="p-3">
          <CautionNote text={cautionAt('move-tap')?.text ?? ''} />
        </div>
      )}
    </section>
  )
}

function Row({
  row,
  index,
  editing,
  onEdit,
}: {
  row: LedgerRow
  index: number
  editing: string | null
  onEdit: (key: string | null) => void
}) {
  const cell = (column: LedgerColumn) => (
    <LedgerCell
      row={row}
      column={column}
      place={`${index}:${COLUMNS.indexOf(column)}`}
      open={editing === `${row.role}:${column}`}
      onOpen={() => onEdit(`${row.role}:${column}`)}
      onClose={() => onEdit(null)}
    />
  )
  const why = [
    row.aim?.why,
    row.left?.why ? `Left otherwise because ${row.left.why}` : null,
    row.whyMissing ? 'Left differs from the aim: say why.' : null,
  ]
    .filter(Boolean)
    .join('. ')
  return (
    <tr className="align-top">
      <td className="pl-3 pt-3">
        <StateMark mark={row.standing} />
      </td>
      <th scope="row" className="font-normal text-left py-2.5 pr-2 leading-tight min-w-28" title={row.setting.access}>
        {row.setting.label}
      </th>
      <td data-label="Found">{cell('found')}</td>
      <td data-label="Aim" className="num font-bold py-2.5 pr-2">
        {row.aim?.value ?? <span className="soft font-normal">—</span>}
      </td>
      <td data-label="Left">{cell('left')}</td>
      <td data-label="Proof">{cell('proof')}</td>
      <td data-label="Why" className={`py-2.5 pr-3 text-[13px] leading-tight min-w-36 ${row.whyMissing ? 'text-error' : 'soft'}`}>
        {why || row.setting.access}
      </td>
    </tr>
  )
}
