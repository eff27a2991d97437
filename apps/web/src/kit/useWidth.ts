import { type RefObject, useLayoutEffect, useRef, useState } from 'react'

/** The width of an element, in px, as it changes. Drawings are laid out to it, so that their letters keep their size. */
export function useWidth(first: number): [RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(first)
  // Before it is seen: drawn to another width first, it would jump, and run out of a narrow page for a moment.
  useLayoutEffect(() => {
    const element = ref.current
    if (!element) return
    const { paddingLeft, paddingRight } = getComputedStyle(element)
    const inside = element.clientWidth - Number.parseFloat(paddingLeft) - Number.parseFloat(paddingRight)
    if (inside > 0) setWidth(Math.round(inside))
    const watcher = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) setWidth(Math.round(entry.contentRect.width))
    })
    watcher.observe(element)
    return () => watcher.disconnect()
  }, [])
  return [ref, width]
}
