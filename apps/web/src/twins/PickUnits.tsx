import type { SiteState, SystemId, TwinsState } from '@ingle/record'
import { useState } from 'react'
import { Dialog } from '../kit/Dialog.tsx'
import { LineField } from '../kit/Field.tsx'
import { newId } from '../kit/ids.ts'
import { Notice } from '../kit/Notice.tsx'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'

/** Which units of the site should be alike, under a name. */
export function PickUnits({ state, group, onClose }: { state: SiteState; group: TwinsState | null; onClose: () => void }) {
  const desk = deskFor(useMe())
  const [name, setName] = useState(group?.name ?? 'All alike')
  const [picked, setPicked] = useState<ReadonlySet<SystemId>>(new Set(group?.systemIds ?? state.systems.map((one) => one.id)))
  const [wrong, setWrong] = useState<string | null>(null)
  const save = async (systemIds: SystemId[]) => {
    const written = await desk.write(state.id, [
      { kind: 'twins.set', body: { groupId: group?.id ?? newId(), name: name.trim() || 'All alike', systemIds } },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
  }
  const toggle = (id: SystemId) => {
    const next = new Set(picked)
    if (!next.delete(id)) next.add(id)
    setPicked(next)
  }
  return (
    <Dialog title="Units that should be alike" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void save(state.systems.map((one) => one.id).filter((id) => picked.has(id)))
        }}
      >
        <LineField label="Name of the group" value={name} onChange={setName} />
        <fieldset className="grid sm:grid-cols-2">
          <legend className="sr-only">Units</legend>
          {state.systems.map((one) => (
            <label key={one.id} className="flex items-center gap-3 min-h-11">
              <input type="checkbox" className="checkbox" checked={picked.has(one.id)} onChange={() => toggle(one.id)} />
              {one.name}
            </label>
          ))}
        </fieldset>
        {picked.size < 2 && <Notice kind="watch">A twin needs another: pick at least two.</Notice>}
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        <div className="flex gap-2">
          <button type="submit" className="btn btn-primary" disabled={picked.size < 2}>
            Compare {picked.size} units
          </button>
          {group && (
            <button type="button" className="btn" onClick={() => void save([])}>
              Give the group up
            </button>
          )}
        </div>
      </form>
    </Dialog>
  )
}
