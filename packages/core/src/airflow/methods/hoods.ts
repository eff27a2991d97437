import { f } from '../../advice/working.ts'
import { FIELD } from '../fieldUncertainty.ts'
import type { AirflowInput } from '../input.ts'
import { instrumentPlusMinus } from '../instruments.ts'
import { fromTry, type Method } from './method.ts'

/** A sum of hoods on one side, once all of that side were read. */
export function hoodsOf<Id extends string>(
  id: Id,
  of: {
    side: 'return' | 'supply'
    name: string
    short: string
    label: string
    /** What was read, all of it. */
    all: string
    /** How many there are; null: this side says nothing of the fan's flow. */
    count: (input: AirflowInput) => number | null
  },
): Method<Id> {
  const { side, name, short, label, all, count } = of
  return {
    id,
    name,
    short,
    repeat: { what: `the hood on ${all}`, jot: `hood ${side} ` },
    measures: ['flow'],
    estimate(one, { input }) {
      const hoods = one.hoods.filter((hood) => hood.side === side)
      const flowCfm = hoods.reduce((sum, hood) => sum + hood.flowCfm, 0)
      const wanted = count(input)
      if (wanted === null || hoods.length < wanted || !(flowCfm > 0)) return null
      const hood = input.instruments.flow
      const plusMinusCfm = hood
        ? hoods.reduce((sum, read) => sum + instrumentPlusMinus(hood, read.flowCfm), 0)
        : FIELD.hood * flowCfm
      return { flowCfm, plusMinusCfm: Math.max(plusMinusCfm, 1), readingIds: hoods.map((read) => read.id) }
    },
    working(one, _, { flowCfm }) {
      const hoods = one.hoods.filter((hood) => hood.side === side)
      return {
        id: side === 'return' ? 'flow-hoods' : 'flow-supply-hoods',
        label,
        formula: `${hoods.map((hood) => f(hood.flowCfm)).join(' + ')} = ${f(flowCfm)} cfm`,
        inputs: hoods.map((hood) => ({ name: hood.name, value: `${f(hood.flowCfm)} cfm`, from: fromTry(one) })),
        source: `${all[0]?.toUpperCase()}${all.slice(1)} under the hood, added up.`,
        note: 'Uncertainty by the hood that was chosen, else 5%. A hood slows a weak grille a little.',
      }
    },
  }
}
