import type { PointView } from '@ingle/bench'
import { parseReading, pointKind, readNumber } from '@ingle/core'
import { useState } from 'react'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** A point looked at: raw signal, shown, reference; or a safety tripped and what it did. */
export function Reading({ point }: { point: PointView }) {
  const { write, at, units, clock } = useVisit()
  const [typed, setTyped] = useState({ raw: '', shown: '', reference: '' })
  const [how, setHow] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const { measures } = pointKind(point.id)
  const keep = async (body: object) => {
    const refused = refusalOf(await write([{ kind: 'roof.point.read', body: { ...at, carries: point.id, ...body } }]))
    setWrong(refused)
    if (refused === null) {
      setTyped({ raw: '', shown: '', reference: '' })
      setHow('')
    }
  }
  if (point.isSafety)
    return (
      <div className="flex flex-col gap-2">
        {point.read && (
          <p className="text-[14px]">
            Tripped {clock.time(point.read.state.at)}: {point.read.state.stopped ? 'it stopped' : 'it did not stop'}
            {point.read.state.alarmed === undefined ? '' : point.read.state.alarmed ? ', the alarm came' : ', no alarm'}.
          </p>
        )}
        <LineField label="How it was tripped" hint="its own test magnet" value={how} onChange={setHow} />
        <div className="flex flex-wrap gap-1.5">
          <button type="button" className="btn" onClick={() => void keep({ stopped: true, alarmed: true, ...(how && { how }) })}>
            It stopped, with alarm
          </button>
          <button type="button" className="btn" onClick={() => void keep({ stopped: true, alarmed: false, ...(how && { how }) })}>
            It stopped, no alarm
          </button>
          <button type="button" className="btn" onClick={() => void keep({ stopped: false, ...(how && { how }) })}>
            It did not stop
          </button>
        </div>
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
      </div>
    )
  if (pointKind(point.id).way === 'switches')
    return (
      <div className="flex flex-col gap-2">
        {point.read && (
          <p className="text-[14px]">
            Called {clock.time(point.read.state.at)}: {point.read.state.worked ? 'it worked' : 'it did not work'}.
          </p>
        )}
        <LineField label="How it was called" hint="by a fault that was made, by test mode" value={how} onChange={setHow} />
        <div className="flex flex-wrap gap-1.5">
          <button type="button" className="btn" onClick={() => void keep({ worked: true, ...(how && { how }) })}>
            It worked
          </button>
          <button type="button" className="btn" onClick={() => void keep({ worked: false, ...(how && { how }) })}>
            It did not work
          </button>
        </div>
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
      </div>
    )
  if (!measures) return null
  const quantity = measures === 'temperature' ? 'temperature' : measures === 'static' ? 'static' : null
  const figure = (text: string): number | string => {
    if (quantity) {
      const read = parseReading(text, quantity, units)
      return read.ok ? read.value.base : `${read.reason} ${read.remedy}`
    }
    const read = readNumber(text)
    return read ? read.value : `“${text}” is no figure.`
  }
  const note = () => {
    const body: Record<string, number> = {}
    for (const key of ['raw', 'shown', 'reference'] as const) {
      if (typed[key].trim() === '') continue
      const value =
        key === 'raw' ? (readNumber(typed.raw)?.value ?? 'The signal is a figure: ohms, volts or milliamps.') : figure(typed[key])
      if (typeof value === 'string') return setWrong(value)
      body[key] = value
    }
    if (Object.keys(body).length === 0) return setWrong('Enter the signal, what it shows, or a reference beside it.')
    void keep(body)
  }
  const field = (key: keyof typeof typed, label: string, hint: string) => (
    <LineField label={label} hint={hint} numeric value={typed[key]} onChange={(value) => setTyped({ ...typed, [key]: value })} />
  )
  const raw =
    point.state?.signal === 'beta' || point.state?.signal === 'table' ? 'ohm' : point.state?.signal === '4-20' ? 'mA' : 'V'
  return (
    <div className="flex flex-col gap-2">
      <div className="grid gap-2.5 grid-cols-3">
        {field('raw', `Signal, ${raw}`, 'measured')}
        {field('shown', 'Controller shows', '')}
        {field('reference', 'Reference beside it', '')}
      </div>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="button" className="btn btn-quiet self-start" onClick={note}>
        Note it
      </button>
    </div>
  )
}
