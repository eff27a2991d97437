import { lazy, Suspense, useEffect, useState } from 'react'

/** True while somebody types: single keys are then letters, not commands. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

const KeysTable = lazy(async () => ({ default: (await import('./KeysTable.tsx')).KeysTable }))

export function KeysHelp() {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.key === '?' && !isTyping(event.target)) setOpen(true)
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
  if (!open) return null
  return (
    <Suspense fallback={null}>
      <KeysTable onClose={() => setOpen(false)} />
    </Suspense>
  )
}
