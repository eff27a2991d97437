import { BASE_UNITS, type UnitChoice } from '@ingle/core'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'

export const THEMES = ['daywork', 'sunlight', 'nightshift'] as const
type Theme = (typeof THEMES)[number]
export const THEME_SAYS: Record<Theme, string> = { daywork: 'Day work', sunlight: 'Sunlight', nightshift: 'Night shift' }

interface Prefs {
  theme: Theme
  units: UnitChoice
  /** Whether single keys act: `/`, `?`, `g` and a letter, space in a plan. */
  shortcuts: boolean
  setShortcuts: (shortcuts: boolean) => void
  setTheme: (theme: Theme) => void
  setUnits: (units: UnitChoice) => void
}

/** What this person likes on this device. */
export const usePrefs = create<Prefs>()(
  persist(
    (set) => ({
      theme: 'daywork',
      units: BASE_UNITS,
      shortcuts: true,
      setShortcuts: (shortcuts) => set({ shortcuts }),
      setTheme: (theme) => set({ theme }),
      setUnits: (units) => set({ units }),
    }),
    { name: 'ingle.prefs' },
  ),
)

/** Keeps the page in the chosen theme. */
export function followTheme(): void {
  const apply = (theme: Theme) => document.documentElement.setAttribute('data-theme', theme)
  apply(usePrefs.getState().theme)
  usePrefs.subscribe((state) => apply(state.theme))
}
