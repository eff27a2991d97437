import { type AtClock, type KeyEvent, type KeypadMachine, type KeypadState, keyLabel, reading } from '@ingle/core'
import { BatteryFull, BatteryWarning, Power, RadioTower } from 'lucide-react'
import { type KeyboardEvent, useState } from 'react'
import { ValueOptions } from '../kit/ValueOptions.tsx'

interface Props {
  name: string
  machine: KeypadMachine
  state: KeypadState
  onEvent: (event: KeyEvent) => void
  /** What its clock says and its program asks for. */
  now?: AtClock | null
}

/** A device on the screen, of our own drawing: its reading, its keys, its switches, its power. It does what its profile says. */
export function DeviceFace({ name, machine, state, onEvent, now = null }: Props) {
  const [latched, setLatched] = useState<readonly string[]>([])
  const [holding, setHolding] = useState(false)
  const [seconds, setSeconds] = useState('4')
  const shown = reading(machine, state, now)
  const heldS = Number(seconds.replace(',', '.'))
  const onKey = (key: string) => {
    if (!holding) return onEvent({ do: 'press', keys: [key] })
    setLatched(latched.includes(key) ? latched.filter((one) => one !== key) : [...latched, key])
  }
  // Arrows, Enter, Escape and figures press the keys that mean the same, while the focus is on the device.
  const onTyped = (typed: KeyboardEvent) => {
    if (typed.target instanceof HTMLInputElement || typed.target instanceof HTMLSelectElement) return
    const key = typed.key === 'Enter' && typed.target instanceof HTMLButtonElement ? undefined : keyFor(machine, typed.key)
    if (key === undefined) return
    typed.preventDefault()
    onKey(key)
  }
  const together = (event: KeyEvent) => {
    onEvent(event)
    setLatched([])
  }
  return (
    <section
      aria-label={`Device ${name}`}
      className="panel p-4 flex flex-col gap-3 max-w-md"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: it takes the keyboard as the device takes its keys.
      tabIndex={0}
      onKeyDown={onTyped}
    >
      <div className="rounded-box border-4 border-neutral bg-neutral p-3">
        <output
          aria-label="Screen"
          className={`num block rounded px-3 py-4 text-2xl text-center min-h-16 ${state.power ? 'bg-[#dfe8d6] text-[#16211c]' : 'bg-[#10191a] text-[#10191a]'}`}
        >
          {shown === '' ? '\u00A0' : shown}
        </output>
        {machine.pad.keys.length > 0 && (
          <fieldset className="grid grid-cols-4 gap-2 mt-3">
            <legend className="sr-only">Keys</legend>
            {machine.pad.keys.map((key) => (
              <button
                key={key.id}
                type="button"
                className="btn num px-1 text-[15px]"
                aria-pressed={holding ? latched.includes(key.id) : undefined}
                onClick={() => onKey(key.id)}
              >
                {key.label}
              </button>
            ))}
          </fieldset>
        )}
      </div>
      {machine.pad.keys.length > 0 && (
        <div className="flex flex-wrap items-center gap-2 text-[14px]">
          <label className="flex items-center gap-2 min-h-11">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={holding}
              onChange={(event) => {
                setHolding(event.target.checked)
                setLatched([])
              }}
            />
            keys together, or held
          </label>
          {holding && (
            <>
              <button
                type="button"
                className="btn btn-quiet"
                disabled={latched.length === 0}
                onClick={() => together({ do: 'press', keys: latched })}
              >
                Press
              </button>
              <button
                type="button"
                className="btn btn-quiet"
                disabled={latched.length === 0 || !(heldS > 0)}
                onClick={() => together({ do: 'hold', keys: latched, s: heldS })}
              >
                Hold for
              </button>
              <input
                className="input input-sm num w-16"
                aria-label="Seconds held"
                inputMode="decimal"
                value={seconds}
                onChange={(event) => setSeconds(event.target.value)}
              />
              s<span className="soft">{latched.map((one) => keyLabel(machine, one)).join(' + ')}</span>
            </>
          )}
        </div>
      )}
      <ByHand machine={machine} state={state} onEvent={onEvent} />
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn btn-quiet"
          aria-pressed={state.power}
          onClick={() => onEvent({ do: 'power', on: !state.power })}
        >
          <Power size={16} aria-hidden="true" /> Power {state.power ? 'on' : 'off'}
        </button>
        {machine.pad.battery && (
          <button
            type="button"
            className="btn btn-quiet"
            aria-pressed={state.battery === 'good'}
            onClick={() => onEvent({ do: 'battery', good: state.battery !== 'good' })}
          >
            {state.battery === 'good' ? (
              <BatteryFull size={16} aria-hidden="true" />
            ) : (
              <BatteryWarning size={16} aria-hidden="true" />
            )}
            Battery {state.battery === 'good' ? 'good' : 'out'}
          </button>
        )}
        {machine.pad.screens[state.screen]?.kind === 'pairs' && (
          <button type="button" className="btn btn-quiet" aria-pressed={state.deaf > 0} onClick={() => onEvent({ do: 'astray' })}>
            <RadioTower size={16} aria-hidden="true" /> Hold it where the unit cannot hear
          </button>
        )}
        {[60, 300].map((s) => (
          <button key={s} type="button" className="btn btn-quiet" onClick={() => onEvent({ do: 'wait', s })}>
            Wait {s / 60} min
          </button>
        ))}
      </div>
    </section>
  )
}

const TYPED: Readonly<Record<string, readonly string[]>> = {
  ArrowLeft: ['left'],
  ArrowRight: ['right', 'next'],
  ArrowUp: ['up'],
  ArrowDown: ['down'],
  Enter: ['ok', 'enter', 'set', 'push', 'centre', 'send'],
  Escape: ['back', 'esc', 'exit', 'clear'],
}

/** The key of the device that a key of the keyboard stands for. */
function keyFor(machine: KeypadMachine, typed: string): string | undefined {
  const meant = TYPED[typed] ?? (/^\d$/.test(typed) ? [`d${typed}`] : [])
  return meant.find((id) => machine.pad.keys.some((key) => key.id === id))
}

/** Switches, jumpers, pointers and form fields: set by hand. */
function ByHand({ machine, state, onEvent }: Pick<Props, 'machine' | 'state' | 'onEvent'>) {
  const ids = [...(machine.pad.banks ?? []), ...(machine.pad.byHand ?? [])]
  if (ids.length === 0) return null
  const bank = (machine.pad.banks?.length ?? 0) > 0
  return (
    <fieldset className="flex flex-col gap-1">
      <legend className="soft text-[13px]">
        {bank ? 'Switches and jumpers: read only when the power returns' : 'Set by hand'}
      </legend>
      {ids.map((id) => {
        const known = machine.settings.get(id)
        if (!known) return null
        const at = machine.pad.banks?.includes(id) ? state.banks[id] : state.saved[id]
        return (
          <label key={id} className="flex items-center gap-2 text-[14px]">
            <span className="flex-1">
              <span className="num">{known.setting.code}</span> {known.setting.label}
            </span>
            <select
              className="select select-sm num w-28"
              value={at}
              onChange={(event) => onEvent({ do: 'hand', id, value: event.target.value })}
            >
              <ValueOptions values={known.values} />
            </select>
          </label>
        )
      })}
    </fieldset>
  )
}
