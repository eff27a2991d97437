import { type VisitView, visitOf } from '@ingle/bench'
import { DEMO_SITES } from '@ingle/catalog/demo'
import { BASE_UNITS, METRIC_UNITS, type UnitChoice } from '@ingle/core'
import { fold } from '@ingle/record'

const NOW = new Date('2026-11-24T10:15:00Z')
const SITES = DEMO_SITES.map((site) => fold(site.id, site.changes(NOW)))
const slug = (text: string) => text.toLowerCase().replace(/[^a-z0-9]+/g, '-')

/** Every system of the demo world on every visit, under a name for a file. */
export const demoVisits = (units: UnitChoice = BASE_UNITS): [string, VisitView][] =>
  SITES.flatMap((state) =>
    state.visits.flatMap((visit) =>
      state.systems.map((system): [string, VisitView] => [
        slug(`${state.name} ${system.name} visit ${visit.number}${units === METRIC_UNITS ? ' metric' : ''}`),
        visitOf({ state, system, visit, units }),
      ]),
    ),
  )

export function demoVisit(name: string, units?: UnitChoice): VisitView {
  const found = demoVisits(units).find(([one]) => one === name)
  if (!found)
    throw new Error(
      `The demo world has no ${name}: ${demoVisits(units)
        .map(([one]) => one)
        .join(', ')}`,
    )
  return found[1]
}
