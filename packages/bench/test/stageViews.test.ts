import { DEMO_SITES } from '@ingle/catalog/demo'
import { BASE_UNITS } from '@ingle/core'
import { fold } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import { visitOf } from '../src/index.ts'
import { tidy, told } from './told.ts'

const NOW = new Date('2026-11-24T10:15:00Z')

/**
 * What the stages say of the demo world today, to be read. A change of it is seen in the difference: when it is meant,
 * `npm run unit -- -u packages/bench` takes it over.
 */
describe.each(DEMO_SITES.map((one) => [one.id, one] as const))('every stage on demo site %s', (_, site) => {
  const state = fold(site.id, site.changes(NOW))
  const cases = state.visits.flatMap((visit) =>
    state.systems
      .filter((_, i) => i < 2 || i > 5)
      .map((system) => [`${state.name} ${system.name} visit ${visit.number}`, visit, system] as const),
  )
  it.each(cases)('%s', async (name, visit, system) => {
    const views = JSON.stringify(told(visitOf({ state, system, visit, units: BASE_UNITS })), tidy, 1)
    await expect(`${views}\n`).toMatchFileSnapshot(`./views/${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.json`)
  })
})
