import { breakWords, capital, controllerWords, type ZoneCase, type ZoneCombination } from '@ingle/core'
import { Cautions } from '../../kit/Cautions.tsx'
import { CautionNote } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { openNames } from './Matrix.tsx'

/** One combination, opened: what the controller does, what breaks and by how much. */
export function OneCombination({ row, of, worst }: { row: ZoneCombination; of: ZoneCase; worst: boolean }) {
  const { show } = useVisit()
  return (
    <section aria-label="The chosen combination" className="panel p-4 flex flex-col gap-2">
      {worst && row.breaks.length > 0 && <p className="soft text-[13px] -mb-1.5">The worst</p>}
      <h2 className="font-bold text-lg leading-tight">{openNames(row.mask, of)}</h2>
      <p className="text-[14px]">{controllerWords(row.mask, of, show)}</p>
      {row.breaks.length === 0 ? (
        <p className="text-success font-bold text-[14px]">Within every limit that is known.</p>
      ) : (
        <ul className="flex flex-col gap-1 text-[14px]">
          {row.breaks.map((one) => (
            <li key={one} className="flex gap-2">
              <span className="mt-0.5">
                <StateMark mark="watch" size={14} />
              </span>
              {capital(breakWords(one, row, of, show))}
            </li>
          ))}
        </ul>
      )}
      {row.reliefCfm > 1 && (
        <p className="text-[14px]">
          The relief is {row.relief} and takes <b className="num">{show('flow', row.reliefCfm)}</b>.
        </p>
      )}
      {row.breaks.includes('static') && <Cautions at="zones-shut" />}
      {row.breaks.includes('static') && (
        <CautionNote text="Do not close zones to try this one out: a duct can burst, and a heater without air opens its limit. The limit stays as it is." />
      )}
    </section>
  )
}
