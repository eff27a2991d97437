import { type AirflowPicture, formulasSaid, workings } from '@ingle/core'
import { useMemo } from 'react'
import { useVisit } from '../../visit/useVisit.ts'
import { WorkingList } from '../../visit/WorkingList.tsx'

/** How it was worked out: every number opens to its formula, inputs and source. */
export function WorkedOut({ picture }: { picture: AirflowPicture }) {
  const { units } = useVisit()
  const all = useMemo(() => workings(picture), [picture])
  const said = formulasSaid(units)
  const past = picture.current && picture.current.input.id !== picture.input.tries.at(-1)?.id
  return (
    <section aria-label="How it was worked out" className="panel p-4 text-[14px]">
      <div className="flex items-baseline gap-2 mb-1">
        <h2 className="font-bold text-[15px]">How it was worked out</h2>
        {picture.current && <span className="soft text-[13px] ml-auto">{past ? '' : `try ${picture.current.input.number}`}</span>}
      </div>
      {said && <p className="soft text-[13px] mb-1">{said}</p>}
      {all.length === 0 && (
        <p className="soft">Nothing yet. Each number will open here to its formula, its inputs and its source.</p>
      )}
      <WorkingList of={all} />
    </section>
  )
}
