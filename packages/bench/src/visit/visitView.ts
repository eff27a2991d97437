import { type AirflowPicture, airflowPicture, type NextMove, nextMove, type Show, showIn, type UnitChoice } from '@ingle/core'
import { type SiteState, type SystemId, type SystemState, type SystemVisit, type VisitId, type VisitState } from '@ingle/record'
import { ruledFor } from '../ledger/aims.ts'
import { type LedgerRow, ledgerOf } from '../ledger/ledger.ts'
import { rowsOf } from '../ledger/rows.ts'
import { stoodBefore } from '../ledger/stood.ts'
import { airflowInput } from '../stages/airflow/airflowInput.ts'
import { type Fires, firesOf } from '../stages/airflow/fires.ts'
import { type Wired, wiredOf } from '../stages/power/wiring.ts'
import { type ZonedDuct, zonedDuct } from '../stages/zones/zonedDuct.ts'
import { type Carried, hereOf } from './carried.ts'
import { type Clock, clockOf } from './clock.ts'
import { devicesOf, equipmentIn, givenAims, type SystemDevice } from './devices.ts'

/**
 * One system on one visit: what the record holds of it, and what that means, in a reader's units and by the site's clock.
 * Stages, sheets, the server and the interface see a visit through this alone. What takes time is worked out when it is
 * first asked for, and kept.
 */
export interface VisitView {
  readonly state: SiteState
  readonly system: SystemState
  readonly visit: VisitState
  /** Where the last visit ended, under what is written on this one. */
  readonly here: SystemVisit
  /** What of that nobody has looked at on this visit. */
  readonly carried: Carried
  /** Ids of this visit and system, for a change's body. */
  readonly at: { visitId: VisitId; systemId: SystemId }
  readonly devices: readonly SystemDevice[]
  readonly units: UnitChoice
  readonly show: Show
  readonly clock: Clock
  /** What the readings say of the air. */
  readonly picture: AirflowPicture
  /** Every setting of the system, by need. */
  readonly ledger: readonly LedgerRow[]
  /** The fires of a furnace; none for anything else. */
  readonly fires: Fires
  /** What to do now about the air, and why. */
  readonly move: NextMove
  readonly zoned: ZonedDuct
  /** Control wiring: what kind of system, what hangs where, and what speaks against it. */
  readonly wired: Wired
}

export interface VisitOf {
  state: SiteState
  system: SystemState
  visit: VisitState
  units: UnitChoice
}

/** The view of a system on a visit. Pure: the same record gives the same view. */
export const visitOf = (of: VisitOf): VisitView => new View(of)

class View implements VisitView {
  readonly state
  readonly system
  readonly visit
  readonly units
  readonly here
  readonly carried
  readonly at
  readonly devices
  readonly show
  readonly clock
  readonly picture
  readonly fires
  readonly ledger
  private kept: { move?: NextMove; zoned?: ZonedDuct; wired?: Wired } = {}

  constructor({ state, system, visit, units }: VisitOf) {
    this.state = state
    this.system = system
    this.visit = visit
    this.units = units
    const { here, carried } = hereOf(state, system.id, visit)
    this.here = here
    this.carried = carried
    this.at = { visitId: visit.id, systemId: system.id }
    this.devices = devicesOf(state, system, visit)
    this.show = showIn(units)
    this.clock = clockOf(state.timeZone)
    const rows = rowsOf(this.devices, here, (key) => stoodBefore(state, system.id, key, visit))
    this.picture = airflowPicture(airflowInput(state, system, visit, this.devices, rows))
    this.fires = firesOf(this.here.firing, equipmentIn(this.devices)?.furnace, state.altitudeFt)
    this.ledger = ledgerOf(rows, {
      given: givenAims(state, system, visit),
      system,
      picture: this.picture,
      fires: this.fires,
      ruled: ruledFor(system, this.devices, state.climate),
      show: this.show,
      units,
    })
  }

  get move(): NextMove {
    this.kept.move ??= nextMove(this.picture, this.show)
    return this.kept.move
  }

  get zoned(): ZonedDuct {
    this.kept.zoned ??= zonedDuct(this.system, this.here, this.picture, this.ledger, this.fires)
    return this.kept.zoned
  }

  get wired(): Wired {
    this.kept.wired ??= wiredOf(this.system, this.here, this.devices, this.ledger)
    return this.kept.wired
  }
}
