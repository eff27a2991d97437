import type { Job } from './jobs.ts'
import type { KeypadMachine, ListItem, ScreenOf } from './machine.ts'
import { addressOf, forgotten, type KeypadState, keepsMemory, visibleItems } from './state.ts'
import { addressWay, type KeyCost, type KeyWay, type Routes, walk } from './ways.ts'

export const CYCLE = 'cycle'
export type OrderStep =
  | { do: 'job'; job: number; from: number; mask: number; rest: number; cycled: boolean }
  | { do: typeof CYCLE; offS: number }

const NEVER = Number.POSITIVE_INFINITY

/** How the power stands in the search: whether it was off yet, whether a restart is owed, the longest rest that counts. */
interface PowerState {
  cycled: boolean
  owed: boolean
  /** Index into `rests`. */
  rest: number
}

/** Where the screen stands between two jobs. */
type Spot = { screen: string; job: Job | null }

/**
 * The cheapest order of jobs and power cycles, by dynamic programming over set of jobs done × place × how the power
 * stands (Held and Karp). Places: 0 where it began, 1 home after a cycle, 2 + j after job j. A cycle only ever leads to a
 * later power state, so one pass in order settles all. For n jobs: 2ⁿ · (n + 2) · power states.
 */
export class Orders {
  private readonly places: number
  /** Rests that tell items apart, in seconds, rising. */
  private readonly rests: readonly number[]
  private readonly powers: readonly PowerState[]
  /** The jobs on which some item of a list depends, as bits. */
  private readonly bringers: number
  private readonly resters: number
  /** What stands once the power was off. */
  private readonly afterCycle: Readonly<Record<string, string>>
  /** What a power cut itself brings to where it is wanted, as bits. */
  private readonly free: number

  constructor(
    private readonly machine: KeypadMachine,
    private readonly from: KeypadState,
    private readonly jobs: readonly Job[],
    /** Switches that the first cycle sets. */
    private readonly banks: readonly (readonly [id: string, value: string])[],
    private readonly routes: Routes,
    private readonly cost: KeyCost,
  ) {
    this.places = jobs.length + 2
    const levels = new Set(jobs.map((job) => job.offS))
    this.rests = [...new Set([0, from.restedS, ...levels])].sort((a, b) => a - b)
    this.afterCycle = keepsMemory(machine, from) ? from.saved : forgotten(machine, from.saved)
    this.free = this.bits((job) => this.afterCycle[job.id] === job.value && from.saved[job.id] !== job.value)
    const cycles = this.mustCycle || this.free > 0 || jobs.some((job) => job.offS > 0)
    // In the order in which cycles lead from one to another.
    this.powers = (cycles ? [false, true] : [false]).flatMap((cycled) =>
      (from.owed || jobs.some((job) => job.restarts) ? [true, false] : [false]).flatMap((owed) =>
        this.rests.map((_, rest) => ({ cycled, owed, rest })),
      ),
    )
    const items = Object.values(machine.pad.screens).flatMap((screen) => (screen.kind === 'list' ? screen.items : []))
    this.bringers = this.bits((job) => items.some((one) => one.appears?.after === job.id))
    this.resters = this.bits((job) => job.rests)
  }

  private get mustCycle(): boolean {
    return this.from.owed || this.banks.length > 0 || this.jobs.some((job) => job.restarts || job.again)
  }

  /** Null when there is none. */
  cheapest(): OrderStep[] | null {
    const n = this.jobs.length
    const full = 2 ** n - 1
    const { places, powers } = this
    const size = (full + 1) * powers.length * places
    const best = new Float64Array(size).fill(NEVER)
    const came = new Int32Array(size).fill(-1)
    // A job, or n + the index of a rest for a cycle.
    const did = new Int8Array(size)
    const index = (mask: number, power: number, place: number) => (mask * powers.length + power) * places + place
    const begun = index(
      0,
      this.powerIndex({ cycled: false, owed: this.from.owed, rest: this.rests.indexOf(this.from.restedS) }),
      0,
    )
    best[begun] = 0
    const fading = this.bits((job) => job.fades)
    // All that the inner loops ask for, laid out flat.
    const after = Int32Array.from(this.jobs, (job) => job.after)
    const again = Uint8Array.from(this.jobs, (job) => (job.again ? 1 : 0))
    const edits = Float64Array.from([
      ...this.jobs.map((job) => job.edit.cost),
      ...this.jobs.map((job) => job.editAfterCycle.cost),
    ])
    const rests = this.rests.length
    const cycleTo = new Int32Array(powers.length * rests)
    const cycleCosts = new Float64Array(powers.length * rests)
    const cycles = powers.some((one) => one.cycled)
    for (const [p, power] of powers.entries())
      for (const [r, offS] of this.rests.entries()) {
        cycleTo[p * rests + r] = cycles ? this.powerIndex({ cycled: true, owed: false, rest: Math.max(power.rest, r) }) : -1
        cycleCosts[p * rests + r] = this.cycleCost(offS, power.cycled)
      }
    for (let mask = 0; mask <= full; mask += 1)
      for (let p = 0; p < powers.length; p += 1) {
        const cycled = powers[p]?.cycled ? 1 : 0
        const mayCycle = cycles && (mask & fading) === 0
        const base = (mask * powers.length + p) * places
        let tables: { costs: Float64Array; then: Int32Array } | null = null
        for (let place = 0; place < places; place += 1) {
          const at = base + place
          const here = best[at] as number
          if (here === NEVER) continue
          tables ??= this.tables(mask, p)
          const { costs, then } = tables
          if (mayCycle)
            for (let r = 0; r < rests; r += 1) {
              const power = cycleTo[p * rests + r] as number
              if (power <= p) continue
              const to = ((mask | this.free) * powers.length + power) * places + 1
              const sum = here + (cycleCosts[p * rests + r] as number)
              if (sum >= (best[to] as number) - 1e-9) continue
              best[to] = sum
              came[to] = at
              did[to] = n + r
            }
          for (let j = 0; j < n; j += 1) {
            const bit = 1 << j
            if (mask & bit || ((after[j] as number) & ~mask) !== 0 || (again[j] && cycled === 0)) continue
            const sum = here + (costs[place * n + j] as number) + (edits[cycled * n + j] as number)
            const to = ((mask | bit) * powers.length + (then[j] as number)) * places + 2 + j
            if (sum >= (best[to] as number) - 1e-9) continue
            best[to] = sum
            came[to] = at
            did[to] = j
          }
        }
      }
    return this.back(best, came, did, begun)
  }

  /** From the cheapest end to the beginning. */
  private back(best: Float64Array, came: Int32Array, did: Int8Array, begun: number): OrderStep[] | null {
    const n = this.jobs.length
    const full = 2 ** n - 1
    const { places, powers } = this
    let end = -1
    let least = NEVER
    for (const [p, power] of powers.entries()) {
      if (power.owed || (this.banks.length > 0 && !power.cycled)) continue
      for (let place = 0; place < places; place += 1) {
        const at = (full * powers.length + p) * places + place
        if (best[at] === NEVER) continue
        const home = this.routes.between(this.spot(place).screen, this.machine.pad.home)
        if (!home || (best[at] ?? 0) + home.cost >= least) continue
        least = (best[at] ?? 0) + home.cost
        end = at
      }
    }
    if (end < 0) return null
    const order: OrderStep[] = []
    for (let at = end; at !== begun && at >= 0; at = came[at] ?? -1) {
      const step = did[at] ?? 0
      const before = came[at] ?? 0
      const power = powers[Math.floor(before / places) % powers.length]
      if (step >= n) order.unshift({ do: CYCLE, offS: this.rests[step - n] ?? 0 })
      else
        order.unshift({
          do: 'job',
          job: step,
          from: before % places,
          mask: Math.floor(before / (places * powers.length)),
          rest: power?.rest ?? 0,
          cycled: power?.cycled ?? false,
        })
    }
    return order
  }

  /** The keys of one job in an order. */
  way(step: Extract<OrderStep, { do: 'job' }>): { move: KeyWay; edit: KeyWay } {
    const job = this.jobs[step.job] as Job
    const move = this.move(this.spot(step.from), job, step) ?? { events: [], cost: 0 }
    return { move, edit: step.cycled ? job.editAfterCycle : job.edit }
  }

  cycleCost(offS: number, cycledBefore: boolean): number {
    return this.cost.powerCycle + offS * this.cost.waitS + (cycledBefore ? 0 : this.banks.length * this.cost.hand)
  }

  private powerIndex(wanted: PowerState): number {
    return this.powers.findIndex((one) => one.cycled === wanted.cycled && one.owed === wanted.owed && one.rest === wanted.rest)
  }

  private bits(which: (job: Job) => boolean): number {
    return this.jobs.reduce((mask, job, i) => (which(job) ? mask | (1 << i) : mask), 0)
  }

  private spot(place: number): Spot {
    const job = this.jobs[place - 2]
    if (job) return { screen: job.screen, job }
    return { screen: place === 0 ? this.from.screen : this.machine.pad.home, job: null }
  }

  /**
   * Costs from every place to every job, and the power state after each job. They change only with the jobs that bring
   * items into a list or take them out and with the power, so most sets of done jobs share one table.
   */
  private tables(mask: number, p: number): { costs: Float64Array; then: Int32Array } {
    const key = (mask & (this.bringers | this.resters)) * this.powers.length + p
    const there = this.known.get(key)
    if (there) return there
    const power = this.powers[p] as PowerState
    const n = this.jobs.length
    const costs = new Float64Array(this.places * n).fill(NEVER)
    const then = new Int32Array(n)
    for (const [j, job] of this.jobs.entries()) {
      for (let place = 0; place < this.places; place += 1)
        costs[place * n + j] = this.move(this.spot(place), job, { mask, ...power })?.cost ?? NEVER
      // Saved anew, it ends what the rest brought.
      then[j] = this.powerIndex({
        cycled: power.cycled,
        owed: power.owed || job.restarts,
        rest: job.rests ? 0 : power.rest,
      })
    }
    const made = { costs, then }
    this.known.set(key, made)
    return made
  }
  private readonly known = new Map<number, { costs: Float64Array; then: Int32Array }>()

  private visible(
    name: string,
    screen: ScreenOf<'list'>,
    { mask, rest, cycled }: { mask: number; rest: number; cycled: boolean },
  ): ListItem[] {
    const key = `${name}|${mask & this.bringers}|${rest}|${cycled}`
    const there = this.seen.get(key)
    if (there) return there
    const saved = { ...(cycled ? this.afterCycle : this.from.saved) }
    this.jobs.forEach((job, i) => {
      if (mask & (1 << i)) saved[job.id] = job.value
    })
    const items = visibleItems(screen, saved, this.rests[rest] ?? 0, this.machine)
    this.seen.set(key, items)
    return items
  }
  private readonly seen = new Map<string, ListItem[]>()

  /** From a spot to a job: along its screen, or out of it and in again. */
  private move(spot: Spot, job: Job, when: { mask: number; rest: number; cycled: boolean }): KeyWay | null {
    const screen = this.machine.pad.screens[job.screen]
    if (!screen || screen.kind === 'show' || screen.kind === 'code') return null
    const route = this.entry(spot.screen, job.screen)
    if (screen.kind === 'pairs') return spot.screen === job.screen ? NOTHING : route
    const inside = (anew: boolean) =>
      screen.kind === 'list'
        ? this.alongList(job.screen, screen, anew ? null : spot, job, when)
        : this.alongAddress(screen, anew ? null : spot, job, when.cycled)
    const along = spot.screen === job.screen ? inside(false) : null
    const within = route ? inside(true) : null
    const anew = route && within ? { events: [...route.events, ...within.events], cost: route.cost + within.cost } : null
    if (along && anew) return along.cost <= anew.cost ? along : anew
    return along ?? anew
  }

  private alongList(
    name: string,
    screen: ScreenOf<'list'>,
    spot: Spot | null,
    job: Job,
    when: { mask: number; rest: number; cycled: boolean },
  ): KeyWay | null {
    const items = this.visible(name, screen, when)
    const to = items.findIndex((one) => one.id === job.id)
    // An item that went with its own saving leaves the cursor on the first one.
    const at = !spot
      ? 0
      : spot.job
        ? Math.max(
            items.findIndex((one) => one.id === spot.job?.id),
            0,
          )
        : this.from.cursor
    return to < 0 ? null : walk(screen, items.length, at, to, this.cost)
  }

  private alongAddress(screen: ScreenOf<'address'>, spot: Spot | null, job: Job, cycled: boolean): KeyWay | null {
    // Switches that are part of an address count once the power was off.
    const saved = { ...this.from.saved, ...(cycled && { ...this.from.banks, ...Object.fromEntries(this.banks) }) }
    for (const one of this.jobs) saved[one.id] = one.value
    const numbers = (item: number) => {
      const made = screen.items[item]
      return made ? addressOf(made, saved) : []
    }
    const at = !spot
      ? { fields: screen.fields.map(() => 0), field: 0 }
      : spot.job
        ? { fields: screen.fields.map((options, i) => options.indexOf(numbers(spot.job?.item ?? 0)[i] ?? '')), field: 0 }
        : this.from
    return addressWay(screen, at, numbers(job.item), this.cost)
  }

  /** Into a screen from outside; from inside it, out and in again. */
  private entry(from: string, to: string): KeyWay | null {
    if (from !== to) return this.routes.between(from, to)
    const out = this.routes.between(to, this.machine.pad.home)
    const back = this.routes.between(this.machine.pad.home, to)
    return out && back && out.events.length > 0 ? { events: [...out.events, ...back.events], cost: out.cost + back.cost } : null
  }
}

const NOTHING: KeyWay = { events: [], cost: 0 }
