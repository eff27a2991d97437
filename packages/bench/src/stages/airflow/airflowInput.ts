import {
  type AirflowInput,
  type AirflowPicture,
  type AirflowRule,
  airflowPicture,
  type CleanFilter,
  type GrilleReading,
  type ProbeReadings,
  type TraverseDuct,
  type TraverseInput,
  type TryInput,
} from '@ingle/core'
import { probeEntries } from '../changes/describe.ts'
import { blowerOf } from '../profile/profile.ts'
import { airflowRuleOf, equipmentOf } from './devices.ts'
import { firingOn } from './fires.ts'
import { emptySystemVisit } from './fold.ts'
import type {
  PartState,
  ReadingState,
  SiteState,
  SystemState,
  SystemVisit,
  TraverseState,
  TryState,
  VisitState,
} from './state.ts'

/** Taken while no house rule was chosen; the picture says so by its name. */
export const NO_RULE: AirflowRule = {
  name: 'none chosen: 400 per ton',
  cfmPerTon: 400,
  bandPct: 10,
  keepMass: true,
  maxFaceFpm: 700,
  reason: 'The middle of the usual 350 to 450; choose the firm’s own rule on the Survey stage.',
}

export const findSystem = (state: SiteState, systemId: string): SystemState | null =>
  state.systems.find((one) => one.id === systemId) ?? null
export const findVisit = (state: SiteState, visitId: string): VisitState | null =>
  state.visits.find((one) => one.id === visitId) ?? null
export const systemVisit = (visit: VisitState, systemId: string): SystemVisit => visit.systems[systemId] ?? emptySystemVisit()

/** The role of the setting that picks the blower tap for cooling and for the heat pump. */
export const COOL_TAP_ROLE = 'airflow.cool'
export const HEAT_TAP_ROLE = 'airflow.heat'
/** A heat tap set to this blows with the cooling tap. */
export const SAME_TAP = 'same'

/** What core needs to know about one system on one visit. */
export function airflowInput(state: SiteState, system: SystemState, visit: VisitState): AirflowInput {
  return { ...withoutHistory(state, system, visit), cleanFilter: cleanFilter(state, system, visit) }
}

export const pictureOf = (state: SiteState, system: SystemState, visit: VisitState): AirflowPicture =>
  airflowPicture(airflowInput(state, system, visit))

function withoutHistory(state: SiteState, system: SystemState, visit: VisitState): AirflowInput {
  const here = systemVisit(visit, system.id)
  const profile = equipmentOf(state, system, visit)
  const blower = blowerOf(profile)
  const taps = blower?.table.taps ?? []
  const heat = here.rows[HEAT_TAP_ROLE]
  const heatTap = heat?.left?.value ?? heat?.found?.value ?? SAME_TAP
  const left = here.rows[COOL_TAP_ROLE]?.left?.value
  return {
    altitudeFt: state.altitudeFt,
    rule: airflowRuleOf(system) ?? NO_RULE,
    capacityTons: system.capacityTons,
    blower,
    heaterKw: system.heaterKw,
    heaterOnThisTap: heatTap === SAME_TAP,
    cleanFilter: null,
    returnGrilles: system.parts.filter((part) => part.role === 'return-grille').length || 1,
    instruments: here.instruments,
    tries: here.tries.map((one) =>
      tryInput(one, taps, system.parts, firingOn(here.firing, profile?.furnace, state.altitudeFt, heatTap)),
    ),
    leftTap: left === undefined ? null : indexOrNull(taps, left),
  }
}

const indexOrNull = (taps: readonly string[], label: string): number | null => {
  const index = taps.indexOf(label)
  return index < 0 ? null : index
}

function tryInput(
  one: TryState,
  taps: readonly string[],
  parts: readonly PartState[],
  firing: ({ tap: string } & NonNullable<TryInput['firing']>) | null,
): TryInput {
  const probes: ProbeReadings = {}
  const probeIds = new Set<string>()
  const grilles = new Map<string, GrilleReading>()
  let split: TryInput['split'] = null
  let rise: TryInput['rise'] = null
  let plate: TryInput['plate'] = null
  const hoods = new Map<string, TryInput['hoods'][number]>()
  const heard: string[] = []
  for (const reading of one.readings) {
    const body = reading.body as never
    if (reading.kind === 'probes') {
      for (const [point, value] of probeEntries(body)) probes[point] = value
      probeIds.add(reading.id)
    } else if (reading.kind === 'split')
      split = {
        ...(body as NonNullable<TryInput['split']>),
        id: reading.id,
        returnWbF: body['returnWbF'] ?? null,
        supplyWbF: body['supplyWbF'] ?? null,
        returnRhPct: body['returnRhPct'] ?? null,
      }
    else if (reading.kind === 'rise') rise = { ...(body as NonNullable<TryInput['rise']>), id: reading.id }
    else if (reading.kind === 'grille') {
      const grille = grilleReading(reading, parts)
      grilles.set(grille.name.toLowerCase(), grille)
    } else if (reading.kind === 'hood') {
      const hood = { ...(body as TryInput['hoods'][number]), id: reading.id }
      hoods.set(`${hood.side} ${hood.name.toLowerCase()}`, hood)
    } else if (reading.kind === 'plate')
      plate = {
        ...(body as NonNullable<TryInput['plate']>),
        id: reading.id,
        normalStaticInWc: body['normalStaticInWc'] ?? null,
        testStaticInWc: body['testStaticInWc'] ?? null,
      }
    else heard.push(body['text'])
  }
  return {
    id: one.id,
    number: one.number,
    tap: one.tap === null ? null : indexOrNull(taps, one.tap),
    tapLabel: one.tap ?? '?',
    adjustPct: one.adjustPct,
    filter: one.filter,
    probes,
    probeIds: [...probeIds],
    split,
    grilles: [...grilles.values()],
    rise,
    hoods: [...hoods.values()],
    plate,
    traverses: one.traverses.map(traverseInput),
    firing: firing && firing.tap === one.tap ? firing : null,
    heard: heard.length > 0 ? heard.join('; ') : null,
  }
}

/** A traverse as core judges it; without a duct until its size is known. */
export function traverseInput({ id, set, points }: TraverseState): TraverseInput {
  const straight = { straightBeforeIn: set.straightBeforeIn ?? null, straightAfterIn: set.straightAfterIn ?? null }
  const { shape = 'rectangular', widthIn, heightIn, diameterIn, perDiameter = 6 } = set
  const duct: TraverseDuct | null =
    shape === 'round'
      ? diameterIn === undefined
        ? null
        : { shape, diameterIn, perDiameter, ...straight }
      : widthIn === undefined || heightIn === undefined
        ? null
        : { shape, widthIn, heightIn, ...straight }
  return { id, name: set.name ?? 'traverse', duct, pressuresInWc: points, airF: set.airF ?? null }
}

/** Size and free area come with the reading, or from the part of that name in the survey. */
function grilleReading(reading: ReadingState, parts: readonly PartState[]): GrilleReading {
  const body = reading.body as {
    name: string
    side: 'return' | 'supply'
    faceFpm: number
    widthIn?: number
    heightIn?: number
    freeArea?: number
  }
  const part = parts.find((one) => one.name.toLowerCase() === body.name.toLowerCase())
  const widthIn = body.widthIn ?? part?.widthIn ?? null
  const heightIn = body.heightIn ?? part?.heightIn ?? null
  return {
    id: reading.id,
    name: body.name,
    side: body.side,
    faceFpm: body.faceFpm,
    areaFt2: widthIn !== null && heightIn !== null ? (widthIn * heightIn) / 144 : null,
    freeArea: body.freeArea ?? part?.freeArea ?? null,
  }
}

/** The clean drop of the filter: measured on an earlier visit with a clean one in, else printed on the filter. */
function cleanFilter(state: SiteState, system: SystemState, visit: VisitState): CleanFilter | null {
  const earlier = state.visits.filter((one) => one.startedAt < visit.startedAt).reverse()
  for (const before of earlier) {
    const picture = airflowPicture(withoutHistory(state, system, before))
    const measured = picture.tries.findLast(
      (one) => one.input.filter === 'clean' && one.filterCoefficient !== null && one.flow !== null,
    )
    if (measured?.flow && measured.filterCoefficient !== null) {
      return {
        dropInWc: measured.filterCoefficient * measured.flow.flowCfm ** 2,
        atFlowCfm: measured.flow.flowCfm,
        source: `measured clean on visit ${before.number}, ${before.startedAt.slice(0, 10)}`,
      }
    }
  }
  const filter = system.parts.find((part) => part.role === 'filter' && part.cleanDropInWc !== null && part.cleanAtCfm !== null)
  return filter
    ? { dropInWc: filter.cleanDropInWc as number, atFlowCfm: filter.cleanAtCfm as number, source: 'print on the filter' }
    : null
}
