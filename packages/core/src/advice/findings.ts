import type { FlowEstimate } from '../airflow/combine.ts'
import type { GrilleReading } from '../airflow/input.ts'
import { instrumentDoubts, isWeak } from '../airflow/instruments.ts'
import { blowsWithHeater } from '../airflow/methods/heaterRise.ts'
import { methodOf } from '../airflow/methods/methods.ts'
import type { AirflowPicture, TryResult } from '../airflow/picture.ts'
import { readingsBy } from '../airflow/readingsBy.ts'
import { PART_NAMES, POINT_NAMES, PROBE_REPEAT_IN_WC, type ProbePoint } from '../airflow/staticWalk.ts'
import { found } from '../findingWords.ts'
import { formatNumber } from '../quantity/format.ts'
import type { Found } from '../result.ts'
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
    ...loudReturn(picture, current, show),
    ...oddSplit(current, show),
    ...heaterPower(picture, current, show),
    ...weakInstruments(picture, current, show),
  )
  return found
}

type Placed = Pick<Finding, 'key' | 'kind' | 'jot'>

const placed = ({ key, kind, jot }: Placed, current: TryResult, { says, mend }: Found): Finding => ({
  key,
  kind,
  tryNumber: current.input.number,
  text: says,
  remedy: mend,
  jot,
})

function returnPositive(current: TryResult, show: Show): Finding[] {
  const returnInWc = current.input.probes.return
  if (returnInWc === undefined || returnInWc <= PROBE_REPEAT_IN_WC) return []
  const words = found('return-positive', { returnInWc }, show)
  return [placed({ key: 'return-positive', kind: 'contradiction', jot: 'esp ' }, current, words)]
}

/** Where a probe goes, in the middle of a sentence. The room is never read again: it is what the others are read against. */
const placeOf = (point: ProbePoint): string => POINT_NAMES[point].replace(/^(?!before|after|in )/, 'at the ')

function impossibleWalk(current: TryResult, show: Show): Finding[] {
  return current.walk.impossible.map((step) => {
    const { fromInWc, toInWc, fromPoint, toPoint } = step
    const jot =
      toPoint === 'return' || toPoint === 'supply' ? `${toPoint} ` : `static ${toPoint.startsWith('room') ? fromPoint : toPoint} `
    const words = found(
      'static-rises',
      {
        riseInWc: -step.dropInWc,
        parts: list(step.parts.map((part) => PART_NAMES[part])),
        fromInWc,
        from: placeOf(fromPoint),
        toInWc,
        to: placeOf(toPoint),
        again: placeOf(toPoint.startsWith('room') ? fromPoint : toPoint),
      },
      show,
    )
    return placed({ key: `walk-${toPoint}`, kind: 'contradiction', jot }, current, words)
  })
}

/** Methods that cannot be right beside the others; or, where nobody can tell which, the camps that stand. */
function disagreements(current: TryResult, show: Show): Finding[] {
  const { flow } = current
  if (!flow) return []
  const names = (some: readonly FlowEstimate[]) => list(some.map((one) => methodOf(one).name))
  const jotOf = (some: readonly FlowEstimate[]) => some.map((one) => methodOf(one).repeat.jot).find((one) => one !== null) ?? null
  if (flow.verdict === 'cannot-tell') {
    const [one, other] = flow.repeat
    if (!one || !other) return []
    const camps = flow.camps
      .map((camp, i) => `${i === 0 ? 'By' : 'by'} ${names(camp)} ${show('flow', middleOf(camp))}${i === 0 ? ' flow' : ''}`)
      .join(', ')
    const words = found(
      'methods-in-camps',
      {
        camps,
        one: methodOf(one).repeat.what,
        other: methodOf(other).repeat.what,
        flowCfm: flow.flowCfm,
        offCfm: flow.plusMinusCfm,
      },
      show,
    )
    return [placed({ key: 'methods-in-camps', kind: 'contradiction', jot: jotOf(flow.repeat) }, current, words)]
  }
  return flow.outside.map(({ estimate, times }) => {
    const apartCfm = Math.abs(estimate.flowCfm - flow.flowCfm)
    const { name, repeat } = methodOf(estimate)
    const words = found(
      'method-outside',
      {
        method: name,
        flowCfm: estimate.flowCfm,
        others: names(flow.used),
        restCfm: flow.flowCfm,
        apartCfm,
        apart: percent(apartCfm / flow.flowCfm),
        times: formatNumber(times, 1),
        what: repeat.what,
      },
      show,
    )
    return placed({ key: `outside-${estimate.method}`, kind: 'contradiction', jot: repeat.jot }, current, words)
  })
}

const middleOf = (camp: readonly FlowEstimate[]) => camp.reduce((sum, one) => sum + one.flowCfm, 0) / camp.length

/** The duct does not change with the tap: two tries with one filter must give one coefficient. */
function movedDuct(picture: AirflowPicture, show: Show): Finding[] {
  const current = picture.current
  const earlier = picture.tries
    .slice(0, -1)
    .findLast((one) => one.input.filter === current?.input.filter && one.ductCoefficient !== null)
  if (!current?.ductCoefficient || !earlier?.ductCoefficient || !current.flow) return []
  // While the methods stand apart there is no flow to hold the duct against.
  if (current.flow.verdict === 'cannot-tell' || earlier.flow?.verdict === 'cannot-tell') return []
  const ratio = current.ductCoefficient / earlier.ductCoefficient
  if (Math.abs(ratio - 1) <= DUCT_REPEAT_SHARE) return []
  const { flowCfm } = current.flow
  const words = found(
    'duct-moved',
    {
      earlier: earlier.input.number,
      now: current.input.number,
      flowCfm,
      expectedInWc: earlier.ductCoefficient * flowCfm ** 2,
      readInWc: current.externalInWc ?? 0,
      tap: tapName(current.input.tapLabel),
    },
    show,
  )
  return [placed({ key: 'duct-moved', kind: 'contradiction', jot: 'esp ' }, current, words)]
}

function outOfTable({ input: { blower } }: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const gap = current.table
  if (!gap || gap.ok || !blower) return []
  const externalInWc = current.externalInWc ?? 0
  const tap = tapName(current.input.tapLabel)
  const table = blower.name
  const gapFound = (jot: string, words: Found) => [placed({ key: `table-${gap.why}`, kind: 'out-of-table', jot }, current, words)]
  switch (gap.why) {
    case 'no-tap':
      return gapFound('tap ', found('tap-not-in-table', { tap, table, taps: blower.table.taps.join(', ') }))
    case 'hole':
      return gapFound('rise ', found('table-blank', { tap, table, externalInWc }, show))
    case 'above':
      return gapFound('static before-filter ', found('above-table', { externalInWc, limitInWc: gap.limitInWc, table }, show))
    case 'below':
      return gapFound('esp ', found('below-table', { externalInWc, limitInWc: gap.limitInWc, table }, show))
  }
}

function overRated(picture: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const ratedInWc = picture.input.blower?.ratedStaticInWc ?? null
  const { externalInWc } = current
  if (ratedInWc === null || externalInWc === null || externalInWc <= ratedInWc) return []
  const words = found('over-rated-static', { externalInWc, ratedInWc }, show)
  return [placed({ key: 'over-rated-static', kind: 'watch', jot: null }, current, words)]
}

function heavyPart(current: TryResult, show: Show): Finding[] {
  const worst = current.walk.worst
  const part = worst?.parts[0]
  if (!worst?.share || !part || worst.share < HEAVY_SHARE) return []
  const takes = { dropInWc: worst.dropInWc, share: percent(worst.share) }
  const words =
    part === 'filter' ? found('heavy-filter', takes, show) : found('heavy-part', { part: PART_NAMES[part], ...takes }, show)
  return [placed({ key: `heavy-${part}`, kind: 'watch', jot: null }, current, words)]
}

function underFloor({ input, floorCfm }: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const { flow } = current
  if (!input.heaterOnThisTap || floorCfm === null || !flow) return []
  // Where nobody can tell which method is right, the least that one of them says may be true.
  const flowCfm = flow.verdict === 'cannot-tell' ? Math.min(...flow.estimates.map((one) => one.flowCfm)) : flow.flowCfm
  if (flowCfm >= floorCfm) return []
  const words = found('under-heater-floor', { flowCfm, floorCfm, heaterKw: input.heaterKw ?? 0 }, show)
  return [placed({ key: 'under-heater-floor', kind: 'watch', jot: null }, current, words)]
}

function loudGrille(picture: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const mostFpm = picture.input.rule.maxFaceFpm
  if (!current.loudest || current.loudest.faceFpm <= mostFpm) return []
  const { name, faceFpm } = current.loudest
  const words = found('loud-grille', { grille: name, faceFpm, mostFpm }, show)
  return [placed({ key: 'loud-grille', kind: 'watch', jot: null }, current, words)]
}

/** Nothing hides the sound of a return. Source: ACCA Manual D, faces of 500 fpm at returns for 700 at supplies. */
const RETURN_SHARE = 5 / 7

function loudReturn(picture: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const mostFpm = picture.input.rule.maxFaceFpm * RETURN_SHARE
  const loudest = current.input.grilles
    .filter((one) => one.side === 'return')
    .reduce<GrilleReading | null>((a, b) => (a === null || b.faceFpm > a.faceFpm ? b : a), null)
  if (!loudest || loudest.faceFpm <= mostFpm) return []
  const words = found('loud-return', { grille: loudest.name, faceFpm: loudest.faceFpm, mostFpm }, show)
  return [placed({ key: 'loud-return', kind: 'watch', jot: null }, current, words)]
}

function oddSplit(current: TryResult, show: Show): Finding[] {
  const { expectedSplit: range, splitF } = current
  if (splitF !== null && splitF < 0) {
    const words = found('split-heats', { riseF: -splitF }, show)
    return [placed({ key: 'split-heats', kind: 'watch', jot: null }, current, words)]
  }
  if (!range || splitF === null || (splitF >= range.lowF && splitF <= range.highF)) return []
  const [dryPct, dampPct] = range.takenRhPct ?? []
  const isLow = splitF < range.lowF
  const facts = { splitF, lowF: range.lowF, highF: range.highF }
  const words =
    dryPct === undefined || dampPct === undefined
      ? found(isLow ? 'split-low' : 'split-high', facts, show)
      : found(isLow ? 'split-low-any-air' : 'split-high-any-air', { ...facts, dryPct, dampPct }, show)
  return [placed({ key: 'odd-split', kind: 'watch', jot: 'split ' }, current, words)]
}

/** A heater on its rated volts draws its plate within this: resistance and meter. Less is an element that is out. House figures. */
const HEATER_LEAST_SHARE = 0.85
const HEATER_MOST_SHARE = 1.1

/** Volts times amps against the plate: half of the elements out gives half of the heat, and half of what proves the flow. */
function heaterPower({ input }: AirflowPicture, current: TryResult, show: Show): Finding[] {
  const { rise } = current.input
  const { heaterKw } = input
  if (!rise || !heaterKw) return []
  if (!blowsWithHeater(current.input, input)) {
    const own = input.heaterTap == null ? null : input.blower?.table.taps[input.heaterTap]
    const values = { tap: tapName(current.input.tapLabel), own: own ? tapName(own) : 'a tap of its own' }
    return [placed({ key: 'rise-on-other-tap', kind: 'watch', jot: 'tap ' }, current, found('rise-on-other-tap', values, show))]
  }
  const { volts, amps, phases } = rise
  const drawnKw = (volts * amps * (phases === 3 ? Math.sqrt(3) : 1)) / 1000
  const share = drawnKw / heaterKw
  if (share >= HEATER_LEAST_SHARE && share <= HEATER_MOST_SHARE) return []
  const code = share < 1 ? 'heater-draws-less' : 'heater-draws-more'
  const words = found(code, { drawnKw, plateKw: heaterKw, volts, amps }, show)
  return [placed({ key: code, kind: 'watch', jot: 'rise ' }, current, words)]
}

/** Instruments that are overdue or were read outside their range; one that nobody calibrated is no news of this try. */
function weakInstruments({ input }: AirflowPicture, current: TryResult, show: Show): Finding[] {
  return Object.values(input.instruments).flatMap((used) => {
    const readings = readingsBy(current.input, used.measures)
    if (readings.length === 0 || !isWeak(used, input.onDay, readings)) return []
    return instrumentDoubts(used, input.onDay ?? '', show, readings)
      .filter((one) => one.code !== 'never-calibrated')
      .map((words) => placed({ key: `${words.code}-${used.measures}`, kind: 'watch', jot: null }, current, words))
  })
}
