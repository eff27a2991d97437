import { Outlet } from 'react-router'
import { Tabs } from '../../kit/Tabs.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** When people are in, what the device can hold of it, what is in force, and what it saves. */
export function Times() {
  const { system } = useVisit()
  return (
    <>
      <Tabs
        label="Views of the times"
        tabs={[
          ['.', 'Week'],
          ['days', 'Exceptions and seasons'],
          ['now', 'In force'],
          ['warm', 'Warm on time'],
          ['saves', 'Savings'],
          ['later', 'Clock and reminders'],
        ]}
      />
      <main id="main" className="p-3 md:p-4 flex flex-col gap-3">
        <h1 className="sr-only">{system.name}: times</h1>
        <Outlet />
      </main>
    </>
  )
}
