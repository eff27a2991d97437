import { type LedgerRow, needsPowerOff, sawOf } from '@ingle/bench'
import { cautionAt } from '@ingle/catalog'
import { readValue, sayBoth, sayMeaning, sayOffer } from '@ingle/core'
import { rowBody } from '@ingle/record'
import { useEffect, useId, useRef, useState } from 'react'
import { Beside } from '../../kit/Beside.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { usePrefs } from '../../prefs/prefs.ts'
import { useVisit } from '../useVisit.ts'
import { ValueText } from './ValueText.tsx'

export type LedgerColumn = 'found' | 'left' | 'proof'

interface Props {
  row: LedgerRow
  column: LedgerColumn
  /** Row and column, for the arrow keys. */
  place: string
  /** The one cell of the ledger that the tab key stops at: arrows go on from there. */
  isStop: boolean
  open: boolean
  onOpen: () => void
  onClose: () => void
}

/** One cell: shows its value, opens to be set: beside the row, so that aim and neighbours stay where they are. A left value away from its aim is not taken without its reason. */
export function LedgerCell({ row, column, place, isStop, open, onOpen, onClose }: Props) {
  const { clock } = useVisit()
  const units = usePrefs((state) => state.units)
  const entry = row[column]
  const carried = column === 'found' ? row.carried : null
  const button = useRef<HTMLButtonElement>(null)
  const rivals = row.rivals.filter((one) => one.column === column)
  /** As it stands in the cell, so that whoever says what they see is understood. */
  const shown = (value: string) => {
    if (column === 'proof') return value
    const { means, shows } = sayBoth(row.setting, value, units)
    return [means, shows].filter(Boolean).join(' ')
  }
  return (
    <>
      <button
        ref={button}
        type="button"
        data-cell={place}
        tabIndex={isStop ? 0 : -1}
        className={`text-left min-h-11 min-w-11 px-1.5 -ml-1.5 rounded leading-tight ${entry ? '' : 'soft'} ${column === 'left' && !entry ? 'border border-dashed empty-cell' : ''} ${column === 'proof' ? 'text-[13px]' : ''}`}
        aria-label={`${row.setting.label}, ${column}: ${entry ? shown(entry.value) : carried ? `${shown(carried.entry.value)}, visit ${carried.visit.number}, not looked at` : 'empty'}`}
        title={entry ? [entry.by, clock.time(entry.at), entry.via].filter(Boolean).join(', ') : undefined}
        aria-expanded={open}
        onClick={open ? onClose : onOpen}
      >
        {entry ? (
          column === 'proof' ? (
            entry.value
          ) : (
            <ValueText row={row} value={entry.value} />
          )
        ) : carried ? (
          <>
            <ValueText row={row} value={carried.entry.value} />
            <span className="block text-[12px]">visit {carried.visit.number}</span>
          </>
        ) : (
          '—'
        )}
      </button>
      {open && (
        <Beside of={button}>
          <Editor row={row} column={column} onClose={onClose} />
        </Beside>
      )}
      {rivals.length > 0 && entry && <Rivals row={row} column={column} />}
    </>
  )
}

/** Two people wrote the same cell without seeing each other: both are kept, and one is chosen. */
function Rivals({ row, column }: { row: LedgerRow; column: LedgerColumn }) {
  const units = usePrefs((state) => state.units)
  const { write, at } = useVisit()
  const entries = [row[column], ...row.rivals.filter((one) => one.column === column).map((one) => one.entry)].filter(
    (one) => one !== null,
  )
  return (
    <fieldset className="flex flex-col gap-1 py-1">
      <legend className="text-[12.5px] soft">Choose one</legend>
      {entries.map((one) => (
        <button
          key={one.id}
          type="button"
          className="btn btn-quiet justify-start font-normal"
          onClick={() =>
            void write([
              {
                kind: 'setting.set',
                body: { ...at, ...rowBody(row.key), column, value: one.value, why: one.why, saw: sawOf(row, column) },
              },
            ])
          }
        >
          <b className="num">{column === 'proof' ? one.value : sayBoth(row.setting, one.value, units).means}</b> by {one.by}
        </button>
      ))}
    </fieldset>
  )
}

function Editor({ row, column, onClose }: { row: LedgerRow; column: LedgerColumn; onClose: () => void }) {
  const units = usePrefs((state) => state.units)
  const { write, at } = useVisit()
  const [typed, setTyped] = useState(
    row[column]?.value ??
      (column === 'left' ? (row.aim?.value ?? '') : column === 'found' ? (row.carried?.entry.value ?? '') : ''),
  )
  const [why, setWhy] = useState(row.left?.why ?? '')
  const [wrong, setWrong] = useState<string | null>(null)
  const wrongId = useId()
  const value = column === 'proof' ? typed.trim() : readValue(row.setting, typed)
  const differs = column === 'left' && row.aim !== null && typed !== '' && value !== row.aim.value
  const aimSays = row.aim ? sayMeaning(row.setting, row.aim.meaning, units) : ''
  const save = async () => {
    if (typed.trim() === '') return setWrong(column === 'proof' ? 'Say what showed that it works.' : 'Choose a value.')
    if (!value) return setWrong(`${row.setting.label} has no “${typed}”. It offers ${sayOffer(row.setting, units)}.`)
    if (differs && why.trim() === '') return setWrong(`The aim is ${row.aim?.value ?? aimSays}. Say why ${value} is left.`)
    const written = await write([
      {
        kind: 'setting.set',
        body: { ...at, ...rowBody(row.key), column, value, why: differs ? why.trim() : null, saw: sawOf(row, column) },
      },
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
      <ValueField
        row={row}
        column={column}
        typed={typed}
        wrongId={wrong ? wrongId : undefined}
        onTyped={(next) => {
          setTyped(next)
          setWrong(null)
        }}
      />
      {differs && (
        <textarea
          className="textarea text-[14px] min-w-44"
          rows={2}
          placeholder={`Why not ${row.aim?.value ?? aimSays}?`}
          aria-label="Why"
          value={why}
          onChange={(event) => setWhy(event.target.value)}
        />
      )}
      {wrong && (
        <div id={wrongId}>
          <Notice kind="wrong">{wrong}</Notice>
        </div>
      )}
      {column === 'left' && needsPowerOff(row) && <CautionNote text={cautionAt('move-tap')?.text ?? ''} />}
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

/** A choice from what the device offers; a figure or words where it offers a range or takes text. */
function ValueField(props: {
  row: LedgerRow
  column: LedgerColumn
  typed: string
  /** Where what is wrong with it stands. */
  wrongId: string | undefined
  onTyped: (typed: string) => void
}) {
  const units = usePrefs((state) => state.units)
  const { row, column, typed, wrongId, onTyped } = props
  const { setting } = row
  const first = useRef<HTMLSelectElement & HTMLTextAreaElement & HTMLInputElement>(null)
  const hintId = useId()
  // The cell was just opened to be filled in.
  useEffect(() => first.current?.focus(), [])
  const shared = {
    ref: first,
    value: typed,
    'aria-label': `${setting.label}, ${column}`,
    'aria-invalid': wrongId !== undefined,
    'aria-describedby': wrongId,
  }
  if (column === 'proof')
    return (
      <textarea
        {...shared}
        className="textarea text-[14px] min-w-44"
        rows={2}
        onChange={(event) => onTyped(event.target.value)}
      />
    )
  if (setting.values.length === 0 || setting.range)
    return (
      <>
        <input
          {...shared}
          className="input num min-w-28"
          inputMode={setting.range ? 'decimal' : 'text'}
          aria-describedby={[wrongId, hintId].filter(Boolean).join(' ')}
          onChange={(event) => onTyped(event.target.value)}
        />
        <span id={hintId} className="soft text-[12.5px]">
          {sayOffer(setting, units)}
        </span>
      </>
    )
  return (
    <select {...shared} className="select w-full" onChange={(event) => onTyped(event.target.value)}>
      <option value="">—</option>
      {setting.values.map((one) => {
        const { means, shows } = sayBoth(setting, one, units)
        return (
          <option key={one} value={one}>
            {shows === null ? means : `${shows} · ${means}`}
          </option>
        )
      })}
    </select>
  )
}
