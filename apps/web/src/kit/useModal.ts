import { type RefObject, useEffect, useRef } from 'react'

/** A native dialog that stands open while it is there: focus stays in it, and goes back where it was. */
export function useModal(): RefObject<HTMLDialogElement | null> {
  const ref = useRef<HTMLDialogElement>(null)
  useEffect(() => {
    const dialog = ref.current
    dialog?.showModal()
    return () => dialog?.close()
  }, [])
  return ref
}
