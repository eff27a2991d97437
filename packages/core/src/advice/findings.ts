import type { Disagreement } from '../airflow/combine.ts'
import { methodOf } from '../airflow/methods/methods.ts'
import type { AirflowPicture, TryResult } from '../airflow/picture.ts'
import { PART_NAMES, POINT_NAMES, PROBE_REPEAT_IN_WC } from '../airflow/staticWalk.ts'
import { list, percent, type Show, tapName } from './show.ts'

/** Something in the readings that somebody should know. `contradiction`: they cannot all be right. */
export interface Finding {
  key: string
  kind: 'contradiction' | 'out-of-table' | 'watch'
  tryNumber: number | null
  text: string
  remedy: string
  /** What to type to take the doubtful reading again. */
  jot: string | null
}

/** A part that takes more than this share of the external static is worth naming. House figure, not a standard. */
export const HEAVY_SHARE = 0.35
/** One duct gives one coefficient; probes repeat well within this. */
const DUCT_REPEAT_SHARE = 0.15

/** Everything that does not fit, the contradictions first. Rules are one function each. */
export function findings(picture: AirflowPicture, show: Show): Finding[] {
  const found: Finding[] = []
  const current = picture.current
  if (!current) return found
  found.push(
    ...returnPositive(current, show),
    ...impossibleWalk(current, show),
    ...disagreements(current, show),
    ...movedDuct(picture, show),
  )
  found.push(...outOfTable(picture, current, show))
  found.push(
    ...overRated(picture, current, show),
    ...heavyPart(current, show),
    ...underFloor(picture, current, show),
    ...loudGrille(picture, current, show),
    ...oddSplit(current, show),
  )
  return found
}

function returnPositive(current: TryResult, show: Show): Finding[] {
  const value = current.input.probes.return
  if (value === undefined || value <= PROBE_REPEAT_IN_WC) return []
  return [
    {
      key: 'return-positive',
      kind: 'contradiction',
      tryNumber: current.input.number,
      text: `Return static reads ${show('static', value, { signed: true })}, but the blower pulls on that side: it should be below zero.`,
      remedy: 'Swap the hoses at the gauge, or the two figures, and read both sides again.',
      jot: 'esp ',
    },
  ]
}

function impossibleWalk(current: TryResult, show: Show): Finding[] {
  return current.walk.impossible.map((step) => ({
    key: `walk-${step.toPoint}`,
    kind: 'contradiction',
    tryNumber: current.input.number,
    text: `Static rises by ${show('static', -step.dropInWc)} over the ${list(step.parts.map((part) => PART_NAMES[part]))}, where only a loss is possible: ${show('static', step.fromInWc, { signed: true })} ${POINT_NAMES[step.fromPoint]}, ${show('static', step.toInWc, { signed: true })} ${POINT_NAMES[step.toPoint]}.`,
    remedy: `Repeat the reading ${POINT_NAMES[step.toPoint]}: probe square to the air, hose dry, gauge zeroed.`,
    jot:
      step.toPoint === 'return' || step.toPoint === 'supply'
        ? `${step.toPoint} `
        : `static ${step.toPoint.startsWith('room') ? step.fromPoint : step.toPoint} `,
  }))
}

function disagreements(current: TryResult, show: Show): Finding[] {
  return (current.flow?.disagreements ?? []).map((one) => ({
    key: `methods-${one.a.method}-${one.b.method}`,
    kind: 'contradiction',
    tryNumber: current.input.number,
    text: disagreementText(one, show),
    remedy: `Repeat ${methodOf(one.repeat).repeat.what}: it is what fits the rest least.`,
    jot: methodOf(one.repeat).repeat.jot,
  }))
}

function disagreementText(one: Disagreement, show: Show): string {
  const share = one.differenceCfm / ((one.a.flowCfm + one.b.flowCfm) / 2)
  return `${methodOf(one.a).name.replace(/^the/, 'The')} says ${show('flow', one.a.flowCfm)}, ${methodOf(one.b).name} ${show('flow', one.b.flowCfm)}: ${show('flow', one.differenceCfm)} or ${percent(share)} apart, more than the ${show('flow', one.allowedCfm)} that both may be off.`
}

/** The duct does not change with the tap: two tries with one filter must give one coefficient. */
function movedDuct(picture: AirflowPicture, show: Show): Finding[] {
  const current = picture.current
  const earlier = picture.tries
    .slice(0, -1)
    .findLast((one) => one.input.filter === current?.input.filter && one.ductCoefficient !== null)
  if (!current?.ductCoefficient || !earlier?.ductCoefficient || !current.flow) return []
  const ratio = current.ductCoefficient / earlier.ductCoefficient
  if (Math.abs(ratio - 1) <= DUCT_REPEAT_SHARE) return []
  const expected = earlier.ductCoefficient * current.flow.flowCfm ** 2
  return [
    {
      key: 'duct-moved',
      kind: 'contradiction',
      tryNumber: current.input.number,
      text: `Try ${earlier.input.number} and try ${current.input.number} do not see the same duct: at ${show('flow', current.flow.flowCfm)} the earlier one lets expect ${show('static', expected)}, now it reads ${show('static', current.externalInWc ?? 0)}.`,
      remedy: `Check that no damper, grille or panel moved since try ${earlier.input.number} and that the tap is really ${tapName(current.input.tapLabel)}; then repeat the static.`,
      jot: 'esp ',
    },
  ]
}

function outOfTable(picture: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const gap = current.table
  if (!gap || gap.ok || !picture.input.blower) return []
  const external = show('static', current.externalInWc ?? 0)
  const tap = tapName(current.input.tapLabel)
  const table = `the ${picture.input.blower.name} table`
  const base = { key: `table-${gap.why}`, kind: 'out-of-table' as const, tryNumber: current.input.number }
  switch (gap.why) {
    case 'no-tap':
      return [
        {
          ...base,
          text: `${tap} is not in ${table}.`,
          remedy: `Taps there: ${picture.input.blower.table.taps.join(', ')}. Read the tap again.`,
          jot: 'tap ',
        },
      ]
    case 'hole':
      return [
        {
          ...base,
          text: `${table.replace(/^the/, 'The')} is blank for ${tap} near ${external}.`,
          remedy: 'Measure the flow another way: heater rise or the return grilles.',
          jot: 'rise ',
        },
      ]
    case 'above':
      return [
        {
          ...base,
          text: `${external} is above the ${show('static', gap.limitInWc)} where ${table} ends: it says nothing about the flow.`,
          remedy:
            'Look for what is shut or blocked before anything else, or measure the flow by heater rise or at the return grilles.',
          jot: 'static before-filter ',
        },
      ]
    case 'below':
      return [
        {
          ...base,
          text: `${external} is below the ${show('static', gap.limitInWc)} where ${table} begins.`,
          remedy: 'Check the probes, the filter door and the panels; a leak beside the cabinet reads like this.',
          jot: 'esp ',
        },
      ]
  }
}

function overRated(picture: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const rated = picture.input.blower?.ratedStaticInWc
  if (rated === undefined || current.externalInWc === null || current.externalInWc <= rated) return []
  return [
    {
      key: 'over-rated-static',
      kind: 'watch',
      tryNumber: current.input.number,
      text: `${show('static', current.externalInWc)} across the cabinet is over its rated ${show('static', rated)}.`,
      remedy: 'Take static out of the path before asking more of the blower.',
      jot: null,
    },
  ]
}

function heavyPart(current: TryResult, show: Show): Finding[] {
  const worst = current.walk.worst
  if (!worst?.share || worst.share < HEAVY_SHARE) return []
  const name = PART_NAMES[worst.parts[0] ?? 'filter']
  return [
    {
      key: `heavy-${worst.parts[0]}`,
      kind: 'watch',
      tryNumber: current.input.number,
      text: `The ${name} takes ${show('static', worst.dropInWc)}, ${percent(worst.share)} of the external static.`,
      remedy: worst.parts[0] === 'filter' ? 'Fit a clean filter, or a larger one.' : `Look into the ${name} for what narrows it.`,
      jot: null,
    },
  ]
}

function underFloor(picture: AirflowPicture, current: TryResult, show: Show): Finding[] {
  if (!picture.input.heaterOnThisTap || picture.floorCfm === null || !current.flow || current.flow.flowCfm >= picture.floorCfm)
    return []
  return [
    {
      key: 'under-heater-floor',
      kind: 'watch',
      tryNumber: current.input.number,
      text: `${show('flow', current.flow.flowCfm)} is under the ${show('flow', picture.floorCfm)} that the ${show('power', picture.input.heaterKw ?? 0)} heater needs.`,
      remedy: 'Do not run the heater like this: raise the flow first. The heater’s own limit stays as the maker built it.',
      jot: null,
    },
  ]
}

function loudGrille(picture: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const max = picture.input.rule.maxFaceFpm
  if (!current.loudest || current.loudest.faceFpm <= max) return []
  return [
    {
      key: 'loud-grille',
      kind: 'watch',
      tryNumber: current.input.number,
      text: `Air leaves the ${current.loudest.name} grille at ${show('velocity', current.loudest.faceFpm)}; above ${show('velocity', max)} it is heard.`,
      remedy: 'Open other grilles, or take a lower tap.',
      jot: null,
    },
  ]
}

function oddSplit(current: TryResult, show: Show): Finding[] {
  const range = current.expectedSplit
  if (!range || current.splitF === null || (current.splitF >= range.lowF && current.splitF <= range.highF)) return []
  const low = current.splitF < range.lowF
  return [
    {
      key: 'odd-split',
      kind: 'watch',
      tryNumber: current.input.number,
      text: `The split is ${show('temperatureDifference', current.splitF)}; this capacity and flow give ${show('temperatureDifference', range.lowF)} to ${show('temperatureDifference', range.highF)}.`,
      remedy: low
        ? 'Let it run ten minutes more and read again. If it stays low, the capacity or the charge is in question: that is work for a licensed hand with gauges.'
        : 'Read both temperatures again out of sight of the coil and heater. If it stays high, the flow is lower than the other methods say.',
      jot: 'split ',
    },
  ]
}
