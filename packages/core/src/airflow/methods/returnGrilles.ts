import { percent } from '../../advice/show.ts'
import { f } from '../../advice/working.ts'
import { FIELD } from '../fieldUncertainty.ts'
import { grilleFlowCfm } from '../velocity.ts'
import { fromTry, type Method } from './method.ts'

/** Face speed at every return grille; as many as there are. Beside outdoor air they are less than the fan moves. */
export const returnGrilles: Method<'return-grilles'> = {
  id: 'return-grilles',
  name: 'the return grilles',
  short: 'grilles',
  repeat: { what: 'the return grilles', jot: 'grille return ' },
  measures: ['velocity'],
  estimate(one, { input }) {
    const grilles = one.grilles.flatMap(({ id, side, faceFpm, areaFt2, freeArea }) =>
      side === 'return' && areaFt2 !== null && freeArea !== null
        ? [{ id, flowCfm: grilleFlowCfm(faceFpm, areaFt2, freeArea) }]
        : [],
    )
    const flowCfm = grilles.reduce((sum, grille) => sum + grille.flowCfm, 0)
    // Still air at the grille is a blower that stands, or a meter that was not on: no flow to reckon with.
    if (input.takesOutdoorAir || grilles.length < input.returnGrilles || !(flowCfm > 0)) return null
    const meterShare = (input.instruments.velocity?.accuracyPct ?? 0) / 100
    return {
      flowCfm,
      plusMinusCfm: Math.hypot(FIELD.grilles, meterShare) * flowCfm,
      readingIds: grilles.map((grille) => grille.id),
    }
  },
  working(one, _, { flowCfm }) {
    const grilles = one.grilles.filter((grille) => grille.side === 'return')
    const parts = grilles.map(
      (grille) => `${f(grille.faceFpm)} fpm × ${f(grille.areaFt2 ?? 0, 2)} ft² × ${f(grille.freeArea ?? 0, 2)}`,
    )
    return {
      id: 'flow-grilles',
      label: 'Flow, grilles',
      formula: `${parts.join(' + ')} = ${f(flowCfm)} cfm`,
      inputs: grilles.map((grille) => ({ name: grille.name, value: `${f(grille.faceFpm)} fpm`, from: fromTry(one) })),
      source: 'Continuity: face speed × area × the maker’s free-area factor.',
      note: `± ${percent(FIELD.grilles)}: the free-area factor is the weak spot.`,
    }
  },
}
