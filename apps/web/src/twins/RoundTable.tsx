import { type LedgerRow, leaveAt, type TwinRow, waitingFor } from '@ingle/bench'
import { sayBoth } from '@ingle/core'
import type { SiteState, SystemId, SystemState, VisitState } from '@ingle/record'
import { useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { refusalOf } from '../kit/refusalOf.ts'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { UnitTable } from './UnitTable.tsx'

/** One setting after another, unit after unit: each is ticked off when it acknowledges. */
export function RoundTable(props: {
  state: SiteState
  visit: VisitState
  systems: readonly SystemState[]
  rows: readonly TwinRow[]
}) {
  const { state, visit, systems, rows } = props
  const units = usePrefs((state) => state.units)
  const desk = deskFor(useMe())
  const [wrong, setWrong] = useState<string | null>(null)
  const tick = async (systemId: SystemId, row: LedgerRow, value: string) => {
    const written = await desk.write(state.id, [leaveAt({ visitId: visit.id, systemId }, row, value)])
    setWrong(refusalOf(written))
  }
  return (
    <section aria-label="A round of settings" className="panel overflow-x-auto">
      <p className="soft text-[14px] px-3 pt-2.5">
        Tick a unit when it acknowledges: its Left is written with your name and the time. What it reads there is beside the tick.
      </p>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <UnitTable
        caption="What each unit is still to acknowledge"
        systems={systems}
        rows={rows}
        cell={({ row, systemId }, { label }, unit) => {
          const value = row && waitingFor(row)
          if (!row || value === null)
            return <span className="soft px-1">{row?.left ? 'done' : row?.aim?.value && row.found ? 'stands' : '·'}</span>
          const { means, shows } = sayBoth(row.setting, value, units)
          return (
            <label className="flex items-center gap-1.5 min-h-11 leading-tight px-1">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={false}
                aria-label={`${unit} acknowledged ${label} ${means}`}
                onChange={() => void tick(systemId, row, value)}
              />
              <span>
                {means}
                <span className="num soft block text-[12px]">
                  {[row.setting.code, shows ?? value].filter(Boolean).join(' → ')}
                </span>
              </span>
            </label>
          )
        }}
      />
    </section>
  )
}
