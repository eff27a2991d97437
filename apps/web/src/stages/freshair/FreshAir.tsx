import { isRoof } from '@ingle/bench'
import { Link, Outlet } from 'react-router'
import { Notice } from '../../kit/Notice.tsx'
import { Tabs } from '../../kit/Tabs.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Outdoor air of a rooftop unit: how much, by which damper, when it cools, and what hangs on its controller. */
export function FreshAir() {
  const visit = useVisit()
  const { system, state, at } = visit
  return (
    <>
      <Tabs
        label="Views of the fresh air"
        tabs={[
          ['.', 'Need'],
          ['line', 'Damper line'],
          ['co2', 'CO₂'],
          ['cooling', 'Free cooling'],
          ['points', 'Inputs and outputs'],
          ['checks', 'Checks'],
          ['live', 'Live'],
        ]}
      />
      <main id="main" className="p-3 md:p-4 flex flex-col gap-3">
        <h1 className="sr-only">{system.name}: fresh air</h1>
        {!isRoof(visit) && (
          <Notice kind="plain">
            Nothing on this system takes outdoor air by a damper so far. If it does, choose its economizer on the{' '}
            <Link className="link" to={`/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}/survey`}>
              Survey
            </Link>{' '}
            stage, or enter the unit below.
          </Notice>
        )}
        <Outlet />
      </main>
    </>
  )
}
