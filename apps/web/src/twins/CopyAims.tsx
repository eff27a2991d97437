import { aimEntries, carryAims, visitOf } from '@ingle/bench'
import { counted } from '@ingle/core'
import { type Draft, knownId, rowBody, type SiteState, type SystemState, type VisitState } from '@ingle/record'
import { useMemo, useState } from 'react'
import { Dialog } from '../kit/Dialog.tsx'
import { SelectField } from '../kit/Field.tsx'
import { Notice } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import { CarriedView } from './CarriedView.tsx'
import { useLeftOut } from './useLeftOut.ts'

/** Copies the aims of one unit to its twins: aims, never readings. Each unit then acknowledges for itself. */
export function CopyAims(props: { state: SiteState; visit: VisitState; systems: readonly SystemState[]; onClose: () => void }) {
  const { state, visit, systems, onClose } = props
  const desk = deskFor(useMe())
  const [fromId, setFromId] = useState(systems[0]?.id)
  const units = usePrefs((prefs) => prefs.units)
  const [wrong, setWrong] = useState<string | null>(null)
  const from = systems.find((one) => one.id === fromId)
  const carried = useMemo(() => {
    if (!from) return []
    const ledger = (system: SystemState) => visitOf({ state, system, visit, units }).ledger
    const entries = aimEntries(ledger(from))
    return systems.filter((one) => one !== from).map((system) => ({ system, carried: carryAims(entries, ledger(system), units) }))
  }, [state, visit, systems, from, units])
  const { left, leave } = useLeftOut(fromId ?? '')
  const taken = carried.map(({ system, carried: { aims } }) => ({
    system,
    aims: aims.filter(({ row }) => !left.has(`${system.id} ${row.key}`)),
  }))
  const count = taken.reduce((sum, one) => sum + one.aims.length, 0)
  const all = carried.reduce((sum, one) => sum + one.carried.aims.length, 0)
  const copy = async () => {
    const drafts: Draft[] = taken.flatMap(({ system, aims }) =>
      aims.map(({ row, value }) => ({
        kind: 'aim.set' as const,
        body: {
          visitId: visit.id,
          systemId: system.id,
          ...rowBody(row.key),
          value,
          why: `as ${from?.name ?? 'its twin'}`,
          from: 'copy' as const,
          source: from?.name ?? '',
        },
      })),
    )
    const written = await desk.write(state.id, drafts)
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
  }
  return (
    <Dialog title="Copy aims to all" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <SelectField
          label="From"
          value={fromId ?? knownId('')}
          options={systems.map((one) => [one.id, one.name] as const)}
          onSave={setFromId}
        />
        <p className="soft text-[14px]">Aims only. What was read, trims, addresses and names stay with their unit.</p>
        {carried.map(({ system, carried: one }) => (
          <details key={system.id} open={one.lost.length > 0}>
            <summary className="cursor-pointer py-1.5">
              <b>{system.name}</b>{' '}
              <span className="soft text-[14px]">
                {one.aims.length} to aim for, {one.already} already
                {one.lost.length > 0 ? `, ${one.lost.length} it cannot do` : ''}
              </span>
            </summary>
            <CarriedView
              carried={one}
              left={new Set(one.aims.map(({ row }) => row.key).filter((key) => left.has(`${system.id} ${key}`)))}
              onLeave={(key, out) => leave(`${system.id} ${key}`, out)}
            />
          </details>
        ))}
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        <button type="button" className="btn btn-primary" disabled={count === 0} onClick={() => void copy()}>
          {all === 0 ? 'All are aimed alike' : `Copy ${counted(count, 'aim')}`}
        </button>
      </div>
    </Dialog>
  )
}
