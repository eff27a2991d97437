import { cautionAt } from '@ingle/catalog'
import { ShieldCheck } from 'lucide-react'
import { CheckField } from '../kit/Field.tsx'
import { CautionNote } from '../kit/Notice.tsx'
import { Countdown } from './Countdown.tsx'
import { type Isolation, powerBack } from './isolation.ts'
import type { UnitAtHand } from './unitAtHand.ts'

const clock = (at: string | undefined): string =>
  at === undefined ? '' : new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' }).format(new Date(at))

/** Making dead, step by step; each confirmed before what needs it. */
export function IsolationPanel({ isolation, unit }: { isolation: Isolation; unit: UnitAtHand }) {
  const { here, write, at } = unit
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
        <h2 className="font-bold mr-auto">Make it dead</h2>
        <output className={`text-[14px] flex items-center gap-1.5 ${isolated ? 'text-success font-bold' : 'soft'}`}>
          {isolated && <ShieldCheck size={16} aria-hidden="true" />}
          {isolated ? 'Isolated: wires, jumpers and switches may be touched' : `${open.length} to confirm`}
        </output>
      </div>
      {caution && <CautionNote text={caution.text} />}
      <ol className="flex flex-col mt-1">
        {steps.map((step, i) => (
          <li key={step.id} className="leading-snug">
            <CheckField
              label={`${i + 1}. ${step.says}`}
              why={here.checks[step.id] ? `Confirmed at ${clock(here.checkedAt[step.id])}` : step.why}
              checked={here.checks[step.id] === true}
              onSave={(done) => tick(step.id, done)}
            />
            {step.waitS !== undefined && !here.checks[step.id] && (
              <div className="ml-9 mb-1">
                <Countdown seconds={step.waitS} />
              </div>
            )}
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
