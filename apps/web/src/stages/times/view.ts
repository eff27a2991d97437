import type { StageView } from '../view.ts'

export const timesView: StageView = {
  page: () => import('./Times.tsx').then((one) => one.Times),
  views: {
    '.': () => import('./Week.tsx').then((one) => one.Week),
    days: () => import('./Days.tsx').then((one) => one.Days),
    now: () => import('./InForce.tsx').then((one) => one.InForce),
    warm: () => import('./Warm.tsx').then((one) => one.Warm),
    saves: () => import('./SavesView.tsx').then((one) => one.SavesView),
    later: () => import('./Later.tsx').then((one) => one.Later),
  },
}
