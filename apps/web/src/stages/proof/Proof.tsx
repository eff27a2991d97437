import { baselineModes } from '@ingle/bench'
import { Outlet, useParams } from 'react-router'
import { Tabs } from '../../kit/Tabs.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Nothing is done until it is seen to work. A running test has the screen to itself. */
export function Proof() {
  const visit = useVisit()
  const { runId } = useParams()
  return (
    <>
      {!runId && (
        <Tabs
          label="Views of the proof"
          tabs={[['.', 'Tests'], ...(baselineModes(visit).length > 0 ? [['baseline', 'Baseline'] as const] : [])]}
        />
      )}
      <main id="main" className="p-3 md:p-4 flex flex-col gap-3">
        <Outlet />
      </main>
    </>
  )
}
