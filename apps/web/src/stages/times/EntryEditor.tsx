import {
  clockText,
  DAY_NAMES,
  ENTRY_FANS,
  ENTRY_MODES,
  type EntryFan,
  type EntryMode,
  type Presence,
  readClock,
  sayDays,
  type WeekEntry,
  withMode,
  worksIn,
} from '@ingle/core'
import { CopyPlus, Plus, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { DayPicker } from '../../kit/DayPicker.tsx'
import { Dialog } from '../../kit/Dialog.tsx'
import { QuantityField, SelectField, TextField } from '../../kit/Field.tsx'
import { useVisit } from '../../visit/useVisit.ts'

const PRESENCE_OPTIONS = [
  ['in', 'in'],
  ['out', 'out'],
  ['asleep', 'asleep'],
] as const
const MODE_OPTIONS = [['', 'as usual'], ...Object.entries(ENTRY_MODES)] as [EntryMode | '', string][]
const FAN_OPTIONS = [['', 'as it is set'], ...Object.entries(ENTRY_FANS)] as [EntryFan | '', string][]
type Days = Readonly<Record<string, readonly WeekEntry[]>>

/** The entry that was chosen on the strip, in fields; and a way to add another. */
export function EntryEditor(props: {
  week: Days
  chosen: { day: number; index: number } | null
  onChoose: (chosen: { day: number; index: number } | null) => void
  daysOf: (day: number) => number[]
  onSave: (days: number[], entries: readonly WeekEntry[]) => Promise<string | null>
}) {
  const { week, chosen, onChoose, daysOf, onSave } = props
  const { units, system } = useVisit()
  const entries = chosen ? (week[String(chosen.day)] ?? []) : []
  const entry = chosen ? entries[chosen.index] : undefined
  if (!chosen || !entry)
    return (
      <p className="soft text-[13px]">
        Tap an edge to change its time and what is kept from then on; arrow keys move it by five minutes.
      </p>
    )
  const days = daysOf(chosen.day)
  const put = async (changed: WeekEntry | null, added?: WeekEntry) => {
    const next = entries.flatMap((one, i) => (i === chosen.index ? (changed ? [changed] : []) : [one]))
    const refused = await onSave(days, added ? [...next, added] : next)
    if (refused === null && (changed === null || changed.startMin !== entry.startMin)) {
      const sorted = [...next].sort((a, b) => a.startMin - b.startMin)
      onChoose(changed ? { day: chosen.day, index: sorted.indexOf(changed) } : null)
    }
    return refused
  }
  const plain = ({ startMin, is }: WeekEntry): WeekEntry => ({ startMin, is })
  const add = () => {
    const next = entries[chosen.index + 1]?.startMin ?? 1440
    const startMin = Math.round((entry.startMin + next) / 2 / 5) * 5
    if (startMin <= entry.startMin || startMin >= next) return
    void put(entry, { startMin, is: entry.is === 'in' ? 'out' : 'in' })
  }
  return (
    <section aria-label="What begins here" className="border-t border-base-300 pt-2.5 flex flex-col gap-2">
      <h3 className="font-bold text-[15px]">
        {sayDays(days)}, from <span className="num">{clockText(entry.startMin)}</span>
      </h3>
      <div className="grid gap-2.5 grid-cols-2 md:grid-cols-4">
        <TextField
          label="From"
          value={clockText(entry.startMin)}
          onSave={(typed) => {
            const startMin = readClock(typed)
            return startMin === null || startMin === 1440
              ? Promise.resolve(`“${typed}” is no time of day. Write 5:45 or 5:10 pm; a day ends at 23:59.`)
              : put({ ...entry, startMin })
          }}
        />
        <SelectField<Presence>
          label="People are"
          value={entry.is}
          options={PRESENCE_OPTIONS}
          onSave={(is) => void put({ ...entry, is })}
        />
        {!system.times.neverHeats && worksIn(entry.mode, 'heat') && (
          <QuantityField
            label="Heating, if not as usual"
            quantity="temperature"
            hint="as usual"
            base={entry.heatF ?? null}
            units={units}
            onSave={(heatF) => put({ ...entry, heatF })}
          />
        )}
        {!system.times.neverCools && worksIn(entry.mode, 'cool') && (
          <QuantityField
            label="Cooling, if not as usual"
            quantity="temperature"
            hint="as usual"
            base={entry.coolF ?? null}
            units={units}
            onSave={(coolF) => put({ ...entry, coolF })}
          />
        )}
        <SelectField<EntryMode | ''>
          label="What may work"
          value={entry.mode ?? ''}
          options={MODE_OPTIONS}
          onSave={(mode) => void put(withMode(entry, mode === '' ? undefined : mode))}
        />
        <SelectField<EntryFan | ''>
          label="Fan"
          value={entry.fan ?? ''}
          options={FAN_OPTIONS}
          onSave={(fan) => {
            const { fan: _, ...rest } = entry
            void put(fan === '' ? rest : { ...rest, fan })
          }}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-quiet" onClick={add}>
          <Plus size={16} aria-hidden="true" /> Add one after it
        </button>
        {(entry.heatF ?? entry.coolF ?? entry.mode ?? entry.fan) !== undefined && (
          <button type="button" className="btn btn-ghost btn-quiet" onClick={() => void put(plain(entry))}>
            As usual
          </button>
        )}
        <button type="button" className="btn btn-ghost btn-quiet" onClick={() => void put(null)}>
          <Trash2 size={16} aria-hidden="true" /> Take it out
        </button>
      </div>
    </section>
  )
}

/** Copies a day to others. */
export function CopyDay({ week, onCopy }: { week: Days; onCopy: (from: number, days: number[]) => Promise<string | null> }) {
  const [open, setOpen] = useState(false)
  const [from, setFrom] = useState(0)
  const [to, setTo] = useState<number[]>([])
  return (
    <>
      <button type="button" className="btn btn-quiet" onClick={() => setOpen(true)}>
        <CopyPlus size={16} aria-hidden="true" /> Copy a day…
      </button>
      {open && (
        <Dialog title="Copy a day" onClose={() => setOpen(false)}>
          <div className="flex flex-col gap-3">
            <SelectField
              label="From"
              value={String(from)}
              options={DAY_NAMES.map(
                (name, day) =>
                  [String(day), `${name}${(week[String(day)] ?? []).length === 0 ? ' (nothing said)' : ''}`] as const,
              )}
              onSave={(day) => setFrom(Number(day))}
            />
            <DayPicker label="To" days={to} not={from} onDays={setTo} />
            <button
              type="button"
              className="btn btn-primary self-start"
              disabled={to.filter((day) => day !== from).length === 0}
              onClick={() => {
                void onCopy(
                  from,
                  to.filter((day) => day !== from),
                )
                setOpen(false)
                setTo([])
              }}
            >
              Copy
            </button>
          </div>
        </Dialog>
      )}
    </>
  )
}
