import {
  type KeyEvent,
  type KeypadMachine,
  type KeypadState,
  nextState,
  planKeys,
  reading,
  sayBoth,
  startState,
} from '@ingle/core'
import { machineOf, type Profile } from '@ingle/record'
import { RotateCcw, X } from 'lucide-react'
import { useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useTitle } from '../app/title.ts'
import { DeviceClock } from '../keys/DeviceClock.tsx'
import { DeviceFace } from '../keys/DeviceFace.tsx'
import { PlanSteps } from '../keys/PlanSteps.tsx'
import { useDeviceClock } from '../keys/useDeviceClock.ts'
import { Cautions } from '../kit/Cautions.tsx'
import { CautionNote, Empty, Notice } from '../kit/Notice.tsx'
import { useLibrary } from '../library/useLibrary.ts'
import { usePrefs } from '../prefs/prefs.ts'

export function PracticeDevice() {
  const { profileId = '' } = useParams()
  const { profiles } = useLibrary()
  const profile = profiles.find((one) => one.id === profileId)?.content
  // In front of the first partner that it knows: its spelling has to hold with something.
  const partner = profile?.settings.find((one) => one.pairedWith)?.pairedWith?.[0]
  const machine = useMemo(() => (profile ? machineOf(profile, partner === undefined ? [] : [partner]) : null), [profile, partner])
  if (profile && machine)
    return (
      <Bench
        key={profile.id}
        profile={profile}
        machine={machine}
        partner={profiles.find((one) => one.id === partner)?.content.family ?? null}
      />
    )
  return (
    <main id="main" className="p-6 w-full">
      <Empty title="There is nothing to press on here">
        <p>Nobody has described the keys of this family.</p>
        <Link to="/practice" className="btn btn-primary mt-4">
          To the devices
        </Link>
      </Empty>
    </main>
  )
}

function Bench({ profile, machine, partner }: { profile: Profile; machine: KeypadMachine; partner: string | null }) {
  const [state, setState] = useState<KeypadState>(() => startState(machine))
  const [wanted, setWanted] = useState<Readonly<Record<string, string>>>({})
  const plan = useMemo(() => planKeys(machine, state, wanted), [machine, state, wanted])
  useTitle(`Practice: ${profile.family}`)
  const form = profile.program ?? null
  const clock = useDeviceClock(machine, form)
  const onEvent = (event: KeyEvent) => {
    clock.after(state, event)
    setState((before) => nextState(machine, before, event))
  }
  const open = Object.entries(wanted)
  const reached = open.length > 0 && plan.ok && plan.value.steps.length === 0
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6">
      <p className="soft text-[14px]">
        <Link to="/practice" className="link">
          Practice
        </Link>
      </p>
      <div className="flex flex-wrap items-center gap-2 mb-3">
        <h1 className="text-2xl font-bold mr-auto">
          {profile.maker} {profile.family}
          {partner && <span className="soft font-normal text-[15px]"> in front of a {partner}</span>}
        </h1>
        <button type="button" className="btn btn-quiet" onClick={() => setState(startState(machine))}>
          <RotateCcw size={16} aria-hidden="true" /> As shipped
        </button>
      </div>
      <div className="grid gap-4 lg:grid-cols-[26rem_1fr] items-start">
        <div className="flex flex-col gap-3">
          <DeviceFace name={profile.family} machine={machine} state={state} onEvent={onEvent} now={clock.now(state)} />
          {form && <DeviceClock at={clock.at} dated={form.shape === 'actions'} onAt={clock.setAt} />}
          <Cautions at="keys" />
          {profile.cautions.map((one) => (
            <CautionNote key={one} text={one} />
          ))}
        </div>
        <section aria-label="Plan" className="flex flex-col gap-3 min-w-0">
          <Wanted machine={machine} wanted={wanted} onWanted={setWanted} />
          {open.length === 0 ? (
            <Notice kind="plain">
              Choose what it should be set to: the shortest way of keys is worked out from what the screen reads now, and anew
              whenever you go another way.
            </Notice>
          ) : reached ? (
            <Notice kind="plain">
              <b>It stands as wanted.</b> The screen reads {reading(machine, state) || 'nothing: the power is off'}.
            </Notice>
          ) : plan.ok ? (
            <>
              <p>
                <b className="num">{plan.value.presses}</b> key strokes from here. Press the keys on the device; the plan follows.
              </p>
              <PlanSteps machine={machine} steps={plan.value.steps} />
            </>
          ) : (
            <Notice kind="watch">
              <b>{plan.reason}</b> {plan.remedy}
            </Notice>
          )}
        </section>
      </div>
    </main>
  )
}

/** What the device should be set to. */
function Wanted(props: {
  machine: KeypadMachine
  wanted: Readonly<Record<string, string>>
  onWanted: (wanted: Readonly<Record<string, string>>) => void
}) {
  const { machine, wanted, onWanted } = props
  const units = usePrefs((state) => state.units)
  const settable = [...machine.settings].filter(([, { values }]) => values.length > 1)
  return (
    <div className="panel p-4">
      <h2 className="font-bold mb-1">Set it to</h2>
      <ul className="flex flex-col gap-1.5">
        {Object.entries(wanted).map(([id, value]) => {
          const known = machine.settings.get(id)
          if (!known) return null
          return (
            <li key={id} className="flex items-center gap-2 text-[14px]">
              <span className="flex-1">
                <span className="num">{known.setting.code}</span> {known.setting.label}
              </span>
              <select
                className="select select-sm w-44"
                aria-label={`${known.setting.label} to`}
                value={value}
                onChange={(event) => onWanted({ ...wanted, [id]: event.target.value })}
              >
                {known.values.map((one) => {
                  const { means, shows } = sayBoth(known.setting, one, units)
                  return (
                    <option key={one} value={one}>
                      {shows === null ? means : `${shows} · ${means}`}
                    </option>
                  )
                })}
              </select>
              <button
                type="button"
                className="btn btn-ghost btn-square btn-quiet"
                aria-label={`Not ${known.setting.label}`}
                onClick={() => onWanted(Object.fromEntries(Object.entries(wanted).filter(([one]) => one !== id)))}
              >
                <X size={16} />
              </button>
            </li>
          )
        })}
      </ul>
      <select
        className="select w-full mt-1.5"
        aria-label="Add a setting"
        value=""
        onChange={(event) => {
          const known = machine.settings.get(event.target.value)
          if (known) onWanted({ ...wanted, [event.target.value]: known.values.at(-1) ?? '' })
        }}
      >
        <option value="">Add a setting …</option>
        {settable
          .filter(([id]) => wanted[id] === undefined)
          .map(([id, { setting }]) => (
            <option key={id} value={id}>
              {[setting.code, setting.label].filter(Boolean).join(' · ')}
            </option>
          ))}
      </select>
    </div>
  )
}
