import type { StageView } from '../view.ts'

export const surveyView: StageView = { page: () => import('./Survey.tsx').then((one) => one.Survey) }
