import type { LibraryEntry } from '@ingle/catalog'
import type { DocumentKind } from '@ingle/record'
import { FileDown } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { saveJson } from '../kit/saveFile.ts'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'

interface Props {
  kind: DocumentKind
  entry: LibraryEntry<{ id: string; name: string }>
  /** As it goes out into a file. */
  file: object
  /** Whether whoever is signed in may take it out of use; shipped ones stay. */
  mayRetire: boolean
  action?: ReactNode
  children: ReactNode
}

/** A document of the crew as a card: its name and version, a way out into a file, in use or not. */
export function DocumentCard({ kind, entry, file, mayRetire, action, children }: Props) {
  const desk = deskFor(useMe())
  const [wrong, setWrong] = useState<string | null>(null)
  const { id, name } = entry.content
  const retire = async () => {
    const done = await desk.library.retire(kind, entry.id, !entry.retired)
    setWrong(done.ok ? null : `${done.reason} ${done.remedy}`)
  }
  return (
    <li className={`panel p-4 mb-3 break-inside-avoid ${entry.retired ? 'opacity-80' : ''}`}>
      <div className="flex items-center gap-1.5">
        <h2 className="font-bold text-[17px] leading-snug mr-auto">
          {name}
          <span className="soft font-normal text-[13px]">
            {entry.from === 'crew' ? ` · version ${entry.version}, ${entry.savedBy}` : ''}
            {entry.retired ? ' · out of use' : ''}
          </span>
        </h2>
        <button
          type="button"
          className="btn btn-ghost btn-square btn-quiet"
          aria-label={`Export ${name}`}
          onClick={() => saveJson(`${id}.${kind}.json`, file)}
        >
          <FileDown size={16} />
        </button>
        {action}
      </div>
      {children}
      {mayRetire && entry.from === 'crew' && (
        <button type="button" className="btn btn-quiet mt-2" onClick={() => void retire()}>
          {entry.retired ? 'Take into use again' : 'Take out of use'}
        </button>
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
    </li>
  )
}
