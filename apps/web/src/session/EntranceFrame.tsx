import type { ReactNode } from 'react'
import { NameMark } from '../app/NameMark.tsx'

/** The page of somebody who is not in yet. */
export function EntranceFrame({ children }: { children: ReactNode }) {
  return (
    <main id="main" className="min-h-dvh grid place-items-center p-4">
      <div className="w-full max-w-md">
        <div className="flex items-center gap-3 mb-6 justify-center">
          <NameMark size={44} ink="currentColor" />
          <p className="text-3xl font-bold tracking-wide">ingle</p>
        </div>
        {children}
      </div>
    </main>
  )
}
