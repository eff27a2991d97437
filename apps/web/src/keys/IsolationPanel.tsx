import { type Isolation, powerBack } from '@ingle/bench'
import { cautionAt } from '@ingle/catalog'
import { type IsolationStep, mayConfirmFromMs } from '@ingle/core'
import { ShieldCheck } from 'lucide-react'
import { useEffect, useState } from 'react'
import { CheckField } from '../kit/Field.tsx'
import { Heard } from '../kit/Heard.tsx'
import { CautionNote } from '../kit/Notice.tsx'
import type { UnitAtHand } from './unitAtHand.ts'

/** Making dead, step by step; each confirmed before what needs it. */
export function IsolationPanel({ isolation, unit }: { isolation: Isolation; unit: UnitAtHand }) {
  const { here, write, at, clock } = unit
  const clockAt = (iso: string | undefined) => (iso === undefined ? '' : clock.hour(iso))
  const { steps, open, isolated } = isolation
  const caution = cautionAt('move-tap')
  const tick = (checkId: string, done: boolean) =>
    void write([
      { kind: 'check.set', body: { ...at, checkId, done } },
      ...(done && open.length === 1 && here.checks['power-restored']
        ? [{ kind: 'check.set' as const, body: { ...at, checkId: 'power-restored', done: false } }]
        : []),
    ])
  return (
    <section aria-label="Isolation" className="panel p-4 flex flex-col gap-1">
      <div className="flex flex-wrap items-center gap-2 mb-1">
        <h2 className="font-bold mr-auto">Lockout and tagout</h2>
        <output className={`text-[14px] flex items-center gap-1.5 ${isolated ? 'text-success font-bold' : 'soft'}`}>
          {isolated && <ShieldCheck size={16} aria-hidden="true" />}
          {isolated ? 'Isolated: wires, jumpers and switches may be touched' : `${open.length} to confirm`}
        </output>
      </div>
      {caution && <CautionNote text={caution.text} />}
      <ol className="flex flex-col mt-1">
        {steps.map((step, i) => (
          <li key={step.id} className="leading-snug">
            <Step
              step={step}
              number={i + 1}
              done={here.checks[step.id] === true}
              doneAt={clockAt(here.checkedAt[step.id])}
              fromMs={mayConfirmFromMs(step, (id) => (here.checks[id] ? Date.parse(here.checkedAt[id] ?? '') : null))}
              onTick={(done) => tick(step.id, done)}
            />
          </li>
        ))}
      </ol>
      {isolated && (
        <button type="button" className="btn self-start" onClick={() => void write(powerBack(at, steps))}>
          Locks are off, power is back
        </button>
      )}
    </section>
  )
}

/** One step; a wait can be confirmed once it is over. */
function Step(props: {
  step: IsolationStep
  number: number
  done: boolean
  /** By the site's clock. */
  doneAt: string
  fromMs: number | null
  onTick: (done: boolean) => void
}) {
  const { step, number, done, doneAt, fromMs, onTick } = props
  const [nowMs, setNowMs] = useState(() => Date.now())
  const waiting = !done && (fromMs === null || nowMs < fromMs)
  useEffect(() => {
    if (!waiting || fromMs === null) return
    const timer = setInterval(() => setNowMs(Date.now()), 500)
    return () => clearInterval(timer)
  }, [waiting, fromMs])
  return (
    <>
      <CheckField
        label={`${number}. ${step.says}`}
        why={done ? `Confirmed at ${doneAt}` : step.why}
        checked={done}
        disabled={waiting}
        onSave={onTick}
      />
      {step.waitS === 0 && fromMs === null && <p className="ml-9 mb-1 text-[14px] soft">Once the wait is over and confirmed.</p>}
      {step.waitS !== undefined && step.waitS > 0 && !done && (
        <div className="ml-9 mb-1 text-[14px] soft">
          <Heard says={fromMs !== null && !waiting ? 'The time is up.' : ''} />
          {fromMs === null
            ? 'Counted from when the disconnects are confirmed open.'
            : waiting
              ? `${sayLeft((fromMs - nowMs) / 1000)} to go`
              : 'The time is up.'}
        </div>
      )}
    </>
  )
}

const sayLeft = (s: number): string => `${Math.floor(Math.ceil(s) / 60)}:${String(Math.ceil(s) % 60).padStart(2, '0')} min`
