import { lazy, Suspense, useState } from 'react'
import { useShortcut } from './shortcuts.ts'

const KeysTable = lazy(async () => ({ default: (await import('./KeysTable.tsx')).KeysTable }))

export function KeysHelp() {
  const [open, setOpen] = useState(false)
  useShortcut((event) => {
    if (event.key === '?') setOpen(true)
  })
  if (!open) return null
  return (
    <Suspense fallback={null}>
      <KeysTable onClose={() => setOpen(false)} />
    </Suspense>
  )
}
