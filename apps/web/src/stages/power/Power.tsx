import { isolationOf } from '@ingle/bench'
import { type Board, PLACE_WORDS } from '@ingle/core'
import { useMemo } from 'react'
import { IsolationPanel } from '../../keys/IsolationPanel.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Contacts } from './Contacts.tsx'
import { PowerCut } from './PowerCut.tsx'
import { TruthTable } from './TruthTable.tsx'
import { WirePanel } from './WirePanel.tsx'

/** Conductors of a controller that speaks over a bus instead of by letters. */
const BUS_WIRES = 3

/** Making dead, control wiring, outside contacts, and what a power cut erases. */
export function Power() {
  const visit = useVisit()
  const { system, here, devices, wired } = visit
  const { kind, found, now, findings } = wired
  const isolation = isolationOf(devices, here)
  const controller = devices.find((one) => one.place === 'controller')?.profile
  const equipment = devices.find((one) => one.place === 'equipment')?.profile
  const names: Partial<Record<Board, string>> = useMemo(
    () => ({ ...(controller && { controller: controller.family }), ...(equipment && { equipment: equipment.family }) }),
    [controller, equipment],
  )
  const bus = controller?.seen?.wires !== undefined && controller.seen.wires <= BUS_WIRES
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 xl:grid-cols-[minmax(0,1fr)_25rem] items-start">
      <h1 className="sr-only">{system.name}: power</h1>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        {bus && (
          <Notice kind="plain">
            The {PLACE_WORDS.controller.toLowerCase()} {controller?.family} speaks over {controller?.seen?.wires} conductors, not
            by letters: look for polarity and screening in its manual. The map below serves where a plain thermostat hangs on the
            same equipment.
          </Notice>
        )}
        <WirePanel kind={kind} found={found} now={now} findings={findings} names={names} isolation={isolation} />
        {now.wires.length > 0 && <TruthTable kind={kind} found={found} now={now} />}
      </div>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <IsolationPanel isolation={isolation} unit={visit} />
        <Contacts />
        <PowerCut devices={devices} />
      </div>
    </main>
  )
}
