import type { StageView } from '../view.ts'

export const powerView: StageView = { page: () => import('./Power.tsx').then((one) => one.Power) }
