import { judgeComplaint, type TrialShown, wayIn } from '@ingle/bench'
import { COMPLAINTS, type ComplaintId, type RunFigures } from '@ingle/core'
import { useMemo, useState } from 'react'
import { SelectField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { useRuns } from './useRuns.ts'

/** Each complaint begins without the runs of the one before: their figures would strike out causes of this one. */
export function ComplaintView() {
  const { here } = useVisit()
  return <WayInView key={here.complaintWay ?? ''} />
}

/** A complaint as a way in: its causes by how likely they are here, and the look that tells most. */
function WayInView() {
  const visit = useVisit()
  const { here, write, at } = visit
  const way = useMemo(() => wayIn(visit), [visit])
  const systems = useMemo(() => way?.runs.map((one) => one.system) ?? null, [way])
  const runs = useRuns(systems, way?.options ?? {})
  const [wrong, setWrong] = useState<string | null>(null)
  const choose = async (next: ComplaintId | '') => {
    if (next !== '')
      setWrong(refusalOf(await write([{ kind: 'complaint.set', body: { ...at, text: here.complaint, way: next } }])))
  }
  const figures: Record<string, RunFigures | null> = {}
  if (way && runs && runs.length === way.runs.length)
    way.runs.forEach((one, i) => {
      const run = runs[i]
      figures[one.cause] = run?.ok ? run.value.figures : null
    })
  const told = way && judgeComplaint(visit, way, figures)
  const answer = async (trial: string, to: 'yes' | 'no' | 'open') =>
    setWrong(refusalOf(await write([{ kind: 'trial.set', body: { ...at, trial, answer: to } }])))
  const open = told?.causes ?? []
  const [next, ...others] = told?.trials.filter((one) => one.answer === null) ?? []
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <section aria-label="Causes" className="panel p-4 flex flex-col gap-3">
        <SelectField<ComplaintId | ''>
          label="What the occupant says"
          value={here.complaintWay ?? ''}
          options={[
            ...(here.complaintWay ? [] : ([['', 'choose the nearest']] as const)),
            ...(Object.entries(COMPLAINTS) as [ComplaintId, string][]),
          ]}
          onSave={(next) => void choose(next)}
        />
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        {here.complaint !== '' && <p className="soft">“{here.complaint}”</p>}
        {!told && (
          <p className="soft">Choose what comes nearest: its few likely causes follow, ranked by what is known of this system.</p>
        )}
        {told && (
          <>
            <h2 className="font-bold text-[19px] leading-snug">{open[0] && `Likeliest: ${open[0].says}`}</h2>
            <ol className="flex flex-col gap-2.5">
              {open.map((one) => (
                <li key={one.id}>
                  <div className="flex gap-3 items-baseline">
                    <span className="flex-1">{one.says}</span>
                    <b className="num">{Math.round(100 * one.share)} %</b>
                  </div>
                  <div className="h-1.5 bg-base-300 rounded my-1" aria-hidden="true">
                    <div className="h-full rounded bg-[var(--tone-air)]" style={{ width: `${100 * one.share}%` }} />
                  </div>
                  <p className="soft text-[14px]">{one.mend}</p>
                  {one.why && <p className="soft text-[13px]">{one.why}</p>}
                </li>
              ))}
            </ol>
            {way.runs.length === 0 && (
              <p className="soft text-[14px]">
                Nothing is run for it yet: name what heats and cools on the Survey stage, and the rooms under “The room”.
              </p>
            )}
            <p className="soft text-[13px]">
              By Bayes’ rule: how often such a cause is behind it (house figures), times what was found on this system, times what
              each look said. A day of this room that does not show the complaint counts against a cause and strikes none out;
              nobody having looked, no cause gets more than 60 %.
            </p>
          </>
        )}
      </section>
      {told && (
        <section aria-label="What tells them apart" className="panel p-4 flex flex-col gap-3">
          {next ? (
            <>
              <p className="soft text-[13px]">Tells most now</p>
              <Look of={next} onAnswer={answer} isNext />
            </>
          ) : (
            <p className="font-bold">Every look was taken. Mend the likeliest, then read again.</p>
          )}
          {others.map((one) => (
            <Look key={one.id} of={one} onAnswer={answer} />
          ))}
          {told.trials
            .filter((one) => one.answer !== null)
            .map((one) => (
              <div key={one.id} className="flex flex-wrap gap-2 items-center border-t border-base-300 pt-2.5 text-[14px]">
                <span className="flex-1 min-w-48">{one.asks}</span>
                <b>{one.answer ? 'yes' : 'no'}</b>
                <button type="button" className="btn btn-quiet" onClick={() => void answer(one.id, 'open')}>
                  Take back
                </button>
              </div>
            ))}
        </section>
      )}
    </div>
  )
}

function Look(props: { of: TrialShown; onAnswer: (id: string, to: 'yes' | 'no') => Promise<void>; isNext?: boolean }) {
  const { of, onAnswer, isNext = false } = props
  return (
    <section aria-label={of.asks} className={isNext ? '' : 'border-t border-base-300 pt-2.5'}>
      <h3 className={isNext ? 'font-bold text-[17px]' : 'font-bold text-[14px]'}>{of.asks}</h3>
      <p className="soft text-[14px] mb-2">
        {of.how} <span className="num">{of.bits.toFixed(2)} bit</span> expected.
      </p>
      <div className="flex gap-2">
        <button type="button" className={`btn ${isNext ? 'btn-primary' : ''}`} onClick={() => void onAnswer(of.id, 'yes')}>
          Yes
        </button>
        <button type="button" className="btn" onClick={() => void onAnswer(of.id, 'no')}>
          No
        </button>
      </div>
    </section>
  )
}
