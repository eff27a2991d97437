import {
  checkSaid,
  factsOf,
  failedChecks,
  fits,
  isRoof,
  minutesOf,
  type ProofCase,
  proofOf,
  STANDING_WORDS,
  startDraft,
} from '@ingle/bench'
import { inUse } from '@ingle/catalog'
import { STANDS } from '@ingle/core'
import type { RunId } from '@ingle/record'
import { Play } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { AddLine } from '../../kit/AddLine.tsx'
import { Cautions } from '../../kit/Cautions.tsx'
import { newId } from '../../kit/ids.ts'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useLibrary } from '../../library/useLibrary.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { InstrumentsInUse } from '../airflow/InstrumentsInUse.tsx'
import { BaselineNote } from './BaselineNote.tsx'
import { Causes } from './Causes.tsx'
import { MARKS } from './marks.ts'

const hours = (minutes: number): string => {
  const whole = Math.round(minutes)
  return whole < 60 ? `${whole} min` : `${Math.floor(whole / 60)} h ${String(whole % 60).padStart(2, '0')} min`
}

/** The tests due in the shortest order, with the time it takes; under them what is proved already. */
export function Tests() {
  const visit = useVisit()
  const { cases, due, round } = useMemo(() => proofOf(visit), [visit])
  const byKey = new Map(cases.map((one) => [one.key, one]))
  const going = due.filter((one) => one.open.length > 0)
  const passed = cases.filter((one) => one.standing === 'passed')
  const skipped = cases.filter((one) => one.standing === 'skipped')
  const untouched = cases.filter((one) => one.standing === 'untouched')
  return (
    <>
      <h1 className="text-xl font-bold leading-snug">{headline(cases, due)}</h1>
      <OwnTests />
      {isRoof(visit) && <Cautions at="roof" />}
      {cases.length === 0 && (
        <Empty title="No test is known for this system">
          <p>Tests follow from what a system has. Choose its devices on the Survey stage, or import a test in the Library.</p>
        </Empty>
      )}
      <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] items-start">
        <div className="flex flex-col gap-3">
          {going.length > 0 && (
            <Group title="Going on">
              {going.map((one) => (
                <Case key={one.key} of={one} />
              ))}
            </Group>
          )}
          {round.steps.length > 0 && (
            <section aria-label="The round" className="panel p-4">
              <h2 className="font-bold">The shortest round: {hours(round.minutes)}</h2>
              {round.steps.length > 2 && (
                <p className="soft text-[14px] mb-1">One warm-up serves several tests, and the power goes off once.</p>
              )}
              <ol className="flex flex-col divide-y divide-base-300">
                {round.steps.map(({ testId, bring, bringMin }, i) => {
                  const one = byKey.get(testId)
                  return (
                    one && (
                      <li key={testId}>
                        {bring && (
                          <p className="soft text-[13.5px] pt-2.5">
                            Bring it to: <b>{STANDS[bring]}</b> <span className="num">({hours(bringMin)})</span>
                          </p>
                        )}
                        <Case of={one} isNext={i === 0 && going.length === 0} />
                      </li>
                    )
                  )
                })}
              </ol>
              {round.restoreMin > 0 && (
                <p className="soft text-[13.5px] border-t border-base-300 pt-2.5">
                  Then back to rest <span className="num">({hours(round.restoreMin)})</span>
                </p>
              )}
            </section>
          )}
        </div>
        <div className="flex flex-col gap-3">
          {passed.length > 0 && (
            <Group title={`Passed: ${passed.length}`}>
              {passed.map((one) => (
                <Case key={one.key} of={one} />
              ))}
            </Group>
          )}
          {skipped.length > 0 && (
            <Group title="Not run, with a reason">
              {skipped.map((one) => (
                <Case key={one.key} of={one} />
              ))}
            </Group>
          )}
          {untouched.length > 0 && (
            <details className="panel p-4">
              <summary className="font-bold cursor-pointer py-2.5">
                Never run, not touched on this visit: {untouched.length}
              </summary>
              {untouched.map((one) => (
                <Case key={one.key} of={one} />
              ))}
            </details>
          )}
          <BaselineNote />
          <InstrumentsInUse />
        </div>
      </div>
    </>
  )
}

function headline(cases: readonly ProofCase[], due: readonly ProofCase[]): string {
  const failed = due.filter((one) => one.standing === 'failed').length
  const passed = cases.filter((one) => one.standing === 'passed').length
  const tests = (n: number) => `${n} ${n === 1 ? 'test' : 'tests'}`
  if (failed > 0) return `${tests(failed)} failed; ${due.length - failed} more due.`
  if (due.length > 0) return `${tests(due.length)} due, ${passed} passed.`
  return passed > 0 ? `Nothing is due: ${tests(passed)} passed.` : 'Nothing is due.'
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="panel p-4">
      <h2 className="font-bold mb-1">{title}</h2>
      <div className="flex flex-col divide-y divide-base-300">{children}</div>
    </section>
  )
}

/** One test: how it stands, why, what it showed, and the way to run it. */
function Case({ of, isNext = false }: { of: ProofCase; isNext?: boolean }) {
  const visit = useVisit()
  const { show, write, at, state } = visit
  const navigate = useNavigate()
  const [leaving, setLeaving] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const base = `/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}`
  const open = of.open.at(-1)
  const begin = async () => {
    const runId = newId<RunId>()
    const refused = refusalOf(await write([startDraft(visit, of, runId)]))
    if (refused) return setWrong(refused)
    void navigate(`${base}/proof/run/${runId}`)
  }
  const skip = async (reason: string) => {
    const body = { ...at, testId: of.test.id, reason, ...(of.about !== undefined && { about: of.about }) }
    const written = await write([{ kind: 'test.skip', body }])
    if (written.ok) setLeaving(false)
    return written.ok
  }
  const failed = failedChecks(of)
  const shown = (of.judged?.checks ?? []).flatMap((one) => {
    const said = checkSaid(one, show)
    return said ? [`${one.check.says}: ${said}`] : []
  })
  return (
    <article aria-label={of.form.name} className="py-2.5">
      <div className="flex gap-2.5 items-start">
        <span className="mt-1">
          <StateMark mark={MARKS[of.standing]} />
        </span>
        <div className="flex-1 min-w-0">
          <h3 className="font-bold leading-snug">
            {of.form.name} <span className="soft font-normal text-[13px]">{STANDING_WORDS[of.standing]}</span>
          </h3>
          <p className="text-[14px] leading-snug">{of.form.says}</p>
          <p className="soft text-[13px] leading-snug">
            {of.why} <span className="num">{hours(minutesOf(of))}</span>
          </p>
          {shown.length > 0 && <p className="text-[13.5px] leading-snug mt-0.5">{shown.join('; ')}</p>}
          {of.standing === 'failed' && <Causes form={of.form} failed={failed} className="text-[14px] mt-1.5 gap-1" />}
          {open && of.open.length > 1 && (
            <Notice kind="watch">
              {of.open.map((run) => `${run.by} at ${visit.clock.hour(run.at)}`).join(' and ')} began it both: go on with one, and
              give the other up with a reason.
            </Notice>
          )}
        </div>
        <div className="flex flex-col md:flex-row-reverse gap-1.5 shrink-0">
          {open ? (
            <Link className="btn btn-primary" to={`${base}/proof/run/${open.id}`}>
              {of.standing === 'paused' ? 'Take it up' : 'Go on'}
            </Link>
          ) : (
            <button
              type="button"
              className={`btn ${isNext ? 'btn-primary' : of.standing === 'passed' || of.standing === 'untouched' ? 'btn-quiet' : ''}`}
              onClick={() => void begin()}
            >
              <Play size={15} aria-hidden="true" /> {of.run ? 'Run again' : 'Run'}
              <span className="sr-only"> {of.form.name}</span>
            </button>
          )}
          {(of.standing === 'due' || of.standing === 'failed' || of.standing === 'cannot-tell') && (
            <button type="button" className="btn btn-quiet" aria-expanded={leaving} onClick={() => setLeaving(!leaving)}>
              Not today…
            </button>
          )}
        </div>
      </div>
      {leaving && (
        <AddLine label={`Why ${of.form.name} is not run`} hint="Why it is not run today" button="Write it down" onAdd={skip} />
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </article>
  )
}

/** Tests that the crew has of its own and that fit here: they hold once they are taken on. */
function OwnTests() {
  const visit = useVisit()
  const { write, at, system } = visit
  const entries = useLibrary((library) => library.tests)
  const has = useMemo(() => factsOf(visit), [visit])
  const offered = inUse(entries.filter((one) => one.from === 'crew')).filter(
    (one) => fits(one, has) && !system.ownTests.includes(`${one.id}@${one.version}`),
  )
  if (offered.length === 0) return null
  return (
    <Notice kind="plain">
      <div className="flex flex-wrap items-center gap-2">
        <span className="flex-1 min-w-48">
          Your crew has {offered.length === 1 ? 'a test' : `${offered.length} tests`} of its own that{' '}
          {offered.length === 1 ? 'fits' : 'fit'} here: {offered.map((one) => `${one.name} (version ${one.version})`).join(', ')}.
        </span>
        <button
          type="button"
          className="btn"
          onClick={() =>
            void write(offered.map((test) => ({ kind: 'test.use', body: { systemId: at.systemId, test, on: true } }) as const))
          }
        >
          Take {offered.length === 1 ? 'it' : 'them'} on
        </button>
      </div>
    </Notice>
  )
}
