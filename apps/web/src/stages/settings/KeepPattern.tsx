import { devicesOf, patternEntries } from '@ingle/bench'
import { freeId } from '@ingle/catalog'
import { roleLabel, roleOf, sayMeaning } from '@ingle/core'
import { PATTERN_FORMAT } from '@ingle/record'
import { useState } from 'react'
import { Dialog } from '../../kit/Dialog.tsx'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useLibrary } from '../../library/useLibrary.ts'
import { usePrefs } from '../../prefs/prefs.ts'
import { useMe } from '../../session/useMe.ts'
import { deskFor } from '../../sync/desk.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Keeps what this unit is set to for the next one: in roles, without what belongs to this unit alone. */
export function KeepPattern({ onClose }: { onClose: () => void }) {
  const units = usePrefs((state) => state.units)
  const { ledger, system, state, visit } = useVisit()
  const desk = deskFor(useMe())
  const patterns = useLibrary((library) => library.patterns)
  const [name, setName] = useState(`${state.name}, ${system.name}`.slice(0, 80))
  const [said, setSaid] = useState<{ kind: 'wrong' | 'plain'; text: string } | null>(null)
  const entries = patternEntries(ledger)
  const keep = async () => {
    const same = patterns.find((one) => one.content.name === name.trim())
    const saved = await desk.library.save('pattern', {
      format: PATTERN_FORMAT,
      id: same?.id ?? freeId(name, new Set(patterns.map((one) => one.id))),
      version: (same?.version ?? 0) + 1,
      name: name.trim(),
      from: `${state.name}, ${system.name}`.slice(0, 160),
      equipment: devicesOf(state, system, visit).map((one) => `${one.profile.maker} ${one.profile.family}`),
      entries,
    })
    if (!saved.ok) return setSaid({ kind: 'wrong', text: `${saved.reason} ${saved.remedy}` })
    setSaid({
      kind: 'plain',
      text: same ? `Kept as version ${same.version + 1} of “${name.trim()}”.` : 'Kept for the whole crew.',
    })
  }
  return (
    <Dialog title="Keep as a pattern" onClose={onClose}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void keep()
        }}
      >
        <LineField label="Name of the pattern" value={name} onChange={setName} />
        {entries.length === 0 ? (
          <Notice kind="watch">Nothing was left and nothing is aimed for yet: there is nothing to keep.</Notice>
        ) : (
          <ul className="text-[14px] max-h-64 overflow-auto border-y border-base-300 py-1" aria-label="What it holds">
            {entries.map((entry) => {
              const id = entry.role.split('@')[0] ?? entry.role
              return (
                <li key={entry.role} className="flex gap-2 py-0.5">
                  <span className="flex-1">{roleLabel(id)}</span>
                  <b className="num">{sayMeaning(roleOf(id) ? { role: id } : {}, entry.value, units)}</b>
                </li>
              )
            })}
          </ul>
        )}
        <p className="soft text-[13px]">Trims, addresses and names belong to this unit and stay out. Readings are never kept.</p>
        {said && <Notice kind={said.kind}>{said.text}</Notice>}
        <button type="submit" className="btn btn-primary" disabled={entries.length === 0 || name.trim() === ''}>
          Keep {entries.length} settings
        </button>
      </form>
    </Dialog>
  )
}
