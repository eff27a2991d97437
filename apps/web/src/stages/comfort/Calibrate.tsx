import { comfortRuns } from '@ingle/bench'
import {
  calibrateByStory,
  calibrateRoom,
  isMetric,
  parseReading,
  type Quantity,
  type Result,
  readNumber,
  readRoomLog,
  roomOfKind,
  said,
  warmUpIn,
} from '@ingle/core'
import { useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

const HINTS = {
  '°F': 'Time, °F\n06:00, 58.1\n06:05, 58.6\n06:10, 59.2',
  '°C': 'Time, °C\n06:00, 14.5\n06:05, 14.8\n06:10, 15.1',
} as const

/** Loss and capacity of this room, from a log or from the story of a cold morning. */
export function Calibrate() {
  const visit = useVisit()
  const { system, show, units, write, at } = visit
  const [by, setBy] = useState<'log' | 'story'>('log')
  const [text, setText] = useState('')
  const [typed, setTyped] = useState({ outdoor: '', heat: '', from: '', to: '', minutes: '' })
  const [wrong, setWrong] = useState<string | null>(null)
  const runs = comfortRuns(visit, { day: 'frosty', isGapOpen: false }, {}, false)
  if (!runs)
    return (
      <section aria-label="Calibrate" className="panel p-4">
        <h2 className="font-bold">Calibrate to this room</h2>
        <p className="soft">First say what heats it, and how much: capacity or the plate of the fire, on the Survey stage.</p>
      </section>
    )
  const { system: model } = runs.found
  const areaFt2 = model.room.airBtuPerF / ((system.room.holds || 1) * roomOfKind(system.room.kind ?? 'usual', 1).airBtuPerF)
  const kind = roomOfKind(system.room.kind ?? 'usual', areaFt2)
  const plateBtuH = model.equipment.heat.btuH.at(-1) ?? 0
  const gainsBtuH = model.day.airGainBtuH[3] as number
  const read = (value: string, quantity: Quantity): Result<number> => {
    const one = parseReading(value, quantity, units)
    return one.ok ? { ok: true, value: one.value.base } : one
  }
  const log = text.trim() === '' ? null : readRoomLog(text, isMetric(units))
  const stretch = log?.ok ? warmUpIn(log.value) : null
  const meanwhile = () => {
    const outdoor = read(typed.outdoor, 'temperature')
    if (!outdoor.ok) return outdoor
    const heat = typed.heat.trim() === '' ? ({ ok: true, value: plateBtuH } as const) : read(typed.heat, 'heatRate')
    return heat.ok ? ({ ok: true, value: { outdoorF: outdoor.value, heatBtuH: heat.value, gainsBtuH } } as const) : heat
  }
  const set = async (body: object) =>
    setWrong(refusalOf(await write([{ kind: 'room.set', body: { systemId: at.systemId, ...body } }])))
  const say = (one: { reason: string; remedy: string }) => setWrong(`${one.reason} ${one.remedy}`)
  const byLog = () => {
    const given = meanwhile()
    if (!given.ok) return say(given)
    if (!log?.ok || !stretch) return setWrong('Paste a log in which the room warms up.')
    const { timesMin, readingsF } = log.value
    const part = {
      timesMin: timesMin.slice(stretch.from, stretch.to + 1),
      readingsF: readingsF.slice(stretch.from, stretch.to + 1),
    }
    const told = calibrateRoom(part, kind, given.value)
    if (!told.ok) return say(said(told, show))
    const { uaBtuHPerF, holds } = told.value
    void set({
      uaBtuHPerF: uaBtuHPerF.value,
      uaErrorBtuHPerF: uaBtuHPerF.error,
      holds: holds.value,
      holdsError: holds.error,
      from: 'log',
    })
  }
  const byStory = () => {
    const given = meanwhile()
    if (!given.ok) return say(given)
    const [from, to] = [read(typed.from, 'temperature'), read(typed.to, 'temperature')]
    if (!from.ok) return say(from)
    if (!to.ok) return say(to)
    const minutes = readNumber(typed.minutes)
    if (!minutes) return setWrong('Say in minutes how long it took.')
    const told = calibrateByStory({ fromF: from.value, toF: to.value, minutes: minutes.value }, kind, given.value)
    if (!told.ok) return say(said(told, show))
    void set({ holds: told.value.value, holdsError: told.value.error, from: 'story' })
  }
  return (
    <section aria-label="Calibrate" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">Calibrate to this room</h2>
      <Choices
        label="By what"
        options={[
          ['log', 'A logged warm-up'],
          ['story', 'A cold morning’s story'],
        ]}
        on={(one) => one === by}
        onPick={setBy}
      />
      {by === 'log' ? (
        <>
          <LineField
            label="The log, as text or CSV"
            lines={6}
            numeric
            value={text}
            onChange={setText}
            hint={HINTS[units.temperature]}
          />
          {log && !log.ok && (
            <Notice kind="wrong">
              <b>{log.reason}</b> {log.remedy}
            </Notice>
          )}
          {log?.ok && (
            <p className="text-[14px]">
              {log.value.timesMin.length} readings.{' '}
              {stretch
                ? `It warms up from ${show('temperature', log.value.readingsF[stretch.from] as number)} to ${show('temperature', log.value.readingsF[stretch.to] as number)} in ${Math.round((log.value.timesMin[stretch.to] as number) - (log.value.timesMin[stretch.from] as number))} min: that stretch is taken.`
                : 'It never warms up.'}{' '}
              {log.value.notes.join(' ')}
            </p>
          )}
        </>
      ) : (
        <div className="grid gap-2 sm:grid-cols-3">
          <LineField
            label={`It was, ${units.temperature}`}
            value={typed.from}
            onChange={(from) => setTyped({ ...typed, from })}
            numeric
          />
          <LineField
            label={`It came to, ${units.temperature}`}
            value={typed.to}
            onChange={(to) => setTyped({ ...typed, to })}
            numeric
          />
          <LineField
            label="In so many minutes"
            value={typed.minutes}
            onChange={(minutes) => setTyped({ ...typed, minutes })}
            numeric
          />
        </div>
      )}
      <div className="grid gap-2 sm:grid-cols-2">
        <LineField
          label={`Outdoors meanwhile, ${units.temperature}`}
          value={typed.outdoor}
          onChange={(outdoor) => setTyped({ ...typed, outdoor })}
          numeric
        />
        <LineField
          label="Heat into the air all the while"
          hint={`${show('heatRate', plateBtuH)} by plate`}
          value={typed.heat}
          onChange={(heat) => setTyped({ ...typed, heat })}
          numeric
        />
      </div>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button
        type="button"
        className="btn btn-primary self-start"
        disabled={typed.outdoor.trim() === '' || (by === 'log' && text.trim() === '')}
        onClick={by === 'log' ? byLog : byStory}
      >
        Calibrate
      </button>
      <p className="soft text-[13px]">
        Both nodes of the room are run beside the log; loss and capacity are moved until what is left is least. Its kind begins
        with {show('lossRate', kind.uaBtuHPerF)}. Source: two-node room; nonlinear least squares (Bates and Watts). A story tells
        the capacity alone: its loss stays that of its kind.
      </p>
    </section>
  )
}
