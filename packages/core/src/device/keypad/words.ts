import { sayBoth } from '../spelling.ts'
import type { KeypadMachine } from './machine.ts'
import { type KeyEvent } from './state.ts'

/** A key as it is labelled. */
export const keyLabel = (machine: KeypadMachine, id: string): string => machine.pad.keys.find((one) => one.id === id)?.label ?? id

export const labelOf = (machine: KeypadMachine, id: string): string => machine.settings.get(id)?.setting.label ?? id

/** The value as the device shows it, and what it means where that is something else. */
export function saidOf(machine: KeypadMachine, id: string, value: string): string {
  const setting = machine.settings.get(id)?.setting
  const { means, shows } = setting ? sayBoth(setting, value, machine.units) : { means: value, shows: null }
  return shows === null ? means : `${shows} (${means})`
}

export const nameOf = (machine: KeypadMachine, id: string): string => {
  const setting = machine.settings.get(id)?.setting
  return setting?.code ?? setting?.label ?? id
}

/** Keys of a step as one would read them out: "▼ ×5", "◀ + ▶ held 4 s". */
export function keyWords(machine: KeypadMachine, events: readonly KeyEvent[]): string[] {
  const runs: { text: string; times: number }[] = []
  for (const event of events) {
    const text = wordsOf(machine, event)
    const last = runs.at(-1)
    if (last?.text === text) last.times += 1
    else runs.push({ text, times: 1 })
  }
  return runs.map(({ text, times }) => (times > 1 ? `${text} ×${times}` : text))
}

function wordsOf(machine: KeypadMachine, event: KeyEvent): string {
  const keys = (some: readonly string[]) => some.map((one) => keyLabel(machine, one)).join(' + ')
  switch (event.do) {
    case 'press':
      return keys(event.keys)
    case 'hold':
      return `${keys(event.keys)} held ${event.s} s`
    case 'wait':
      return `wait ${event.s < 120 ? `${event.s} s` : `${Math.round(event.s / 60)} min`}`
    case 'power':
      return event.on ? 'power on' : 'power off'
    case 'battery':
      return event.good ? 'battery in' : 'battery out'
    case 'astray':
      return 'out of reach'
    case 'hand':
      return `${nameOf(machine, event.id)} to ${event.value}`
  }
}
