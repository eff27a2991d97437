import { carryAims } from '@ingle/bench'
import { inUse } from '@ingle/catalog'
import { counted } from '@ingle/core'
import { type Pattern, rowBody } from '@ingle/record'
import { useMemo, useState } from 'react'
import { Dialog } from '../../kit/Dialog.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { useLibrary } from '../../library/useLibrary.ts'
import { CarriedView } from '../../twins/CarriedView.tsx'
import { useLeftOut } from '../../twins/useLeftOut.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Puts a pattern on this unit, through roles; what it cannot be set to is named before anything is written. */
export function ApplyPattern({ onClose }: { onClose: () => void }) {
  const { ledger, write, at, units } = useVisit()
  const patterns = inUse(useLibrary((library) => library.patterns))
  const [id, setId] = useState(patterns[0]?.id ?? '')
  const [wrong, setWrong] = useState<string | null>(null)
  const pattern = patterns.find((one) => one.id === id)
  const carried = useMemo(() => (pattern ? carryAims(pattern.entries, ledger, units) : null), [pattern, ledger, units])
  const { left, leave } = useLeftOut(id)
  const taken = (carried?.aims ?? []).filter(({ row }) => !left.has(row.key))
  const apply = async (chosen: Pattern) => {
    const written = await write(
      taken.map(({ row, value }) => ({
        kind: 'aim.set' as const,
        body: {
          ...at,
          ...rowBody(row.key),
          value,
          why: whyOf(chosen, row.key),
          from: 'pattern' as const,
          source: chosen.name,
        },
      })),
    )
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
  }
  return (
    <Dialog title="Put on a pattern" onClose={onClose}>
      {!pattern || !carried ? (
        <Empty title="No patterns yet">
          <p>A pattern is what one unit was set to, kept in roles for the next. Keep one from a unit that is right.</p>
        </Empty>
      ) : (
        <div className="flex flex-col gap-3">
          <label className="block">
            <span className="soft text-[13px] block mb-0.5">Pattern</span>
            <select className="select w-full" value={id} onChange={(event) => setId(event.target.value)}>
              {patterns.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}, version {one.version}
                </option>
              ))}
            </select>
          </label>
          <p className="soft text-[14px]">
            From {pattern.from}, {pattern.equipment.join(' with ')}.
          </p>
          <CarriedView carried={carried} left={left} onLeave={leave} />
          {wrong && <Notice kind="wrong">{wrong}</Notice>}
          <button type="button" className="btn btn-primary" disabled={taken.length === 0} onClick={() => void apply(pattern)}>
            Aim for {counted(taken.length, 'setting')}
          </button>
        </div>
      )}
    </Dialog>
  )
}

/** The reason that the pattern gave; its row may have stood at another place. */
function whyOf(pattern: Pattern, key: string): string {
  const id = key.split('@')[0]
  const entry = pattern.entries.find((one) => one.role === key) ?? pattern.entries.find((one) => one.role.split('@')[0] === id)
  return entry?.why ?? ''
}
