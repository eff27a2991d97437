import { counted, flowOfNamedTap, format, pasteHeaterKits } from '@ingle/core'
import { blowerOf, type Profile, type ProfileHeaterKit } from '@ingle/record'
import { useMemo, useState } from 'react'
import { SelectField } from '../kit/Field.tsx'
import { Notice } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { cellBase, cellText } from './cells.ts'
import { DoubtList } from './DoubtList.tsx'
import { readCellText } from './readCellText.ts'

interface Props {
  text: string
  blower: Profile['blower'] | null
  onTake: (kits: ProfileHeaterKit[]) => void
}

/** Pasted heater kits, for one size of unit: flows to mend, doubts to settle, then taken. */
export function PastedKitsCheck({ text, blower, onTake }: Props) {
  const read = useMemo(() => pasteHeaterKits(text), [text])
  const units = usePrefs((prefs) => prefs.units)
  const [unit, setUnit] = useState(0)
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const [settled, setSettled] = useState<ReadonlySet<string>>(new Set())
  if (!read.ok)
    return (
      <Notice kind="wrong">
        <b>{read.reason}</b> {read.remedy}
      </Notice>
    )
  const data = blower && blowerOf({ blower, settings: [] as Profile['settings'] } as Profile)
  const { models, powersKw, unitLabels, minFlowsCfm, minTaps, doubts, notes } = read.value
  const byTap = minFlowsCfm.length === 0
  const flowFor = (kit: number): { flow: number | null; reason: string | null } => {
    if (!byTap) return { flow: minFlowsCfm[unit]?.[kit] ?? null, reason: null }
    const tap = minTaps[unit]?.[kit]
    if (tap == null) return { flow: null, reason: null }
    const flow = data ? flowOfNamedTap(data, tap) : null
    return {
      flow,
      reason:
        flow === null
          ? `It names tap ${tap}, whose flow is not known: paste the blower table first, say the rated static, or type the flow.`
          : `It names tap ${tap}: about ${format('flow', flow, units)} at the rated static.`,
    }
  }
  const key = (kit: number, column: string) => `${unit}:${kit}:${column}`
  const rows = models.map((model, kit) => {
    const { flow, reason } = flowFor(kit)
    const reasons = [
      ...doubts.filter((one) => one.at[0] === unit && one.at[1] === kit).flatMap((one) => one.reasons),
      ...(reason ? [reason] : []),
      ...(powersKw[kit] == null ? ['Its power could not be read.'] : []),
    ]
    return {
      kit,
      model,
      reasons,
      power: typed[key(kit, 'kw')] ?? (powersKw[kit] == null ? '' : String(powersKw[kit])),
      base: flow,
      flow: typed[key(kit, 'flow')] ?? cellText('flow', flow, units),
    }
  })
  const open = rows
    .filter((one) => one.reasons.length > 0 && !settled.has(key(one.kit, 'seen')))
    .map((one) => ({ key: key(one.kit, 'seen'), where: one.model, reasons: one.reasons }))
  const kits = rows.map((one) => ({
    model: one.model,
    power: readCellText(one.power),
    flow: cellBase('flow', one.flow, units, one.base),
  }))
  const bad = kits.find((one) => !one.power.ok || !one.flow.ok || !one.power.value || one.power.value <= 0)
  const change = (kit: number, column: string, value: string) => {
    setTyped({ ...typed, [key(kit, column)]: value })
    setSettled(new Set([...settled, key(kit, 'seen')]))
  }
  return (
    <div>
      {unitLabels.length > 1 && (
        <SelectField
          label="For which size"
          value={String(unit)}
          options={unitLabels.map((one, i) => [String(i), one] as const)}
          onSave={(one) => setUnit(Number(one))}
        />
      )}
      <table className="text-[14px] num mt-2" aria-label="Kits as read">
        <thead>
          <tr className="soft text-left text-[12.5px] font-sans">
            <th scope="col" className="pr-4">
              Kit
            </th>
            <th scope="col" className="pr-2">
              kW
            </th>
            <th scope="col">Least flow, {units.flow}; empty: not allowed</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((one) => (
            <tr key={one.kit}>
              <th scope="row" className="text-left pr-4">
                {one.model}
              </th>
              {(['kw', 'flow'] as const).map((column) => (
                <td key={column} className="p-0.5">
                  <input
                    className={`input input-sm num w-24 text-right ${one.reasons.length > 0 && !settled.has(key(one.kit, 'seen')) ? 'bg-warning/25 border-warning' : ''}`}
                    aria-label={`${one.model}, ${column === 'kw' ? 'kW' : 'least flow'}`}
                    value={column === 'kw' ? one.power : one.flow}
                    onChange={(event) => change(one.kit, column, event.target.value)}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {notes.map((one) => (
        <Notice key={one} kind="watch">
          {one}
        </Notice>
      ))}
      <DoubtList doubts={open} onRight={(one) => setSettled(new Set([...settled, one]))} />
      {bad && <Notice kind="wrong">Kit {bad.model} needs its power in kW, and a flow or nothing.</Notice>}
      <button
        type="button"
        className="btn btn-primary mt-3"
        disabled={open.length > 0 || bad !== undefined}
        onClick={() =>
          onTake(
            kits.map((one) => ({
              model: one.model,
              powerKw: one.power.ok ? (one.power.value ?? 0) : 0,
              minFlowCfm: one.flow.ok ? one.flow.value : null,
            })),
          )
        }
      >
        {open.length > 0 ? `${open.length} still in doubt` : `Take ${counted(kits.length, 'kit')}`}
      </button>
    </div>
  )
}
