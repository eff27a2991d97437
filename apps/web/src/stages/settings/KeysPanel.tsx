import {
  idOfKey,
  type KeypadMachine,
  type KeypadState,
  nextState,
  PLACE_WORDS,
  type Place,
  planKeys,
  startState,
} from '@ingle/core'
import { devicesOf, type LedgerRow, leaveAt, type SystemDevice } from '@ingle/record'
import { useEffect, useMemo, useRef, useState } from 'react'
import { isTyping } from '../../app/KeysHelp.tsx'
import { busyS, Countdown } from '../../keys/Countdown.tsx'
import { machineOf } from '../../keys/machineOf.ts'
import { PlanSteps } from '../../keys/PlanSteps.tsx'
import { placesOf } from '../../keys/placesOf.ts'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** For each device whose keys are described: the shortest way to what is still to be set on it. */
export function KeysPanel({ rows }: { rows: readonly LedgerRow[] }) {
  const { state, system, visit, ledger } = useVisit()
  const [walking, setWalking] = useState<Place | null>(null)
  const devices = devicesOf(state, system, visit)
  const partners = devices.map((one) => one.profile.id)
  return devices.map((device) => {
    const { place, profile } = device
    const machine = machineOf(profile, partners)
    const here = rows.filter((row) => row.place === place)
    if (!machine) return null
    // A walk goes on to the end of its menu when the last setting is written.
    if (walking === place)
      return (
        <Walk
          key={`${place} ${profile.id}`}
          device={device}
          machine={machine}
          rows={here}
          found={foundOn(ledger, place)}
          onClose={() => setWalking(null)}
        />
      )
    if (here.length === 0) return null
    return (
      <button key={`${place} ${profile.id}`} type="button" className="btn justify-start" onClick={() => setWalking(place)}>
        Which keys on the {profile.family}: {here.length} to set
      </button>
    )
  })
}

/** What stands on a device, as far as anybody looked. */
const foundOn = (ledger: readonly LedgerRow[], place: Place): Record<string, string> =>
  Object.fromEntries(
    ledger.flatMap((row) => {
      const value = row.left?.value ?? row.found?.value
      return row.place !== place || value === undefined ? [] : [[idOfKey(row.key), value]]
    }),
  )

/**
 * One step after another: the technician presses, sees the screen, confirms. A confirmed step that writes a setting fills
 * its Left. Begins from home as it was found; from anywhere else on “It reads something else”.
 */
function Walk(props: {
  device: SystemDevice
  machine: KeypadMachine
  rows: readonly LedgerRow[]
  found: Record<string, string>
  onClose: () => void
}) {
  const { device, machine, rows, onClose } = props
  const { write, at } = useVisit()
  // What is planned is what was to be set when the walk began: each step that is confirmed takes one out of `rows`.
  const [wanted] = useState(() => Object.fromEntries(rows.map((row) => [idOfKey(row.key), row.aim?.value ?? ''])))
  const [state, setState] = useState<KeypadState>(() => startState(machine, props.found))
  const [astray, setAstray] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const plan = useMemo(() => planKeys(machine, state, wanted), [machine, state, wanted])
  const step = plan.ok ? plan.value.steps[0] : undefined
  const confirm = async () => {
    if (!step) return
    const row = step.sets === undefined ? undefined : rows.find((one) => idOfKey(one.key) === step.sets)
    if (row?.aim?.value) {
      const written = await write([leaveAt(at, row, row.aim.value)])
      if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    }
    setState(step.events.reduce((before, event) => nextState(machine, before, event), state))
  }
  // Hands-free: the space bar is the next step, as long as nothing is typed and no button has the focus.
  const next = useRef(confirm)
  next.current = confirm
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      if (event.key !== ' ' || isTyping(event.target) || event.target instanceof HTMLButtonElement) return
      event.preventDefault()
      void next.current()
    }
    window.addEventListener('keydown', hear)
    return () => window.removeEventListener('keydown', hear)
  }, [])
  return (
    <section aria-label={`Keys of the ${device.profile.family}`} className="panel p-4 flex flex-col gap-2.5">
      <div className="flex items-baseline gap-2">
        <h2 className="font-bold">On the {PLACE_WORDS[device.place].toLowerCase()}</h2>
        <span className="num soft text-[13px] ml-auto">{plan.ok ? `${plan.value.presses} key strokes` : ''}</span>
      </div>
      {device.profile.cautions.map((one) => (
        <CautionNote key={one} text={one} />
      ))}
      {!plan.ok && (
        <Notice kind="watch">
          <b>{plan.reason}</b> {plan.remedy}
        </Notice>
      )}
      {plan.ok && plan.value.steps.length === 0 && <Notice kind="plain">It stands as wanted, and the menu is left.</Notice>}
      {plan.ok && <PlanSteps machine={machine} plan={plan.value} />}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {step && busyS(step.events) >= 2 && (
        <Countdown key={`${step.says} ${plan.ok ? plan.value.steps.length : 0}`} seconds={busyS(step.events)} />
      )}
      {step && (
        <button type="button" className="btn btn-primary" onClick={() => void confirm()}>
          {step.reads === '' ? 'It is dark, next' : `Screen reads ${step.reads}, next`}
        </button>
      )}
      <div className="flex flex-wrap gap-1.5">
        {step && (
          <button type="button" className="btn btn-quiet" aria-expanded={astray} onClick={() => setAstray(!astray)}>
            It reads something else
          </button>
        )}
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Close the plan
        </button>
      </div>
      {astray && (
        <Elsewhere
          machine={machine}
          state={state}
          onState={(next) => {
            setState(next)
            setAstray(false)
          }}
        />
      )}
    </section>
  )
}

/** Every reading that the device can show between two steps; choosing one plans anew from there. */
function Elsewhere({
  machine,
  state,
  onState,
}: {
  machine: KeypadMachine
  state: KeypadState
  onState: (state: KeypadState) => void
}) {
  const places = useMemo(() => placesOf(machine, state), [machine, state])
  return (
    <label className="block">
      <span className="soft text-[13px] block">What does it read?</span>
      <select
        className="select w-full num"
        value=""
        onChange={(event) => {
          const chosen = places[Number(event.target.value)]
          if (event.target.value !== '' && chosen) onState(chosen.state)
        }}
      >
        <option value="">Choose the reading …</option>
        {places.map((one, i) => (
          <option key={one.reads} value={i}>
            {one.reads === '' ? '(dark: the power is off)' : one.reads}
          </option>
        ))}
      </select>
    </label>
  )
}
