import { closeDraft, openSinceClose, visitHandOver } from '@ingle/bench'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Closes the visit for every machine on it. With something open it asks who answers for it, and until when. */
export function CloseVisit() {
  const view = useVisit()
  const { visit, write, clock, state } = view
  const [owner, setOwner] = useState('')
  const [until, setUntil] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const today = clock.date(new Date().toISOString())
  const systems = useMemo(() => visitHandOver(view, today, [view]), [view, today])
  const open = systems.flatMap((system) => system.open.map((item) => ({ system, item })))
  const since = openSinceClose(visit, systems)
  const close = async () => {
    const draft = closeDraft(visit, systems, { owner, until, today })
    if (!draft.ok) return setWrong(`${draft.reason} ${draft.remedy}`)
    // What an earlier press was refused for is no answer to this one.
    setWrong(null)
    setWrong(refusalOf(await write([draft.value])))
  }
  if (visit.closedAt)
    return (
      <section aria-label="Close the visit" className="panel p-4 flex flex-col gap-2.5">
        <h2 className="font-bold">The visit is closed</h2>
        <p>Closed {clock.time(visit.closedAt)}. What is written from now on still counts, with its own time.</p>
        {visit.closing && visit.closing.open.length > 0 && (
          <>
            <p>
              <b>{visit.closing.owner}</b> answers until {visit.closing.until} for what was open:
            </p>
            <ul className="list-disc pl-5 text-[14px] leading-snug">
              {visit.closing.open.map((one) => (
                <li key={one.id}>{one.says}</li>
              ))}
            </ul>
          </>
        )}
        {since.length > 0 && (
          <Notice kind="watch">
            Came up since it was closed, and nobody answers for it:{' '}
            {since.map(({ system, item }) => `${system.name}: ${item.says}`).join('; ')}.
          </Notice>
        )}
      </section>
    )
  return (
    <section aria-label="Close the visit" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Close the visit</h2>
      {systems.length > 1 && (
        <ul className="text-[14px] leading-snug">
          {systems.map((system) => (
            <li key={system.systemId} className="flex gap-2 py-0.5">
              <Link className="link flex-1" to={`/sites/${state.id}/visits/${visit.id}/systems/${system.systemId}/hand-over`}>
                {system.name}
              </Link>
              <span className="num soft">{system.open.length === 0 ? 'nothing open' : `${system.open.length} open`}</span>
            </li>
          ))}
        </ul>
      )}
      {open.length > 0 && (
        <>
          <p className="text-[14.5px] leading-snug">
            {open.length === 1 ? 'One thing is' : `${open.length} things are`} still open
            {systems.length > 1 ? ' on this visit' : ''}. Each goes onto the card and the record by name.
          </p>
          <div className="grid gap-2.5 sm:grid-cols-2">
            <LineField label="Who answers for it" hint="JT" value={owner} onChange={setOwner} />
            <LineField label="Until which day" hint="2026-12-31" value={until} onChange={setUntil} />
          </div>
        </>
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="button" className="btn btn-neutral min-h-12" onClick={() => void close()}>
        {open.length > 0 ? `Close the visit, with ${open.length} open` : 'Close the visit'}
      </button>
    </section>
  )
}
