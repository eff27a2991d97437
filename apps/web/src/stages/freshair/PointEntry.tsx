import { chosenUnit, parseReading, type Quantity, readNumber } from '@ingle/core'
import { useEffect, useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { LineField } from '../../kit/Field.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

const WAYS = [
  ['temperatures', 'Temperatures'],
  ['station', 'Station'],
  ['traverse', 'Traverse'],
  ['hood', 'Hood'],
] as const
type Way = (typeof WAYS)[number][0]

const EMPTY = { outdoor: '', return: '', mixed: '', signal: '', velocities: '', flow: '' }

/** Test mode: where fan and damper stand, and what was read there. What was typed stays until it was taken. */
export function PointEntry({ speedPct, positionPct }: { speedPct: number; positionPct: number }) {
  const { write, at, units } = useVisit()
  const [fan, setFan] = useState(String(speedPct))
  const [damper, setDamper] = useState(String(positionPct))
  const [way, setWay] = useState<Way>('temperatures')
  const [typed, setTyped] = useState(EMPTY)
  const [wrong, setWrong] = useState<string | null>(null)
  useEffect(() => setFan(String(speedPct)), [speedPct])
  useEffect(() => setDamper(String(positionPct)), [positionPct])
  const field = (key: keyof typeof EMPTY, label: string, hint = '') => (
    <LineField
      label={label}
      hint={hint}
      numeric
      value={typed[key]}
      onChange={(value) => setTyped((before) => ({ ...before, [key]: value }))}
    />
  )
  const read = (text: string, quantity: Quantity): number | string => {
    const parsed = parseReading(text, quantity, units)
    return parsed.ok ? parsed.value.base : `${parsed.reason} ${parsed.remedy}`
  }
  const body = (): object | string => {
    const [speed, position] = [read(fan, 'percent'), read(damper, 'percent')]
    if (typeof speed === 'string') return speed
    if (typeof position === 'string') return position
    const head = { speedPct: speed, positionPct: position, way }
    if (way === 'temperatures') {
      const [outdoorF, returnF, mixedF] = [typed.outdoor, typed.return, typed.mixed].map((text) => read(text, 'temperature'))
      const bad = [outdoorF, returnF, mixedF].find((one) => typeof one === 'string')
      return bad === undefined ? { ...head, outdoorF, returnF, mixedF } : (bad as string)
    }
    if (way === 'station') {
      const signal = readNumber(typed.signal)
      return signal ? { ...head, signal: signal.value } : 'The station’s signal is a figure: like 4.2.'
    }
    if (way === 'traverse') {
      const words = typed.velocities.split(/[\s;]+/).filter((one) => one !== '')
      const all = words.map((one) => read(one.replace(/,$/, ''), 'velocity'))
      const bad = all.find((one) => typeof one === 'string')
      return words.length === 0
        ? 'Enter the velocities, with a space between.'
        : bad === undefined
          ? { ...head, velocitiesFpm: all }
          : (bad as string)
    }
    const flowCfm = read(typed.flow, 'flow')
    return typeof flowCfm === 'string' ? flowCfm : { ...head, flowCfm }
  }
  const add = async () => {
    const made = body()
    if (typeof made === 'string') return setWrong(made)
    const written = await write([
      { kind: 'damper.point', body: { ...at, ...(made as { speedPct: number; positionPct: number; way: Way }) } },
    ])
    setWrong(written.ok ? null : `${written.reason} ${written.remedy}`)
    if (written.ok) setTyped(EMPTY)
  }
  return (
    <form
      aria-label="Test mode"
      className="panel p-4 flex flex-col gap-2.5"
      onSubmit={(event) => {
        event.preventDefault()
        void add()
      }}
    >
      <h2 className="font-bold">Test mode</h2>
      <div className="grid grid-cols-2 gap-2.5">
        <LineField label="Fan, %" numeric value={fan} onChange={setFan} />
        <LineField label="Damper, %" numeric value={damper} onChange={setDamper} />
      </div>
      <Choices label="Measured by" titled options={WAYS} on={(one) => one === way} onPick={setWay} />
      {way === 'temperatures' && (
        <div className="grid grid-cols-3 gap-2.5">
          {field('outdoor', 'Outdoor', chosenUnit('temperature', units).symbol)}
          {field('return', 'Return', chosenUnit('temperature', units).symbol)}
          {field('mixed', 'Mixed', chosenUnit('temperature', units).symbol)}
        </div>
      )}
      {way === 'station' && field('signal', 'Signal of the station', 'like 4.2')}
      {way === 'traverse' && field('velocities', `Velocities, ${chosenUnit('velocity', units).symbol}`, 'with a space between')}
      {way === 'hood' && field('flow', 'Outdoor air', chosenUnit('flow', units).symbol)}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="submit" className="btn btn-neutral self-start">
        Note the point
      </button>
    </form>
  )
}
