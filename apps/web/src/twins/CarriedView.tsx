import type { CarriedAims } from '@ingle/bench'
import { figure } from '../kit/figure.ts'
import { StateMark } from '../kit/StateMark.tsx'

/** What aims carried from elsewhere come to on a unit: taken, only nearly, not at all. Single ones can be left out. */
export function CarriedView(props: {
  carried: CarriedAims
  left: ReadonlySet<string>
  onLeave: (key: string, out: boolean) => void
}) {
  const { carried, left, onLeave } = props
  return (
    <div className="text-[14px] flex flex-col gap-2">
      {carried.aims.length > 0 && (
        <ul aria-label="Will be aimed for" className="divide-y divide-base-300 border-y border-base-300">
          {carried.aims.map(({ row, says, nearest }) => (
            <li key={row.key}>
              <label className="py-1 min-h-11 flex gap-2.5 items-center">
                <input
                  type="checkbox"
                  className="checkbox"
                  checked={!left.has(row.key)}
                  onChange={(event) => onLeave(row.key, !event.target.checked)}
                />
                <span className="flex-1">
                  {row.label}
                  {nearest && <span className="soft block text-[13px]">{nearest}</span>}
                </span>
                <b className={figure(says)}>{says}</b>
              </label>
            </li>
          ))}
        </ul>
      )}
      {carried.already > 0 && (
        <p className="soft">
          {carried.already === 1 ? 'One is aimed for already.' : `${carried.already} are aimed for already.`}
        </p>
      )}
      {carried.lost.length > 0 && (
        <ul aria-label="Could not be carried" className="flex flex-col gap-1">
          {carried.lost.map(({ label, reason }) => (
            <li key={label} className="flex gap-2 leading-snug">
              <span className="mt-0.5">
                <StateMark mark="watch" size={14} />
              </span>
              {reason}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}
