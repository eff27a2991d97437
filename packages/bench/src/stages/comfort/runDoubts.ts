import type { Found, RunFigures } from '@ingle/core'
import { found } from '../../findingWords.ts'
import type { VisitView } from '../../visit/visitView.ts'
import type { Runnable } from './roomSystem.ts'

/** Less of a difference in starts an hour is none. */
const WORTH_SAYING_PER_H = 0.25

/** What the settings of a run ask for and the device would do otherwise, or that speaks against itself. */
export function runDoubts({ system }: Pick<Runnable, 'system'>, show: VisitView['show']): Found[] {
  const { controller, equipment } = system
  const doubts: Found[] = []
  if (controller.setCoolF <= controller.setHeatF)
    doubts.push(found('comfort-set-points-cross', { heatF: controller.setHeatF, coolF: controller.setCoolF }, show))
  if (controller.rule === 'cycle-rate') {
    // At half load a rate of N starts asks for runs and pauses of 30/N minutes: N = 4·Nmax·x·(1 − x).
    const halfMin = 30 / controller.maxRatePerH
    const really = 60 / (Math.max(halfMin, equipment.minOnS / 60) + Math.max(halfMin, equipment.minOffS / 60))
    if (really < controller.maxRatePerH - WORTH_SAYING_PER_H)
      doubts.push(
        found('comfort-cycle-under-least', {
          rate: controller.maxRatePerH,
          run: halfMin.toFixed(0),
          really: really.toFixed(1),
        }),
      )
  }
  return doubts
}

/** Why an aim was taken: what the run of that day showed. */
export function aimReason(day: string, before: RunFigures, tried: RunFigures, show: VisitView['show']): string {
  const swing = (of: RunFigures) => show('temperatureDifference', of.airHighestF - of.airLowestF)
  const starts = (of: RunFigures) => (of.starts / 24).toFixed(1)
  return `Tried on ${day}: mean ${show('temperature', tried.airMeanF)} instead of ${show('temperature', before.airMeanF)}, swing ${swing(tried)} instead of ${swing(before)}, ${starts(tried)} starts an hour instead of ${starts(before)}.`
}
