import { format, isMetric, resultSaid, type Working } from '@ingle/core'
import { ChevronRight } from 'lucide-react'
import { useState } from 'react'
import { useVisit } from './useVisit.ts'

/** Numbers that each open to their formula, inputs and source. */
export function WorkingList({ of }: { of: readonly Working[] }) {
  const [open, setOpen] = useState<string | null>(null)
  return (
    <dl>
      {of.map((one) => (
        <WorkingLine
          key={one.id}
          working={one}
          open={open === one.id}
          onToggle={() => setOpen(open === one.id ? null : one.id)}
        />
      ))}
    </dl>
  )
}

function WorkingLine({ working, open, onToggle }: { working: Working; open: boolean; onToggle: () => void }) {
  const { units } = useVisit()
  const { result } = working
  return (
    <div className="border-t border-base-300 first:border-0">
      <dt>
        <button
          type="button"
          className="w-full flex flex-wrap sm:flex-nowrap gap-x-2 items-baseline text-left py-1.5 min-h-9"
          aria-expanded={open}
          onClick={onToggle}
        >
          <ChevronRight size={14} className={`shrink-0 self-center ${open ? 'rotate-90' : ''}`} aria-hidden="true" />
          <span className="soft flex-1 sm:flex-none sm:w-24 shrink-0">{working.label}</span>
          <span className="num min-w-0 basis-full sm:basis-0 sm:flex-1 pl-[1.375rem] sm:pl-0 [overflow-wrap:anywhere]">
            {working.formula}
          </span>
          {result && isMetric(units) && <b className="num shrink-0 ml-auto">{format(result.quantity, result.value, units)}</b>}
        </button>
      </dt>
      {open && (
        <dd className="pb-2.5 pl-[1.375rem] text-[13.5px] leading-snug">
          {result && (
            <p className="mb-1">
              Result <b className="num">{resultSaid(working, units)}</b>
            </p>
          )}
          <table className="mb-1 [overflow-wrap:anywhere]">
            <tbody>
              {working.inputs.map((input) => (
                <tr key={input.name + input.from} className="align-top">
                  <td className="pr-3">{input.name}</td>
                  <td className="num pr-3">{input.value}</td>
                  <td className="soft">{input.from}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="soft">Source: {working.source}</p>
          {working.note && <p className="mt-0.5">{working.note}</p>}
        </dd>
      )}
    </div>
  )
}
