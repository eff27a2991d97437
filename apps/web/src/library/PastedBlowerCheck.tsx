import { counted, pasteBlowerTable, showIn, tableDoubts } from '@ingle/core'
import type { ProfileBlower } from '@ingle/record'
import { X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { cellBase, cellText } from './cells.ts'
import { DoubtList } from './DoubtList.tsx'

/** A pasted blower table: cells to mend, taps and statics to leave out, doubts to settle, then taken. */
export function PastedBlowerCheck({ text, onTake }: { text: string; onTake: (table: ProfileBlower['table']) => void }) {
  const units = usePrefs((prefs) => prefs.units)
  const read = useMemo(() => pasteBlowerTable(text, showIn(units)), [text, units])
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [settled, setSettled] = useState<ReadonlySet<string>>(new Set())
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  if (!read.ok)
    return (
      <Notice kind="wrong">
        <b>{read.reason}</b> {read.remedy}
      </Notice>
    )
  const { tapLabels, staticsInWc, flowsCfm, powersW, doubts, notes } = read.value
  const out = (t: number, s: number) => left.has(`tap ${t}`) || left.has(`static ${s}`)
  const textOf = (t: number, s: number) => typed[`${t}:${s}`] ?? cellText('flow', flowsCfm[t]?.[s], units)
  const staticText = (value: number) => cellText('static', value, units)
  const open = doubts
    .filter(({ at: [t, s] }) => !out(t, s) && !settled.has(`${t}:${s}`))
    .map(({ at: [t, s], reasons }) => ({
      key: `${t}:${s}`,
      where: `${tapLabels[t]} at ${staticText(staticsInWc[s] ?? 0)} ${units.static}`,
      reasons,
    }))
  const doubted = new Set(open.map((one) => one.key))
  const taps = tapLabels.map((label, t) => ({ label, t })).filter(({ t }) => !left.has(`tap ${t}`))
  const statics = staticsInWc.map((value, s) => ({ value, s })).filter(({ s }) => !left.has(`static ${s}`))
  const cells = taps.map(({ t }) => statics.map(({ s }) => cellBase('flow', textOf(t, s), units, flowsCfm[t]?.[s])))
  const unread = cells.flat().find((one) => !one.ok)
  const table = {
    kind: 'constant-torque' as const,
    taps: taps.map((one) => one.label),
    staticsInWc: statics.map((one) => one.value),
    flowsCfm: cells.map((row) => row.map((one) => (one.ok ? one.value : null))),
    ...(powersW && { powersW: taps.map(({ t }) => statics.map(({ s }) => powersW[t]?.[s] ?? null)) }),
  }
  const [bad] = unread ? [] : tableDoubts(table)
  const blocked = unread && !unread.ok ? unread.reason : (bad?.reason ?? null)
  const change = (key: string, value: string) => {
    setTyped({ ...typed, [key]: value })
    setSettled(new Set([...settled, key]))
  }
  return (
    <div>
      {notes.map((note) => (
        <p key={note} className="soft text-[14px]">
          {note}
        </p>
      ))}
      <div className="overflow-x-auto">
        <table className="num text-[14px]" aria-label="Table as read">
          <thead>
            <tr className="soft text-[12.5px]">
              <th scope="col" className="font-sans text-left pr-2">
                {units.flow} at {units.static}
              </th>
              {statics.map(({ value, s }) => (
                <th key={s} scope="col" className="px-1">
                  <span className="flex items-center justify-end">
                    {staticText(value)}
                    <LeaveOut name={`static ${staticText(value)}`} onClick={() => setLeft(new Set([...left, `static ${s}`]))} />
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {taps.map(({ label, t }) => (
              <tr key={t}>
                <th scope="row" className="text-left pr-2 whitespace-nowrap">
                  <LeaveOut name={`tap ${label}`} onClick={() => setLeft(new Set([...left, `tap ${t}`]))} />
                  {label}
                </th>
                {statics.map(({ s }) => (
                  <td key={s} className="p-0.5">
                    <input
                      className={`input input-sm num w-19 text-right ${doubted.has(`${t}:${s}`) ? 'bg-warning/25 border-warning' : ''}`}
                      aria-label={`${label} at ${staticText(staticsInWc[s] ?? 0)} ${units.static}${doubted.has(`${t}:${s}`) ? ', doubted' : ''}`}
                      value={textOf(t, s)}
                      onChange={(event) => change(`${t}:${s}`, event.target.value)}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <DoubtList doubts={open} onRight={(key) => setSettled(new Set([...settled, key]))} />
      {open.length === 0 && blocked && <Notice kind="wrong">{blocked} Correct that cell, or leave its tap or static out.</Notice>}
      <button
        type="button"
        className="btn btn-primary mt-3"
        disabled={open.length > 0 || blocked !== null || taps.length === 0 || statics.length === 0}
        onClick={() => onTake(table)}
      >
        {open.length > 0 ? `${open.length} still in doubt` : `Take ${counted(taps.length, 'tap')}`}
      </button>
    </div>
  )
}

const LeaveOut = ({ name, onClick }: { name: string; onClick: () => void }) => (
  <button
    type="button"
    className="btn btn-ghost btn-xs btn-square min-h-6 h-6"
    aria-label={`Leave out ${name}`}
    onClick={onClick}
  >
    <X size={13} />
  </button>
)
