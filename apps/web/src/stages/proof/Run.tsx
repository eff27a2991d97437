import { caseOf, isPaused, isRoof, type ProofCase, proofOf, stepNow, type TestCase } from '@ingle/bench'
import { roleLabel, STANDS } from '@ingle/core'
import type { RunId, RunState } from '@ingle/record'
import { ArrowLeft } from 'lucide-react'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { Cautions } from '../../kit/Cautions.tsx'
import { useIdParam } from '../../kit/ids.ts'
import { CautionNote, Empty, Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Meanwhile } from './Meanwhile.tsx'
import { RunResult } from './RunResult.tsx'
import { StepView } from './StepView.tsx'
import { StopRun } from './StopRun.tsx'
import { counted } from './useTestClock.ts'

/** A test as it runs: what to do now, what to watch, how long yet, and what it shows. */
export function Run() {
  const visit = useVisit()
  const runId = useIdParam<RunId>('runId')
  const run = visit.here.runs.find((one) => one.id === runId)
  const test = run && visit.state.tests[run.testKey]
  const one = useMemo(() => (run && test ? caseOf(visit, test, run.about) : null), [visit, run, test])
  if (!run || !one)
    return (
      <Empty title="There is no such test on this visit">
        <p>It may have been begun on another visit. Tests that are due stand in the list.</p>
        <BackToTests />
      </Empty>
    )
  return <Running run={run} one={one} />
}

export function BackToTests() {
  const { state, at } = useVisit()
  return (
    <Link
      className="link inline-flex items-center gap-1.5 min-h-11"
      to={`/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}/proof`}
    >
      <ArrowLeft size={16} aria-hidden="true" /> All tests
    </Link>
  )
}

function Running({ run, one }: { run: RunState; one: TestCase }) {
  const visit = useVisit()
  const { due, cases } = useMemo(() => proofOf(visit), [visit])
  const mark = stepNow(run)
  const paused = isPaused(run)
  const step = one.form.steps.find((of) => of.id === mark?.step) ?? null
  const proves = provesWords(one)
  return (
    <div className="max-w-2xl w-full mx-auto flex flex-col gap-3">
      <div>
        <BackToTests />
        <p className="soft text-[14px] leading-snug">
          {placeSaid(one, due, cases)}
          {proves && `: proves ${proves}`}
        </p>
      </div>
      {run.ended ? (
        <RunResult run={run} one={one} />
      ) : !step || !mark ? (
        <Setup run={run} one={one} />
      ) : paused ? (
        <Paused run={run} one={one} />
      ) : (
        <StepView key={mark.id} run={run} one={one} step={step} mark={mark} />
      )}
      {!run.ended && <StopRun run={run} />}
      <Meanwhile but={run.id} />
    </div>
  )
}

const placeSaid = (one: TestCase, due: readonly ProofCase[], cases: readonly ProofCase[]): string => {
  const place = due.findIndex((of) => of.key === one.key)
  const passed = cases.filter((of) => of.standing === 'passed').length
  return place < 0 ? one.form.name : `${one.form.name}, test ${passed + place + 1} of ${passed + due.length}`
}

/** The settings that a pass proves, in the trade's words. */
const provesWords = ({ form }: TestCase): string =>
  form.proves
    .filter((role) => !role.endsWith('.*'))
    .map((role) => roleLabel(role))
    .filter((label, i, all) => all.indexOf(label) === i)
    .slice(0, 3)
    .join(', ')

/** Before it begins: how the system has to stand, and what will be done. */
function Setup({ run, one }: { run: RunState; one: TestCase }) {
  const visit = useVisit()
  const { write, at } = visit
  const [first] = one.form.steps
  if (!first) return null
  const begin = () => void write([{ kind: 'test.step', body: { ...at, runId: run.id, step: first.id, ...counted() } }])
  return (
    <section aria-label="Before it begins" className="flex flex-col gap-3">
      <h1 className="text-2xl font-bold leading-tight">Bring it to: {STANDS[one.form.begins]}</h1>
      <p>{one.form.says}</p>
      <ol className="panel p-4 list-decimal pl-9 flex flex-col gap-1.5 leading-snug">
        {one.form.steps.map((step) => (
          <li key={step.id}>{step.do}</li>
        ))}
      </ol>
      {first.caution && <CautionNote text={first.caution} />}
      {isRoof(visit) && <Cautions at="roof" />}
      <button type="button" className="btn btn-primary min-h-14 text-lg" onClick={begin}>
        It stands so: begin
      </button>
    </section>
  )
}

/** Stopped half way: by whom, where it goes on, and from where. */
function Paused({ run, one }: { run: RunState; one: TestCase }) {
  const { write, at, clock } = useVisit()
  const last = stepNow(run)
  const step = one.form.steps.find((of) => of.id === last?.step) ?? one.form.steps[0]
  if (!step) return null
  const again = step.again ?? step.id
  const from = one.form.steps.find((of) => of.id === again) ?? step
  const pause = run.marks.at(-1)
  const goOn = () => void write([{ kind: 'test.step', body: { ...at, runId: run.id, step: from.id, ...counted() } }])
  return (
    <section aria-label="Stopped half way" className="flex flex-col gap-3">
      <h1 className="text-2xl font-bold leading-tight">Stopped half way</h1>
      <p>
        {pause?.by} stopped it at {pause ? clock.time(pause.at) : ''}
        {pause?.pause ? `: ${pause.pause}` : ''}. What was read is kept.
      </p>
      {again !== step.id && <Notice kind="watch">A break spoils “{step.do}”, so it begins again one step earlier.</Notice>}
      {from.caution && <CautionNote text={from.caution} />}
      <button type="button" className="btn btn-primary min-h-14 text-lg" onClick={goOn}>
        Take it up: {from.do}
      </button>
    </section>
  )
}
