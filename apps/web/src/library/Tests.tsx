import { type LibraryEntry } from '@ingle/catalog'
import { FACTS, roleLabel, STANDS, type TestForm, testMinutes } from '@ingle/core'
import { formOf, type ProofTest } from '@ingle/record'
import { FileUp, Pencil } from 'lucide-react'
import { useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { useMe } from '../session/useMe.ts'
import { DocumentCard } from './DocumentCard.tsx'
import { EditTest } from './EditTest.tsx'
import { LibraryFrame } from './LibraryFrame.tsx'
import { useImport } from './useImport.ts'
import { useLibrary } from './useLibrary.ts'

/** The tests that ship and the crew's own: what each asks for, does, reads and counts as a pass. */
export function Tests() {
  const tests = useLibrary((library) => library.tests)
  const isLead = useMe().role === 'lead'
  const { said, choose } = useImport('test', () => undefined)
  const [edited, setEdited] = useState<ProofTest | null>(null)
  return (
    <LibraryFrame
      title="Tests"
      actions={
        isLead && (
          <button type="button" className="btn" onClick={choose}>
            <FileUp size={17} aria-hidden="true" /> Import
          </button>
        )
      }
    >
      {said && <Notice kind="wrong">{said}</Notice>}
      <p className="soft mb-3 max-w-3xl">
        A test that the crew changes stands over the shipped one. A visit takes it on where its Proof stage offers it; one that
        was begun goes on as it began.{isLead ? '' : ' The lead changes tests.'}
      </p>
      {edited && <EditTest key={edited.id} of={edited} onDone={() => setEdited(null)} />}
      <ul className="md:columns-2 gap-3">
        {tests.map((entry) => (
          <TestCard key={entry.id} entry={entry} {...(isLead && { onEdit: () => setEdited(entry.content) })} />
        ))}
      </ul>
    </LibraryFrame>
  )
}

function TestCard({ entry, onEdit }: { entry: LibraryEntry<ProofTest>; onEdit?: () => void }) {
  const { content } = entry
  const form: TestForm = formOf(content)
  return (
    <DocumentCard
      kind="test"
      entry={entry}
      file={content}
      mayRetire
      action={
        onEdit && (
          <button
            type="button"
            className="btn btn-ghost btn-square btn-quiet"
            aria-label={`Edit ${content.name}`}
            onClick={onEdit}
          >
            <Pencil size={16} />
          </button>
        )
      }
    >
      <p className="text-[14px] leading-snug">{content.says}</p>
      <p className="soft text-[13px] leading-snug mt-1">
        Asked of what has {content.has.map((one) => FACTS[one]).join(' and ')}. Begins {STANDS[content.begins]}, leaves it{' '}
        {STANDS[content.ends]}. About <span className="num">{Math.round(testMinutes(form))} min</span>.
        {content.proves.length > 0 &&
          ` Proves ${content.proves
            .map((role) => roleLabel(role.replace(/\.(\*|\{.*)$/, '')))
            .filter(Boolean)
            .join(', ')}.`}
      </p>
      <ol className="list-decimal pl-5 mt-1.5 text-[14px] leading-snug">
        {content.steps.map((step) => (
          <li key={step.id}>{step.do}</li>
        ))}
      </ol>
    </DocumentCard>
  )
}
