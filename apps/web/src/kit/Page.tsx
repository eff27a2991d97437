import type { ReactNode } from 'react'
import { useTitle } from '../app/title.ts'

/** A page of its own, with its name. */
export function Page({ title, actions, children }: { title: string; actions?: ReactNode; children: ReactNode }) {
  useTitle(title)
  return (
    <main id="main" className="flex-1 w-full max-w-4xl mx-auto p-4 md:p-6 flex flex-col gap-4">
      <div className="flex flex-wrap items-center gap-2">
        <h1 className="text-2xl font-bold mr-auto">{title}</h1>
        {actions}
      </div>
      {children}
    </main>
  )
}

/** A part of a page, under its heading. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">{title}</h2>
      {children}
    </section>
  )
}
