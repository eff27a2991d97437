import { nextState } from './interpreter.ts'
import { itemsOf, type KeypadMachine, pairOf } from './machine.ts'
import type { PlanStep } from './plan.ts'
import { reading } from './reading.ts'
import { itemStandingOn, type KeyEvent, type KeypadState } from './state.ts'
import { addressedEdit, type KeyCost, type KeyWay, pairWay, valueWay, wayCost, wayEvent } from './ways.ts'
import { labelOf, saidOf } from './words.ts'

/**
 * What comes first wherever the device stands: the power is on, it takes codes, what was begun and is wanted is finished,
 * and nothing else is being changed.
 */
export function settle(
  machine: KeypadMachine,
  from: KeypadState,
  open: readonly [string, string][],
  cost: KeyCost,
): { steps: PlanStep[]; state: KeypadState; cost: number } {
  const screen = machine.pad.screens[from.screen]
  const steps: PlanStep[] = []
  let state = from
  let sum = 0
  const finish = from.power ? begun(machine, from, open, cost) : null
  const take = (events: KeyEvent[], says: string, add: number, sets?: string) => {
    state = events.reduce((before, event) => nextState(machine, before, event), state)
    sum += add
    steps.push({ events, says, reads: reading(machine, state), ...(sets !== undefined && { sets }) })
  }
  const leave = (key: string, says: string) => take([{ do: 'press', keys: [key] }], says, cost.press)
  if (!from.power) {
    for (const [id, value] of open)
      if (machine.pad.banks?.includes(id) && state.banks[id] !== value)
        take([{ do: 'hand', id, value }], `${labelOf(machine, id)}: set it to ${saidOf(machine, id, value)}.`, cost.hand, id)
    const restS = restStillWanted(machine, state, open)
    if (restS > 0) take([{ do: 'wait', s: restS }], `Leave it off for ${restS} s.`, restS * cost.waitS)
    take([{ do: 'power', on: true }], 'Power on: it reads its switches now.', 0)
  } else if (from.lockedS > 0) {
    take(
      [{ do: 'wait', s: from.lockedS }],
      'Wait: after too many wrong codes it takes none for a while.',
      from.lockedS * cost.waitS,
    )
  } else if (screen?.kind === 'code' && (from.digit > 0 || from.digits.some((one) => one > 0))) {
    leave(screen.enter, 'Enter it as it stands: the digits begin again.')
  } else if (finish) {
    take(finish.events, `${labelOf(machine, finish.id)}: ${saidOf(machine, finish.id, finish.value)}.`, finish.cost, finish.id)
  } else if (screen?.kind === 'list' && from.editing !== null) {
    const [out] = screen.ways
    if (screen.value.back !== undefined) leave(screen.value.back, 'Leave what is being changed; it is not written.')
    else if (out) take([wayEvent(out)], 'Leave the list; what was being changed is not written.', wayCost(out, cost))
  } else if (screen?.kind === 'address' && changing(machine, from)) {
    leave(screen.prev ?? screen.next, 'Leave what is being changed; it is not written.')
  } else if (screen?.kind === 'pairs' && from.digits.length === 1) {
    leave(screen.clear, 'Clear the digit that stands there.')
  }
  return { steps, state, cost: sum }
}

/** On the value of an address that somebody has turned away from what is saved. */
function changing(machine: KeypadMachine, from: KeypadState): boolean {
  if (from.editing === null) return false
  const { editing: _, ...still } = from
  return reading(machine, from) !== reading(machine, { ...still, editing: null })
}

/** How much longer the power has to stay off for what is wanted to come into its list. */
function restStillWanted(machine: KeypadMachine, from: KeypadState, open: readonly (readonly [string, string])[]): number {
  const items = Object.values(machine.pad.screens).flatMap((screen) => (screen.kind === 'list' ? screen.items : []))
  const rests = items.flatMap(({ id, appears }) => {
    if (appears?.offS === undefined || !open.some(([one]) => one === id)) return []
    // Where what brings it is still to be set, the rest comes after that.
    return appears.is.includes(from.saved[appears.after] ?? '') && from.restedS < appears.offS ? [appears.offS - from.offS] : []
  })
  return Math.max(0, ...rests)
}

/** The rest of what was begun, where it is wanted and nothing else has to come before it. */
function begun(
  machine: KeypadMachine,
  from: KeypadState,
  open: readonly (readonly [id: string, value: string])[],
  cost: KeyCost,
): (KeyWay & { id: string; value: string }) | null {
  const screen = machine.pad.screens[from.screen]
  if (!screen) return null
  for (const [id, value] of open) {
    const known = machine.settings.get(id)
    if (!known || !itemsOf(screen).some((one) => one.id === id)) continue
    if (known.setting.requires?.some((tie) => open.some(([other]) => other === tie.of))) continue
    const to = known.values.indexOf(value)
    const way = restOf(machine, from, id, to, cost)
    if (way) return { ...way, id, value }
  }
  return null
}

function restOf(machine: KeypadMachine, from: KeypadState, id: string, to: number, cost: KeyCost): KeyWay | null {
  const screen = machine.pad.screens[from.screen]
  const known = machine.settings.get(id)
  if (!known) return null
  if (screen?.kind === 'pairs') {
    const pair = pairOf(known.setting, known.values[to] ?? '')
    const typed = from.digits.join('')
    if (pair === null || typed === '' || !pair.startsWith(typed)) return null
    const whole = pairWay(screen, pair, cost)
    const events = whole.events.slice(typed.length)
    return { events, cost: events.length * cost.press }
  }
  if (from.editing === null || itemStandingOn(machine, from) !== id) return null
  if (screen?.kind === 'list') return valueWay(screen.value, known.values.length, from.editing, to, cost)
  return screen?.kind === 'address' ? addressedEdit(screen, known.values.length, from.editing, to, cost) : null
}
