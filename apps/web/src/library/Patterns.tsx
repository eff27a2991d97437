import type { LibraryEntry } from '@ingle/catalog'
import { idOfKey, PLACE_WORDS, placeOfKey, roleLabel, roleOf, sayMeaning } from '@ingle/core'
import type { Pattern } from '@ingle/record'
import { FileUp } from 'lucide-react'
import { Empty, Notice } from '../kit/Notice.tsx'
import { usePrefs } from '../prefs/prefs.ts'
import { DocumentCard } from './DocumentCard.tsx'
import { LibraryFrame } from './LibraryFrame.tsx'
import { useImport } from './useImport.ts'
import { useLibrary } from './useLibrary.ts'

/** Units kept for the next one, in needs: what each holds, and where it came from. */
export function Patterns() {
  const patterns = useLibrary((library) => library.patterns)
  const { said, choose } = useImport('pattern', () => undefined)
  return (
    <LibraryFrame
      title="Patterns"
      actions={
        <button type="button" className="btn" onClick={choose}>
          <FileUp size={17} aria-hidden="true" /> Import
        </button>
      }
    >
      {said && <Notice kind="wrong">{said}</Notice>}
      {patterns.length === 0 ? (
        <Empty title="No patterns yet">
          <p>
            A pattern is what one unit was set to, kept in needs and not in codes, so that it fits another family too. Keep one on
            the Settings stage of a unit that is right.
          </p>
        </Empty>
      ) : (
        <ul className="md:columns-2 gap-3">
          {patterns.map((entry) => (
            <PatternCard key={entry.id} entry={entry} />
          ))}
        </ul>
      )}
    </LibraryFrame>
  )
}

function PatternCard({ entry }: { entry: LibraryEntry<Pattern> }) {
  const units = usePrefs((state) => state.units)
  const { content: pattern } = entry
  return (
    <DocumentCard kind="pattern" entry={entry} file={pattern} mayRetire>
      <p className="soft text-[14px]">
        From {pattern.from}, {pattern.equipment.join(' with ')}.
      </p>
      <ul className="mt-1.5 text-[14px]">
        {pattern.entries.map((one) => {
          const id = idOfKey(one.role)
          return (
            <li key={one.role} className="flex gap-2 py-0.5">
              <span className="flex-1">
                {roleLabel(id)} <span className="soft text-[13px]">{PLACE_WORDS[placeOfKey(one.role)].toLowerCase()}</span>
              </span>
              <b>{sayMeaning(roleOf(id) ? { role: id } : {}, one.value, units)}</b>
            </li>
          )
        })}
      </ul>
    </DocumentCard>
  )
}
