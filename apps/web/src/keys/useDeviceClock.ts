import {
  atClock,
  type DeviceMoment,
  type KeyEvent,
  type KeypadMachine,
  type KeypadState,
  keepsMemory,
  type ProgramForm,
} from '@ingle/core'
import { useState } from 'react'
import { FIRST_MOMENT } from './DeviceClock.tsx'

/** The clock of a simulated device: it can be turned, and a power cut does to it what its profile says. */
export function useDeviceClock(
  machine: KeypadMachine,
  form: (ProgramForm & { clock?: 'kept' | 'stopped' | 'reset' | undefined }) | null,
) {
  const [at, setAt] = useState<DeviceMoment>(FIRST_MOMENT)
  const after = (state: KeypadState, event: KeyEvent) => {
    if (event.do === 'power' && event.on && form?.clock === 'reset' && !keepsMemory(machine, state))
      setAt({ ...at, day: 0, minute: 0 })
    if (event.do === 'wait' && (state.power || form?.clock === 'kept' || keepsMemory(machine, state))) {
      const minute = at.minute + Math.round(event.s / 60)
      setAt({ ...at, minute: minute % 1440, day: (at.day + Math.floor(minute / 1440)) % 7 })
    }
  }
  const now = (state: KeypadState) => (form ? atClock(machine, form, state, at) : null)
  return { at, setAt, after, now }
}
