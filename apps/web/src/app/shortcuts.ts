import { useEffect, useRef } from 'react'
import { usePrefs } from '../prefs/prefs.ts'

/** True while somebody types: single keys are then letters, not commands. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/**
 * Hears single keys, unless somebody types, holds another key down, has a dialog open, or has turned single keys off: a voice
 * that dictates would set them off (WCAG 2.1.4).
 */
export function useShortcut(hear: (event: KeyboardEvent) => void): void {
  const latest = useRef(hear)
  useEffect(() => {
    latest.current = hear
  })
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return
      if (!usePrefs.getState().shortcuts || isTyping(event.target) || document.querySelector('dialog[open]')) return
      latest.current(event)
    }
    window.addEventListener('keydown', listen)
    return () => window.removeEventListener('keydown', listen)
  }, [])
}
