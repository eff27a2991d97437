import type { StageView } from '../view.ts'

export const freshAirView: StageView = {
  page: () => import('./FreshAir.tsx').then((one) => one.FreshAir),
  views: {
    '.': () => import('./Need.tsx').then((one) => one.Need),
    line: () => import('./DamperLineView.tsx').then((one) => one.DamperLineView),
    co2: () => import('./Co2.tsx').then((one) => one.Co2),
    cooling: () => import('./FreeCooling.tsx').then((one) => one.FreeCooling),
    points: () => import('./Points.tsx').then((one) => one.Points),
    checks: () => import('./Checks.tsx').then((one) => one.Checks),
    live: () => import('./Live.tsx').then((one) => one.Live),
  },
}
