import type { StageView } from '../view.ts'

export const proofView: StageView = {
  page: () => import('./Proof.tsx').then((one) => one.Proof),
  views: {
    '.': () => import('./Tests.tsx').then((one) => one.Tests),
    baseline: () => import('./Baseline.tsx').then((one) => one.Baseline),
    'run/:runId': () => import('./Run.tsx').then((one) => one.Run),
  },
}
