import { combinationOf, type ZoneBreak, type ZoneCase, type ZoneJudgement } from '@ingle/core'
import { useMemo, useState } from 'react'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'

const SHORT: Record<ZoneBreak, string> = {
  heater: 'heater',
  coil: 'coil',
  static: 'static',
  noise: 'noise',
  short: 'short of air',
  'off-curve': 'off the table',
}
const FIRST = 24

/** One row a combination: which zones are open and what they get, what the blower sees, what breaks. */
export function Matrix(props: { judged: ZoneJudgement; of: ZoneCase; chosen: number | null; onChoose: (mask: number) => void }) {
  const { judged, of, chosen, onChoose } = props
  const { show, units } = useVisit()
  const [all, setAll] = useState(false)
  const rows = useMemo(
    () => Array.from(all ? judged.order : judged.order.slice(0, FIRST), (mask) => combinationOf(judged, mask)),
    [judged, all],
  )
  const always = new Set(of.network.alwaysOpen)
  return (
    <section aria-label="Combinations, the worst first" className="panel overflow-x-auto">
      <table className="w-full text-[13.5px]">
        <caption className="sr-only">Flow of every zone in each combination of open zones, the worst first</caption>
        <thead>
          <tr className="soft text-left text-[12.5px]">
            <th scope="col" className="pl-3 py-1.5">
              <span className="sr-only">State</span>
            </th>
            {of.branches.map((one, i) => (
              <th key={one.name + String(i)} scope="col" className="text-right px-1 max-w-24 truncate" title={one.name}>
                {one.name}
              </th>
            ))}
            <th scope="col" className="text-right pl-3">
              All {units.flow}
            </th>
            <th scope="col" className="text-right pl-2">
              {units.static}
            </th>
            <th scope="col" className="text-right pl-2">
              Face {units.velocity}
            </th>
            <th scope="col" className="pl-3 pr-2">
              Beyond
            </th>
          </tr>
        </thead>
        <tbody className="divide-y divide-base-300">
          {rows.map((row) => {
            const bad = row.breaks.length > 0
            const nowhere = Number.isNaN(row.totalCfm)
            return (
              <tr key={row.mask} className={`h-9 ${row.mask === chosen ? 'bg-base-200' : ''}`}>
                <td className="pl-2">
                  <button
                    type="button"
                    className="min-h-9 min-w-9 grid place-items-center"
                    aria-pressed={row.mask === chosen}
                    aria-label={`${openNames(row.mask, of)}: ${bad ? `beyond ${row.breaks.map((one) => SHORT[one]).join(', ')}` : 'within its limits'}`}
                    onClick={() => onChoose(row.mask)}
                  >
                    <StateMark mark={bad ? 'watch' : 'proved'} size={14} />
                  </button>
                </td>
                {of.branches.map((branch, i) => {
                  const open = Boolean(row.mask & (1 << i)) || always.has(i)
                  const flow = row.zoneCfm[i] as number
                  return (
                    <td key={branch.name + String(i)} className="px-0.5">
                      <div
                        className={`num text-right px-1.5 py-1 rounded-field ${open ? 'bg-secondary/18 font-bold' : 'border border-dashed border-base-300 soft'}`}
                      >
                        {nowhere ? '?' : open || flow > 0.5 ? show('flow', flow, { bare: true }) : 'shut'}
                      </div>
                    </td>
                  )
                })}
                <td className="num text-right pl-3">{nowhere ? '—' : show('flow', row.totalCfm, { bare: true })}</td>
                <td className="num text-right pl-2">{nowhere ? '—' : show('static', row.fanInWc, { bare: true })}</td>
                <td className="num text-right pl-2">{nowhere ? '—' : show('velocity', row.faceFpm, { bare: true })}</td>
                <td className="pl-3 pr-2 text-[12.5px] leading-tight min-w-24">
                  {row.breaks.map((one) => SHORT[one]).join(', ') || 'nothing'}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {judged.order.length > FIRST && (
        <button type="button" className="btn btn-ghost btn-quiet m-2" aria-expanded={all} onClick={() => setAll(!all)}>
          {all ? `The worst ${FIRST} only` : `All ${judged.order.length}`}
        </button>
      )}
    </section>
  )
}

/** "Waiting and Store open". */
export function openNames(mask: number, of: ZoneCase): string {
  const open = of.branches.filter((_, i) => mask & (1 << i) || of.network.alwaysOpen.includes(i)).map((one) => one.name)
  if (open.length === 0) return 'Everything shut'
  if (open.length === of.branches.length) return 'Everything open'
  return `${open.length === 1 ? `Only ${open[0]}` : `${open.slice(0, -1).join(', ')} and ${open.at(-1)}`} open`
}
