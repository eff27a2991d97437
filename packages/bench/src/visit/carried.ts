import type { SiteState, SystemId, SystemVisit, VisitState } from '@ingle/record'
import { kindOf, systemVisit } from '@ingle/record'

/**
 * What does not change between two visits unless somebody changes it: plates, the kind of wiring, conductors, what hangs on
 * inputs. Readings are of their day and are never carried.
 */
const PLATE_OF_FIRES = [
  'inputBtuH',
  'efficiencyPct',
  'riseLowF',
  'riseHighF',
  'lowInputBtuH',
  'lowRiseLowF',
  'lowRiseHighF',
  'derated',
  'deratePctPerKft',
  'plateManifoldInWc',
  'lowPlateManifoldInWc',
  'inletLeastInWc',
  'inletMostInWc',
  'lossBtuH',
  'colderByF',
] as const satisfies readonly (keyof SystemVisit['firing'])[]
const PLATE_OF_COOLING = ['metering', 'wantedSubcoolingF'] as const satisfies readonly (keyof SystemVisit['cooling'])[]

/** What stands from earlier visits and was not looked at on this one. */
export interface Carried {
  /** The last visit before this one; null on a first. */
  from: VisitState | null
  firing: ReadonlySet<string>
  cooling: ReadonlySet<string>
  wiring: ReadonlySet<string>
  wires: ReadonlySet<string>
  /** By place and number, as contacts are kept. */
  contacts: ReadonlySet<string>
}

const pick = <T extends object, K extends keyof T>(of: T, keys: readonly K[]): Partial<T> =>
  Object.fromEntries(keys.flatMap((key) => (of[key] === undefined ? [] : [[key, of[key]]]))) as Partial<T>
const lacking = (carried: object, here: object): ReadonlySet<string> =>
  new Set(Object.keys(carried).filter((key) => (here as Record<string, unknown>)[key] === undefined))

type Strip = SystemVisit['wiring']['found']
const over = (under: Strip, top: Strip): Strip => ({
  wires: { ...under.wires, ...top.wires },
  bridges: [...under.bridges.filter((one) => !top.bridges.some((other) => isSamePair(one, other))), ...top.bridges],
})
type Pair = Pick<Strip['bridges'][number], 'board' | 'a' | 'b'>
/** A bridge has no direction. */
export const isSamePair = (x: Pair, y: Pair): boolean =>
  x.board === y.board && ((x.a === y.a && x.b === y.b) || (x.a === y.b && x.b === y.a))

/**
 * A system on a visit as it begins: where the last visit ended, under what is written today. `carried` says what nobody
 * has looked at yet.
 */
export function hereOf(state: SiteState, systemId: SystemId, visit: VisitState): { here: SystemVisit; carried: Carried } {
  const here = systemVisit(visit, systemId)
  const earlier = state.visits.filter((one) => one.number < visit.number && one.systems[systemId] !== undefined)
  let [firing, cooling, contacts] = [{}, {}, {}] as [SystemVisit['firing'], SystemVisit['cooling'], SystemVisit['contacts']]
  let set: SystemVisit['wiring']['set'] = {}
  let strip: Strip = { wires: {}, bridges: [] }
  for (const one of earlier) {
    const then = systemVisit(one, systemId)
    firing = { ...firing, ...pick(then.firing, PLATE_OF_FIRES) }
    cooling = { ...cooling, ...pick(then.cooling, PLATE_OF_COOLING) }
    contacts = { ...contacts, ...then.contacts }
    set = { ...set, ...then.wiring.set }
    strip = over(over(strip, then.wiring.found), then.wiring.left)
  }
  const today = over(here.wiring.found, here.wiring.left)
  return {
    here: {
      ...here,
      firing: { ...firing, ...here.firing },
      cooling: { ...cooling, ...here.cooling },
      contacts: { ...contacts, ...here.contacts },
      wiring: { set: { ...set, ...here.wiring.set }, found: over(strip, here.wiring.found), left: here.wiring.left },
    },
    carried: {
      from: earlier.at(-1) ?? null,
      firing: lacking(firing, here.firing),
      cooling: lacking(cooling, here.cooling),
      wiring: lacking(set, here.wiring.set),
      wires: new Set(Object.keys(strip.wires).filter((name) => strip.wires[name] !== null && !(name in today.wires))),
      contacts: lacking(contacts, here.contacts),
    },
  }
}

/** What nobody has looked at on this visit, in words, by where it is shown. */
export interface CarriedSaid {
  /** "visit 2". */
  from: string
  fires: string[]
  cooling: string[]
  wiring: string[]
  contacts: string[]
}

/** Null on a first visit. */
export function carriedSaid({ from, ...carried }: Carried): CarriedSaid | null {
  if (!from) return null
  const says = (kind: 'firing.set' | 'cooling.set' | 'wiring.set', keys: ReadonlySet<string>): string[] => {
    const fields = (kindOf(kind).fields ?? {}) as Record<string, { says: string } | undefined>
    return [...keys].map((key) => fields[key]?.says ?? key)
  }
  return {
    from: `visit ${from.number}`,
    fires: says('firing.set', carried.firing),
    cooling: says('cooling.set', carried.cooling),
    wiring: [...says('wiring.set', carried.wiring), ...wiresSaid([...carried.wires])],
    contacts: [...carried.contacts].map((place) => `input ${place.split(' ').at(-1)}`),
  }
}

/** A few by name; a whole cable is counted: the table below names each. */
const wiresSaid = (names: readonly string[]): string[] =>
  names.length > MOST_NAMED ? [`${names.length} conductors`] : names.map((name) => `conductor ${name}`)
const MOST_NAMED = 3
