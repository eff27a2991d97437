import { DAY_NAMES, DAY_SHORT } from '@ingle/core'

/** Days of the week, of which several are pressed. Monday 0. */
export function DayPicker(props: { label: string; days: readonly number[]; not?: number; onDays: (days: number[]) => void }) {
  const { label, days, not, onDays } = props
  return (
    <fieldset>
      <legend className="soft text-[13px]">{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {DAY_SHORT.map((name, day) => (
          <button
            key={name}
            type="button"
            className="btn btn-quiet"
            aria-pressed={days.includes(day)}
            aria-label={DAY_NAMES[day]}
            disabled={day === not}
            onClick={() => onDays(days.includes(day) ? days.filter((one) => one !== day) : [...days, day])}
          >
            {name}
          </button>
        ))}
      </div>
    </fieldset>
  )
}
