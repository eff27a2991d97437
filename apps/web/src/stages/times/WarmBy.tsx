import { isLate, MORNING_WORDS, SCHOOL_WORDS, sayNeed, sayWarm, warmJobOf } from '@ingle/bench'
import { clockText } from '@ingle/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { DataTable } from '../../kit/DataTable.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useMornings } from './useMornings.ts'

const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

/** Whether it is warm when people get up: on a mild morning and on a frosty one, by each school. */
export function WarmBy({ today }: { today: number }) {
  const visit = useVisit()
  const { show } = visit
  const job = useMemo(() => warmJobOf(visit, today), [visit, today])
  const mornings = useMornings(job)
  if (!job) return null
  const frosty = mornings?.find((one) => one.kind === 'frosty')
  return (
    <section aria-label="Warm on time" className="panel p-4 flex flex-col gap-1.5">
      <h2 className="font-bold">
        Warm by <span className="num">{clockText(job.step.toMin)}</span>
      </h2>
      {mornings === null ? (
        <p className="soft text-[14px]" role="status">
          Running two mornings …
        </p>
      ) : (
        <>
          <DataTable
            caption="When it is warm"
            columns={[
              { head: '' },
              ...mornings.map((one) => ({
                head: `${MORNING_WORDS[one.kind]}, ${show('temperature', one.extremeF)}`,
                figure: true as const,
              })),
            ]}
            rows={(['none', 'lead', 'own'] as const).map((school, i) => ({
              key: school,
              cells: [
                <span key="s" className="font-normal">
                  {SCHOOL_WORDS[school]}
                  {school === 'lead' && `, ${job.leadMin} min`}
                </span>,
                ...mornings.map((one) => {
                  const row = one.rows[i]
                  return row ? (
                    <span key={one.kind} className={isLate(job.step, row) ? 'text-error font-bold' : ''}>
                      {sayWarm(row)}
                      {isLate(job.step, row) && <span className="sr-only"> too late</span>}
                    </span>
                  ) : (
                    '—'
                  )
                }),
              ],
            }))}
          />
          <p className="soft text-[13px]">
            From {show('temperature', job.step.setbackF)} up to {show('temperature', job.step.setF)}
            {frosty ? `. Frost: ${lowerFirst(sayNeed(frosty, job))}` : '.'}{' '}
            <Link className="link" to="warm">
              What it rests on
            </Link>
          </p>
        </>
      )}
    </section>
  )
}
