import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useTitle } from '../app/title.ts'

/** A page of the library: the way back, its name, what can be done on it. */
export function LibraryFrame({ title, actions, children }: { title: string; actions?: ReactNode; children: ReactNode }) {
  useTitle(title)
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6">
      <p className="soft text-[14px]">
        <Link to="/library" className="link">
          Library
        </Link>
      </p>
      <div className="flex flex-wrap items-center gap-2 mb-3">
        <h1 className="text-2xl font-bold mr-auto">{title}</h1>
        {actions}
      </div>
      {children}
    </main>
  )
}
