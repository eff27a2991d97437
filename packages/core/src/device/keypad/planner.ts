import { ok, type Result, refuse } from '../../result.ts'
import type { SettingTie } from '../setting.ts'
import { sayBoth } from '../spelling.ts'
import { type KeyEvent, type KeypadState, nextState, reading, restsFor, visibleItems } from './interpreter.ts'
import type { KeypadMachine, KeypadScreen, ListItem } from './machine.ts'
import { editWay, type KeyCost, type KeyWay, Routes, USUAL_COST, walk, wayCost, wayEvent } from './ways.ts'

export interface PlanStep {
  events: KeyEvent[]
  says: string
  /** What the screen should read afterwards. */
  reads: string
  /** The setting that this step writes. */
  sets?: string
}

export interface KeyPlan {
  steps: PlanStep[]
  cost: number
  presses: number
}

/** More settings than this at once are more than anybody sets at one wall. */
const MOST_WANTED = 14

/** How the power stands in the search: not off yet; off for as long as asked; the rest ended since; off for a moment. */
const [BEFORE, LONG, RESET, SHORT] = [0, 1, 2, 3] as const
type Power = typeof BEFORE | typeof LONG | typeof RESET | typeof SHORT
const POWERS: readonly Power[] = [BEFORE, LONG, RESET, SHORT]
/** Steps of an order that are no jobs. */
const [CYCLE_LONG, CYCLE_SHORT] = [-1, -2] as const

type List = Extract<KeypadScreen, { kind: 'list' }>
/** Where the screen stands between two settings: a screen, and the item on it. */
interface Spot {
  screen: string
  cursor: number
}

/**
 * The cheapest way of keys, holds, waits and power cycles from where a device is to wanted settings, ending at home.
 * Every list, value and code knows its own shortest way in closed form; the search is only over the order, by dynamic
 * programming over the set of what is done (Held and Karp). Nothing is written that was not asked for: a value is saved
 * only where it was wanted.
 * @param wanted setting id → the device's own value
 */
export function planKeys(
  machine: KeypadMachine,
  from: KeypadState,
  wanted: Readonly<Record<string, string>>,
  cost: KeyCost = USUAL_COST,
): Result<KeyPlan> {
  const open = Object.entries(wanted).filter(([id, value]) => standing(machine, from, id) !== value)
  for (const [id, value] of open) {
    const known = machine.settings.get(id)
    if (!known) return refuse(`This device has no setting “${id}”.`, 'Choose among those in its profile.')
    if (known.values.length > 0 && !known.values.includes(value))
      return refuse(`${known.setting.label} has no value “${value}”.`, `It has ${known.values.slice(0, 8).join(', ')}.`)
  }
  if (open.length > MOST_WANTED)
    return refuse(`${open.length} settings at once are too many to plan.`, `Plan at most ${MOST_WANTED}, then the rest.`)
  const settled = settle(machine, from, open, cost)
  if (settled.steps.length === 0) return new Planner(machine, from, new Map(open), cost).plan()
  const rest = planKeys(machine, settled.state, wanted, cost)
  if (!rest.ok) return rest
  const steps = [...settled.steps, ...rest.value.steps]
  return ok({ steps, cost: settled.cost + rest.value.cost, presses: pressesOf(steps) })
}

const pressesOf = (steps: readonly PlanStep[]): number =>
  steps.flatMap((one) => one.events).filter((one) => one.do === 'press' || one.do === 'hold').length

/** What comes first wherever the device stands: the power is on, and nothing is being changed. */
function settle(
  machine: KeypadMachine,
  from: KeypadState,
  open: readonly [string, string][],
  cost: KeyCost,
): { steps: PlanStep[]; state: KeypadState; cost: number } {
  const screen = machine.pad.screens[from.screen]
  const steps: PlanStep[] = []
  let state = from
  let sum = 0
  const take = (event: KeyEvent, says: string, add: number, sets?: string) => {
    state = nextState(machine, state, event)
    sum += add
    steps.push({ events: [event], says, reads: reading(machine, state), ...(sets !== undefined && { sets }) })
  }
  if (!from.power) {
    for (const [id, value] of open)
      if (machine.pad.banks?.includes(id))
        take({ do: 'hand', id, value }, `${machine.settings.get(id)?.setting.label ?? id}: set it to ${value}.`, cost.hand, id)
    take({ do: 'power', on: true }, 'Power on: it reads its switches now.', 0)
  } else if (screen?.kind === 'code' && (from.digit > 0 || from.digits.some((one) => one > 0))) {
    take({ do: 'press', keys: [screen.enter] }, 'Enter it as it stands: the digits begin again.', cost.press)
  } else if (screen?.kind === 'list' && from.editing !== null) {
    const [out] = screen.ways
    if (screen.value.back !== undefined)
      take({ do: 'press', keys: [screen.value.back] }, 'Leave what is being changed; it is not written.', cost.press)
    else if (out) take(wayEvent(out), 'Leave the list; what was being changed is not written.', wayCost(out, cost))
  }
  return { steps, state, cost: sum }
}

/** What counts now, or will once the power returns. */
function standing(machine: KeypadMachine, state: KeypadState, id: string): string | undefined {
  return machine.pad.banks?.includes(id) && state.banks[id] !== state.saved[id] ? undefined : state.saved[id]
}

interface Job {
  id: string
  value: string
  list: string
  edit: { events: KeyEvent[]; cost: number }
  /** Jobs that must be done before, as bits. */
  after: number
  /** It takes effect only after a power cycle. */
  beforeCycle: boolean
  /** Saved anew it sends others out of their list until the power has been off. */
  rests: boolean
}

class Planner {
  private readonly jobs: Job[] = []
  private readonly banks: [string, string][] = []
  private readonly hands: [string, string][] = []
  private readonly lost: string[] = []
  private readonly routes: Routes
  /** The longest time off that a wanted setting asks for. */
  private offS = 0
  /** The jobs on which some item of a list depends, as bits. */
  private readonly bringers: number

  constructor(
    private readonly machine: KeypadMachine,
    private readonly from: KeypadState,
    wanted: ReadonlyMap<string, string>,
    private readonly cost: KeyCost,
  ) {
    const { pad, settings } = machine
    this.routes = new Routes(machine, cost)
    const rests = restsFor(machine)
    for (const [id, value] of wanted) {
      if (pad.banks?.includes(id)) this.banks.push([id, value])
      else if (pad.byHand?.includes(id)) this.hands.push([id, value])
      else {
        const list = Object.entries(pad.screens).find(
          ([, screen]) => screen.kind === 'list' && screen.items.some((one) => one.id === id),
        )
        const known = settings.get(id)
        const screen = list?.[1]
        if (!list || !known || known.values.length === 0 || screen?.kind !== 'list') {
          this.lost.push(known?.setting.label ?? id)
          continue
        }
        const at = Math.max(known.values.indexOf(from.saved[id] ?? ''), 0)
        const edit = editWay(screen.value, known.values.length, at, known.values.indexOf(value), screen.open, cost)
        if (!edit) {
          this.lost.push(known.setting.label)
          continue
        }
        const appears = screen.items.find((one) => one.id === id)?.appears
        this.offS = Math.max(this.offS, appears?.offS ?? 0)
        this.jobs.push({
          id,
          value,
          list: list[0],
          edit,
          after: 0,
          beforeCycle: known.setting.needs?.restart === true,
          rests: rests.has(id),
        })
      }
    }
    this.jobs.forEach((job, i) => {
      job.after = this.before(job.id) & ~(1 << i)
    })
    const lists = Object.values(pad.screens).flatMap((screen) => (screen.kind === 'list' ? screen.items : []))
    this.bringers = this.bits((job) => lists.some((one) => one.appears?.after === job.id))
  }

  /** What a setting requires, of those that are to be set too. Which items stand in a list orders the rest by itself. */
  private before(id: string): number {
    const known = this.machine.settings.get(id)
    const ofs = (known?.setting.requires ?? []).map((tie: SettingTie) => tie.of)
    return this.jobs.reduce(
      (mask, job, i) =>
        ofs.some((of) => of === job.id || of === this.machine.settings.get(job.id)?.setting.code) ? mask | (1 << i) : mask,
      0,
    )
  }

  plan(): Result<KeyPlan> {
    if (this.lost.length > 0)
      return refuse(`No keys lead to ${this.lost.join(' and ')}.`, 'Set it where it lives; its profile says how it is reached.')
    const must = this.banks.length > 0 || this.jobs.some((job) => job.beforeCycle)
    const order = this.order(must, must || this.offS > 0)
    if (!order)
      return refuse(
        'These settings wait for one another, or one of them stands in no list.',
        'Set one of them alone, then plan again from what the screen reads.',
      )
    return ok(this.steps(order))
  }

  /** The cheapest order of jobs and of at most one power cycle. */
  private order(must: boolean, may: boolean): number[] | null {
    const n = this.jobs.length
    const full = (1 << n) - 1
    // States: set of jobs done × place (0: where it began, 1: home after the cycle, 2 + j: after job j) × power.
    const places = n + 2
    const size = (full + 1) * places * POWERS.length
    const best = new Float64Array(size).fill(Number.POSITIVE_INFINITY)
    const came = new Int32Array(size).fill(-1)
    const did = new Int8Array(size)
    const index = (mask: number, place: number, power: Power) => (mask * places + place) * POWERS.length + power
    const begun = index(0, 0, BEFORE)
    best[begun] = 0
    const relax = (at: number, to: number, step: number, add: number) => {
      const sum = (best[at] ?? 0) + add
      if (sum >= (best[to] ?? 0) - 1e-9) return
      best[to] = sum
      came[to] = at
      did[to] = step
    }
    const restart = this.bits((job) => job.beforeCycle)
    for (let mask = 0; mask <= full; mask += 1)
      for (const power of POWERS)
        for (let place = 0; place < places; place += 1) {
          const at = index(mask, place, power)
          if (best[at] === Number.POSITIVE_INFINITY) continue
          if (power === BEFORE && may && (mask & restart) === restart) {
            relax(at, index(mask, 1, SHORT), CYCLE_SHORT, this.cycleCost(0))
            if (this.offS > 0) relax(at, index(mask, 1, LONG), CYCLE_LONG, this.cycleCost(this.offS))
          }
          const costs = this.moveCosts(mask, power)
          for (let j = 0; j < n; j += 1) {
            const job = this.jobs[j] as Job
            if (mask & (1 << j) || (job.after & mask) !== job.after || (job.beforeCycle && power !== BEFORE)) continue
            const move = costs[place * n + j] ?? Number.POSITIVE_INFINITY
            if (move === Number.POSITIVE_INFINITY) continue
            // Saved after the rest, it ends what the rest brought.
            const then = power === LONG && job.rests ? RESET : power
            relax(at, index(mask | (1 << j), 2 + j, then), j, move + job.edit.cost)
          }
        }
    let end = -1
    let least = Number.POSITIVE_INFINITY
    for (const power of POWERS.filter((one) => one !== BEFORE || !must))
      for (let place = 0; place < places; place += 1) {
        const at = index(full, place, power)
        if (best[at] === Number.POSITIVE_INFINITY) continue
        const home = this.routes.between(this.spot(full, place, power).screen, this.machine.pad.home)
        if (!home || (best[at] ?? 0) + home.cost >= least) continue
        least = (best[at] ?? 0) + home.cost
        end = at
      }
    if (end < 0) return null
    const order: number[] = []
    for (let at = end; at !== begun && at >= 0; at = came[at] ?? -1) order.unshift(did[at] ?? 0)
    return order
  }

  private bits(which: (job: Job) => boolean): number {
    return this.jobs.reduce((mask, job, i) => (which(job) ? mask | (1 << i) : mask), 0)
  }

  /** Where the screen stands after what was done last. */
  private spot(mask: number, place: number, power: Power): Spot {
    if (place === 0) return { screen: this.from.screen, cursor: this.from.cursor }
    if (place === 1) return { screen: this.machine.pad.home, cursor: 0 }
    const job = this.jobs[place - 2] as Job
    return { screen: job.list, cursor: this.visible(job.list, mask, power).findIndex((one) => one.id === job.id) }
  }

  private visible(list: string, mask: number, power: Power): ListItem[] {
    const key = `${list}|${mask & this.bringers}|${power}`
    const there = this.seen.get(key)
    if (there) return there
    const screen = this.machine.pad.screens[list] as List
    const saved = { ...this.from.saved }
    this.jobs.forEach((job, i) => {
      if (mask & (1 << i)) saved[job.id] = job.value
    })
    const items = visibleItems(screen, saved, this.restedS(mask, power), this.machine)
    this.seen.set(key, items)
    return items
  }
  private readonly seen = new Map<string, ListItem[]>()

  private restedS(mask: number, power: Power): number {
    if (power === RESET) return 0
    const rested = mask & this.bits((job) => job.rests) ? 0 : this.from.restedS
    return power === LONG ? Math.max(rested, this.offS) : rested
  }

  private cycleCost(offS: number): number {
    return this.cost.powerCycle + offS * this.cost.waitS + this.banks.length * this.cost.hand
  }

  /**
   * Costs from every place to every job. They change only with the jobs that bring items into a list or take them out, so
   * most sets of done jobs share one table.
   */
  private moveCosts(mask: number, power: Power): Float64Array {
    const key = (mask & this.bringers) * POWERS.length + power
    const there = this.costs.get(key)
    if (there) return there
    const n = this.jobs.length
    const table = new Float64Array((n + 2) * n).fill(Number.POSITIVE_INFINITY)
    for (let place = 0; place < n + 2; place += 1)
      for (const [j, job] of this.jobs.entries())
        table[place * n + j] = this.move(this.spot(mask, place, power), job, mask, power)?.cost ?? Number.POSITIVE_INFINITY
    this.costs.set(key, table)
    return table
  }
  private readonly costs = new Map<number, Float64Array>()

  /** From a spot to the item of a job: along the list, or out of it and in again. */
  private move(spot: Spot, job: Job, mask: number, power: Power): KeyWay | null {
    const screen = this.machine.pad.screens[job.list] as List
    const items = this.visible(job.list, mask, power)
    const to = items.findIndex((one) => one.id === job.id)
    if (to < 0) return null
    const along = spot.screen === job.list ? walk(screen, items.length, spot.cursor, to, this.cost) : null
    const route = this.reentry(spot.screen, job.list)
    const inside = route ? walk(screen, items.length, 0, to, this.cost) : null
    const anew = route && inside ? { events: [...route.events, ...inside.events], cost: route.cost + inside.cost } : null
    if (along && anew) return along.cost <= anew.cost ? along : anew
    return along ?? anew
  }

  /** Into a list from outside; from inside it, out and in again. */
  private reentry(from: string, list: string): KeyWay | null {
    if (from !== list) return this.routes.between(from, list)
    const out = this.routes.between(list, this.machine.pad.home)
    const back = this.routes.between(this.machine.pad.home, list)
    return out && back && out.events.length > 0 ? { events: [...out.events, ...back.events], cost: out.cost + back.cost } : null
  }

  private steps(order: readonly number[]): KeyPlan {
    const steps: PlanStep[] = []
    let state = this.from
    let cost = 0
    const take = (events: KeyEvent[], says: string, sets?: string) => {
      if (events.length === 0) return
      for (const event of events) state = nextState(this.machine, state, event)
      steps.push({ events, says, reads: reading(this.machine, state), ...(sets !== undefined && { sets }) })
    }
    for (const [id, value] of this.hands) {
      take([{ do: 'hand', id, value }], `${this.label(id)}: set it to ${this.said(id, value)}.`, id)
      cost += this.cost.hand
    }
    let mask = 0
    let power: Power = BEFORE
    for (const step of order) {
      if (step < 0) {
        take([{ do: 'power', on: false }], 'Power off, locked, proved dead.')
        for (const [id, value] of this.banks)
          take([{ do: 'hand', id, value }], `${this.label(id)}: set it to ${this.said(id, value)}.`, id)
        const offS = step === CYCLE_LONG ? this.offS : 0
        if (offS > 0) take([{ do: 'wait', s: offS }], `Leave it off for ${offS} s.`)
        take([{ do: 'power', on: true }], 'Power on: it reads its switches now.')
        cost += this.cycleCost(offS)
        power = step === CYCLE_LONG ? LONG : SHORT
        continue
      }
      const job = this.jobs[step] as Job
      const spot = { screen: state.screen, cursor: state.cursor }
      const move = this.move(spot, job, mask, power)
      take(
        move?.events ?? [],
        state.screen === job.list ? `Go to ${this.code(job.id)}.` : `Open the menu, go to ${this.code(job.id)}.`,
      )
      take(job.edit.events, `${this.label(job.id)}: ${this.said(job.id, job.value)}.`, job.id)
      cost += (move?.cost ?? 0) + job.edit.cost
      mask |= 1 << step
      if (power === LONG && job.rests) power = RESET
    }
    const home = this.routes.between(state.screen, this.machine.pad.home)
    take(home?.events ?? [], 'Leave the menu.')
    cost += home?.cost ?? 0
    return { steps, cost, presses: pressesOf(steps) }
  }

  /** The value as the device shows it, and what it means where that is something else. */
  private said(id: string, value: string): string {
    const setting = this.machine.settings.get(id)?.setting
    const { means, shows } = setting ? sayBoth(setting, value) : { means: value, shows: null }
    return shows === null ? means : `${shows} (${means})`
  }

  private label(id: string): string {
    return this.machine.settings.get(id)?.setting.label ?? id
  }
  private code(id: string): string {
    const setting = this.machine.settings.get(id)?.setting
    return setting?.code ?? setting?.label ?? id
  }
}
