import { checkSaid, handsOf, judged, limitsSaid, proofOf, startDraft, type TestCase, VERDICT_WORDS } from '@ingle/bench'
import type { RunId, RunState } from '@ingle/record'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { newId } from '../../kit/ids.ts'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Causes } from './Causes.tsx'
import { TracePlot } from './TracePlot.tsx'

/** What a test showed: every check with its figure and its limits, the likely causes, and what comes next. */
export function RunResult({ run, one }: { run: RunState; one: TestCase }) {
  const visit = useVisit()
  const { write, show, state, at, clock } = visit
  const navigate = useNavigate()
  const [wrong, setWrong] = useState<string | null>(null)
  const { cases, due, round } = useMemo(() => proofOf(visit), [visit])
  const mine = cases.find((of) => of.key === one.key)
  const shows = judged(one.form, run, Date.parse(run.ended?.at ?? run.at))
  const failed = shows.checks.filter((of) => of.verdict === 'fail')
  const verdict = run.ended?.how === 'given-up' ? null : (shows.verdict ?? 'cannot-tell')
  const base = `/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}`
  const begin = async (next: TestCase) => {
    const runId = newId<RunId>()
    const refused = refusalOf(await write([startDraft(visit, next, runId)]))
    if (refused) return setWrong(refused)
    void navigate(`${base}/proof/run/${runId}`)
  }
  const nextKey = round.steps.map((step) => step.testId).find((key) => key !== one.key)
  const next = due.find((of) => of.key === nextKey)
  const traced = one.form.steps.find((step) =>
    step.reads?.some((reading) => reading.traced && run.traces.some((of) => of.reading === reading.id)),
  )
  const mark = traced && run.marks.findLast((of) => of.step === traced.id && of.answer === undefined)
  return (
    <section aria-label="What it showed" className="flex flex-col gap-3">
      <h1 className="text-2xl font-bold leading-tight flex items-center gap-3">
        <StateMark mark={verdict === 'pass' ? 'proved' : verdict === null ? 'not-looked-at' : 'watch'} size={24} />
        {verdict === null ? `Given up: ${run.ended?.reason}` : `${VERDICT_WORDS[verdict]}: ${one.form.name}`}
      </h1>
      <ul className="panel p-4 flex flex-col divide-y divide-base-300">
        {shows.checks.map((check) => (
          <li key={check.check.id} className="py-2 flex gap-2.5 items-start">
            <span className="mt-0.5">
              <StateMark mark={check.verdict === 'pass' ? 'proved' : check.verdict === null ? 'not-looked-at' : 'watch'} />
            </span>
            <span className="leading-snug">
              {check.check.says}
              {checkSaid(check, show) && <b className="num inline-block"> {checkSaid(check, show)}</b>}
              {limitsSaid(check, show) && (
                <span className="soft num text-[13.5px] inline-block"> wanted {limitsSaid(check, show)}</span>
              )}
            </span>
          </li>
        ))}
      </ul>
      {traced && mark && (
        <div className="panel p-4">
          <TracePlot run={run} one={one} step={traced} mark={mark} endS={60} />
        </div>
      )}
      <p className="soft text-[14px]">
        By {handsOf(run).join(', ')}, {clock.time(run.ended?.at ?? run.at)}.
        {run.values.some((of) => of.instrument) &&
          ` Read with ${[...new Set(run.values.flatMap((of) => (of.instrument ? [`${of.instrument}${of.due ? ` (calibration due ${of.due})` : ''}`] : [])))].join(', ')}.`}
      </p>
      {failed.length > 0 && (
        <div className="panel p-4">
          <h2 className="font-bold mb-1">Likely causes</h2>
          <Causes form={one.form} failed={failed} className="gap-1.5" />
        </div>
      )}
      {mine?.standing === 'due' && mine.changed.length > 0 && <Notice kind="watch">{mine.why} Run it again.</Notice>}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {verdict !== 'pass' && (
        <button type="button" className="btn btn-neutral min-h-14" onClick={() => void begin(mine ?? one)}>
          Run it again
        </button>
      )}
      {next && next.open.length === 0 && (
        <button type="button" className="btn btn-primary min-h-14 text-lg" onClick={() => void begin(next)}>
          Next in the round: {next.form.name}
        </button>
      )}
    </section>
  )
}
