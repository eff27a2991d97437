import { clockText, DAY_NAMES, type DeviceMoment, dateOfYear, MONTHS, ordinalOfYear, readClock } from '@ingle/core'
import { useState } from 'react'
import { LineField, SelectField } from '../kit/Field.tsx'

const WEEK = 10_080
/** A Monday of winter: where a simulated device begins. */
export const FIRST_MOMENT: DeviceMoment = { day: 0, minute: 0, ofYear: 12 }

const onBy = ({ day, minute, ofYear }: DeviceMoment, minutes: number): DeviceMoment => {
  const at = day * 1440 + minute + minutes
  const days = Math.floor(at / 1440) - day
  const inWeek = ((at % WEEK) + WEEK) % WEEK
  return { day: Math.floor(inWeek / 1440), minute: inWeek % 1440, ofYear: ((((ofYear - 1 + days) % 366) + 366) % 366) + 1 }
}

/** Turns the clock of a simulated device: day, time, and the month where its program knows dates. */
export function DeviceClock({ at, dated, onAt }: { at: DeviceMoment; dated: boolean; onAt: (at: DeviceMoment) => void }) {
  const [typed, setTyped] = useState<string | null>(null)
  const read = typed === null ? at.minute : readClock(typed)
  const go = (minutes: number) => {
    setTyped(null)
    onAt(onBy(at, minutes))
  }
  return (
    <section aria-label="Its clock" className="panel p-3 flex flex-wrap items-end gap-2">
      <SelectField
        label="Its clock: day"
        value={String(at.day)}
        options={DAY_NAMES.map((name, i) => [String(i), name] as const)}
        onSave={(day) => onAt({ ...at, day: Number(day) })}
      />
      <div className="w-24">
        <LineField
          label="Time"
          numeric
          value={typed ?? clockText(at.minute)}
          wrong={read === null || read === 1440 ? 'no time of day' : null}
          onChange={(text) => {
            setTyped(text)
            const minute = readClock(text)
            if (minute !== null && minute < 1440) onAt({ ...at, minute })
          }}
        />
      </div>
      {dated && (
        <SelectField
          label="Month"
          value={String(dateOfYear(at.ofYear).month)}
          options={MONTHS.map((name, i) => [String(i + 1), name] as const)}
          onSave={(month) => onAt({ ...at, ofYear: ordinalOfYear(Number(month), Math.min(28, dateOfYear(at.ofYear).day)) })}
        />
      )}
      {(
        [
          [-60, '−1 h'],
          [60, '+1 h'],
          [1440, '+1 day'],
        ] as const
      ).map(([minutes, words]) => (
        <button key={words} type="button" className="btn btn-quiet" onClick={() => go(minutes)}>
          {words}
        </button>
      ))}
    </section>
  )
}
