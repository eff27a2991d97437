import { type RefObject, useEffect, useRef, useState } from 'react'

/** The width of an element, in px, as it changes. Drawings are laid out to it, so that their letters keep their size. */
export function useWidth(first: number): [RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(first)
  useEffect(() => {
    const element = ref.current
    if (!element) return
    const watcher = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) setWidth(Math.round(entry.contentRect.width))
    })
    watcher.observe(element)
    return () => watcher.disconnect()
  }, [])
  return [ref, width]
}
