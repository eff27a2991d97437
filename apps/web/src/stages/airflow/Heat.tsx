import { devicesOf, firesOf } from '@ingle/record'
import { Empty } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Delays } from './Delays.tsx'
import { FanLimit } from './FanLimit.tsx'
import { FireTaps } from './FireTaps.tsx'
import { HeaterKits } from './HeaterKits.tsx'
import { RisePanel } from './RisePanel.tsx'
import { Staging } from './Staging.tsx'

/** Whatever heats the air: a furnace's fires, delays and switch, or an air handler's heater kits. */
export function Heat() {
  const { state, system, visit, here, picture } = useVisit()
  const furnace = devicesOf(state, system, visit).find((one) => one.place === 'equipment' && one.profile.kind === 'furnace')
  const fires = firesOf(here.firing, furnace?.profile.furnace, state.altitudeFt)
  const kits = picture.input.blower?.heaterKits ?? []
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
              <RisePanel fires={fires} />
              <FanLimit />
              <Delays fires={fires} />
            </div>
            <div className="flex flex-col gap-3 md:gap-4 min-w-0">
              <FireTaps fires={fires} />
              <Staging fires={fires} />
            </div>
          </>
        )}
        {kits.length > 0 && <HeaterKits />}
      </div>
    </main>
  )
}
