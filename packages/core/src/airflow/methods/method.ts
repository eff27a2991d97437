import type { Working } from '../../advice/working.ts'
import type { AirState } from '../../air/psychrometrics.ts'
import type { FlowEstimate } from '../combine.ts'
import type { AirflowInput, TryInput } from '../input.ts'
import type { InstrumentMeasure } from '../instruments.ts'

/** What every way of measuring may use besides the try itself. */
export interface MethodGround {
  input: AirflowInput
  /** Room air at the site. */
  air: AirState
  /** 60·ρ·cp of that air, Btu/h per cfm·°F. */
  sensibleFactor: number
}

/**
 * A way of knowing the flow, whole: formula, uncertainty, words, working. A new one is a module that exports one of these
 * and a line in METHODS; estimates, findings, workings, charts and sheets follow.
 */
export interface Method<Id extends string = string> {
  id: Id
  /** In the middle of a sentence. */
  name: string
  /** Beside a point of a chart. */
  short: string
  /** What is to be taken again when it is doubted, and the jotted line that begins it; null where no line writes it. */
  repeat: { what: string; jot: string | null }
  /** What its readings are taken with: an instrument that was chosen gives its accuracy. */
  measures: readonly InstrumentMeasure[]
  /** Null until enough was read for it. */
  estimate: (one: TryInput, ground: MethodGround) => Omit<FlowEstimate, 'method'> | null
  working: (
    one: TryInput,
    ground: MethodGround,
    estimate: FlowEstimate,
  ) => Pick<Working, 'id' | 'label' | 'formula' | 'inputs' | 'source' | 'note'>
}

/** Where a reading of a try comes from. */
export const fromTry = (one: TryInput): string => `try ${one.number}`
