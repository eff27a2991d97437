import { itemsOf, type KeypadMachine, type KeypadScreen, pairOf } from './machine.ts'
import { type KeypadState, keepsMemory } from './state.ts'
import { addressedEdit, editWay, type KeyCost, type KeyWay, pairWay } from './ways.ts'

/** One setting that keys write, with what its place in the order depends on. */
export interface Job {
  id: string
  value: string
  /** The screen that writes it, and its place among the items of that screen. */
  screen: string
  item: number
  /** Writes it, once the screen stands on it: as the device stands now, and after the power was off. */
  edit: KeyWay
  editAfterCycle: KeyWay
  /** Jobs that must be done before, as bits. */
  after: number
  /** It takes effect only after a power cycle. */
  restarts: boolean
  /** Saved anew it sends others out of their list until the power has been off. */
  rests: boolean
  /** The time off that brings it into its list. */
  offS: number
  /** Lost when the power goes off: it must come after the last cycle. */
  fades: boolean
  /** What a power cycle erased is set again, after it. */
  again: boolean
}

/** The jobs for what is wanted, in its order, and the labels of what no keys lead to. */
export function jobsFor(
  machine: KeypadMachine,
  from: KeypadState,
  wanted: readonly (readonly [id: string, value: string, again: boolean])[],
  rests: ReadonlySet<string>,
  cost: KeyCost,
): { jobs: Job[]; lost: string[] } {
  const jobs: Job[] = []
  const lost: string[] = []
  const kept = keepsMemory(machine, from)
  for (const [id, value, again] of wanted) {
    const known = machine.settings.get(id)
    const home = Object.entries(machine.pad.screens).find(([, one]) => itemsOf(one).some((item) => item.id === id))
    const at = from.saved[id] ?? ''
    const reset = known?.setting.volatile && !kept ? (known.setting.default ?? at) : at
    const edit = home && known && editOn(machine, home[1], id, again ? reset : at, value, cost)
    const editAfterCycle = home && known && editOn(machine, home[1], id, reset, value, cost)
    if (!home || !known || !edit || !editAfterCycle) {
      lost.push(known?.setting.label ?? id)
      continue
    }
    const [name, screen] = home
    const item = itemsOf(screen).findIndex((one) => one.id === id)
    jobs.push({
      id,
      value,
      screen: name,
      item,
      edit,
      editAfterCycle,
      after: 0,
      restarts: known.setting.needs?.restart === true,
      rests: rests.has(id),
      offS: screen.kind === 'list' ? (screen.items[item]?.appears?.offS ?? 0) : 0,
      fades: known.setting.volatile === true && !kept && value !== known.setting.default,
      again,
    })
  }
  for (const job of jobs) waitForItsAddress(machine, job, jobs)
  return { jobs, lost }
}

function editOn(
  machine: KeypadMachine,
  screen: KeypadScreen,
  id: string,
  from: string,
  to: string,
  cost: KeyCost,
): KeyWay | null {
  const known = machine.settings.get(id)
  if (!known || known.values.length === 0) return null
  const [at, want] = [Math.max(known.values.indexOf(from), 0), known.values.indexOf(to)]
  if (screen.kind === 'list') return editWay(screen.value, known.values.length, at, want, screen.open, cost)
  if (screen.kind === 'address') return addressedEdit(screen, known.values.length, at, want, cost)
  const pair = screen.kind === 'pairs' ? pairOf(known.setting, to) : null
  return screen.kind === 'pairs' && pair !== null ? pairWay(screen, pair, cost) : null
}

/** A number of its address that keys set as well comes first; one that a switch sets changes with the power. */
function waitForItsAddress(machine: KeypadMachine, job: Job, jobs: readonly Job[]): void {
  const screen = machine.pad.screens[job.screen]
  if (screen?.kind !== 'address') return
  for (const one of screen.items[job.item]?.at ?? []) {
    const id = one.startsWith('=') ? one.slice(1) : null
    const first = id === null ? -1 : jobs.findIndex((other) => other.id === id)
    if (first >= 0) job.after |= 1 << first
  }
}
