import type { StageView } from '../view.ts'

export const zonesView: StageView = {
  page: () => import('./Zones.tsx').then((one) => one.Zones),
  views: {
    '.': () => import('./Outlets.tsx').then((one) => one.Outlets),
    combinations: () => import('./Combinations.tsx').then((one) => one.Combinations),
    steps: () => import('./Steps.tsx').then((one) => one.Steps),
    balance: () => import('./Balance.tsx').then((one) => one.Balance),
  },
}
