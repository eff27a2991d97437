import { f } from '../../advice/working.ts'
import { FIELD } from '../fieldUncertainty.ts'
import { instrumentPlusMinus } from '../instruments.ts'
import { fromTry, type Method } from './method.ts'

/** Every return grille under a hood; as many as there are. */
export const returnHoods: Method<'return-hoods'> = {
  id: 'return-hoods',
  name: 'the hood on the return grilles',
  short: 'hood',
  repeat: { what: 'the hood on every return grille', jot: 'hood return ' },
  measures: ['flow'],
  estimate(one, { input }) {
    const hoods = one.hoods.filter((hood) => hood.side === 'return')
    const flowCfm = hoods.reduce((sum, hood) => sum + hood.flowCfm, 0)
    if (hoods.length < input.returnGrilles || !(flowCfm > 0)) return null
    const hood = input.instruments.flow
    const plusMinusCfm = hood
      ? hoods.reduce((sum, read) => sum + instrumentPlusMinus(hood, read.flowCfm), 0)
      : FIELD.hood * flowCfm
    return { flowCfm, plusMinusCfm: Math.max(plusMinusCfm, 1), readingIds: hoods.map((read) => read.id) }
  },
  working(one, _, { flowCfm }) {
    const hoods = one.hoods.filter((hood) => hood.side === 'return')
    return {
      id: 'flow-hoods',
      label: 'Flow, hood',
      formula: `${hoods.map((hood) => f(hood.flowCfm)).join(' + ')} = ${f(flowCfm)} cfm`,
      inputs: hoods.map((hood) => ({ name: hood.name, value: `${f(hood.flowCfm)} cfm`, from: fromTry(one) })),
      source: 'Every return grille under the hood, added up.',
      note: 'Uncertainty by the hood that was chosen, else 5%. A hood slows a weak grille a little.',
    }
  },
}
