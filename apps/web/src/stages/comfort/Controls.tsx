import type { ComfortControl } from '@ingle/bench'
import { Choices } from '../../kit/Choices.tsx'
import { SelectField } from '../../kit/Field.tsx'

/** Every setting of this device that comfort hangs on; only values that it has. */
export function Controls(props: {
  controls: readonly ComfortControl[]
  picks: Readonly<Record<string, string>>
  onPick: (key: string, meaning: string) => void
  /** Keys of those that change anything on the day that is shown. */
  telling: ReadonlySet<string>
  gap: { sealed: boolean; onSeal: (sealed: boolean) => void } | null
}) {
  const { controls: all, picks, onPick, telling, gap } = props
  const controls = all.filter((one) => telling.has(one.row.key))
  const silent = all.filter((one) => !telling.has(one.row.key))
  const standsIn = (one: ComfortControl) => picks[one.row.key] ?? one.aim ?? one.found
  const foundNote = (one: ComfortControl) =>
    one.found !== null && one.found !== standsIn(one)
      ? `, found ${one.choices.find((choice) => choice.meaning === one.found)?.says ?? one.found}`
      : ''
  return (
    <section aria-label="What this device can be set to" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">What this device can be set to</h2>
      {all.length === 0 && (
        <p className="soft">No setting that changes comfort is known: name the controller on the Survey stage.</p>
      )}
      {controls
        .filter((one) => !isDial(one))
        .map((one) => (
          <Choices
            key={one.row.key}
            titled
            label={`${one.label}${foundNote(one)}`}
            options={one.choices.map((choice) => [choice.meaning, choice.says] as const)}
            on={(meaning) => meaning === standsIn(one)}
            onPick={(meaning) => onPick(one.row.key, meaning)}
          />
        ))}
      <div className="grid gap-2.5 grid-cols-2">
        {controls.filter(isDial).map((one) => (
          <SelectField
            key={one.row.key}
            label={`${one.label}${foundNote(one)}`}
            value={standsIn(one) ?? ''}
            options={one.choices.map((choice) => [choice.meaning, choice.says] as const)}
            onSave={(meaning) => onPick(one.row.key, meaning)}
          />
        ))}
      </div>
      {silent.length > 0 && (
        <p className="soft text-[13px]">No difference on such a day: {silent.map((one) => one.label).join(', ')}.</p>
      )}
      {gap && (
        <Choices
          titled
          label="Gap at the sensor sealed"
          options={[
            ['no', 'no'],
            ['yes', 'yes'],
          ]}
          on={(one) => (one === 'yes') === gap.sealed}
          onPick={(one) => gap.onSeal(one === 'yes')}
        />
      )}
    </section>
  )
}

/** Numbers and long lists are a dial, a few words are tapped. */
const isDial = (one: ComfortControl): boolean =>
  one.choices.length > 4 || one.choices.every((choice) => Number.isFinite(Number(choice.meaning)))
