import type { ReactNode } from 'react'

/** How it was worked out, folded away under a panel: formula, inputs, source. */
export function WorkedNote({ children }: { children: ReactNode }) {
  return (
    <details className="text-[13px] soft">
      <summary className="cursor-pointer min-h-11 flex items-center">How it was worked out</summary>
      {children}
    </details>
  )
}
