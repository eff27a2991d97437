import { openItemsOf } from '@ingle/bench'
import type { ItemId } from '@ingle/record'
import { useState } from 'react'
import { AddLine } from '../../kit/AddLine.tsx'
import { LineField } from '../../kit/Field.tsx'
import { newId } from '../../kit/ids.ts'
import { Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** What is left for the next visit or for the owner, who takes it on, and how it was done. */
export function OpenItems() {
  const visit = useVisit()
  const { write, at } = visit
  const [at_, setAt] = useState<{ id: ItemId; as: 'done' | 'owner' } | null>(null)
  const items = openItemsOf(visit)
  const add = async (text: string) => (await write([{ kind: 'item.open', body: { ...at, itemId: newId(), text } }])).ok
  const close = async (itemId: ItemId, how: string) => {
    const written = await write([{ kind: 'item.close', body: { ...at, itemId, how } }])
    if (written.ok) setAt(null)
    return written.ok
  }
  const toggle = (id: ItemId, as: 'done' | 'owner') => setAt(at_?.id === id && at_.as === as ? null : { id, as })
  return (
    <section aria-label="Open items" id="open-items" className="panel p-4">
      <h2 className="font-bold mb-2">Still open</h2>
      {items.length === 0 && (
        <p className="soft">No open items. What is left for the next visit or for the owner goes here, and onto the card.</p>
      )}
      <ul className="flex flex-col divide-y divide-base-300">
        {items.map((item) => (
          <li key={item.id} className="py-2">
            <div className="flex flex-wrap gap-2.5 items-center">
              <StateMark mark={item.handedOn ? 'temporary' : 'watch'} />
              <span className="flex-1 min-w-48 leading-snug">
                {item.text}
                {item.handedOn && (
                  <span className="soft block text-[13px]">
                    {item.handedOn.to}, until {item.handedOn.until}
                  </span>
                )}
              </span>
              <button type="button" className="btn btn-quiet" onClick={() => toggle(item.id, 'owner')}>
                Who…
              </button>
              <button type="button" className="btn btn-quiet" onClick={() => toggle(item.id, 'done')}>
                Done…
              </button>
            </div>
            {at_?.id === item.id && at_.as === 'done' && (
              <AddLine label="How it was done" hint="How it was done" button="Close it" onAdd={(how) => close(item.id, how)} />
            )}
            {at_?.id === item.id && at_.as === 'owner' && <TakeOn itemId={item.id} onDone={() => setAt(null)} />}
          </li>
        ))}
      </ul>
      <AddLine label="New open item" hint="Something still to do" button="Add" onAdd={add} />
    </section>
  )
}

/** Who takes an item on, and until which day. */
function TakeOn({ itemId, onDone }: { itemId: ItemId; onDone: () => void }) {
  const { write, at } = useVisit()
  const [to, setTo] = useState('')
  const [until, setUntil] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const save = async () => {
    if (to.trim() === '') return setWrong('Say who takes it on: a name, or the owner.')
    const written = await write([{ kind: 'item.hand-on', body: { ...at, itemId, to: to.trim(), until: until.trim() } }])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onDone()
  }
  return (
    <form
      className="grid gap-2.5 sm:grid-cols-2 mt-2"
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
    >
      <LineField label="Who takes it on" hint="owner" value={to} onChange={setTo} />
      <LineField label="By which day" hint="2026-12-31" value={until} onChange={setUntil} />
      {wrong && (
        <div className="sm:col-span-2">
          <Notice kind="wrong">{wrong}</Notice>
        </div>
      )}
      <button type="submit" className="btn">
        Write it down
      </button>
    </form>
  )
}
