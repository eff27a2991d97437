import type { AirflowViewId } from '@ingle/bench'
import type { Load, StageView } from '../view.ts'

const views: Record<AirflowViewId, Load> = {
  '.': () => import('./Airflow.tsx').then((one) => one.Airflow),
  heat: () => import('./Heat.tsx').then((one) => one.Heat),
  measure: () => import('./Measure.tsx').then((one) => one.Measure),
  path: () => import('./AirPath.tsx').then((one) => one.AirPath),
  coil: () => import('./Coil.tsx').then((one) => one.Coil),
  drive: () => import('./Drive.tsx').then((one) => one.Drive),
  together: () => import('./Together.tsx').then((one) => one.Together),
}
export const airflowView: StageView = { page: () => import('./AirflowStage.tsx').then((one) => one.AirflowStage), views }
