import type { ReactNode } from 'react'
import { StateMark } from './StateMark.tsx'

/** Something to know or to put right. `watch` is ochre with its triangle; `wrong` is for what was refused. */
export function Notice({ kind, children }: { kind: 'watch' | 'wrong' | 'plain'; children: ReactNode }) {
  const look = { watch: 'border-warning bg-warning/12', wrong: 'border-error bg-error/8', plain: 'border-base-300 bg-base-100' }[
    kind
  ]
  return (
    <div
      className={`border rounded-box px-3 py-2 flex gap-2.5 text-[14px] leading-snug ${look}`}
      role={kind === 'wrong' ? 'alert' : undefined}
    >
      {kind !== 'plain' && (
        <span className="mt-0.5">
          <StateMark mark="watch" />
        </span>
      )}
      <div className="min-w-0">{children}</div>
    </div>
  )
}

/** A caution, at the step where the danger is; several of one step stand in one box. */
export function CautionNote({ text }: { text: string | readonly string[] }) {
  return (
    <div
      className="bg-neutral text-neutral-content rounded-box px-3 py-2.5 text-[13.5px] leading-snug"
      role="note"
      aria-label="Caution"
    >
      <b>Before you do it. </b>
      {typeof text === 'string' ? (
        text
      ) : (
        <ul className="list-disc pl-5 mt-1 flex flex-col gap-1">
          {text.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** An empty screen: what it is for and the first step. `page`: it is all that there is, and its title the page's. */
export function Empty({ title, page = false, children }: { title: string; page?: boolean; children: ReactNode }) {
  const Heading = page ? 'h1' : 'h2'
  return (
    <div className="panel p-6 text-center max-w-xl mx-auto">
      <Heading className="font-bold text-lg">{title}</Heading>
      <div className="soft mt-1.5 leading-relaxed">{children}</div>
    </div>
  )
}
