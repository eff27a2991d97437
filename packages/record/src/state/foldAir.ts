import { never } from '@ingle/core'
import type { OneOf } from '../changes/change.ts'
import { assign } from './assign.ts'
import type { SystemState, SystemVisit, TryState } from './state.ts'

const TRAVERSE_FIELDS = [
  'name',
  'shape',
  'widthIn',
  'heightIn',
  'diameterIn',
  'perDiameter',
  'straightBeforeIn',
  'straightAfterIn',
  'airF',
] as const
const DRIVE_FIELDS = [
  'baseHz',
  'minHz',
  'maxHz',
  'baseRpm',
  'baseFlowCfm',
  'baseStaticInWc',
  'basePowerW',
  'airF',
  'signal',
] as const
const COOLING_FIELDS = ['dryingPct', 'superheatF', 'subcoolingF', 'wantedSuperheatF', 'wantedSubcoolingF'] as const

/** Readings of zones and outlets, the instruments in use, and what is known of cooling. */
export function foldOnVisit(
  visit: SystemVisit,
  change: OneOf<'cooling.set' | 'instrument.use' | 'zones.reading' | 'outlet.reading'>,
): void {
  const { id, at, by } = change
  switch (change.kind) {
    case 'cooling.set':
      assign(visit.cooling, change.body, COOLING_FIELDS)
      return
    case 'instrument.use':
      visit.instruments[change.body.instrument.measures] = change.body.instrument
      return
    case 'zones.reading': {
      const { open, supplyInWc, returnInWc, flowCfm } = change.body
      visit.zoneReadings.push({ id, at, by, open: [...new Set(open)], supplyInWc, returnInWc, flowCfm: flowCfm ?? null })
      return
    }
    case 'outlet.reading': {
      const { outletId, flowCfm, damperPct } = change.body
      visit.outletReadings.push({ id, at, by, outletId, flowCfm, damperPct: damperPct ?? null })
      return
    }
    default:
      never(change)
  }
}

/** A point that comes before its duct was described is kept: two devices may write both. */
export function foldTraverse(attempt: TryState, change: OneOf<'traverse.set' | 'traverse.point'>): void {
  const { traverseId } = change.body
  let traverse = attempt.traverses.find((one) => one.id === traverseId)
  if (!traverse) {
    traverse = { id: traverseId, at: change.at, set: {}, points: {} }
    attempt.traverses.push(traverse)
  }
  if (change.kind === 'traverse.set') assign(traverse.set, change.body, TRAVERSE_FIELDS)
  else traverse.points[change.body.index] = change.body.pressureInWc
}

/** Zones, outlets and the drive belong to the system, over its visits. */
export function foldZones(
  system: SystemState,
  change: OneOf<'zone.set' | 'zone.remove' | 'outlet.set' | 'outlet.remove' | 'zoning.set' | 'drive.set'>,
): void {
  switch (change.kind) {
    case 'zone.set': {
      const { zoneId } = change.body
      let zone = system.zones.find((one) => one.id === zoneId)
      if (!zone) {
        zone = { id: zoneId, name: '', room: null, loadBtuH: null, designCfm: null, alwaysOpen: false }
        system.zones.push(zone)
      }
      assign(zone, change.body, ['name', 'room', 'loadBtuH', 'designCfm', 'alwaysOpen'])
      return
    }
    case 'zone.remove': {
      const { zoneId } = change.body
      system.zones = system.zones.filter((one) => one.id !== zoneId)
      system.outlets = system.outlets.filter((one) => one.zoneId !== zoneId)
      return
    }
    case 'outlet.set': {
      const { outletId, zoneId } = change.body
      let outlet = system.outlets.find((one) => one.id === outletId)
      if (!outlet) {
        outlet = {
          id: outletId,
          zoneId,
          name: '',
          kind: null,
          widthIn: null,
          heightIn: null,
          freeArea: null,
          reachFt: null,
          designCfm: null,
        }
        system.outlets.push(outlet)
      }
      assign(outlet, change.body, ['zoneId', 'name', 'kind', 'widthIn', 'heightIn', 'freeArea', 'reachFt', 'designCfm'])
      return
    }
    case 'outlet.remove': {
      const { outletId } = change.body
      system.outlets = system.outlets.filter((one) => one.id !== outletId)
      return
    }
    case 'zoning.set':
      assign(system.zoning, change.body, ['shareBy', 'reliefOpensInWc', 'coilFloorCfm', 'closedPct'])
      return
    case 'drive.set':
      assign(system.drive, change.body, DRIVE_FIELDS)
      return
    default:
      never(change)
  }
}
