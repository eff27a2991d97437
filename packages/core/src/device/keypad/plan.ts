import type { KeyEvent } from './state.ts'

export interface PlanStep {
  events: KeyEvent[]
  says: string
  /** What the screen should read afterwards. */
  reads: string
  /** The setting that this step writes. */
  sets?: string
  /** Why it comes here, or at all. */
  why?: string
}

export interface KeyPlan {
  steps: PlanStep[]
  cost: number
  presses: number
  /** What a power cycle of the plan makes the device forget, and is set again as it was. */
  restores: Readonly<Record<string, string>>
}
