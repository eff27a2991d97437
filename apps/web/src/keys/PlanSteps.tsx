import type { KeyPlan, KeypadMachine } from '@ingle/core'
import { KeyEvents } from './KeyEvents.tsx'

/** The steps that are still to be made: keys, and what the screen should read then. The first is the one to make now. */
export function PlanSteps({ machine, plan }: { machine: KeypadMachine; plan: KeyPlan }) {
  return (
    <ol aria-label="Steps" className="flex flex-col gap-1.5">
      {plan.steps.map((step, i) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: a plan is made anew as a whole.
          key={i}
          aria-current={i === 0 ? 'step' : undefined}
          className={`panel px-3 py-2 flex gap-2.5 items-center ${i === 0 ? 'border-primary border-2 bg-primary/6' : ''}`}
        >
          <span className="w-5 num text-right shrink-0">{i + 1}</span>
          <span className="flex-1 min-w-0 flex flex-col gap-1 text-[14px]">
            <b className="leading-snug">{step.says}</b>
            <KeyEvents machine={machine} events={step.events} />
          </span>
          <output
            className="num rounded px-2 py-1 bg-success/15 text-[14px] max-w-32 text-right"
            aria-label={`Step ${i + 1} reads`}
          >
            {step.reads === '' ? '(dark)' : step.reads}
          </output>
        </li>
      ))}
    </ol>
  )
}
