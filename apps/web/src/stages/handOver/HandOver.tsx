import { type Spoken, speaksAgainst } from '@ingle/bench'
import { cautionAt, STANDING_NOTE } from '@ingle/catalog'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { SelectField, TextField } from '../../kit/Field.tsx'
import { CautionNote } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { BeforeAfter } from './BeforeAfter.tsx'
import { CloseVisit } from './CloseVisit.tsx'
import { Files } from './Files.tsx'
import { HandOverList } from './HandOverList.tsx'
import { OpenItems } from './OpenItems.tsx'
import { SetAndProved } from './SetAndProved.tsx'
import { Signatures } from './Signatures.tsx'
import { TemporaryFixes } from './TemporaryFixes.tsx'

/** What stands in the way, who answers for it, the papers, and closing the visit. */
export function HandOver() {
  const view = useVisit()
  const { here, at, system, state } = view
  const base = `/sites/${state.id}/visits/${at.visitId}/systems/${at.systemId}`
  const against = useMemo(() => speaksAgainst(view), [view])
  return (
    <main id="main" className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 lg:grid-cols-2 items-start">
      <h1 className="sr-only">{system.name}: hand over</h1>
      <div className="flex flex-col gap-3 md:gap-4">
        <CautionNote text={cautionAt('hand-over')?.text ?? ''} />
        <HandOverList base={base} />
        <Against all={against} base={base} />
        <TemporaryFixes />
        <OpenItems />
        {here.complaint !== '' && <Cause against={against} />}
      </div>
      <div className="flex flex-col gap-3 md:gap-4">
        <BeforeAfter />
        <Files base={base} />
        <Signatures />
        <CloseVisit />
        <SetAndProved />
        <p className="soft text-[13px]">{STANDING_NOTE}</p>
      </div>
    </main>
  )
}

/** Everything that speaks against the visit as it stands, with the way to the stage that found it. */
function Against({ all, base }: { all: readonly Spoken[]; base: string }) {
  return (
    <section aria-label="What speaks against it" className="panel p-4">
      <h2 className="font-bold mb-2">What speaks against it</h2>
      {all.length === 0 && <p className="soft">Nothing on any stage.</p>}
      <ul className="flex flex-col divide-y divide-base-300">
        {all.map((one) => (
          <li key={`${one.stage} ${one.id} ${one.says}`} className="py-2 flex gap-2.5 items-start text-[14px] leading-snug">
            <span className="mt-0.5">
              <StateMark mark="watch" size={14} />
            </span>
            <span className="flex-1">
              <b>{one.says}</b> {one.mend}{' '}
              <Link className="link whitespace-nowrap" to={`${base}/${one.stage}`}>
                {one.label}
              </Link>
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What the complaint came from: one of the findings, or words of one's own. */
function Cause({ against }: { against: readonly Spoken[] }) {
  const { here, write, at } = useVisit()
  const save = async (cause: string) =>
    refusalOf(await write([{ kind: 'complaint.set', body: { ...at, text: here.complaint, cause } }]))
  return (
    <section aria-label="Cause of the complaint" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">What the complaint came from</h2>
      <p className="text-[14px]">“{here.complaint}”</p>
      {against.length > 0 && (
        <SelectField
          label="One of the findings"
          value=""
          options={[['', 'take one over …'], ...against.map((one) => [one.says, one.says] as const)]}
          onSave={(says) => {
            if (says !== '') void save(says.slice(0, 600))
          }}
        />
      )}
      <TextField label="Its cause" hint="goes onto the record" value={here.cause ?? ''} onSave={save} />
    </section>
  )
}
