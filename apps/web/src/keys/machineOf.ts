import { type KeypadMachine, keypadMachine } from '@ingle/core'
import { keypadOf, type Profile } from '@ingle/record'

/** The machine of a profile in front of its partners; null when nobody has described its keys. */
export const machineOf = (profile: Profile, partners: readonly string[]): KeypadMachine | null =>
  profile.keypad ? keypadMachine(profile, keypadOf(profile.keypad), partners) : null

/** Keys as they are labelled. */
export const keyLabel = (machine: KeypadMachine, id: string): string => machine.pad.keys.find((one) => one.id === id)?.label ?? id
