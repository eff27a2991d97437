import type { Quantity, UnitChoice } from '../quantity/units.ts'
import type { JotGrille, JotIntent, JotSetting } from './grammar.ts'

/** What the jot line must know to read back what is typed. */
export interface JotContext {
  units: UnitChoice
  taps: readonly string[]
  /** The adjust of the blower: what the next try has where none is named, and what the device offers; null: it has none. */
  adjust: { stands: number; offers: readonly number[] } | null
  settings: readonly JotSetting[]
  /** Density of the air of the site over standard air, for a flow that is typed as standard; absent: nobody knows the height. */
  densityRatio?: number
  grilles: readonly JotGrille[]
  /** It has a furnace: its rise is judged by the plate’s window, and its gas can be clocked. */
  burnsFuel?: boolean
  /** The test that is running, and what its step reads; null or absent: none is. */
  running?: { runId: string; readings: readonly JotTestReading[] } | null
  /** Lines that would fill what is still missing, most wanted first. */
  wanted: readonly string[]
}

/** Something that a running test reads, and with what. */
export interface JotTestReading {
  word: string
  says: string
  quantity: Quantity
  least: number
  most: number
  plusMinus: number
  traced: boolean
  instrument?: string
  due?: string
}

/** What a line means so far. `ready` can be entered; `incomplete` is right as far as it goes. */
export type JotReading =
  | { state: 'empty' }
  | { state: 'incomplete'; needs: string }
  | { state: 'wrong'; reason: string; remedy: string; instead?: string }
  | { state: 'ready'; intent: JotIntent; reads: string }

export const wrong = (reason: string, remedy: string, instead?: string): JotReading => ({
  state: 'wrong',
  reason,
  remedy,
  ...(instead && { instead }),
})
export const needs = (text: string): JotReading => ({ state: 'incomplete', needs: text })

/** Shortens what somebody typed, for quoting it. */
export const clip = (text: string) => (text.length > 24 ? `${text.slice(0, 24)}…` : text)
