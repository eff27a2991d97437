import { endDrafts, judged, runFacts, runWith, stepStands, type TestCase } from '@ingle/bench'
import { clockFace, isEarly, type TestStep } from '@ingle/core'
import type { RunMark, RunState } from '@ingle/record'
import { useState } from 'react'
import { Heard } from '../../kit/Heard.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { StepReadings } from './StepReadings.tsx'
import { TracePlot } from './TracePlot.tsx'
import { counted, useElapsed } from './useTestClock.ts'
import { type Followed, useWire } from './useWire.ts'

/** One step: big, for one hand. */
export function StepView({ run, one, step, mark }: { run: RunState; one: TestCase; step: TestStep; mark: RunMark }) {
  const visit = useVisit()
  const { write, at } = visit
  const { s, setBack } = useElapsed(mark)
  const [onWire, setOnWire] = useState(true)
  const [wrong, setWrong] = useState<string | null>(null)
  const wire = useWire(visit, run, step, onWire)
  const place = one.form.steps.indexOf(step)
  const next = one.form.steps[place + 1]
  const { waitS, waited, given, isAnswered, isOver } = stepStands(run, step, mark, s)
  const traced = (step.reads ?? []).filter((of) => of.traced)
  // The last seconds are not in the record yet, and count.
  const full = runWith(run, [...wire.pending.current.values()])
  const soFar = judged(one.form, full, Date.now())
  const facts = runFacts(full, Date.now())
  const early = (step.reads ?? []).filter((of) => isEarly(of.id, one.form, facts))
  const failed = soFar.checks.filter((of) => of.verdict === 'fail')
  const body = { ...at, runId: run.id }
  const draftsOf = (of: Followed[]) => of.map((one) => ({ kind: 'test.trace', body: { ...body, ...one } }) as const)
  const answer = async (id: string) =>
    setWrong(refusalOf(await write([{ kind: 'test.answer', body: { ...body, step: step.id, answer: id, ...counted() } }])))
  const goOn = async () => {
    const taken = wire.take()
    const traces = draftsOf(taken)
    const drafts = next
      ? [{ kind: 'test.step', body: { ...body, step: next.id, ...counted() } } as const]
      : endDrafts(visit, one, runWith(run, taken), Date.now())
    setWrong(refusalOf(await write([...traces, ...drafts])))
  }
  return (
    <>
      <section aria-label={`Step ${place + 1} of ${one.form.steps.length}`} className="flex flex-col gap-3">
        <div>
          <h1 className="text-2xl md:text-3xl font-bold leading-tight">{step.do}</h1>
          {step.watch && <p className="mt-1 text-[17px] leading-snug">{step.watch}</p>}
        </div>
        {step.caution && <CautionNote text={step.caution} />}
        <div className="panel p-4 flex flex-col gap-2">
          <p className="flex items-baseline gap-3 flex-wrap" role="timer" aria-live="off" aria-label="Time in this step">
            <span className="num font-bold text-5xl leading-none">{clockFace(s)}</span>
            <span className="soft">
              step {place + 1} of {one.form.steps.length}
            </span>
            {waitS > 0 && <span className="num soft ml-auto">{waited ? 'time is up' : `of ${clockFace(waitS)}`}</span>}
          </p>
          <Heard says={waited ? 'The time of this step is up.' : ''} />
          {setBack && (
            <Notice kind="watch">
              The clock of this device was set back since this step began. It goes on by what this page counts; what is timed
              across it will be called “cannot be told”.
            </Notice>
          )}
          {traced.length > 0 && <TracePlot run={full} one={one} step={step} mark={mark} endS={Math.max(waitS, s)} />}
        </div>
        {(step.asks ?? []).length > 0 && (
          <fieldset className="grid grid-cols-2 gap-2.5">
            <legend className="sr-only">What happens</legend>
            {(step.asks ?? []).map((of, i) => {
              const at = given(of.id)
              return (
                <button
                  key={of.id}
                  type="button"
                  aria-pressed={at !== undefined}
                  className={`btn min-h-14 text-[16px] ${at ? 'btn-neutral' : i === 0 ? 'btn-primary' : ''}`}
                  onClick={() => void answer(of.id)}
                >
                  {of.says}
                  {at && <span className="num font-normal">{visit.clock.hour(at.at)}</span>}
                </button>
              )
            })}
          </fieldset>
        )}
        <StepReadings run={run} one={one} step={step} mark={mark} wire={wire} onWire={onWire} setOnWire={setOnWire} />
        {early.length > 0 && (
          <Notice kind="watch">
            <b>Read before the time was up: {early.map((of) => of.says).join(', ')}.</b> It does not prove anything yet: read it
            again once the time of this step is over.
          </Notice>
        )}
        {failed.length > 0 && (
          <Notice kind="wrong">
            Not so: {failed.map((of) => of.check.says.toLowerCase()).join(', ')}. You can end the test here.
          </Notice>
        )}
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        <button
          type="button"
          className={`btn min-h-14 text-lg ${isOver && isAnswered ? 'btn-primary' : ''}`}
          disabled={!(isOver || failed.length > 0)}
          onClick={() => void goOn()}
        >
          {next ? `Next: ${next.do}` : 'End the test'}
        </button>
        {!next && failed.length === 0 && soFar.verdict === null && isOver && (
          <p className="soft text-[14px]">Something is still to be read or answered: ended now, it cannot be told.</p>
        )}
        {failed.length > 0 && next && (
          <button
            type="button"
            className="btn"
            onClick={() => void write([...draftsOf(wire.take()), ...endDrafts(visit, one, full, Date.now())])}
          >
            End the test: it failed
          </button>
        )}
      </section>
      <p className="soft text-[13.5px] leading-snug">
        It goes on when this phone sleeps or the page is closed. {one.form.passes.map((of) => of.says).join('. ')}. Not run is not
        passed.
      </p>
    </>
  )
}
