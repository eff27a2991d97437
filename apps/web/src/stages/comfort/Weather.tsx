import { weatherOf } from '@ingle/bench'
import { dayFromLog, isMetric, readRoomLog, said } from '@ingle/core'
import { useState } from 'react'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** The day of the complaint: outdoor temperatures as somebody logged them, to run the room on. */
export function Weather() {
  const visit = useVisit()
  const { write, at, units, show, system } = visit
  const [text, setText] = useState('')
  const [name, setName] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const kept = weatherOf(visit)
  const set = async (body: object) =>
    setWrong(refusalOf(await write([{ kind: 'room.set', body: { systemId: at.systemId, ...body } }])))
  const keep = () => {
    const log = readRoomLog(text, isMetric(units))
    if (!log.ok) return setWrong(`${log.reason} ${log.remedy}`)
    const day = dayFromLog(log.value)
    if (!day.ok) {
      const one = said(day, show)
      return setWrong(`${one.reason} ${one.remedy}`)
    }
    void set({ weather: day.value.join(' '), weatherOn: name.trim() })
    setText('')
  }
  return (
    <section aria-label="The day of the complaint" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">The day of the complaint</h2>
      {kept ? (
        <p>
          {system.room.weatherOn ? `${system.room.weatherOn}: ` : ''}outdoors{' '}
          <span className="num">
            {show('temperature', Math.min(...kept))} to {show('temperature', Math.max(...kept))}
          </span>
          . “A day” runs on it.{' '}
          <button type="button" className="link" onClick={() => void set({ weather: '', weatherOn: '' })}>
            Drop it
          </button>
        </p>
      ) : (
        <p className="soft text-[14px]">Paste a day of outdoor temperatures, a time and a figure in each line.</p>
      )}
      <LineField
        label="Outdoor temperatures, as text or CSV"
        lines={4}
        numeric
        value={text}
        onChange={setText}
        hint={units.temperature === '°C' ? 'Time, °C\n00:00, -4.4\n01:00, -4.8' : 'Time, °F\n00:00, 24.1\n01:00, 23.4'}
      />
      <LineField label="Which day it was" value={name} onChange={setName} hint="24 November" />
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="button" className="btn btn-neutral self-start" disabled={text.trim() === ''} onClick={keep}>
        Keep this day
      </button>
    </section>
  )
}
