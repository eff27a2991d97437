import { furnaceOf, kitsOf } from '@ingle/bench'
import { Empty } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Delays } from './Delays.tsx'
import { FanLimit } from './FanLimit.tsx'
import { FirePlates } from './FirePlates.tsx'
import { FireTaps } from './FireTaps.tsx'
import { GasPanel } from './GasPanel.tsx'
import { HeaterKits } from './HeaterKits.tsx'
import { RisePanel } from './RisePanel.tsx'
import { Staging } from './Staging.tsx'

/** Whatever heats the air: a furnace's fires, delays and switch, or an air handler's heater kits. */
export function Heat() {
  const visit = useVisit()
  const { system } = visit
  const furnace = furnaceOf(visit)
  const kits = kitsOf(visit)
  return (
    <main id="main" className="p-3 md:p-4">
      <h1 className="sr-only">{system.name}: heat</h1>
      {!furnace && kits.length === 0 && (
        <Empty title="Nothing here heats the air by itself">
          <p>Furnaces and electric heater kits are looked at in this view.</p>
        </Empty>
      )}
      <div className="grid gap-3 md:gap-4 xl:grid-cols-2 items-start">
        {furnace && (
          <>
            <div className="flex flex-col gap-3 md:gap-4 min-w-0">
              <FirePlates />
              <GasPanel />
              <RisePanel />
              <FanLimit />
              <Delays />
            </div>
            <div className="flex flex-col gap-3 md:gap-4 min-w-0">
              <FireTaps />
              <Staging />
            </div>
          </>
        )}
        {kits.length > 0 && <HeaterKits />}
      </div>
    </main>
  )
}
