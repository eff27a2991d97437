import { librarySearch } from '@ingle/catalog'
import { counted, pasteSettingsList, roleOf } from '@ingle/core'
import { useMemo, useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { DoubtList } from './DoubtList.tsx'
import { doubtsAs, pastedToForm } from './pastedSettings.ts'
import type { SettingForm } from './profileForm.ts'
import { RoleOptions } from './SettingEditor.tsx'

/** A pasted list of settings: each row with the need it stands for, doubts to settle, then taken. */
export function PastedSettingsCheck({ text, onTake }: { text: string; onTake: (settings: SettingForm[]) => void }) {
  const read = useMemo(() => pasteSettingsList(text), [text])
  const search = useMemo(() => librarySearch([]), [])
  const [roles, setRoles] = useState<Readonly<Record<number, string>>>({})
  const [settled, setSettled] = useState<ReadonlySet<string>>(new Set())
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set())
  const guesses = useMemo(
    () => (read.ok ? read.value.settings.map((one) => search.needs(one.label)[0]?.role ?? null) : []),
    [read, search],
  )
  if (!read.ok)
    return (
      <Notice kind="wrong">
        <b>{read.reason}</b> {read.remedy}
      </Notice>
    )
  const rows = read.value.settings.map((setting, i) => ({ setting, i })).filter(({ i }) => !left.has(i))
  // Another need makes other doubts: what was settled under one is not settled under the next.
  const keyOf = (i: number) => `${i}:${roles[i] ?? ''}`
  const open = rows
    .map(({ setting, i }) => ({ key: keyOf(i), setting, reasons: doubtsAs(setting, roles[i] ?? '') }))
    .filter(({ key, reasons }) => reasons.length > 0 && !settled.has(key))
    .map(({ key, setting, reasons }) => ({ key, where: `${setting.code} ${setting.label}`, reasons }))
  const doubted = new Set(open.map((one) => one.key))
  return (
    <div>
      <div className="overflow-x-auto">
        <table className="text-[14px] w-full" aria-label="Settings as read">
          <thead>
            <tr className="soft text-left text-[12.5px]">
              <th scope="col">Code</th>
              <th scope="col">Setting</th>
              <th scope="col">Values</th>
              <th scope="col">Shipped at</th>
              <th scope="col">Stands for</th>
              <th scope="col">
                <span className="sr-only">Leave out</span>
              </th>
            </tr>
          </thead>
          <tbody className="divide-y divide-base-300">
            {rows.map(({ setting, i }) => {
              const guess = guesses[i]
              const role = roles[i] ?? ''
              return (
                <tr key={i} className={doubted.has(keyOf(i)) ? 'bg-warning/18' : ''}>
                  <td className="num pr-2 py-1">{setting.code}</td>
                  <td className="pr-2">{setting.label}</td>
                  <td className="pr-2">
                    {setting.range
                      ? `${setting.values.join(' to ').replace(/ to ([^ ]+)$/, (_, last) => (setting.values.length === 3 ? ` by ${last}` : ` to ${last}`))}`
                      : setting.values.join(' / ')}
                    {setting.unit && <span className="soft"> {setting.unit}</span>}
                  </td>
                  <td className="num pr-2">{setting.default ?? '—'}</td>
                  <td className="py-1">
                    <select
                      className="select select-sm w-44"
                      aria-label={`${setting.code} ${setting.label} stands for`}
                      value={role}
                      onChange={(event) => setRoles({ ...roles, [i]: event.target.value })}
                    >
                      <option value="">left alone</option>
                      <RoleOptions />
                    </select>
                    {guess && role === '' && !guess.numbered && (
                      <button
                        type="button"
                        className="link text-[13px] block"
                        onClick={() => setRoles({ ...roles, [i]: guess.id })}
                      >
                        looks like “{guess.label}”
                      </button>
                    )}
                  </td>
                  <td>
                    <button
                      type="button"
                      className="btn btn-ghost btn-xs"
                      aria-label={`Leave out ${setting.code} ${setting.label}`}
                      onClick={() => setLeft(new Set([...left, i]))}
                    >
                      leave out
                    </button>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
      {read.value.notes.map((one) => (
        <Notice key={one} kind="watch">
          {one} Enter what of it counts by hand.
        </Notice>
      ))}
      <DoubtList doubts={open} onRight={(key) => setSettled(new Set([...settled, key]))} />
      <button
        type="button"
        className="btn btn-primary mt-3"
        disabled={open.length > 0 || rows.length === 0}
        onClick={() =>
          onTake(rows.map(({ setting, i }) => pastedToForm(setting, roleOf(roles[i] ?? '') ? (roles[i] ?? '') : '')))
        }
      >
        {open.length > 0 ? `${open.length} still in doubt` : `Take ${counted(rows.length, 'setting')}`}
      </button>
    </div>
  )
}
