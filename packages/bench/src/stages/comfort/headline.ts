import { type ComfortFigure, type Found, holdsRoom, type RunFigures } from '@ingle/core'
import { found } from '../../findingWords.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { Runnable } from './roomSystem.ts'

/** What the picture says, in a sentence: the worst first. */
export function comfortHeadline(
  { system }: Runnable,
  figures: RunFigures,
  judged: readonly ComfortFigure[],
  show: VisitView['show'],
): Found {
  const { controller } = system
  const mode = controller.mode === 'cool' ? 'cool' : 'heat'
  const holds = holdsRoom(system, mode)
  const poor = (measure: ComfortFigure['measure']) => judged.find((one) => one.measure === measure && one.standing === 'poor')
  const swingF = figures.airHighestF - figures.airLowestF
  const airF = figures.airMeanF
  if (holds.missingBtuH > 0 && figures.longestOutsideMin > 60)
    return found('comfort-holds-not', { missingBtuH: holds.missingBtuH, untilF: holds.untilOutdoorF ?? Number.NaN }, show)
  if (poor('meanOff'))
    return found('comfort-off', { airF, wantedF: mode === 'cool' ? controller.setCoolF : controller.setHeatF }, show)
  if (poor('swing')) {
    const code =
      holds.missingBtuH > 0
        ? 'comfort-swings-unheld'
        : controller.rule === 'proportional-integral'
          ? 'comfort-swings-varies'
          : 'comfort-swings'
    return found(code, { swingF }, show)
  }
  const starts = poor('starts')
  if (starts) return found('comfort-starts', { startsPerH: starts.value.toFixed(1) })
  return found('comfort-even', { swingF, airF }, show)
}
