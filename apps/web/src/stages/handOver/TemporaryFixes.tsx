import { controllerLacks, fixDanger, fixesInPlace } from '@ingle/bench'
import { NEVER_STOOD_IN, STAND_IN_PARTS, type StandInPart } from '@ingle/core'
import type { FixId, FixState } from '@ingle/record'
import { PeopleAnswer } from '@ingle/record/wire'
import { useEffect, useState } from 'react'
import { AddLine } from '../../kit/AddLine.tsx'
import { Cautions } from '../../kit/Cautions.tsx'
import { LineField } from '../../kit/Field.tsx'
import { newId } from '../../kit/ids.ts'
import { Notice } from '../../kit/Notice.tsx'
import { PhotoButton } from '../../kit/PhotoButton.tsx'
import { PhotoRow } from '../../kit/PhotoRow.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { usePhotos } from '../../kit/usePhotos.ts'
import { api } from '../../sync/api.ts'
import { useVisit } from '../../visit/useVisit.ts'

const EMPTY = { what: '', instead: '', cannot: '', undo: '' }

/** What stands in for the right part, how to undo it, and who answers for it while it stays in. */
export function TemporaryFixes() {
  const visit = useVisit()
  const { state, system, write, at } = visit
  const photos = usePhotos(state.id)
  const [adding, setAdding] = useState(false)
  const [typed, setTyped] = useState(EMPTY)
  const [part, setPart] = useState<StandInPart | ''>('')
  const [wrong, setWrong] = useState<string | null>(null)
  const lacks = controllerLacks(visit)
  const fixes = fixesInPlace(state, system.id)
  const put = async () => {
    if (part === '') return setWrong('Choose which part it stands in for.')
    const fixId = newId<FixId>()
    const kept = await photos.keep()
    const written = await write([
      { kind: 'fix.put', body: { ...at, fixId, part, ...typed } },
      ...kept.map((photo) => ({ kind: 'photo.add' as const, body: { ...at, fixId, ...photo } })),
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    setTyped(EMPTY)
    setPart('')
    photos.clear()
    setWrong(null)
    setAdding(false)
  }
  const line = (key: keyof typeof EMPTY, label: string, hint: string) => (
    <LineField label={label} hint={hint} value={typed[key]} onChange={(value) => setTyped({ ...typed, [key]: value })} />
  )
  return (
    <section aria-label="Temporary fixes" id="temporary" className="panel p-4">
      <h2 className="font-bold mb-1">Temporary fixes</h2>
      {fixes.length === 0 && (
        <p className="soft">
          None in place. When the right part is missing: what stands in, what it cannot do, how to undo it. A safety device is
          never one.
        </p>
      )}
      <ul className="flex flex-col divide-y divide-base-300">
        {fixes.map((fix) => (
          <Fix key={fix.id} fix={fix} />
        ))}
      </ul>
      {adding ? (
        <form
          className="flex flex-col gap-2 mt-2"
          aria-label="New temporary fix"
          onSubmit={(event) => {
            event.preventDefault()
            void put()
          }}
        >
          {line('what', 'What was put in, locked or bridged', 'S0 thermostat')}
          <label className="block">
            <span className="soft text-[13px] block mb-0.5">Which part it stands in for</span>
            <select className="select w-full" value={part} onChange={(event) => setPart(event.target.value as StandInPart | '')}>
              <option value="">choose …</option>
              {Object.entries(STAND_IN_PARTS).map(([id, { words }]) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
              <optgroup label="Never: they protect">
                {NEVER_STOOD_IN.map((words) => (
                  <option key={words} disabled>
                    {words}
                  </option>
                ))}
              </optgroup>
            </select>
            {part === '' ? (
              <span className="soft text-[13px] block mt-0.5">
                A part that is not listed is not stood in for: equipment off and locked, and an open item.
              </span>
            ) : (
              <span className="soft text-[13px] block mt-0.5">{STAND_IN_PARTS[part].harmless}</span>
            )}
          </label>
          {part === 'damper' && <Cautions at="damper-moves" />}
          {part === 'controller' && (
            <Notice kind="watch">
              {lacks.length > 0
                ? `The controller on the wall cannot serve what this system has: ${lacks.join('; ')}.`
                : 'What a stand-in cannot do stands in its manual: stages, reversing valve, auxiliary heat, outdoor air, humidity, a variable compressor or fan.'}
            </Notice>
          )}
          {line('instead', 'Instead of what', 'economizer controller')}
          {line('cannot', 'What it cannot do', 'cool with outdoor air')}
          {line('undo', 'How to undo it', 'swap the base, move Y1 back')}
          {(wrong ?? photos.wrong) && <Notice kind="wrong">{wrong ?? photos.wrong}</Notice>}
          <div className="flex flex-wrap gap-2">
            <PhotoButton count={photos.photos.length} onTake={(files) => void photos.take(files)} />
            <button
              type="submit"
              className="btn btn-neutral"
              disabled={part === '' || Object.values(typed).some((one) => one.trim() === '')}
            >
              Write it down
            </button>
            <button type="button" className="btn" onClick={() => setAdding(false)}>
              Leave it
            </button>
          </div>
        </form>
      ) : (
        <button type="button" className="btn mt-2" onClick={() => setAdding(true)}>
          Write down a temporary fix…
        </button>
      )}
    </section>
  )
}

function Fix({ fix }: { fix: FixState }) {
  const { state, write, at, clock } = useVisit()
  const [open, setOpen] = useState<'undo' | 'hand on' | null>(null)
  const danger = fixDanger(fix)
  const undo = async (how: string) => (await write([{ kind: 'fix.undo', body: { ...at, fixId: fix.id, how } }])).ok
  return (
    <li className="py-2">
      <div className="flex gap-2.5">
        <span className="mt-0.5">
          <StateMark mark="temporary" />
        </span>
        <div className="flex-1 leading-snug">
          <b>{fix.what}</b> instead of {fix.instead}
          {danger && (
            <Notice kind="wrong">
              <b>Take it out now. {danger.reason}</b> {danger.remedy}
            </Notice>
          )}
          <span className="block text-[14px]">It cannot {fix.cannot}.</span>
          <span className="soft block text-[14px]">To undo it: {fix.undo}.</span>
          <PhotoRow siteId={state.id} photos={fix.photos} alt={fix.what} />
          <span className="soft block text-[13px]">
            {fix.by}, {clock.day(fix.at)}
            {fix.handedOn && ` · ${fix.handedOn.to} answers for it until ${fix.handedOn.until}`}
          </span>
        </div>
      </div>
      <div className="flex gap-1.5 mt-1.5">
        <button type="button" className="btn btn-quiet" onClick={() => setOpen(open === 'undo' ? null : 'undo')}>
          Undone…
        </button>
        <button type="button" className="btn btn-quiet" onClick={() => setOpen(open === 'hand on' ? null : 'hand on')}>
          Hand it on…
        </button>
      </div>
      {open === 'undo' && (
        <AddLine label="How it was undone" hint="How it was undone, and seen to work" button="It is out" onAdd={undo} />
      )}
      {open === 'hand on' && <HandOn fix={fix} onDone={() => setOpen(null)} />}
    </li>
  )
}

/** To a named account of the crew, with a day. */
function HandOn({ fix, onDone }: { fix: FixState; onDone: () => void }) {
  const { write, at, clock } = useVisit()
  const [people, setPeople] = useState<{ name: string; initials: string }[] | null>(null)
  const [to, setTo] = useState('')
  const [until, setUntil] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  useEffect(() => {
    void api('GET', '/api/crew', PeopleAnswer).then((answer) => {
      if (answer.ok) setPeople(answer.value.people)
      else setWrong(`${answer.error.reason} Handing on needs the names of the crew.`)
    })
  }, [])
  const save = async () => {
    if (to === '') return setWrong('Choose who answers for it.')
    if (until <= clock.date(new Date().toISOString())) return setWrong('Choose a day that is still to come.')
    const written = await write([{ kind: 'fix.hand-on', body: { ...at, fixId: fix.id, to, until } }])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onDone()
  }
  return (
    <form
      className="flex flex-wrap gap-2 items-end mt-2"
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
    >
      <label className="block">
        <span className="soft text-[13px] block">To whom</span>
        <select className="select w-32" value={to} onChange={(event) => setTo(event.target.value)}>
          <option value="">—</option>
          {people?.map((one) => (
            <option key={one.name} value={one.initials}>
              {one.initials}
            </option>
          ))}
        </select>
      </label>
      <label className="block">
        <span className="soft text-[13px] block">Until</span>
        <input type="date" className="input" value={until} onChange={(event) => setUntil(event.target.value)} />
      </label>
      <button type="submit" className="btn btn-neutral">
        Hand it on
      </button>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </form>
  )
}
