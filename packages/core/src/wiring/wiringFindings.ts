import { found } from '../findingWords.ts'
import { refuse } from '../refusals.ts'
import type { Found, Refusal } from '../result.ts'
import { CALL_WORDS, callsOf, joinedAtRest, outcomeOf } from './network.ts'
import {
  type Bridge,
  coolBoard,
  type End,
  endWord,
  equipmentBoards,
  isPump,
  sameEnd,
  TERMINAL_WORDS,
  terminalsOf,
  valveOnController,
  valveOnEquipment,
  type Wire,
  type Wiring,
  type WiringSystem,
  wantedBridges,
  wantedWires,
  wantsBridge,
} from './wiring.ts'

export interface WiringFinding extends Found {
  key: string
  /** Dangerous or destructive: before anything is switched on. */
  danger: boolean
  /** Where, for the drawing. */
  ends: End[]
  /** Changes that would mend it. */
  does: WiringMend[]
}
type WiringMend =
  | { do: 'wire'; wire: Wire }
  | { do: 'wanted'; controller: End; equipment: End }
  | { do: 'bridge'; bridge: Bridge; there: boolean }

const end = (board: End['board'], terminal: End['terminal']): End => ({ board, terminal })

/**
 * What is wrong with the wiring as it was found, what is dangerous first. Judged only once something was entered: an
 * empty list is not a system without wires.
 * @param cable conductors of the cable, as counted; null: nobody counted
 */
export function wiringFindings(system: WiringSystem, wiring: Wiring, cable: number | null): WiringFinding[] {
  const wanted = wantedWires(system)
  const begun = wiring.wires.length > 0 || wiring.bridges.length > 0
  const out = begun
    ? [
        ...joins(system, wiring),
        ...together(system, wiring),
        ...bridge(system, wiring),
        ...emergency(system, wiring),
        ...reversing(system, wiring),
        ...missing(system, wiring),
      ]
    : []
  if (cable !== null && cable < wanted.length)
    out.push({
      key: 'cable',
      danger: false,
      ...found('cable-short', { cable, wanted: wanted.length }),
      ends: [],
      does: [],
    })
  return out.sort((a, b) => Number(b.danger) - Number(a.danger))
}

/** Terminals that carry power; every other one is a call, or what a call switches. */
const POWER: ReadonlySet<string> = new Set(['R', 'Rc', 'Rh', 'C'])

/** Hot and common of one transformer joined, hot on a call, two transformers joined. */
function joins(system: WiringSystem, wiring: Wiring): WiringFinding[] {
  const boards = equipmentBoards(system)
  const out: WiringFinding[] = []
  for (const board of boards)
    if (joinedAtRest(wiring, end(board, 'R'), end(board, 'C')))
      out.push({
        key: `short-${board}`,
        danger: true,
        ...found('power-on-common'),
        ends: [end(board, 'R'), end(board, 'C')],
        does: [],
      })
  for (const board of boards)
    for (const terminal of terminalsOf(system, board)) {
      if (POWER.has(terminal) || !joinedAtRest(wiring, end(board, 'R'), end(board, terminal))) continue
      const bridge = wiring.bridges.find((one) => one.board === board && isPair(one, 'R', terminal))
      out.push({
        key: `power-on-${terminal}-${board}`,
        danger: true,
        ...found('power-on-call', { terminal: endWord(end(board, terminal)), word: TERMINAL_WORDS[terminal] }),
        ends: [end(board, 'R'), end(board, terminal)],
        does: bridge ? [{ do: 'bridge', bridge, there: false }] : [],
      })
    }
  if (boards.length > 1 && joinedAtRest(wiring, end('equipment', 'R'), end('second', 'R'))) {
    const tie = wiring.bridges.find((one) => one.board === 'controller' && isPair(one, 'Rc', 'Rh'))
    out.push({
      key: 'two-transformers',
      danger: true,
      ...found(tie ? 'transformers-bridged' : 'transformers-tied'),
      ends: [end('controller', 'Rc'), end('controller', 'Rh')],
      does: tie ? [{ do: 'bridge', bridge: tie, there: false }] : [],
    })
  }
  return out
}

const isPair = (one: Bridge, a: string, b: string): boolean => (one.a === a && one.b === b) || (one.a === b && one.b === a)

function bridge(system: WiringSystem, wiring: Wiring): WiringFinding[] {
  if (!wantsBridge(system) || joinedAtRest(wiring, end('controller', 'Rc'), end('controller', 'Rh'))) return []
  const dead = joinedAtRest(wiring, end('controller', 'Rc'), end('equipment', 'R')) ? 'heating' : 'cooling and fan'
  return [
    {
      key: 'bridge',
      danger: false,
      ...found('bridge-missing', { dead }),
      ends: [end('controller', 'Rc'), end('controller', 'Rh')],
      does: [{ do: 'bridge', bridge: { board: 'controller', a: 'Rc', b: 'Rh' }, there: true }],
    },
  ]
}

/** Emergency heat that comes out on a terminal with nothing on it. */
function emergency(system: WiringSystem, wiring: Wiring): WiringFinding[] {
  const wanted = wantedBridges(system).find((one) => one.a === 'AUX')
  const aux = end('controller', 'AUX')
  const e = end('controller', 'E')
  const hasOwn = wiring.wires.some((one) => one.controller === 'E' && one.equipment !== null)
  if (!wanted || hasOwn || joinedAtRest(wiring, aux, e)) return []
  return [
    {
      key: 'emergency',
      danger: false,
      ...found('emergency-on-nothing'),
      ends: [e],
      does: [{ do: 'bridge', bridge: wanted, there: true }],
    },
  ]
}

/** A furnace and a compressor that heat at once: the coil is over the flame. */
function together(system: WiringSystem, wiring: Wiring): WiringFinding[] {
  if (system.kind !== 'dual-fuel') return []
  const call = (['heat-1', 'heat-2', 'heat-aux', 'emergency'] as const)
    .filter((one) => callsOf(system).includes(one))
    .find((one) => {
      const { compressor, heat } = outcomeOf(system, wiring, one)
      return compressor > 0 && heat > 0
    })
  if (!call) return []
  return [
    {
      key: 'dual-fuel-together',
      danger: true,
      ...found('dual-fuel-together', { call: CALL_WORDS[call] }),
      ends: [end(coolBoard(system), 'Y1'), end('equipment', 'W1')],
      does: [],
    },
  ]
}

/** The valve switched in the mode in which this equipment wants it at rest. */
function reversing(system: WiringSystem, wiring: Wiring): WiringFinding[] {
  if (!isPump(system)) return []
  const valve = end(coolBoard(system), valveOnEquipment(system))
  const wants = system.reversing === 'cool' ? 'cooling' : 'heating'
  const wrong = (words: Found, does: WiringMend[]): WiringFinding[] => [
    { key: 'reversing', danger: false, ...words, ends: [valve], does },
  ]
  if (system.controller.valve === 'O/B') {
    const { valveSet } = system.controller
    if (valveSet === null || valveSet === system.reversing) return []
    return wrong(found('valve-set-otherwise', { set: valveSet === 'cool' ? 'cooling' : 'heating', wants }), [])
  }
  const other = system.reversing === 'cool' ? 'B' : 'O'
  const wire = wiring.wires.find((one) => one.controller === other && sameEnd(one.equipment, valve))
  if (!wire) return []
  const right = valveOnController(system)
  return wrong(found('valve-on-other', { other, wants, right }), [{ do: 'wire', wire: { ...wire, controller: right } }])
}

/** A conductor that is not where it is wanted, and where it went instead. */
function missing(system: WiringSystem, wiring: Wiring): WiringFinding[] {
  const out: WiringFinding[] = []
  for (const { controller, equipment } of wantedWires(system)) {
    const from = end('controller', controller)
    if (joinedAtRest(wiring, from, equipment)) continue
    // Said better by what is found on the valve's other side.
    if (reversing(system, wiring).some((one) => one.ends.some((valve) => sameEnd(valve, equipment)) && one.does.length > 0))
      continue
    const strayed = wiring.wires.find((one) => one.controller === controller && one.equipment !== null)
    const loose = wiring.wires.find(
      (one) =>
        (one.controller === controller && one.equipment === null) ||
        (one.controller === null && sameEnd(one.equipment, equipment)),
    )
    const key = `no-${controller}-${equipment.board}`
    const joined = (wire: Wire): WiringMend => ({ do: 'wire', wire: { ...wire, controller, equipment } })
    if (strayed?.equipment)
      out.push({
        key,
        danger: false,
        ...found('conductor-strayed', {
          id: strayed.id,
          from: endWord(from),
          fromWord: TERMINAL_WORDS[controller],
          to: endWord(strayed.equipment),
          toWord: TERMINAL_WORDS[strayed.equipment.terminal],
          wanted: endWord(equipment),
        }),
        ends: [from, strayed.equipment, equipment],
        does: [joined(strayed)],
      })
    else
      out.push({
        key,
        danger: false,
        ...found(controller === 'C' ? 'common-missing' : 'conductor-missing', {
          from: endWord(from),
          fromWord: TERMINAL_WORDS[controller],
          wanted: endWord(equipment),
          conductor: loose?.id ?? 'a spare conductor',
        }),
        ends: [from, equipment],
        does: [loose ? joined(loose) : { do: 'wanted', controller: from, equipment }],
      })
  }
  return out
}

/** Why a conductor cannot be entered so; null when it can. */
export function wireRefusal(system: WiringSystem, wiring: Wiring, wire: Wire): Refusal | null {
  if (wire.id.trim() === '') return refuse('conductor-unnamed')
  if (wire.controller && !terminalsOf(system, 'controller').includes(wire.controller))
    return refuse('no-such-controller-terminal', { controller: wire.controller })
  if (wire.equipment && !terminalsOf(system, wire.equipment.board).includes(wire.equipment.terminal))
    return refuse('no-such-board-terminal', { terminal: wire.equipment.terminal })
  const same = wiring.wires.find((one) => one.id.toLowerCase() === wire.id.toLowerCase())
  const elsewhere =
    same &&
    ((same.controller !== null && wire.controller !== null && same.controller !== wire.controller) ||
      (same.equipment !== null && wire.equipment !== null && !sameEnd(same.equipment, wire.equipment)))
  if (elsewhere)
    return refuse('conductor-taken', {
      id: same.id,
      terminals: [same.controller, same.equipment?.terminal].filter(Boolean).join(' and '),
    })
  return null
}

/** The wiring after some mends, with a fresh name for a conductor that had none. */
export function mended(wiring: Wiring, mends: readonly WiringMend[]): Wiring {
  let { wires, bridges } = wiring
  for (const mend of mends) {
    if (mend.do === 'wire') wires = [...wires.filter((one) => one.id !== mend.wire.id), mend.wire]
    else if (mend.do === 'wanted')
      wires = [...wires, { id: spareName(wires), controller: mend.controller.terminal, equipment: mend.equipment }]
    else {
      const others = bridges.filter((one) => one.board !== mend.bridge.board || !isPair(one, mend.bridge.a, mend.bridge.b))
      bridges = mend.there ? [...others, mend.bridge] : others
    }
  }
  return { wires, bridges }
}

/** A name for a conductor of the cable that was not in use. */
const spareName = (wires: readonly Wire[]): string => {
  for (let n = 1; ; n += 1) if (!wires.some((one) => one.id === `spare ${n}`)) return `spare ${n}`
}
