import type { KeypadMachine, KeypadState } from '@ingle/core'
import { useId, useMemo, useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { placesOf, placesThatRead } from './placesOf.ts'

/** More readings than anybody looks through in a list. */
const MOST_OFFERED = 60

/** What the screen reads, typed or chosen: plans anew from there; a reading that no screen has leads the safe way back. */
export function Elsewhere(props: {
  machine: KeypadMachine
  state: KeypadState
  onState: (state: KeypadState) => void
  onLost: () => void
}) {
  const { machine, state, onState, onLost } = props
  const places = useMemo(() => placesOf(machine, state), [machine, state])
  const [typed, setTyped] = useState('')
  const [unknown, setUnknown] = useState(false)
  const id = useId()
  const [several, setSeveral] = useState<ReturnType<typeof placesThatRead>>([])
  const go = () => {
    const [place, ...more] = placesThatRead(places, typed)
    if (place && more.length === 0) onState(place.state)
    else if (place) setSeveral([place, ...more])
    else setUnknown(true)
  }
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        go()
      }}
    >
      <label className="block">
        <span className="soft text-[13px] block">What does it read?</span>
        <span className="flex gap-2">
          <input
            className="input num flex-1 min-w-0"
            list={id}
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value)
              setUnknown(false)
              setSeveral([])
            }}
          />
          <button type="submit" className="btn" disabled={typed.trim() === ''}>
            Plan from there
          </button>
        </span>
        <datalist id={id}>
          {places.slice(0, MOST_OFFERED).map((one) => (
            <option key={one.reads} value={one.reads} />
          ))}
        </datalist>
      </label>
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="btn btn-quiet" onClick={() => onState(dark(places, state))}>
          It is dark
        </button>
        <button type="button" className="btn btn-quiet" onClick={onLost}>
          I do not know where it stands
        </button>
      </div>
      {several.length > 0 && (
        <fieldset className="flex flex-wrap gap-1.5">
          <legend className="text-[14px] mb-1">Several values read like that. In which setting does it stand?</legend>
          {several.map((one) => (
            <button key={one.inside} type="button" className="btn btn-quiet" onClick={() => onState(one.state)}>
              {machine.settings.get(one.inside ?? '')?.setting.label ?? one.inside}
            </button>
          ))}
        </fieldset>
      )}
      {unknown && (
        <Notice kind="watch">
          <b>No screen of this device reads “{typed.trim()}”.</b> Look at the plate once more: it may be another version, or
          another device. “I do not know where it stands” leads home without a key that could write.
        </Notice>
      )}
    </form>
  )
}

const dark = (places: ReturnType<typeof placesOf>, state: KeypadState): KeypadState =>
  places.find((one) => one.reads === '')?.state ?? { ...state, power: false }
