import { type RefObject, useEffect, useRef, useState } from 'react'

/** A menu under its button: Escape, leaving it and a click beside it close it; Escape goes back to the button. */
export function useMenu<E extends HTMLElement>(): {
  open: boolean
  setOpen: (open: boolean) => void
  /** Around the button and what it opens. */
  around: RefObject<E | null>
} {
  const [open, setOpen] = useState(false)
  const around = useRef<E>(null)
  useEffect(() => {
    if (!open) return
    const box = around.current
    const isOutside = (target: EventTarget | null) => target instanceof Node && !box?.contains(target)
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return
      setOpen(false)
      box?.querySelector<HTMLElement>('[aria-expanded]')?.focus()
    }
    const click = (event: PointerEvent) => isOutside(event.target) && setOpen(false)
    const leave = (event: FocusEvent) => isOutside(event.relatedTarget) && setOpen(false)
    window.addEventListener('keydown', onKey)
    window.addEventListener('pointerdown', click)
    box?.addEventListener('focusout', leave)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('pointerdown', click)
      box?.removeEventListener('focusout', leave)
    }
  }, [open])
  return { open, setOpen, around }
}
