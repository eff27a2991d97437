import type { KeypadMachine } from './machine.ts'
import { addressed, type KeypadState, visibleItems } from './state.ts'

/** What its clock says and what its program asks for now, as the device writes them. */
export interface AtClock {
  clock: string
  set: string
}

/** What the screen reads. Empty while the power is off. */
export function reading(machine: KeypadMachine, state: KeypadState, now: AtClock | null = null): string {
  const screen = state.power ? machine.pad.screens[state.screen] : undefined
  if (!screen) return ''
  if (screen.kind === 'show')
    return now && screen.shows
      ? screen.shows.replaceAll('{clock}', now.clock).replaceAll('{set}', now.set)
      : screen.reads.replaceAll('{version}', machine.pad.version ?? '')
  if (screen.kind === 'code')
    return state.lockedS > 0
      ? LOCKED
      : screen.reads.replaceAll('{digits}', digitsOf(machine, state).join('')).replaceAll('{digit}', String(state.digit + 1))
  if (screen.kind === 'address') {
    const item = addressed(machine, screen, state)
    const known = item && machine.settings.get(item.id)
    const value = known && (state.editing === null ? state.saved[item.id] : known.values[state.editing])
    return screen.fields
      .reduce((text, options, i) => text.replaceAll(`{${i + 1}}`, options[state.fields[i] ?? 0] ?? ''), screen.reads)
      .replaceAll('{value}', value ?? '--')
  }
  if (screen.kind === 'pairs')
    return screen.reads
      .replaceAll('{typed}', state.digits.join('').padEnd(2, '_'))
      .replaceAll('{answer}', state.answer === null ? '' : ANSWERS[state.answer])
  const item = visibleItems(screen, state.saved, state.restedS, machine)[state.cursor]
  const known = item && machine.settings.get(item.id)
  if (!known) return '----'
  const value = state.editing === null ? (state.saved[item.id] ?? '') : (known.values[state.editing] ?? '')
  return (state.editing === null ? screen.reads : screen.value.reads)
    .replaceAll('{code}', known.setting.code ?? known.setting.label)
    .replaceAll('{label}', known.setting.label)
    .replaceAll('{value}', value)
}

const LOCKED = 'LOC'
const ANSWERS = { heard: 'ok', 'not heard': '?' } as const

/** The digits of a code as they stand. */
export const digitsOf = (machine: KeypadMachine, state: KeypadState): number[] =>
  Array.from({ length: machine.codes.get(state.screen)?.length ?? 0 }, (_, i) => state.digits[i] ?? 0)
