import { readDraft, readWith, type TestCase } from '@ingle/bench'
import { chosenUnit, parseReading, type Quantity, readNumber, type TestReading, type TestStep } from '@ingle/core'
import type { Draft, RunMark, RunState } from '@ingle/record'
import { useState } from 'react'
import { TextField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import type { useWire } from './useWire.ts'

interface Props {
  run: RunState
  one: TestCase
  step: TestStep
  mark: RunMark
  wire: ReturnType<typeof useWire>
  onWire: boolean
  setOnWire: (on: boolean) => void
}

const quantityOf = ({ in: unit }: TestReading): Quantity | null => (unit === 'count' || unit === 'ppm' ? null : unit)

/** What a step reads: typed, or taken over from the wire. Each says with what, and what it may be off by. */
export function StepReadings({ run, one, step, mark, wire, onWire, setOnWire }: Props) {
  const { gateways, chosen, choose, wrong, place } = wire
  const reads = step.reads ?? []
  if (reads.length === 0) return null
  return (
    <section aria-label="Readings" className="panel p-4 flex flex-col gap-3">
      {place !== null && (
        <div className="flex flex-wrap items-center gap-2">
          <label className="flex items-center gap-2.5 min-h-11">
            <input type="checkbox" className="toggle" checked={onWire} onChange={(event) => setOnWire(event.target.checked)} />
            Read over the wire
          </label>
          {gateways && gateways.length > 0 && (
            <select
              className="select flex-1 min-w-40"
              aria-label="Through"
              value={chosen}
              onChange={(event) => choose(event.target.value)}
            >
              {gateways.map((of) => (
                <option key={of.id} value={of.id}>
                  {of.name} ({of.host}:{of.port})
                </option>
              ))}
            </select>
          )}
        </div>
      )}
      {place !== null && gateways?.length === 0 && (
        <p className="soft text-[14px]">
          No address is allowed yet: the crew’s lead allows them on the Settings stage. Until then type what you read.
        </p>
      )}
      {onWire && wrong && <Notice kind="wrong">{wrong} What was read before is kept; go on by hand.</Notice>}
      {reads.map((reading) => (
        <Reading
          key={reading.id}
          run={run}
          one={one}
          reading={reading}
          mark={mark}
          wireNow={onWire ? wire.now.get(reading.id) : undefined}
        />
      ))}
    </section>
  )
}

function Reading({
  run,
  one,
  reading,
  mark,
  wireNow,
}: {
  run: RunState
  one: TestCase
  reading: TestReading
  mark: RunMark
  wireNow: number | undefined
}) {
  const visit = useVisit()
  const { units, write, at, show } = visit
  const [doubt, setDoubt] = useState<{ value: number; meant: number } | null>(null)
  const quantity = quantityOf(reading)
  const read = run.values.findLast((of) => of.reading === reading.id && of.at >= mark.at)
  const say = (value: number) => (quantity ? show(quantity, value) : `${Math.round(value)}${reading.in === 'ppm' ? ' ppm' : ''}`)
  const { instrument, plusMinus, weak } = readWith(visit, reading, read?.value ?? wireNow ?? reading.least) as ReturnType<
    typeof readWith
  > & {
    instrument?: string
  }
  const off = quantity === 'temperature' ? show('temperatureDifference', plusMinus) : say(plusMinus)
  const put = async (value: number, from: 'hand' | 'wire', sure = false): Promise<string | null> => {
    const made = readDraft(visit, run, one.form, reading, value, from)
    if (!made.ok) return `${made.reason} ${made.remedy}`
    const { draft, meant } = made.value
    if (meant !== null && !sure) {
      setDoubt({ value, meant })
      return null
    }
    setDoubt(null)
    const now: Draft = {
      kind: 'test.trace',
      body: { ...at, runId: run.id, reading: reading.id, beganAt: new Date().toISOString(), afterMs: [0], values: [value], from },
    }
    const drafts: Draft[] = [reading.traced ? now : draft]
    const written = await write(drafts)
    return written.ok ? null : `${written.reason} ${written.remedy}`
  }
  const typed = async (text: string): Promise<string | null> => {
    if (quantity) {
      const parsed = parseReading(text, quantity, units)
      return parsed.ok ? put(parsed.value.base, 'hand') : `${parsed.reason} ${parsed.remedy}`
    }
    const number = readNumber(text)
    return number?.rest === '' ? put(number.value, 'hand') : `“${text}” is no number. Write it in figures.`
  }
  const unit = quantity ? chosenUnit(quantity, units).symbol : reading.in === 'ppm' ? 'ppm' : ''
  return (
    <div className="flex flex-col gap-1.5">
      <div className="flex flex-wrap items-end gap-2.5">
        <div className="flex-1 min-w-44">
          <TextField
            label={`${reading.says}${unit ? `, ${unit}` : ''}`}
            value={reading.traced ? '' : read ? say(read.value) : ''}
            entry={reading.traced === true}
            onSave={typed}
          />
        </div>
        {wireNow !== undefined && (
          <p className="leading-tight pb-2">
            <span className="soft text-[13px] block">over the wire</span>
            <b className="num text-lg">{say(wireNow)}</b>
          </p>
        )}
        {wireNow !== undefined && !reading.traced && (
          <button type="button" className="btn" onClick={() => void put(wireNow, 'wire', true)}>
            Take it
          </button>
        )}
      </div>
      <p className="soft text-[13px] leading-snug">
        {instrument
          ? `${instrument}, ± ${off}`
          : reading.with
            ? `No instrument chosen: ± ${off} taken`
            : `As the device shows it, ± ${off}`}
        {weak && ': overdue or out of its range, so it counts half'}
        {read && `. Read by ${read.by} at ${visit.clock.hour(read.at)}`}.
      </p>
      {doubt && (
        <Notice kind="watch">
          {say(doubt.value)} is ten times off from what was read beside it. Was it{' '}
          <button type="button" className="link" onClick={() => void put(doubt.meant, 'hand', true)}>
            {say(doubt.meant)}
          </button>
          , or{' '}
          <button type="button" className="link" onClick={() => void put(doubt.value, 'hand', true)}>
            really {say(doubt.value)}
          </button>
          ?
        </Notice>
      )}
    </div>
  )
}
