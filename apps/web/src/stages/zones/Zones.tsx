import { Outlet } from 'react-router'
import { Tabs } from '../../kit/Tabs.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Which zones there are, what happens in every combination of open ones, and how the outlets are balanced. */
export function Zones() {
  const { system } = useVisit()
  return (
    <>
      <Tabs
        label="Views of the zones"
        tabs={[
          ['.', 'Outlets and shares'],
          ['combinations', 'Combinations'],
          ['steps', 'Fan steps and draught'],
          ['balance', 'Balance'],
        ]}
      />
      <main id="main" className="p-3 md:p-4">
        <h1 className="sr-only">{system.name}: zones</h1>
        <Outlet />
      </main>
    </>
  )
}
