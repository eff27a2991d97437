import { useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { LineField, QuantityField } from '../../kit/Field.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** A hood over each grille, with the running total of each side. */
export function Hoods() {
  const { picture, show, units, write, at, here } = useVisit()
  const [side, setSide] = useState<'return' | 'supply'>('return')
  const [name, setName] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const last = here.tries.at(-1)
  const { current } = picture
  if (!last || !current) return null
  const hoods = current.input.hoods
  const total = (which: 'return' | 'supply') =>
    hoods.filter((one) => one.side === which).reduce((sum, one) => sum + one.flowCfm, 0)
  const log = async (flowCfm: number): Promise<string | null> => {
    if (name.trim() === '') return 'Say which grille it was.'
    const written = await write([{ kind: 'reading.hood', body: { ...at, tryId: last.id, name: name.trim(), side, flowCfm } }])
    if (!written.ok) return `${written.reason} ${written.remedy}`
    setName('')
    setWrong(null)
    return null
  }
  return (
    <section aria-label="Hood" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">Hood over the grilles</h2>
      {hoods.length > 0 && (
        <ul className="text-[14px]">
          {hoods.map((one) => (
            <li key={one.id} className="flex gap-2 border-t border-base-300 py-1">
              <span className="grow">
                {one.name} <span className="soft">{one.side}</span>
              </span>
              <span className="num">{show('flow', one.flowCfm)}</span>
            </li>
          ))}
          <li className="flex gap-2 border-t border-base-300 py-1 font-bold">
            <span className="grow">Return together, supply together</span>
            <span className="num">
              {show('flow', total('return'), { bare: true })}, {show('flow', total('supply'))}
            </span>
          </li>
        </ul>
      )}
      <Choices
        label="Side"
        options={[
          ['return', 'return'],
          ['supply', 'supply'],
        ]}
        on={(one) => side === one}
        onPick={setSide}
      />
      <div className="grid gap-2.5 grid-cols-2">
        <LineField label="Grille under the hood" hint="hall return" value={name} onChange={setName} wrong={wrong} />
        <QuantityField label="Hood reads" entry quantity="flow" base={null} units={units} onSave={log} />
      </div>
      <p className="soft text-[13px]">
        {picture.input.takesOutdoorAir
          ? `This unit takes in outdoor air: its return says nothing of what the fan moves. The supply counts once every outlet of the survey was read (${picture.input.supplyOutlets || 'none is named yet'}).`
          : `The return side counts as a flow once every return grille of the survey was read (${picture.input.returnGrilles}), the supply once every outlet was (${picture.input.supplyOutlets || 'none is named yet'}).`}
      </p>
      <WorkedNote>
        <p>
          Flows as the hood shows them, added up by side; ± the hood’s accuracy, or 5% where none was chosen. Source: continuity.
        </p>
      </WorkedNote>
    </section>
  )
}
