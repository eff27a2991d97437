import { caseOf, openRuns, stepNow } from '@ingle/bench'
import { clockFace, limitOf, type TestStep } from '@ingle/core'
import type { RunId, RunState, SystemState } from '@ingle/record'
import { Link } from 'react-router'
import { useVisit } from '../../visit/useVisit.ts'
import { useElapsed } from './useTestClock.ts'

/** Other tests that go on, here or on another unit: while one waits, another can go on. */
export function Meanwhile({ but }: { but: RunId | null }) {
  const { state, visit } = useVisit()
  const others = openRuns(state, visit).filter(({ run }) => run.id !== but)
  if (others.length === 0) return null
  return (
    <section aria-label="Meanwhile" className="bg-neutral text-neutral-content rounded-box p-4 flex flex-col gap-2">
      <h2 className="font-bold">Meanwhile</h2>
      {others.map(({ system, run }) => (
        <Other key={run.id} system={system} run={run} />
      ))}
    </section>
  )
}

function Other({ system, run }: { system: SystemState; run: RunState }) {
  const visit = useVisit()
  const { state, at } = visit
  const test = state.tests[run.testKey]
  const mark = stepNow(run)
  const { s } = useElapsed(mark)
  if (!test) return null
  const form = caseOf(visit, test, run.about).form
  const step: TestStep | undefined = form.steps.find((one) => one.id === mark?.step)
  const waitS = step ? (limitOf(step.waitS, (role) => run.limits[role] ?? null) ?? null) : null
  const left = waitS === null ? null : waitS - s
  return (
    <p className="leading-snug">
      <b>{system.name}:</b> {form.name}.{' '}
      {left === null ? `Begun by ${run.by}.` : left > 0 ? `Its wait ends in ${clockFace(left)}.` : 'Its wait is over.'}{' '}
      <Link className="link" to={`/sites/${state.id}/visits/${at.visitId}/systems/${system.id}/proof/run/${run.id}`}>
        Go there
      </Link>
    </p>
  )
}
