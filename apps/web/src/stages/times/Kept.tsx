import { keptOf } from '@ingle/bench'
import { CheckField, QuantityField } from '../../kit/Field.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useTimesSet } from './useTimesSet.ts'

const ROWS = [
  ['in', 'In', 'heatInF', 'coolInF'],
  ['out', 'Out', 'heatOutF', 'coolOutF'],
  ['asleep', 'Asleep', 'heatAsleepF', 'coolAsleepF'],
] as const

/** What is kept while people are in, out and asleep. */
export function Kept() {
  const { system, units, show, ...visit } = useVisit()
  const set = useTimesSet()
  const { times } = system
  const kept = keptOf({ system, show, ...visit })
  return (
    <section aria-label="Temperatures" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">What is kept</h2>
      <div className="grid grid-cols-[4.5rem_1fr_1fr] gap-2 items-center max-w-lg">
        <span />
        <b className="text-[13px]">Heating</b>
        <b className="text-[13px]">Cooling</b>
        {ROWS.map(([is, word, heat, cool]) => [
          <span key={is} className="font-bold text-[14px]">
            {word}
          </span>,
          <QuantityField
            key={heat}
            quiet
            label={`Heating while ${word.toLowerCase()}`}
            hint={`${show('temperature', kept[is].heatF)}, taken`}
            quantity="temperature"
            base={times[heat] ?? null}
            units={units}
            onSave={(value) => set({ [heat]: value })}
          />,
          <QuantityField
            key={cool}
            quiet
            label={`Cooling while ${word.toLowerCase()}`}
            hint={`${show('temperature', kept[is].coolF)}, taken`}
            quantity="temperature"
            base={times[cool] ?? null}
            units={units}
            onSave={(value) => set({ [cool]: value })}
          />,
        ])}
      </div>
      <div className="flex flex-wrap gap-x-6">
        <CheckField
          label="Nothing heats here"
          checked={times.neverHeats === true}
          onSave={(neverHeats) => void set({ neverHeats })}
        />
        <CheckField
          label="Nothing cools here"
          checked={times.neverCools === true}
          onSave={(neverCools) => void set({ neverCools })}
        />
      </div>
    </section>
  )
}
