import { airflowViews } from '@ingle/bench'
import { Outlet } from 'react-router'
import { Tabs } from '../../kit/Tabs.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** The airflow stage: the blower first, then what else belongs to the air, as far as this system has it. */
export function AirflowStage() {
  return (
    <>
      <Tabs label="Views of the airflow" tabs={airflowViews(useVisit())} />
      <Outlet />
    </>
  )
}
