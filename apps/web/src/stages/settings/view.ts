import type { StageView } from '../view.ts'

export const settingsView: StageView = { page: () => import('./Settings.tsx').then((one) => one.Settings) }
