import type { LedgerRow } from '@ingle/bench'
import { type KeypadMachine, type KeypadState, sayBoth } from '@ingle/core'
import { ValueOptions } from '../kit/ValueOptions.tsx'
import { usePrefs } from '../prefs/prefs.ts'

/** Settings that nobody has looked at on this visit: the plan takes them as an earlier one ended, else as shipped. */
export function Unseen(props: {
  machine: KeypadMachine
  state: KeypadState
  rows: readonly LedgerRow[]
  onRead: (row: LedgerRow, value: string) => void
}) {
  const { rows } = props
  if (rows.length === 0) return null
  // A whole program is looked through once, not read line by line before each plan.
  if (rows.length > MOST_OPEN)
    return (
      <details className="text-[14px]">
        <summary className="cursor-pointer min-h-11 flex items-center">
          Nobody has looked at {rows.length} of them today: taken as they were left, else as shipped
        </summary>
        <Unlooked {...props} />
      </details>
    )
  return <Unlooked {...props} />
}
const MOST_OPEN = 8

function Unlooked({ machine, state, rows, onRead }: Parameters<typeof Unseen>[0]) {
  const units = usePrefs((state) => state.units)
  return (
    <fieldset className="border border-base-300 rounded-box p-3 text-[14px] flex flex-col gap-1.5">
      <legend className="soft text-[13px] px-1">Nobody has looked today: taken as it was left, else as shipped</legend>
      {rows.map((row) => {
        const known = machine.settings.get(row.id)
        const taken = state.saved[row.id] ?? ''
        if (!known || known.values.length === 0) return null
        return (
          <label key={row.key} className="flex items-center gap-2">
            <span className="flex-1 min-w-0">
              <span className="num">{row.setting.code}</span> {row.setting.label}, taken as{' '}
              <b>{sayBoth(row.setting, taken, units).means}</b>
              {row.carried ? `, as on visit ${row.carried.visit.number}` : ', as shipped'}
            </span>
            <select
              className="select select-sm w-32"
              aria-label={`${row.setting.label} reads`}
              value=""
              onChange={(event) => onRead(row, event.target.value)}
            >
              <option value="">it reads …</option>
              <ValueOptions values={known.values} />
            </select>
          </label>
        )
      })}
    </fieldset>
  )
}
