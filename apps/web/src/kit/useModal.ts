import { type RefObject, useLayoutEffect, useRef } from 'react'

/** A native dialog that stands open while it is there: focus stays in it, and goes back where it was. */
export function useModal(): RefObject<HTMLDialogElement | null> {
  const ref = useRef<HTMLDialogElement>(null)
  // Before it leaves the page: a dialog that is gone gives no focus back.
  useLayoutEffect(() => {
    const dialog = ref.current
    const before = document.activeElement
    dialog?.showModal()
    return () => {
      dialog?.close()
      // What opened it may have gone meanwhile: then the page itself, not nothing.
      const back = before instanceof HTMLElement && before.isConnected && before !== document.body ? before : null
      queueMicrotask(() => (back?.isConnected ? back : document.getElementById('main'))?.focus())
    }
  }, [])
  return ref
}
