import { isNoted, type LedgerRow, seenAt } from '@ingle/bench'
import { sayBoth } from '@ingle/core'
import { figure } from '../../kit/figure.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Every setting that somebody noted: as it stands, and by what it is proved. */
export function SetAndProved() {
  const noted = useVisit().ledger.filter(isNoted)
  return (
    <section aria-label="Set and proved" className="panel p-4">
      <h2 className="font-bold mb-2">Set and proved</h2>
      {noted.length === 0 && <p className="soft">No settings are known: name the equipment on the Survey stage.</p>}
      <ul className="flex flex-col gap-1.5">
        {noted.map((row) => (
          <li key={row.key} className="flex gap-2.5 leading-snug">
            <span className="mt-0.5">
              <StateMark mark={row.standing} />
            </span>
            <span>
              {row.setting.label}: <b className={figure(standsAs(row))}>{standsAs(row)}</b>
              {row.proof ? (
                <span className="soft"> · {row.proof.value}</span>
              ) : (
                <span className="soft"> · {row.left ? 'not proved' : 'not set'}</span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What stands, by its meaning. */
function standsAs(row: LedgerRow): string {
  const seen = seenAt(row)
  return seen ? sayBoth(row.setting, seen.value).means : 'not looked at'
}
