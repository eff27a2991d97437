import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import { bits, type FanSteps, stepOf, type ZoneCase } from './judge.ts'

/** Flows that the named fan steps of a zone controller should bring. */
export interface StepFlows {
  low: StepFlow
  mid: StepFlow
  high: StepFlow
}
interface StepFlow {
  /** How many zones are open when the controller takes this step. */
  openFrom: number
  openTo: number
  wantedCfm: number
  /** Of the flow with all open. */
  share: number
  /** True where the floor of heater or coil asks for more than the zones do. */
  byFloor: boolean
}

/**
 * What each step should bring: the most that the design flows of any combination with this many zones open add up to,
 * and never less than the floors. Source: sums of design flows; floors from the makers. Valid: design flow known for every
 * zone.
 */
export function stepFlows({ network, branches, limits }: Pick<ZoneCase, 'network' | 'branches' | 'limits'>): Result<StepFlows> {
  const missing = branches.find((one) => !(one.designCfm !== null && one.designCfm > 0))
  if (missing) return refuse('zone-without-wanted-flow', { name: missing.name })
  const zones = branches.length
  const always = network.alwaysOpen.reduce((mask, zone) => mask | (1 << zone), 0)
  const closable = zones - bits(always)
  if (closable < 1) return refuse('no-zone-closes')
  const most: FanSteps = { low: 0, mid: 0, high: 0 }
  const range: Record<keyof FanSteps, [number, number]> = { low: [99, 0], mid: [99, 0], high: [99, 0] }
  for (let mask = 0; mask < 2 ** zones; mask += 1) {
    if ((mask & always) !== always) continue
    const open = bits(mask & ~always)
    if (open === 0) continue
    const step = stepOf(open, closable)
    const flow = branches.reduce((sum, one, i) => sum + (mask & (1 << i) ? (one.designCfm as number) : 0), 0)
    most[step] = Math.max(most[step], flow)
    range[step] = [Math.min(range[step][0], open), Math.max(range[step][1], open)]
  }
  const floor = Math.max(limits.heaterFloorCfm ?? 0, limits.coilFloorCfm ?? 0)
  const made = (step: keyof FanSteps): StepFlow => {
    // With two zones nothing is "fewer than half": the step is never taken, and stands as the next one.
    const wanted = most[step] || most.mid || most.high
    const wantedCfm = Math.max(wanted, floor)
    return {
      openFrom: range[step][1] === 0 ? 0 : range[step][0],
      openTo: range[step][1],
      wantedCfm,
      share: Math.min(1, wantedCfm / Math.max(most.high, floor)),
      byFloor: floor > wanted,
    }
  }
  return ok({ low: made('low'), mid: made('mid'), high: made('high') })
}

/**
 * Shares of zones in the steps that a controller takes, which add up to the whole where the steps allow it: rounded down,
 * then the largest remainders first. Source: largest-remainder method.
 * @param shares any weights, > 0 in all
 * @param range in percent
 */
export function sharesInSteps(
  shares: readonly number[],
  range: { min: number; max: number; step: number },
): Result<{ values: number[]; sum: number }> {
  const whole = shares.reduce((a, b) => a + b, 0)
  if (!(whole > 0)) return refuse('nothing-to-share')
  const { min, max, step } = range
  const wanted = shares.map((one) => (100 * one) / whole)
  const held = (value: number) => Math.min(max, Math.max(min, value))
  const values = wanted.map((one) => held(min + Math.floor((one - min) / step + 1e-9) * step))
  for (;;) {
    const missing = 100 - values.reduce((a, b) => a + b, 0)
    if (missing < step - 1e-9) break
    let most = -1
    for (const [i, value] of values.entries()) {
      if (value + step > max + 1e-9) continue
      if (most < 0 || (wanted[i] as number) - value > (wanted[most] as number) - (values[most] as number)) most = i
    }
    if (most < 0) break
    values[most] = (values[most] as number) + step
  }
  return ok({ values, sum: values.reduce((a, b) => a + b, 0) })
}
