import { autoUpdate, flip, offset, shift, useFloating } from '@floating-ui/react-dom'
import { type ReactNode, type RefObject, useLayoutEffect } from 'react'

/** The two bars, which nothing may lie behind, px. */
const BARS = { top: 56, bottom: 72, left: 8, right: 8 }

/** Lies under what it belongs to, or above it where there is no room; moves nothing. */
export function Beside({ of, children }: { of: RefObject<HTMLElement | null>; children: ReactNode }) {
  const { refs, floatingStyles } = useFloating({
    placement: 'bottom-start',
    // Against the window: what it belongs to may scroll within a frame that would cut it off.
    strategy: 'fixed',
    middleware: [offset(4), flip({ padding: BARS }), shift({ padding: BARS })],
    whileElementsMounted: autoUpdate,
  })
  useLayoutEffect(() => refs.setReference(of.current), [refs, of])
  return (
    <div
      ref={refs.setFloating}
      style={floatingStyles}
      className="z-10 panel shadow-lg px-3 py-1.5 w-max max-w-[min(24rem,calc(100vw-1rem))] text-left font-normal"
    >
      {children}
    </div>
  )
}
