import { DEMO_SITES } from '@ingle/catalog/demo'
import { BASE_UNITS } from '@ingle/core'
import { fold } from '@ingle/record'
import { describe, expect, it } from 'vitest'
import * as bench from '../src/index.ts'

const NOW = new Date('2026-11-24T10:15:00Z')
const {
  balanceOf,
  budgetOf,
  closingOf,
  contactOf,
  delaysOf,
  driveOf,
  fanLimitAt,
  fanStepsOf,
  filterFace,
  firesOnTaps,
  fireTapAims,
  flowsOnTaps,
  heldOf,
  inputRows,
  isolationOf,
  lessAirOf,
  openItemsOf,
  pathKnown,
  pointerRows,
  pointersOf,
  remediesOf,
  settledApart,
  sharesOf,
  splitOf,
  STAGES,
  togetherOf,
  visitOf,
  waitForWarm,
} = bench

/** What every stage makes of one visit, as its screens are given it. */
function told(v: ReturnType<typeof visitOf>) {
  const pointers = pointerRows(v)
  const at = pointers && pointersOf(pointers)
  const limit = at && fanLimitAt(v, at, { ...at, offF: at.offF - 10 })
  const joint = togetherOf(v)
  return {
    stages: STAGES.map((one) => ({
      id: one.id,
      applies: one.applies(v) === true,
      standing: one.standing(v),
      findings: one.findings(v),
      wanted: one.wanted(v),
    })),
    airPath: { known: pathKnown(v), wet: budgetOf(v, 'wet'), dry: budgetOf(v, 'dry'), filter: filterFace(v) },
    remedies: remediesOf(v),
    held: heldOf(v),
    heat: {
      fires: firesOnTaps(v).map(({ fire, choice, ...one }) => ({ ...one, fire, best: choice.best })),
      aims: [...fireTapAims(v), ...waitForWarm(v)],
      flows: flowsOnTaps(v),
    },
    coil: { split: { ...splitOf(v), current: splitOf(v).current?.input.number }, less: lessAirOf(v) },
    delays: delaysOf(v),
    fanLimit: limit?.ok
      ? { starts: limit.value.run.startsS, firingS: limit.value.firingS, verdicts: limit.value.verdicts }
      : limit,
    together: joint && { choice: joint.choice, aims: joint.aims, answer: joint.answer.kind },
    apart: settledApart(v).map((row) => row.key),
    drive: driveOf(v, 800),
    power: {
      kind: v.wired.kind,
      now: v.wired.now,
      isolation: isolationOf(v.devices, v.here),
      contacts: inputRows(v).map((row) => contactOf(v, row)),
    },
    zones: v.system.zones.length === 0 ? null : { shares: sharesOf(v), steps: fanStepsOf(v), balance: balanceOf(v, null) },
    handOver: {
      closing: { ...closingOf(v, NOW.toISOString()), noted: closingOf(v, NOW.toISOString()).noted.length },
      open: openItemsOf(v),
    },
  }
}

/** Ledger rows by their key, and figures to what anybody reads. */
const tidy = (_: string, value: unknown) => {
  if (typeof value === 'number' && !Number.isInteger(value)) return Number(value.toPrecision(5))
  if (typeof value === 'object' && value !== null && 'key' in value && 'setting' in value) return `row ${String(value.key)}`
  return value
}

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
