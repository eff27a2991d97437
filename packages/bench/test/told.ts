import * as bench from '../src/index.ts'

const NOW = new Date('2026-11-24T10:15:00Z')
const {
  airflowViews,
  balanceOf,
  budgetOf,
  handOverOf,
  contactOf,
  delaysOf,
  deviceName,
  driveOf,
  equipmentName,
  fanLimitAt,
  fanStepsOf,
  filterFace,
  firesOnTaps,
  fireTapAims,
  flowsOnTaps,
  heldOf,
  inputRows,
  isFitted,
  isolationOf,
  lessAirOf,
  moveCautions,
  needsPowerOff,
  openItemsOf,
  partLine,
  pathKnown,
  piecesAt,
  pointerRows,
  pointersOf,
  remediesOf,
  settledApart,
  sharesOf,
  splitOf,
  stagingOf,
  staleAims,
  STAGES,
  togetherOf,
  visitOf,
  waitForWarm,
  wetBulbDoubt,
} = bench

const PARTS = ['return-grille', 'filter', 'return-drop', 'cabinet', 'coil', 'supply-trunk', 'branches'] as const
const BULBS = { returnDbF: 75, supplyDbF: 55, returnWbF: 63, supplyWbF: 54 }

/** What every stage makes of one visit, as its screens are given it. */
export function told(v: ReturnType<typeof visitOf>) {
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
    names: [equipmentName(v.state, v.system, v.visit), ...v.devices.map((one) => deviceName(one.profile))],
    fitted: [5, 8.96, 9, 9.04, 9.06].filter((kw) => isFitted(v, kw)),
    cautions: moveCautions(v).map((one) => one.id),
    powerOff: v.ledger.filter(needsPowerOff).map((row) => row.key),
    pieces: PARTS.map((part) => [part, partLine(part), ...piecesAt(v.system, part).map((one) => one.name)].join(' ')),
    views: airflowViews(v),
    staging: stagingOf(v),
    stale: [...staleAims(v)].map(([key, one]) => ({ key, ...one, row: undefined })),
    bulbs: [wetBulbDoubt(v, BULBS), wetBulbDoubt(v, { ...BULBS, supplyWbF: 60 }), wetBulbDoubt(v, { ...BULBS, returnWbF: 80 })],
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
    drive: { wanted: driveOf(v, 800), none: driveOf(v, null).nearestHz, most: driveOf(v, 9000).nearestHz },
    power: {
      kind: v.wired.kind,
      now: v.wired.now,
      isolation: isolationOf(v.devices, v.here),
      contacts: inputRows(v).map((row) => contactOf(v, row)),
    },
    zones: v.system.zones.length === 0 ? null : { shares: sharesOf(v), steps: fanStepsOf(v), balance: balanceOf(v, null) },
    handOver: {
      list: handOverOf(v, v.clock.date(NOW.toISOString())).map(
        (one) => `${one.standing}${one.explained ? ', explained' : ''}: ${one.says}`,
      ),
      open: openItemsOf(v),
    },
  }
}

/** Ledger rows by their key, and figures to what anybody reads. */
export const tidy = (_: string, value: unknown) => {
  if (typeof value === 'number' && !Number.isInteger(value)) return Number(value.toPrecision(5))
  if (typeof value === 'object' && value !== null && 'key' in value && 'setting' in value) return `row ${String(value.key)}`
  return value
}
