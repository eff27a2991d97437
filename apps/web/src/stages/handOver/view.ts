import type { StageView } from '../view.ts'

export const handOverView: StageView = { page: () => import('./HandOver.tsx').then((one) => one.HandOver) }
