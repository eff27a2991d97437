import type { KeyPlan, KeypadMachine } from '@ingle/core'
import { StateMark } from '../kit/StateMark.tsx'
import { KeyEvents } from './KeyEvents.tsx'

/** The steps of a plan: keys, what the screen should read then, and which of them are done. */
export function PlanSteps({ machine, plan, done }: { machine: KeypadMachine; plan: KeyPlan; done: number }) {
  return (
    <ol aria-label="Steps" className="flex flex-col gap-1.5">
      {plan.steps.map((step, i) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: a plan is made anew as a whole.
          key={i}
          aria-current={i === done ? 'step' : undefined}
          className={`panel px-3 py-2 flex gap-2.5 items-center ${i < done ? 'opacity-60' : ''} ${i === done ? 'border-primary border-2 bg-primary/6' : ''}`}
        >
          <span className="w-5 num text-right shrink-0">{i < done ? <StateMark mark="proved" size={15} /> : i + 1}</span>
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
