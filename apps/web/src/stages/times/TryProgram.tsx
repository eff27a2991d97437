import type { LedgerRow, SystemDevice } from '@ingle/bench'
import {
  counted,
  idOfKey,
  type KeyEvent,
  type KeypadMachine,
  type KeypadState,
  nextState,
  planKeys,
  reading,
  startState,
} from '@ingle/core'
import { useMemo, useState } from 'react'
import { DeviceClock } from '../../keys/DeviceClock.tsx'
import { DeviceFace } from '../../keys/DeviceFace.tsx'
import { PlanSteps } from '../../keys/PlanSteps.tsx'
import { useDeviceClock } from '../../keys/useDeviceClock.ts'
import { Dialog } from '../../kit/Dialog.tsx'
import { Notice } from '../../kit/Notice.tsx'

/** The whole program, key by key, on a simulated device whose clock can be turned: nothing of it is written down. */
export function TryProgram(props: {
  device: SystemDevice
  machine: KeypadMachine
  found: Readonly<Record<string, string>>
  rows: readonly LedgerRow[]
  onClose: () => void
}) {
  const { device, machine, found, rows, onClose } = props
  const { profile } = device
  const form = profile.program ?? null
  const [state, setState] = useState<KeypadState>(() => startState(machine, found))
  const wanted = useMemo(() => Object.fromEntries(rows.map((row) => [idOfKey(row.key), row.aim?.value ?? ''])), [rows])
  const plan = useMemo(() => planKeys(machine, state, wanted), [machine, state, wanted])
  const clock = useDeviceClock(machine, form)
  const onEvent = (event: KeyEvent) => {
    clock.after(state, event)
    setState((before) => nextState(machine, before, event))
  }
  const press = (count: number) => {
    if (!plan.ok) return
    const events = plan.value.steps.slice(0, count).flatMap((one) => one.events)
    setState((before) => events.reduce((at, event) => nextState(machine, at, event), before))
  }
  const left = plan.ok ? plan.value.steps.length : 0
  return (
    <Dialog title={`The program on a simulated ${profile.family}`} wide onClose={onClose}>
      <div className="grid gap-4 lg:grid-cols-[26rem_1fr] items-start">
        <div className="flex flex-col gap-3">
          <DeviceClock at={clock.at} dated={form?.shape === 'actions'} onAt={clock.setAt} />
          <DeviceFace name={profile.family} machine={machine} state={state} onEvent={onEvent} now={clock.now(state)} />
        </div>
        <div className="flex flex-col gap-3 min-w-0">
          {!plan.ok ? (
            <Notice kind="watch">
              <b>{plan.reason}</b> {plan.remedy}
            </Notice>
          ) : left === 0 ? (
            <Notice kind="plain">
              <b>It stands as aimed.</b> Turn its clock and see what it asks for: {reading(machine, state, clock.now(state))}.
            </Notice>
          ) : (
            <>
              <p>
                <b className="num">{plan.value.presses}</b> key strokes in <b className="num">{left}</b> steps from here, the
                shortest way.
              </p>
              <div className="flex flex-wrap gap-2">
                <button type="button" className="btn btn-primary" onClick={() => press(1)}>
                  Press the next step
                </button>
                <button type="button" className="btn" onClick={() => press(left)}>
                  Press all of them
                </button>
              </div>
              <PlanSteps machine={machine} steps={plan.value.steps.slice(0, 14)} />
              {left > 14 && <p className="soft text-[13px]">And {counted(left - 14, 'step')} more.</p>}
            </>
          )}
        </div>
      </div>
    </Dialog>
  )
}
