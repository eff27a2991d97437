import { type LedgerRow, leaveAt } from '@ingle/bench'
import { list, sayBoth, workOrder } from '@ingle/core'
import { Notice } from '../../kit/Notice.tsx'
import { usePrefs } from '../../prefs/prefs.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What is still to be set, in an order that the devices allow, and why in that order. One tap says that it was set. */
export function WorkOrder({ rows, onGo }: { rows: readonly LedgerRow[]; onGo: (key: string) => void }) {
  const units = usePrefs((state) => state.units)
  const { write, at } = useVisit()
  if (rows.length === 0) return null
  const { steps, ring } = workOrder(rows)
  const byKey = new Map(rows.map((row) => [row.key, row]))
  const set = (row: LedgerRow) => void write([leaveAt(at, row, row.aim?.value ?? '')])
  return (
    <section aria-label="Work sequence" className="panel p-4">
      <h2 className="font-bold">Work sequence</h2>
      <ol className="mt-1 divide-y divide-base-300">
        {steps.map(({ key, because }, i) => {
          const row = byKey.get(key)
          if (!row?.aim?.value) return null
          const { means, shows } = sayBoth(row.setting, row.aim.value, units)
          return (
            <li key={key} className="py-2 flex gap-2.5 text-[14px] leading-snug">
              <span className="num soft w-5 shrink-0 text-right">{i + 1}</span>
              <span className="flex-1 min-w-0">
                <button type="button" className="text-left hover:underline font-bold" onClick={() => onGo(key)}>
                  {row.label}: {means}
                </button>
                <span className="num block text-[13px]">
                  {[row.setting.code ?? row.setting.label, shows ?? row.aim.value].join(' → ')}
                </span>
                {because.map((one) => (
                  <span key={one} className="soft block text-[13px]">
                    {one}
                  </span>
                ))}
              </span>
              <button type="button" className="btn btn-quiet" aria-label={`${row.label} is set`} onClick={() => set(row)}>
                Set
              </button>
            </li>
          )
        })}
      </ol>
      {ring.length > 0 && (
        <Notice kind="watch">
          {list(ring.map((key) => byKey.get(key)?.label ?? key))} wait for one another: set one of them by hand, then look again.
        </Notice>
      )}
    </section>
  )
}
