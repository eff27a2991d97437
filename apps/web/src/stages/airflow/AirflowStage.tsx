import { devicesOf } from '@ingle/record'
import { Outlet } from 'react-router'
import { Tabs } from '../../kit/Tabs.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** The airflow stage: the blower first, then what else belongs to the air, as far as this system has it. */
export function AirflowStage() {
  const { state, system, visit, ledger, picture } = useVisit()
  const devices = devicesOf(state, system, visit)
  const furnace = devices.some((one) => one.place === 'equipment' && one.profile.kind === 'furnace')
  const kits = (picture.input.blower?.heaterKits.length ?? 0) > 0
  const driven = devices.some((one) => one.profile.kind === 'drive') || ledger.some((row) => row.id === 'fan.step.high')
  const tabs: [string, string][] = [['.', 'Blower']]
  if (furnace || kits) tabs.push(['heat', 'Heat'])
  tabs.push(['measure', 'Measuring'], ['path', 'Air path'], ['coil', 'Coil'])
  if (driven) tabs.push(['drive', 'Drive and signals'])
  tabs.push(['together', 'All together'])
  return (
    <>
      <Tabs label="Views of the airflow" tabs={tabs} />
      <Outlet />
    </>
  )
}
