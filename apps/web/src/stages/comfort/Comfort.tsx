import { Outlet } from 'react-router'
import { Tabs } from '../../kit/Tabs.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** How the room feels, tried on a simulated one; where it is read; and which room it is. */
export function Comfort() {
  const { system } = useVisit()
  return (
    <>
      <Tabs
        label="Views of the comfort"
        tabs={[
          ['.', 'A day'],
          ['sensing', 'Sensing'],
          ['complaint', 'Complaint'],
          ['room', 'The room'],
        ]}
      />
      <main id="main" className="p-3 md:p-4">
        <h1 className="sr-only">{system.name}: comfort</h1>
        <Outlet />
      </main>
    </>
  )
}
