import { rowFor } from '../../ledger/standsAt.ts'
import type { VisitView } from '../../visit/visitView.ts'

export type AirflowViewId = '.' | 'heat' | 'measure' | 'path' | 'coil' | 'drive' | 'together'

/** Whatever heats the air: a furnace in the equipment's place, or electric heater kits. */
export const furnaceOf = ({ devices }: VisitView) =>
  devices.find((one) => one.place === 'equipment' && one.profile.kind === 'furnace')?.profile ?? null
export const kitsOf = ({ picture }: VisitView) => picture.input.blower?.heaterKits ?? []

/** The views of the airflow that this system has something for: the blower first. */
export function airflowViews(v: VisitView): readonly (readonly [AirflowViewId, string])[] {
  const heats = furnaceOf(v) !== null || v.fires.high !== null || kitsOf(v).length > 0
  const driven = v.devices.some((one) => one.profile.kind === 'drive') || rowFor(v.ledger, 'fan.step.high') !== undefined
  const views: [AirflowViewId, string][] = [['.', 'Blower']]
  if (heats) views.push(['heat', 'Heat'])
  views.push(['measure', 'Measuring'], ['path', 'Air path'], ['coil', 'Coil'])
  if (driven) views.push(['drive', 'Drive and signals'])
  views.push(['together', 'Combined selection'])
  return views
}
