import {
  BASELINE,
  BASELINE_FIGURES,
  type BaselineFacts,
  type BaselineField,
  type BaselineFigure,
  type BaselineMode,
  type FigureMoved,
  type Found,
  figuresMoved,
  type LiveId,
  movedPointsTo,
} from '@ingle/core'
import type { BaselineState, VisitState } from '@ingle/record'
import { PART_WORDS } from '@ingle/record'
import { deviceName } from '../../visit/devices.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { factsOf } from './facts.ts'

/** A baseline that is of this machine, and the visit on which it was read. */
interface BaselineAt {
  read: BaselineState
  visit: VisitState
}

export interface BaselineView {
  mode: BaselineMode
  machine: string
  now: BaselineState[]
  /** Of earlier visits, oldest first. */
  earlier: BaselineAt[]
  /** Earlier ones of another machine: kept, and not compared. */
  others: BaselineAt[]
  moved: FigureMoved[]
  pointsTo: Found[]
}

const MACHINE_PARTS = ['air-handler', 'outdoor-unit'] as const

/** Which machine stands here, by its plates; by its families where nobody wrote them down. */
export function machineOf({ system, devices }: VisitView): string {
  const plates = system.parts
    .filter((part) => MACHINE_PARTS.some((role) => role === part.role) && (part.maker || part.model || part.serial))
    .map((part) =>
      [PART_WORDS[part.role], part.maker, part.model, part.serial && `serial ${part.serial}`].filter(Boolean).join(' '),
    )
  const families = devices
    .filter((one) => one.place === 'equipment' || one.place === 'outdoor')
    .map((one) => deviceName(one.profile))
  return (plates.length > 0 ? plates : families).join(', ').slice(0, 300)
}

/** Modes in which this machine has a full capacity that is worth keeping. */
export function baselineModes(v: VisitView): BaselineMode[] {
  const has = factsOf(v)
  return [...(has.has('cool') ? (['cool'] as const) : []), ...(has.has('heat-pump') ? (['heat'] as const) : [])]
}

/** What was kept of a mode, and what has moved since. Another machine's figures are never held against this one's. */
export function baselineOf(v: VisitView, mode: BaselineMode): BaselineView {
  const machine = machineOf(v)
  const before = v.state.visits
    .filter((one) => one.number < v.visit.number)
    .flatMap((visit) => (visit.systems[v.system.id]?.baselines ?? []).map((read) => ({ read, visit })))
    .filter((one) => one.read.mode === mode)
  const now = v.here.baselines.filter((one) => one.mode === mode && one.machine === machine)
  const earlier = before.filter((one) => one.read.machine === machine)
  const moved = figuresMoved(
    mode,
    earlier.map((one) => one.read),
    now,
  )
  return {
    mode,
    machine,
    now,
    earlier,
    others: before.filter((one) => one.read.machine !== machine),
    moved,
    pointsTo: movedPointsTo(mode, moved),
  }
}

/** A figure over the visits: one point a reading, as the trend is drawn. */
export function trendOf(view: BaselineView, figure: BaselineFigure): { at: string; value: number; outdoorF: number | null }[] {
  return [...view.earlier.map((one) => one.read), ...view.now].flatMap((read) => {
    const value = (BASELINE_FIGURES[figure].of as (read: BaselineFacts, mode: BaselineMode) => number | null)(read, view.mode)
    return value === null ? [] : [{ at: read.at, value, outdoorF: read.outdoorF ?? null }]
  })
}

/** What a board can tell of itself, and which key shows it: the form is filled by walking this list. */
export function readoutsOf({ devices }: VisitView) {
  return devices.flatMap(({ profile, place }) =>
    (profile.readouts ?? []).map((one) => ({ ...one, device: deviceName(profile), place })),
  )
}

/** How a machine is forced to full capacity, as a planned step; empty: its maker says of no way. */
export function forcesOf({ devices }: VisitView, mode: BaselineMode) {
  return devices.flatMap(({ profile, place }) =>
    (profile.force ?? []).filter((one) => one.mode === mode).map((one) => ({ ...one, device: deviceName(profile), place })),
  )
}

/** What a wire tells that a baseline keeps. */
const LIVE_FIELDS: Partial<Record<LiveId, BaselineField>> = {
  outdoor: 'outdoorF',
  return: 'returnDbF',
  leaving: 'supplyDbF',
  starts: 'starts',
}
export function baselineFromLive(values: readonly { id: string; value: number | null }[]): BaselineFacts {
  const out: BaselineFacts = {}
  for (const { id, value } of values) {
    const field = Object.hasOwn(LIVE_FIELDS, id) ? LIVE_FIELDS[id as LiveId] : undefined
    if (field && value !== null) out[field] = value
  }
  return out
}

/** What this visit has read already in this mode, to begin the form with: the last of each. What was read in the other mode, by its sign, is none of it. */
export function baselineFromReadings({ picture, here }: VisitView, mode: BaselineMode): BaselineFacts {
  const isOf = (body: { returnDbF: number; supplyDbF: number }) => baselineSign(mode, body) === 'fits'
  const tried = here.tries.findLast((one) => one.readings.some((of) => of.kind === 'split' && isOf(of.body)))
  const split = tried?.readings.findLast((one) => one.kind === 'split' && isOf(one.body))
  const probes = here.tries.flatMap((one) => one.readings).findLast((one) => one.kind === 'probes' && one.body.supply != null)
  const out: BaselineFacts = {}
  const put = (field: BaselineField, value: number | null | undefined) => {
    if (value !== null && value !== undefined) out[field] = value
  }
  if (split?.kind === 'split') {
    put('returnDbF', split.body.returnDbF)
    put('supplyDbF', split.body.supplyDbF)
    put('returnWbF', split.body.returnWbF)
  }
  if (probes?.kind === 'probes') {
    put('supplyInWc', probes.body.supply)
    put('returnInWc', probes.body.return)
  }
  // Flow and weather are those of the readings that are taken over; without any they may be of the other mode.
  if (tried) put('flowCfm', picture.tries.find((one) => one.input.id === tried.id)?.flow?.flowCfm)
  if (mode === 'cool' && tried) put('outdoorF', here.cooling.outdoorF)
  return out
}

/** Whether two temperatures can be of a mode: in cooling the supply is colder than the return, in heating warmer. */
export const baselineSign = (
  mode: BaselineMode,
  { returnDbF, supplyDbF }: { returnDbF?: number | undefined; supplyDbF?: number | undefined },
): 'fits' | 'wrong-way' | 'unknown' =>
  returnDbF === undefined || supplyDbF === undefined || returnDbF === supplyDbF
    ? 'unknown'
    : supplyDbF < returnDbF === (mode === 'cool')
      ? 'fits'
      : 'wrong-way'

export const BASELINE_FIELDS = Object.keys(BASELINE) as BaselineField[]
