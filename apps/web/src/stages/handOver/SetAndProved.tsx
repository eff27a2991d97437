import { isNoted, type LedgerRow, seenAt } from '@ingle/bench'
import { sayBoth, type UnitChoice } from '@ingle/core'
import { figure } from '../../kit/figure.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Every setting that somebody noted: as it stands, and by what it is proved. */
export function SetAndProved() {
  const { ledger, units } = useVisit()
  const noted = ledger.filter(isNoted)
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
              {row.setting.label}: <b className={figure(standsAs(row, units))}>{standsAs(row, units)}</b>
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
function standsAs(row: LedgerRow, units: UnitChoice): string {
  const seen = seenAt(row)
  return seen ? sayBoth(row.setting, seen.value, units).means : 'not looked at'
}
