import type { Drift } from '@ingle/bench'
import { sayBoth } from '@ingle/core'
import { StateMark } from '../../kit/StateMark.tsx'
import { usePrefs } from '../../prefs/prefs.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What is not as the last visit left it, and who or what may have changed it. */
export function DriftPanel({ drift, onGo }: { drift: readonly Drift[]; onGo: (key: string) => void }) {
  const units = usePrefs((state) => state.units)
  const { ledger } = useVisit()
  if (drift.length === 0) return null
  return (
    <section aria-label="Changed since last time" className="panel p-4">
      <h2 className="font-bold">Changed since last time</h2>
      <ul className="mt-1 divide-y divide-base-300">
        {drift.map((one) => {
          const row = ledger.find((other) => other.key === one.key)
          const says = (value: string) => (row ? sayBoth(row.setting, value, units).means : value)
          return (
            <li key={one.key} className="py-2 flex gap-2.5 text-[14px] leading-snug">
              <span className="mt-0.5">
                <StateMark mark="watch" />
              </span>
              <span>
                <button type="button" className="font-bold hover:underline text-left" onClick={() => onGo(one.key)}>
                  {one.label}
                </button>
                <span className="block">
                  {one.before.column} at <b>{says(one.before.entry.value)}</b> on visit {one.before.visit.number}, now{' '}
                  <b>{says(one.now)}</b>
                </span>
                {one.causes.map((cause) => (
                  <span key={cause} className="soft block text-[13px]">
                    {cause}
                  </span>
                ))}
              </span>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
