import type { CarriedAims } from '@ingle/bench'
import { figure } from '../kit/figure.ts'
import { StateMark } from '../kit/StateMark.tsx'

/** What aims carried from elsewhere come to on a unit: taken, only nearly, not at all. */
export function CarriedView({ carried }: { carried: CarriedAims }) {
  return (
    <div className="text-[14px] flex flex-col gap-2">
      {carried.aims.length > 0 && (
        <ul aria-label="Will be aimed for" className="divide-y divide-base-300 border-y border-base-300">
          {carried.aims.map(({ row, says, nearest }) => (
            <li key={row.key} className="py-1">
              <span className="flex gap-2">
                <span className="flex-1">{row.label}</span>
                <b className={figure(says)}>{says}</b>
              </span>
              {nearest && <span className="soft block text-[13px]">{nearest}</span>}
            </li>
          ))}
        </ul>
      )}
      {carried.already > 0 && <p className="soft">{carried.already} are aimed for already.</p>}
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
