import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** How an outlet throws, with the centre-line constant of its jet. Source: ASHRAE Fundamentals 2017, ch. 20, table 1. */
export const OUTLET_KINDS = {
  'side-wall': { words: 'high on the wall', jet: 5 },
  ceiling: { words: 'ceiling, all round', jet: 1.1 },
  slot: { words: 'ceiling slot, one way', jet: 5.5 },
  floor: { words: 'floor', jet: 4.7 },
} as const
export type OutletKind = keyof typeof OUTLET_KINDS

/**
 * By kind of room, fpm: the face speed above which a supply is heard, and the air that is felt as a draught while it cools
 * and while it heats. Faces: usual practice, a firm's rule goes first. Draughts where people sit: 50 and 30 fpm, the
 * summer and winter limits of ASHRAE 55-1992; where they sleep less, where they move or work more, by practice.
 */
export const ROOM_KINDS = {
  quiet: { words: 'bedroom, surgery, library', maxFaceFpm: 500, draughtFpm: { cool: 40, heat: 30 } },
  living: { words: 'living room, waiting room', maxFaceFpm: 600, draughtFpm: { cool: 50, heat: 30 } },
  work: { words: 'office, classroom', maxFaceFpm: 700, draughtFpm: { cool: 50, heat: 30 } },
  shop: { words: 'shop, kitchen, hall', maxFaceFpm: 900, draughtFpm: { cool: 70, heat: 50 } },
  store: { words: 'store, workshop', maxFaceFpm: 1200, draughtFpm: { cool: 100, heat: 80 } },
} as const
export type RoomKind = keyof typeof ROOM_KINDS

/** In which season air of this speed is a draught in such a room; null: in none. Nobody said the room: as where people sit. */
export function draughtIn(room: RoomKind | null, speedFpm: number): 'cooling' | 'heating' | null {
  const { cool, heat } = ROOM_KINDS[room ?? 'living'].draughtFpm
  return speedFpm > cool ? 'cooling' : speedFpm > heat ? 'heating' : null
}

/** The end of a throw, fpm. Source: ASHRAE Fundamentals 2017, ch. 20 (terminal speed). */
export const TERMINAL_FPM = 50

interface Jet {
  faceFpm: number
  /** Where the centre line falls to `TERMINAL_FPM`, ft. */
  throwFt: number
  /** On the centre line where people are; null while nobody has said how far that is. */
  atPeopleFpm: number | null
}

/**
 * The jet of one outlet: face speed, throw, and the speed where people are.
 * Source: Vx = K·V0·√A0 / x, zone 3 of a free isothermal jet, ASHRAE Fundamentals 2017, ch. 20. Valid: air near room
 * temperature; warm air rises before it gets there, cold air falls. Never faster than at the face.
 * @param effectiveFt2 gross area × free-area factor
 */
export function outletJet(of: { kind: OutletKind; flowCfm: number; effectiveFt2: number; reachFt: number | null }): Result<Jet> {
  const { kind, flowCfm, effectiveFt2, reachFt } = of
  if (!(effectiveFt2 > 0)) return refuse('outlet-without-area')
  const faceFpm = flowCfm / effectiveFt2
  const reach = OUTLET_KINDS[kind].jet * faceFpm * Math.sqrt(effectiveFt2)
  return ok({
    faceFpm,
    throwFt: reach / TERMINAL_FPM,
    atPeopleFpm: reachFt === null ? null : reachFt > 0 ? Math.min(faceFpm, reach / reachFt) : faceFpm,
  })
}
