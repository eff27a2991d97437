import {
  ADJUST_ROLE,
  type AirflowInput,
  type AirflowRule,
  airflowPicture,
  type BlowerData,
  blowerAtSite,
  type CleanFilter,
  type GrilleReading,
  never,
  type ProbeReadings,
  type TraverseDuct,
  type TraverseInput,
  type TryInput,
} from '@ingle/core'
import {
  blowerOf,
  type GivenAim,
  type PartState,
  probeEntries,
  type ReadingState,
  type SiteState,
  type SystemState,
  type SystemVisit,
  systemVisit,
  type TraverseState,
  type TryState,
  type VisitState,
} from '@ingle/record'
import { type KnownRow, rowsOf } from '../../ledger/rows.ts'
import { numberAt, rowFor, type Standable, seenAt } from '../../ledger/standsAt.ts'
import { hereOf } from '../../visit/carried.ts'
import { clockOf } from '../../visit/clock.ts'
import { airflowRuleOf, devicesOf, equipmentIn, givenAims, type SystemDevice } from '../../visit/devices.ts'
import { firesOf, firingOn } from './fires.ts'
import { COOL_TAP_ROLE, HEAT_TAP_ROLE, LOW_FIRE_TAP_ROLE, SAME_TAP } from './roles.ts'

/** Taken while no house rule was chosen; the picture says so by its name. */
export const NO_RULE: AirflowRule = {
  name: 'none chosen: middle of the usual',
  cfmPerTon: 400,
  bandPct: 10,
  keepMass: true,
  maxFaceFpm: 700,
  reason: 'The middle of the usual 350 to 450; choose the firm’s own rule on the Survey stage.',
}

/** What core needs to know about one system on one visit. */
export function airflowInput(
  state: SiteState,
  system: SystemState,
  visit: VisitState,
  devices: readonly SystemDevice[],
  rows: readonly KnownRow[],
): AirflowInput {
  return { ...withoutHistory(state, system, visit, devices, rows), cleanFilter: cleanFilter(state, system, visit) }
}

/**
 * How the tap that serves a need stands: on the indoor unit where more than one device has such a setting, and as it was
 * written where no profile names one.
 */
function tapRow(rows: readonly KnownRow[], here: SystemVisit, id: string): Standable | undefined {
  const bare = Object.hasOwn(here.rows, id) ? here.rows[id] : undefined
  return (
    rowFor(rows, id, 'equipment') ??
    rowFor(rows, id) ??
    (bare && { id, place: 'equipment', setting: { label: id, values: [], access: '' }, carried: null, ...bare })
  )
}

/** An adjust that somebody decided on is not searched; one that was worked out is. */
function decidedBlower(blower: BlowerData | null, given: GivenAim | undefined): BlowerData | null {
  if (!blower || !given?.value || given.from === 'worked-out') return blower
  const pct = Number(given.value)
  return Number.isFinite(pct) ? { ...blower, adjustsPct: [pct] } : blower
}

function withoutHistory(
  state: SiteState,
  system: SystemState,
  visit: VisitState,
  devices: readonly SystemDevice[],
  rows: readonly KnownRow[],
): AirflowInput {
  const { here } = hereOf(state, system.id, visit)
  const profile = equipmentIn(devices)
  const printed = blowerOf(profile)
  const atSite = printed && blowerAtSite(printed, state.altitudeFt)
  const given = givenAims(state, system, visit)
  const blower = decidedBlower(atSite, given.get(ADJUST_ROLE))
  const taps = blower?.table.taps ?? []
  const heatTap = seenAt(tapRow(rows, here, HEAT_TAP_ROLE))?.meaning ?? SAME_TAP
  const cool = seenAt(tapRow(rows, here, COOL_TAP_ROLE))
  const fires = firesOf(here.firing, profile?.furnace, state.altitudeFt)
  // Whoever decided that the heater blows with the cooling tap has bound the two together.
  const isBound = given.get(HEAT_TAP_ROLE)?.value === SAME_TAP && given.get(HEAT_TAP_ROLE)?.from !== 'worked-out'
  const offersHeatTap =
    !isBound && tapRow(rows, here, HEAT_TAP_ROLE)?.setting.values.some((one) => one !== SAME_TAP && taps.includes(one))
  const tapped = [tapRow(rows, here, HEAT_TAP_ROLE) && fires.high, tapRow(rows, here, LOW_FIRE_TAP_ROLE) && fires.low]
  return {
    altitudeFt: state.altitudeFt,
    rule: airflowRuleOf(system) ?? NO_RULE,
    capacityTons: system.capacityTons,
    ...(system.ratedCfm && { ratedCfm: system.ratedCfm }),
    heaterTap: heatTap === SAME_TAP ? null : indexOrNull(taps, heatTap),
    outdoorF: here.cooling.outdoorF ?? null,
    blower,
    heaterKw: system.heaterKw,
    ...(profile && { equipment: `${profile.maker} ${profile.family}` }),
    ...(profile?.furnace && { burnsFuel: true as const }),
    fires: tapped.flatMap((fire) => fire ?? []),
    heaterOnThisTap: heatTap === SAME_TAP,
    ...(offersHeatTap && { heatTapOffered: true as const }),
    cleanFilter: null,
    returnGrilles: system.parts.filter((part) => part.role === 'return-grille').length || 1,
    supplyOutlets: system.parts.filter((part) => part.role === 'supply-grille').length,
    ...(takesOutdoorAir(system, devices) && { takesOutdoorAir: true as const }),
    instruments: here.instruments,
    onDay: clockOf(state.timeZone).date(visit.closedAt ?? visit.startedAt),
    tries: here.tries.map((one) =>
      tryInput(one, taps, system.parts, firingOf(one, here, heatTap, profile?.furnace, state.altitudeFt)),
    ),
    adjustStandsPct: numberAt(tapRow(rows, here, ADJUST_ROLE)),
    leftTap: cool?.from === 'left' ? indexOrNull(taps, cool.meaning) : null,
  }
}

/** A unit with a damper to the outdoors: its plate, its settings, or what was said of its roof tell. */
const takesOutdoorAir = ({ roof }: SystemState, devices: readonly SystemDevice[]): boolean =>
  roof.fullCfm !== undefined ||
  roof.fan !== undefined ||
  devices.some(({ profile }) => profile.kind === 'rooftop' || profile.settings.some(({ role }) => role?.startsWith('freshair.')))

const indexOrNull = (taps: readonly string[], label: string): number | null => {
  const index = taps.indexOf(label)
  return index < 0 ? null : index
}

/** The rise over the furnace that was read during a try: the last one before the next try on that tap. */
function firingOf(
  one: TryState,
  here: SystemVisit,
  heatTap: string,
  furnace: Parameters<typeof firingOn>[1],
  altitudeFt: number,
): TryInput['firing'] {
  if (one.tap !== heatTap) return null
  const onTap = here.tries.filter((other) => other.tap === heatTap)
  const next = onTap[onTap.indexOf(one) + 1]
  // One that was read before any try belongs to the first.
  const from = onTap[0] === one ? '' : one.at
  const rise = here.rises.findLast((read) => read.at >= from && (next === undefined || read.at < next.at))
  return rise ? firingOn({ ...here.firing, ...rise }, furnace, altitudeFt) : null
}

function tryInput(one: TryState, taps: readonly string[], parts: readonly PartState[], firing: TryInput['firing']): TryInput {
  const probes: ProbeReadings = {}
  const probeIds = new Set<string>()
  const grilles = new Map<string, GrilleReading>()
  let split: TryInput['split'] = null
  let rise: TryInput['rise'] = null
  let plate: TryInput['plate'] = null
  const hoods = new Map<string, TryInput['hoods'][number]>()
  const heard: string[] = []
  for (const reading of one.readings) {
    const { id } = reading
    switch (reading.kind) {
      case 'probes':
        for (const [point, value] of probeEntries(reading.body)) probes[point] = value
        probeIds.add(id)
        break
      case 'split': {
        const { returnDbF, supplyDbF, returnWbF = null, supplyWbF = null, returnRhPct = null } = reading.body
        split = { id, returnDbF, supplyDbF, returnWbF, supplyWbF, returnRhPct }
        break
      }
      case 'rise':
        rise = { ...reading.body, id }
        break
      case 'grille': {
        const grille = grilleReading(reading, parts)
        grilles.set(grille.name.toLowerCase(), grille)
        break
      }
      case 'hood': {
        const { name, side, flowCfm } = reading.body
        hoods.set(`${side} ${name.toLowerCase()}`, { id, name, side, flowCfm })
        break
      }
      case 'plate': {
        const { factor, dpInWc, normalStaticInWc = null, testStaticInWc = null } = reading.body
        plate = { id, factor, dpInWc, normalStaticInWc, testStaticInWc }
        break
      }
      case 'heard':
        heard.push(reading.body.text)
        break
      default:
        never(reading)
    }
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
    firing,
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
function grilleReading({ id, body }: Extract<ReadingState, { kind: 'grille' }>, parts: readonly PartState[]): GrilleReading {
  const part = parts.find((one) => one.name.toLowerCase() === body.name.toLowerCase())
  const widthIn = body.widthIn ?? part?.widthIn ?? null
  const heightIn = body.heightIn ?? part?.heightIn ?? null
  return {
    id,
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
    // Nothing was measured on a visit without a clean filter in: its picture need not be worked out.
    if (!systemVisit(before, system.id).tries.some((one) => one.filter === 'clean')) continue
    const devices = devicesOf(state, system, before)
    const rows = rowsOf(devices, systemVisit(before, system.id))
    const picture = airflowPicture(withoutHistory(state, system, before, devices, rows))
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
