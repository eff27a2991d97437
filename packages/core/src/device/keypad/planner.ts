import { list as listed } from '../../advice/show.ts'
import { refuse } from '../../refusals.ts'
import { ok, type Result } from '../../result.ts'
import type { SettingTie } from '../setting.ts'
import { nextState } from './interpreter.ts'
import { type Job, jobsFor } from './jobs.ts'
import { itemsOf, type KeypadMachine, wantsVersion } from './machine.ts'
import { CYCLE, type OrderStep, Orders } from './order.ts'
import type { KeyPlan, PlanStep } from './plan.ts'
import { reading } from './reading.ts'
import { settle } from './settle.ts'
import { type KeyEvent, type KeypadState, keepsMemory, restsFor } from './state.ts'
import { type KeyCost, Routes, USUAL_COST } from './ways.ts'
import { labelOf, nameOf, saidOf } from './words.ts'

/** More settings than this at once are planned in parts, each the cheapest by itself. */
const MOST_AT_ONCE = 14

/**
 * The cheapest way of keys, holds, waits and power cycles from where a device is to wanted settings, ending at home.
 * Every list, address, value and code knows its own shortest way in closed form; the search is only over the order, by
 * dynamic programming over the set of what is done (Held and Karp). Nothing is written that was not asked for: a value is
 * saved only where it was wanted, and what a power cycle makes the device forget is set again.
 * @param wanted setting id → the device's own value
 */
export function planKeys(
  machine: KeypadMachine,
  from: KeypadState,
  wanted: Readonly<Record<string, string>>,
  cost: KeyCost = USUAL_COST,
): Result<KeyPlan> {
  const open = Object.entries(wanted).filter(([id, value]) => standing(machine, from, id) !== value)
  // A code that is guessed locks the device: nothing is planned before the right one can be worked out.
  const rule = wantsVersion(machine)
  if (rule && open.length > 0) return refuse('service-code-unknown', { shows: rule.shows, example: rule.example })
  for (const [id, value] of open) {
    const known = machine.settings.get(id)
    if (!known) return refuse('no-such-setting', { id })
    if (known.values.length > 0 && !known.values.includes(value))
      return refuse('no-such-value', { label: known.setting.label, value, values: known.values.slice(0, 8).join(', ') })
  }
  const settled = settle(machine, from, open, cost)
  if (settled.steps.length > 0) {
    const rest = planKeys(machine, settled.state, wanted, cost)
    return rest.ok ? ok(joined({ steps: settled.steps, cost: settled.cost, presses: 0, restores: {} }, rest.value)) : rest
  }
  const byHand = new Set([...(machine.pad.banks ?? []), ...(machine.pad.byHand ?? [])])
  const some = open.filter(([id]) => !byHand.has(id))
  const keyed = some.length > MOST_AT_ONCE ? inMenuOrder(machine, some) : some
  const first = new Map([...open.filter(([id]) => byHand.has(id)), ...keyed.slice(0, MOST_AT_ONCE)])
  const plan = planAtOnce(machine, from, first, cost)
  if (!plan.ok || keyed.length <= MOST_AT_ONCE) return plan
  const rest = planKeys(machine, after(machine, from, plan.value), wanted, cost)
  return rest.ok ? ok(joined(plan.value, rest.value)) : rest
}

const after = (machine: KeypadMachine, from: KeypadState, plan: KeyPlan): KeypadState =>
  plan.steps.flatMap((one) => one.events).reduce((state, event) => nextState(machine, state, event), from)

function joined(a: KeyPlan, b: KeyPlan): KeyPlan {
  const steps = [...a.steps, ...b.steps]
  return { steps, cost: a.cost + b.cost, presses: pressesOf(steps), restores: { ...a.restores, ...b.restores } }
}

const pressesOf = (steps: readonly PlanStep[]): number =>
  steps.flatMap((one) => one.events).filter((one) => one.do === 'press' || one.do === 'hold').length

function inMenuOrder(machine: KeypadMachine, open: [string, string][]): [string, string][] {
  const order = Object.values(machine.pad.screens).flatMap((screen) => itemsOf(screen).map((one) => one.id))
  return open.toSorted(([a], [b]) => order.indexOf(a) - order.indexOf(b))
}

/** What counts now, or will once the power returns. */
function standing(machine: KeypadMachine, state: KeypadState, id: string): string | undefined {
  return machine.pad.banks?.includes(id) && state.banks[id] !== state.saved[id] ? undefined : state.saved[id]
}

/** A plan for few enough settings; what a power cycle in it erases is planned in as well. */
function planAtOnce(
  machine: KeypadMachine,
  from: KeypadState,
  wanted: ReadonlyMap<string, string>,
  cost: KeyCost,
): Result<KeyPlan> {
  const plan = new Planner(machine, from, wanted, new Map(), cost).plan()
  if (!plan.ok || keepsMemory(machine, from) || !plan.value.steps.some(cutsPower)) return plan
  const erased = [...machine.settings].filter(
    ([id, { setting }]) =>
      setting.volatile && setting.default !== undefined && !wanted.has(id) && from.saved[id] !== setting.default,
  )
  if (erased.length === 0) return plan
  const restored = new Map(erased.map(([id]) => [id, from.saved[id] ?? '']))
  const whole = new Planner(machine, from, wanted, restored, cost).plan()
  if (whole.ok) return whole
  // Not by keys that are described: then at least it is said.
  const why = `It forgets ${listed(erased.map(([, { setting }]) => setting.label))}: set that again afterwards.`
  return ok({ ...plan.value, steps: plan.value.steps.map((one) => (cutsPower(one) ? { ...one, why } : one)) })
}

const cutsPower = (step: PlanStep): boolean => step.events.some((one) => one.do === 'power' && !one.on)

class Planner {
  private readonly jobs: Job[] = []
  private readonly banks: [string, string][] = []
  private readonly hands: [string, string][] = []
  private readonly lost: string[] = []
  private readonly restores: Readonly<Record<string, string>>
  private readonly routes: Routes

  constructor(
    private readonly machine: KeypadMachine,
    private readonly from: KeypadState,
    wanted: ReadonlyMap<string, string>,
    restored: ReadonlyMap<string, string>,
    private readonly cost: KeyCost,
  ) {
    const { pad } = machine
    this.routes = new Routes(machine, cost)
    const keyed: [string, string, boolean][] = []
    for (const [id, value] of wanted) {
      if (pad.banks?.includes(id)) this.banks.push([id, value])
      else if (pad.byHand?.includes(id)) this.hands.push([id, value])
      else keyed.push([id, value, false])
    }
    for (const [id, value] of restored) keyed.push([id, value, true])
    this.restores = Object.fromEntries(restored)
    const made = jobsFor(machine, from, keyed, restsFor(machine), cost)
    this.jobs = made.jobs
    this.lost = made.lost
    this.jobs.forEach((job, i) => {
      job.after |= this.before(job.id) & ~(1 << i)
    })
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
    if (this.lost.length > 0) return refuse('no-keys-lead', { settings: listed(this.lost) })
    const orders = new Orders(this.machine, this.from, this.jobs, this.banks, this.routes, this.cost)
    const order = orders.cheapest()
    if (!order) return refuse('settings-wait')
    return ok(this.steps(orders, order))
  }

  private steps(orders: Orders, order: readonly OrderStep[]): KeyPlan {
    const steps: PlanStep[] = []
    let state = this.from
    let cost = 0
    const take = (events: KeyEvent[], says: string, more: Pick<PlanStep, 'sets' | 'why'> = {}) => {
      if (events.length === 0) return
      for (const event of events) state = nextState(this.machine, state, event)
      steps.push({ events, says, reads: reading(this.machine, state), ...more })
    }
    for (const [id, value] of this.hands) {
      take([{ do: 'hand', id, value }], `${labelOf(this.machine, id)}: set it to ${saidOf(this.machine, id, value)}.`, {
        sets: id,
      })
      cost += this.cost.hand
    }
    let cycled = false
    let restarting: string[] = []
    for (const step of order) {
      if (step.do === CYCLE) {
        const banks = cycled ? [] : this.banks
        take([{ do: 'power', on: false }], 'Power off, locked, proved dead.', {
          why:
            banks.length > 0
              ? 'Switches are read only when the power returns; all that needs it off is done in this one go.'
              : restarting.length > 0
                ? `${listed(restarting)} ${restarting.length === 1 ? 'takes' : 'take'} effect only after a restart.`
                : 'The next setting shows itself only after a rest without power.',
        })
        for (const [id, value] of banks)
          take([{ do: 'hand', id, value }], `${labelOf(this.machine, id)}: set it to ${saidOf(this.machine, id, value)}.`, {
            sets: id,
          })
        if (step.offS > 0)
          take([{ do: 'wait', s: step.offS }], `Leave it off for ${step.offS} s.`, {
            why: 'A shorter rest does not bring the next setting into the list.',
          })
        take([{ do: 'power', on: true }], 'Power on: it reads its switches now.')
        cost += orders.cycleCost(step.offS, cycled)
        cycled = true
        restarting = []
        continue
      }
      const job = this.jobs[step.job] as Job
      const { move, edit } = orders.way(step)
      const screen = this.machine.pad.screens[state.screen]
      take(
        move.events,
        state.screen === job.screen && screen?.kind !== 'pairs'
          ? `Go to ${nameOf(this.machine, job.id)}.`
          : `Open the menu, go to ${nameOf(this.machine, job.id)}.`,
      )
      take(edit.events, `${labelOf(this.machine, job.id)}: ${saidOf(this.machine, job.id, job.value)}.`, {
        sets: job.id,
        ...(job.again && { why: 'The power cycle made it forget; it stands again as it was.' }),
      })
      cost += move.cost + edit.cost
      if (job.restarts) restarting.push(labelOf(this.machine, job.id))
    }
    const home = this.routes.between(state.screen, this.machine.pad.home)
    take(home?.events ?? [], 'Leave the menu.', { why: 'Nobody else should find it open.' })
    cost += home?.cost ?? 0
    return { steps, cost, presses: pressesOf(steps), restores: this.restores }
  }
}
