import type { ChangeId } from '@ingle/record'
import { Trash2 } from 'lucide-react'
import { useState } from 'react'
import { newId } from '../../kit/ids.ts'
import { Notice } from '../../kit/Notice.tsx'
import { PhotoButton } from '../../kit/PhotoButton.tsx'
import { PhotoRow } from '../../kit/PhotoRow.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { usePhotos } from '../../kit/usePhotos.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Condition notes, each with its photos. */
export function Notes() {
  const { here, state, write, clock } = useVisit()
  return (
    <section aria-label="Condition" className="panel p-4">
      <h2 className="font-bold mb-2">Condition</h2>
      {here.notes.length === 0 && (
        <p className="soft mb-2">
          Missing covers, open knockouts, gaps that leak other air onto a sensor. A photo says it better.
        </p>
      )}
      <ul className="flex flex-col divide-y divide-base-300">
        {here.notes.map((note) => (
          <li key={note.id} className="py-2 flex gap-2.5">
            <span className="mt-0.5">
              <StateMark mark={note.standing === 'watch' ? 'watch' : 'found'} />
            </span>
            <div className="min-w-0 flex-1">
              <p className="leading-snug">{note.text}</p>
              <p className="soft text-[13px]">
                {note.by}, {clock.hour(note.at)}
              </p>
              <PhotoRow siteId={state.id} photos={note.photos} alt={note.text} />
            </div>
            <button
              type="button"
              className="btn btn-ghost btn-square"
              aria-label={`Take back the note: ${note.text}`}
              onClick={() => void write([{ kind: 'undo', body: { targetId: note.id } }])}
            >
              <Trash2 size={17} />
            </button>
          </li>
        ))}
      </ul>
      <AddNote />
    </section>
  )
}

function AddNote() {
  const { write, at, state } = useVisit()
  const [text, setText] = useState('')
  const [watch, setWatch] = useState(true)
  const photos = usePhotos(state.id)
  const [wrong, setWrong] = useState<string | null>(null)
  const save = async () => {
    if (text.trim() === '') return setWrong('Say in a few words what it is: a photo without words is hard to find again.')
    const noteId = newId<ChangeId>()
    const kept = await photos.keep()
    const written = await write([
      { kind: 'note.add', id: noteId, body: { ...at, text: text.trim(), standing: watch ? 'watch' : 'fine' } },
      ...kept.map((photo) => ({ kind: 'photo.add' as const, body: { ...at, noteId, ...photo } })),
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    setText('')
    photos.clear()
  }
  return (
    <form
      className="flex flex-col gap-2 mt-2 border-t border-base-300 pt-3"
      onSubmit={(event) => {
        event.preventDefault()
        void save()
      }}
    >
      <label>
        <span className="soft text-[13px]">New note</span>
        <textarea className="textarea w-full" rows={2} value={text} onChange={(event) => setText(event.target.value)} />
      </label>
      {(wrong ?? photos.wrong) && <Notice kind="wrong">{wrong ?? photos.wrong}</Notice>}
      <div className="flex flex-wrap items-center gap-2">
        <PhotoButton count={photos.photos.length} onTake={(files) => void photos.take(files)} />
        <label className="flex items-center gap-2 min-h-11">
          <input type="checkbox" className="checkbox" checked={watch} onChange={(event) => setWatch(event.target.checked)} />{' '}
          needs watching
        </label>
        <button type="submit" className="btn btn-neutral ml-auto">
          Keep the note
        </button>
      </div>
    </form>
  )
}
