import type { LedgerRow } from '@ingle/record'
import { useEffect, useRef, useState } from 'react'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

export type LedgerColumn = 'found' | 'left' | 'proof'

interface Props {
  row: LedgerRow
  column: LedgerColumn
  /** Row and column, for the arrow keys. */
  place: string
  open: boolean
  onOpen: () => void
  onClose: () => void
}

/** One cell: shows its value, opens to be set. A left value away from its aim is not taken without its reason. */
export function LedgerCell({ row, column, place, open, onOpen, onClose }: Props) {
  const entry = row[column]
  if (open) return <Editor row={row} column={column} onClose={onClose} />
  return (
    <button
      type="button"
      data-cell={place}
      className={`num text-left min-h-11 min-w-11 px-1.5 -ml-1.5 rounded ${entry ? '' : 'soft'} ${column === 'left' && !entry ? 'border border-dashed border-base-300' : ''} ${column === 'proof' ? 'font-sans text-[13px] leading-tight' : ''}`}
      aria-label={`${row.setting.label}, ${column}: ${entry?.value ?? 'empty'}`}
      title={entry ? `${entry.by}, ${new Date(entry.at).toLocaleString()}` : undefined}
      onClick={onOpen}
    >
      {entry?.value ?? '—'}
    </button>
  )
}

function Editor({ row, column, onClose }: { row: LedgerRow; column: LedgerColumn; onClose: () => void }) {
  const { write, at } = useVisit()
  const [value, setValue] = useState(row[column]?.value ?? (column === 'left' ? (row.aim?.value ?? '') : ''))
  const [why, setWhy] = useState(row.left?.why ?? '')
  const [wrong, setWrong] = useState<string | null>(null)
  const differs = column === 'left' && row.aim !== null && value !== '' && value !== row.aim.value
  const first = useRef<HTMLSelectElement & HTMLTextAreaElement>(null)
  // The cell was just opened to be filled in.
  useEffect(() => first.current?.focus(), [])
  const save = async () => {
    if (value.trim() === '') return setWrong(column === 'proof' ? 'Say what showed that it works.' : 'Choose a value.')
    if (differs && why.trim() === '') return setWrong(`The aim is ${row.aim?.value}. Say why ${value} is left.`)
    const written = await write([
      { kind: 'setting.set', body: { ...at, role: row.role, column, value: value.trim(), why: differs ? why.trim() : null } },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
  }
  return (
    <form
      className="flex flex-col gap-1.5 py-1.5 min-w-32"
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
      onKeyDown={(event) => {
        event.stopPropagation()
        if (event.key === 'Escape') onClose()
      }}
    >
      {column === 'proof' ? (
        <textarea
          ref={first}
          className="textarea text-[14px] min-w-44"
          rows={2}
          value={value}
          aria-label={`${row.setting.label}, proof`}
          onChange={(event) => setValue(event.target.value)}
        />
      ) : (
        <select
          ref={first}
          className="select"
          value={value}
          aria-label={`${row.setting.label}, ${column}`}
          onChange={(event) => setValue(event.target.value)}
        >
          <option value="">—</option>
          {row.setting.values.map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </select>
      )}
      {differs && (
        <textarea
          className="textarea text-[14px] min-w-44"
          rows={2}
          placeholder={`Why not ${row.aim?.value}?`}
          aria-label="Why"
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <div className="flex gap-1">
        <button type="submit" className="btn btn-neutral btn-quiet">
          Set
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Leave it
        </button>
      </div>
    </form>
  )
}
