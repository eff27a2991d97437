import { type Isolation, type LedgerRow, leaveAt, powerBack, type SystemDevice, sawOf } from '@ingle/bench'
import {
  idOfKey,
  type KeypadMachine,
  type KeypadState,
  nextState,
  PLACE_WORDS,
  type PlanStep,
  planKeys,
  reading,
  type ServiceCodeRule,
  safeWayBack,
  serviceCode,
  settableOn,
  startState,
  wantsVersion,
} from '@ingle/core'
import { machineOf, rowBody } from '@ingle/record'
import { useEffect, useMemo, useState } from 'react'
import { useShortcut } from '../app/shortcuts.ts'
import { Cautions } from '../kit/Cautions.tsx'
import { Choices } from '../kit/Choices.tsx'
import { LineField } from '../kit/Field.tsx'
import { CautionNote, Notice } from '../kit/Notice.tsx'
import { Refused } from '../visit/Refused.tsx'
import { busyS, Countdown } from './Countdown.tsx'
import { DeviceFace } from './DeviceFace.tsx'
import { Elsewhere } from './Elsewhere.tsx'
import { IsolationPanel } from './IsolationPanel.tsx'
import { PlanSteps } from './PlanSteps.tsx'
import { Unseen } from './Unseen.tsx'
import type { UnitAtHand } from './unitAtHand.ts'

/** Keys of hand-free remotes and phones that mean the next step, besides the space bar. */
const NEXT_KEYS = new Set([' ', 'AudioVolumeUp', 'AudioVolumeDown', 'VolumeUp', 'VolumeDown', 'PageDown'])

interface Props {
  device: SystemDevice
  machine: KeypadMachine
  rows: readonly LedgerRow[]
  found: Record<string, string>
  unit: UnitAtHand
  isolation: Isolation
  onClose: () => void
  /** Named where several units are set one after another. */
  name?: string
}

/**
 * One step after another: the technician presses, sees the screen, confirms. A confirmed step that writes a setting fills
 * its Left. Begins from home as it was found; from anywhere else on “It reads something else”.
 */
export function Walk(props: Props) {
  const [version, setVersion] = useState<string | null>(null)
  const { device, machine: bare, unit } = props
  const machine = useMemo(() => {
    const partners = unit.devices.map((one) => one.profile.id)
    return version === null ? bare : (machineOf(device.profile, partners, version, bare.units) ?? bare)
  }, [bare, device.profile, unit.devices, version])
  const rule = wantsVersion(machine)
  return rule ? <AskVersion {...props} rule={rule} onKnown={setVersion} /> : <WalkOn {...props} machine={machine} />
}

/** A code that is guessed locks the device: first the number that it follows from, off this very one. */
function AskVersion({
  device,
  name,
  rule,
  onKnown,
  onClose,
}: Props & { rule: ServiceCodeRule; onKnown: (version: string) => void }) {
  const [typed, setTyped] = useState('')
  const read = typed.trim() === '' ? null : serviceCode(rule, typed)
  return (
    <section data-plan aria-label={`Keys of the ${device.profile.family}`} className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {name ? `${name}: ` : ''}On the {PLACE_WORDS[device.place].toLowerCase()}
      </h2>
      <p className="text-[14px]">
        Its installer page asks for a code that follows from a number on another screen. Read that first: a wrong code, tried a
        few times, locks it.
      </p>
      <LineField
        label={rule.shows}
        hint={rule.example}
        value={typed}
        onChange={setTyped}
        calls
        wrong={read && !read.ok ? `${read.reason} ${read.remedy}` : null}
      />
      {read?.ok && (
        <output className="text-[14px]">
          Code <b className="num text-lg">{read.value.code}</b>
        </output>
      )}
      <div className="flex flex-wrap gap-1.5">
        <button type="button" className="btn btn-primary" disabled={!read?.ok} onClick={() => onKnown(typed.trim())}>
          Plan the keys
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Close the plan
        </button>
      </div>
    </section>
  )
}

function WalkOn({ device, machine, rows: asked, found, unit, isolation, onClose, name }: Props) {
  const settable = settableOn(machine)
  const rows = asked.filter((row) => settable.has(idOfKey(row.key)))
  const elsewhere = asked.filter((row) => !settable.has(idOfKey(row.key)))
  // What is planned is what was to be set when the walk began: each step that is confirmed takes one out of `rows`.
  const [wanted] = useState(() => {
    const aims = Object.fromEntries(rows.map((row) => [idOfKey(row.key), row.aim?.value ?? '']))
    const first = planKeys(machine, startState(machine, found), aims)
    // What a power cycle makes it forget is wanted again as it was.
    return first.ok ? { ...first.value.restores, ...aims } : aims
  })
  const [reasons] = useState(() => Object.fromEntries(rows.map((row) => [idOfKey(row.key), row.aim?.why ?? ''])))
  const [state, setState] = useState<KeypadState>(() => startState(machine, found))
  const [detour, setDetour] = useState<{ steps: PlanStep[]; state: KeypadState } | null>(null)
  const [astray, setAstray] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const [shows, setShows] = useState<'one' | 'all'>('all')
  // A device on the screen instead of the one on the wall: to try the plan on, or to show it.
  const [simulated, setSimulated] = useState<KeypadState | null>(null)
  const plan = useMemo(() => planKeys(machine, state, wanted), [machine, state, wanted])
  const planned = plan.ok ? plan.value.steps.map((one) => withReason(one, reasons)) : []
  const steps = detour ? [...detour.steps, ...planned] : planned
  const step = steps[0]
  const cuts = step?.events.some((one) => one.do === 'power' && !one.on) ?? false
  const restores = step?.events.some((one) => one.do === 'power' && one.on) ?? false
  // Whoever finds it dark has not isolated it: a switch is moved behind the locks as well.
  const movesSwitch = step?.events.some((one) => one.do === 'hand' && machine.pad.banks?.includes(one.id)) ?? false
  const waitsForIsolation = (cuts || movesSwitch) && !isolation.isolated
  const late = useTimeout(machine, state, detour !== null)
  const stand = (next: KeypadState) => {
    setState(next)
    setDetour(null)
    setAstray(false)
  }
  const confirm = async () => {
    if (!step || waitsForIsolation) return
    const row = step.sets === undefined ? undefined : rows.find((one) => idOfKey(one.key) === step.sets)
    const drafts = [
      ...(row?.aim?.value ? [leaveAt(unit.at, row, row.aim.value)] : []),
      ...(restores && isolation.isolated ? powerBack(unit.at, isolation.steps) : []),
    ]
    if (drafts.length > 0) {
      const written = await unit.write(drafts)
      if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    }
    setWrong(null)
    if (!detour) return setState(step.events.reduce((before, event) => nextState(machine, before, event), state))
    const left = detour.steps.slice(1)
    setDetour(left.length > 0 ? { ...detour, steps: left } : null)
    if (left.length === 0) setState(detour.state)
  }
  useNext(confirm)
  const seen = async (row: LedgerRow, value: string) => {
    const id = idOfKey(row.key)
    const body = { ...unit.at, ...rowBody(row.key), column: 'found' as const, value, saw: sawOf(row, 'found') }
    const written = await unit.write([{ kind: 'setting.set', body }])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    const banks = Object.hasOwn(state.banks, id) ? { ...state.banks, [id]: value } : state.banks
    setState({ ...state, saved: { ...state.saved, [id]: value }, banks })
  }
  return (
    <section data-plan aria-label={`Keys of the ${device.profile.family}`} className="panel p-4 flex flex-col gap-2.5">
      <div className="flex items-baseline gap-2">
        <h2 className="font-bold">
          {name ? `${name}: ` : ''}On the {PLACE_WORDS[device.place].toLowerCase()}
        </h2>
        <span className="num soft text-[13px] ml-auto">{plan.ok ? `${plan.value.presses} key strokes` : ''}</span>
      </div>
      <Cautions at="keys" />
      {device.profile.cautions.map((one) => (
        <CautionNote key={one} text={one} />
      ))}
      {!plan.ok && (
        <Notice kind="watch">
          <Refused of={plan} />
        </Notice>
      )}
      {elsewhere.map((row) => (
        <Notice key={row.key} kind="plain">
          <b>{row.setting.label}</b> is in no list of its keys: {row.setting.access}
        </Notice>
      ))}
      {plan.ok && steps.length === 0 && <Notice kind="plain">It stands as wanted, and the menu is left.</Notice>}
      {steps.length > 1 && (
        <Choices
          label="How much of the plan"
          options={[
            ['all', 'All steps'],
            ['one', 'One at a time'],
          ]}
          on={(one) => shows === one}
          onPick={setShows}
        />
      )}
      <Unseen machine={machine} state={state} rows={rows.filter((row) => !row.found && !row.left)} onRead={seen} />
      {late && (
        <Notice kind="watch">
          More than {machine.pad.timeoutS} s without a key: it has gone home by itself, and what was being changed is not written.{' '}
          <button type="button" className="btn btn-quiet mt-1" onClick={() => stand({ ...startState(machine), ...kept(state) })}>
            Plan again from home
          </button>
        </Notice>
      )}
      {steps.length > 0 && (
        <PlanSteps machine={machine} steps={shows === 'one' ? steps.slice(0, 1) : steps} big={shows === 'one'} />
      )}
      {waitsForIsolation && <IsolationPanel isolation={isolation} unit={unit} />}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {step && busyS(step.events) >= 2 && <Countdown key={`${step.says} ${steps.length}`} seconds={busyS(step.events)} />}
      {step && (
        <button
          type="button"
          className={`btn btn-primary ${shows === 'one' ? 'h-16 text-lg' : ''}`}
          disabled={waitsForIsolation}
          onClick={() => void confirm()}
        >
          {step.reads === '' ? 'It is dark, next' : `Screen reads ${step.reads}, next`}
        </button>
      )}
      {step && <p className="soft text-[13px]">Space, or a tap on the volume key, is the next step.</p>}
      <div className="flex flex-wrap gap-1.5">
        {step && (
          <button type="button" className="btn btn-quiet" aria-expanded={astray} onClick={() => setAstray(!astray)}>
            It reads something else
          </button>
        )}
        <button
          type="button"
          className="btn btn-quiet"
          aria-expanded={simulated !== null}
          onClick={() => setSimulated(simulated ? null : state)}
        >
          {simulated ? 'Put the simulated device away' : 'Try it on a simulated device'}
        </button>
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          Close the plan
        </button>
      </div>
      {simulated && (
        <>
          <DeviceFace
            name={device.profile.family}
            machine={machine}
            state={simulated}
            onEvent={(event) => setSimulated((before) => before && nextState(machine, before, event))}
          />
          {step && (
            <p className="text-[14px]" role="status" aria-label="The simulated device">
              {reading(machine, simulated) === step.reads
                ? 'It reads what it should after this step.'
                : `It reads ${reading(machine, simulated) || 'nothing'}.`}{' '}
              <button type="button" className="btn btn-quiet" onClick={() => stand(simulated)}>
                Plan from what it reads
              </button>
            </p>
          )}
        </>
      )}
      {astray && (
        <Elsewhere
          machine={machine}
          state={state}
          onState={stand}
          onLost={() => {
            setDetour(safeWayBack(machine, state))
            setAstray(false)
          }}
        />
      )}
    </section>
  )
}

const kept = ({ saved, banks, battery, restedS, owed }: KeypadState) => ({ saved, banks, battery, restedS, owed })

/** A step that writes a setting says why that is wanted. */
const withReason = (step: PlanStep, reasons: Readonly<Record<string, string>>): PlanStep => {
  const why = step.why ?? (step.sets === undefined ? undefined : reasons[step.sets])
  return why ? { ...step, why } : step
}

/** Hands-free: the next step by a key, as long as nothing is typed and no button has the focus. */
function useNext(confirm: () => Promise<void>): void {
  useShortcut((event) => {
    if (!NEXT_KEYS.has(event.key)) return
    // Whoever is elsewhere on the page (a link, a cell, another plan) means that, and not the next key.
    const at = document.activeElement
    if (at !== document.body && at !== document.getElementById('main') && !at?.closest('[data-plan]')) return
    if (event.key === ' ' && event.target instanceof HTMLButtonElement) return
    event.preventDefault()
    void confirm()
  })
}

/** True once a device that stands in a menu has been left alone for longer than it waits. */
function useTimeout(machine: KeypadMachine, state: KeypadState, waiting: boolean): boolean {
  const [late, setLate] = useState(false)
  const { timeoutS, home } = machine.pad
  useEffect(() => {
    setLate(false)
    if (timeoutS === undefined || waiting || !state.power || state.screen === home) return
    const timer = setTimeout(() => setLate(true), timeoutS * 1000)
    return () => clearTimeout(timer)
  }, [timeoutS, home, state, waiting])
  return late
}
