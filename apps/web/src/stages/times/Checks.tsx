import { judgeMornings, localOf, TIMES_SOURCE, type TimesCheck, timesAims, timesChecks, warmJobOf } from '@ingle/bench'
import { useMemo, useState } from 'react'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useMornings } from './useMornings.ts'

/** What the days on which people come back say against the setback, once they were run. */
function useReturnChecks(mode: 'heat' | 'cool', today: number): TimesCheck[] {
  const visit = useVisit()
  const job = useMemo(() => warmJobOf(visit, today, undefined, mode), [visit, today, mode])
  const days = useMornings(job)
  return job && days ? judgeMornings(visit, job, days) : []
}

/** What is wrong with the times, each with what mends it in one tap. */
export function Checks({ now }: { now: number }) {
  const visit = useVisit()
  const { write } = visit
  const { put, waiting } = useAims(TIMES_SOURCE)
  const [wrong, setWrong] = useState<string | null>(null)
  const today = localOf(visit.clock.zone, now).day
  const checks = [...timesChecks(visit, now), ...useReturnChecks('heat', today), ...useReturnChecks('cool', today)]
  const mend = async (check: TimesCheck) => {
    if (check.takesFit) {
      const aims = timesAims(visit)?.aims ?? []
      setWrong(refusalOf(await put(waiting(aims))))
    } else setWrong(refusalOf(await write(check.drafts)))
  }
  return (
    <section aria-label="Checks" className="flex flex-col gap-2">
      <h2 className="sr-only">Checks</h2>
      {checks.length === 0 && <Notice kind="plain">Nothing speaks against the times as they stand.</Notice>}
      {checks.map((check) => (
        <Notice key={check.id} kind="watch">
          <p>
            <b>{check.says}</b> {check.mend}
          </p>
          {check.button && (
            <button type="button" className="btn btn-quiet mt-1.5 bg-base-100" onClick={() => void mend(check)}>
              {check.button}
            </button>
          )}
        </Notice>
      ))}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </section>
  )
}
