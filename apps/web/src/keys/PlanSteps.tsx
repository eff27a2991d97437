import type { KeypadMachine, PlanStep } from '@ingle/core'
import { KeyEvents } from './KeyEvents.tsx'

/** The steps that are still to be made: keys, what the screen should read then, and why. The first is the one to make now. */
export function PlanSteps({
  machine,
  steps,
  big = false,
}: {
  machine: KeypadMachine
  steps: readonly PlanStep[]
  big?: boolean
}) {
  return (
    <ol aria-label="Steps" className="flex flex-col gap-1.5">
      {steps.map((step, i) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: a plan is made anew as a whole.
          key={i}
          aria-current={i === 0 ? 'step' : undefined}
          className={`panel px-3 py-2 flex gap-2.5 items-center ${i === 0 ? 'border-primary border-2 bg-primary/6' : ''} ${big ? 'py-5' : ''}`}
        >
          {!big && <span className="w-5 num text-right shrink-0">{i + 1}</span>}
          <span className={`flex-1 min-w-0 flex flex-col gap-1 ${big ? 'text-[19px] gap-2.5' : 'text-[14px]'}`}>
            <b className="leading-snug">{step.says}</b>
            <KeyEvents machine={machine} events={step.events} />
            {step.why && <span className="soft text-[13px] leading-snug">{step.why}</span>}
          </span>
          <output
            className={`num rounded px-2 py-1 bg-success/15 max-w-40 text-right ${big ? 'text-2xl px-3 py-3' : 'text-[14px]'}`}
            aria-label={`Step ${i + 1} reads`}
          >
            {step.reads === '' ? '(dark)' : step.reads}
          </output>
        </li>
      ))}
    </ol>
  )
}
