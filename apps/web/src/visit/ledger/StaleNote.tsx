import { aimDrafts, type StaleAim } from '@ingle/bench'
import { sayBoth } from '@ingle/core'
import { StateMark } from '../../kit/StateMark.tsx'
import { usePrefs } from '../../prefs/prefs.ts'
import { useVisit } from '../useVisit.ts'

/** A worked-out aim whose inputs changed since it was taken: what it is worked out to now, and one tap to take that. */
export function StaleNote({ stale }: { stale: StaleAim }) {
  const units = usePrefs((state) => state.units)
  const visit = useVisit()
  const { row, now, source } = stale
  const means = stale.now ? sayBoth(row.setting, stale.value, units).means : null
  return (
    <div className="font-normal text-[12.5px] mt-1">
      <span className="flex gap-1.5 items-start">
        <span className="mt-0.5">
          <StateMark mark="watch" size={12} />
        </span>
        <span>
          {stale.now ? (
            <>
              taken before its inputs changed; now worked out: <b className="num">{means}</b>, {stale.now.why}
            </>
          ) : (
            <>taken before its inputs changed, and worked out no more: {stale.why}</>
          )}
        </span>
      </span>
      {now && (
        <button type="button" className="btn btn-quiet mt-1" onClick={() => void visit.write(aimDrafts(visit, [now], source))}>
          Renew: aim at {means}
        </button>
      )}
    </div>
  )
}
