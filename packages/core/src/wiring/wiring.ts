/** Low-voltage control wiring: terminals by the letters in common use, the conductors that a kind of system wants. */

export const TERMINALS = ['R', 'Rc', 'Rh', 'C', 'Y1', 'Y2', 'W1', 'W2', 'AUX', 'E', 'G', 'O', 'B', 'OB'] as const
export type Terminal = (typeof TERMINALS)[number]

export const TERMINAL_WORDS: Readonly<Record<Terminal, string>> = {
  R: 'power, 24 V',
  Rc: 'power for cooling and fan',
  Rh: 'power for heating',
  C: 'common',
  Y1: 'compressor, first stage',
  Y2: 'compressor, second stage',
  W1: 'heat, first stage',
  W2: 'heat, second stage',
  AUX: 'auxiliary heat',
  E: 'auxiliary heat alone, when the heat pump is out',
  G: 'fan',
  O: 'reversing valve, live in cooling',
  B: 'reversing valve, live in heating',
  OB: 'reversing valve, as it is set',
}

/** Where a terminal strip is: the controller on the wall, the board of the equipment, a second board with its own transformer. */
export const BOARDS = ['controller', 'equipment', 'second'] as const
export type Board = (typeof BOARDS)[number]

export const SYSTEM_KINDS = ['heat-pump', 'dual-fuel', 'furnace', 'electric', 'cool-only', 'heat-only'] as const
export type SystemKind = (typeof SYSTEM_KINDS)[number]
export const SYSTEM_KIND_WORDS: Readonly<Record<SystemKind, string>> = {
  'heat-pump': 'heat pump',
  'dual-fuel': 'heat pump with a furnace',
  furnace: 'furnace with cooling',
  electric: 'electric heat with cooling',
  'cool-only': 'cooling only',
  'heat-only': 'heating only',
}

/** What is to be wired. */
export interface WiringSystem {
  kind: SystemKind
  /** Stages of heat; of a heat pump those of its auxiliary heater. */
  heatStages: 0 | 1 | 2
  coolStages: 0 | 1 | 2
  transformers: 1 | 2
  /** In which mode the equipment's reversing valve is energised; counts for a heat pump alone. */
  reversing: 'cool' | 'heat'
  controller: {
    /** Separate power terminals for heating and cooling. */
    splitPower: boolean
    /** It takes its own power through the common, or from a battery. */
    power: 'common' | 'battery'
    /** O and B each by themselves, or one terminal that is set. */
    valve: 'O and B' | 'O/B'
    /** What the one terminal is set to; null: not looked at. */
    valveSet: 'cool' | 'heat' | null
    /** How a controller for heat pumps names its auxiliary heat: W1, or AUX with an E beside it. */
    aux?: 'W' | 'AUX and E'
  }
}

/** A compressor that heats too: with a reversing valve, whatever heats beside it. */
export const isPump = ({ kind }: Pick<WiringSystem, 'kind'>): boolean => kind === 'heat-pump' || kind === 'dual-fuel'
/** Auxiliary heat as this controller names it. */
export const auxOnController = (system: WiringSystem): Terminal => (hasAux(system) ? 'AUX' : 'W1')
const hasAux = (system: WiringSystem): boolean => isPump(system) && system.controller.aux === 'AUX and E'

export interface End {
  board: Board
  terminal: Terminal
}
/** A conductor of the cable. An end that is null is on nothing. */
export interface Wire {
  id: string
  controller: Terminal | null
  equipment: End | null
}
/** Two terminals of one strip tied together. */
export interface Bridge {
  board: Board
  a: Terminal
  b: Terminal
}
export interface Wiring {
  wires: readonly Wire[]
  bridges: readonly Bridge[]
}

interface WantedWire {
  controller: Terminal
  equipment: End
  why: string
}

const at = (board: Board, terminal: Terminal): End => ({ board, terminal })
export const sameEnd = (a: End | null, b: End | null): boolean =>
  a === b || (a !== null && b !== null && a.board === b.board && a.terminal === b.terminal)
export const endWord = (end: End): string => (end.terminal === 'OB' ? 'O/B' : end.terminal)

export const powerFor = (system: WiringSystem, use: 'cool' | 'heat'): Terminal =>
  !system.controller.splitPower ? 'R' : use === 'cool' ? 'Rc' : 'Rh'

export const cools = (system: WiringSystem): boolean => system.kind !== 'heat-only' && system.coolStages > 0
const heatsByItself = (system: WiringSystem): boolean => system.kind !== 'cool-only' && system.heatStages > 0

/** The valve's terminal on the equipment, and the one of the controller that fits it. */
export const valveOnEquipment = (system: WiringSystem): Terminal => (system.reversing === 'cool' ? 'O' : 'B')
export const valveOnController = (system: WiringSystem): Terminal =>
  system.controller.valve === 'O/B' ? 'OB' : valveOnEquipment(system)

/** The board that the cooling hangs on. */
export const coolBoard = (system: WiringSystem): Board => (system.transformers === 2 ? 'second' : 'equipment')

/** The terminals of a strip, in their order. */
export function terminalsOf(system: WiringSystem, board: Board): Terminal[] {
  const { splitPower, valve } = system.controller
  const pump = isPump(system)
  if (board === 'controller')
    return [
      ...(splitPower ? (['Rc', 'Rh'] as const) : (['R'] as const)),
      'C',
      'G',
      'Y1',
      'Y2',
      ...(hasAux(system) ? (['AUX', 'E'] as const) : (['W1'] as const)),
      'W2',
      ...(valve === 'O/B' ? (['OB'] as const) : (['O', 'B'] as const)),
    ]
  // The valve hangs on the transformer of its compressor: another one never feeds it.
  const valves: Terminal[] = pump && board === coolBoard(system) ? [valveOnEquipment(system)] : []
  if (board === 'second') return ['R', 'C', 'G', 'Y1', 'Y2', ...valves]
  return ['R', 'C', 'G', 'Y1', 'Y2', 'W1', 'W2', ...valves]
}

/** The boards that a system has, besides the controller. */
export const equipmentBoards = (system: WiringSystem): Board[] =>
  system.transformers === 2 ? ['equipment', 'second'] : ['equipment']

/**
 * The conductors that this kind of system wants, in the order in which one lands them.
 * Source: the common letters of 24 V controls: R power, C common, Y compressor, W heat, G fan, O or B reversing valve.
 */
export function wantedWires(system: WiringSystem): WantedWire[] {
  const out: WantedWire[] = []
  const add = (controller: Terminal, equipment: End, why: string) => out.push({ controller, equipment, why })
  const cool = coolBoard(system)
  if (system.transformers === 2) {
    add('Rh', at('equipment', 'R'), 'Power for heating, from its own transformer.')
    add('Rc', at('second', 'R'), 'Power for cooling and fan, from the other transformer.')
  } else {
    const use = cools(system) ? 'cool' : 'heat'
    add(powerFor(system, use), at('equipment', 'R'), 'Power from the one transformer.')
  }
  if (system.controller.power === 'common')
    add('C', at(system.transformers === 2 ? 'second' : 'equipment', 'C'), 'The way back for the controller’s own power.')
  add('G', at(cool, 'G'), 'Fan without heating or cooling.')
  if (cools(system)) {
    add('Y1', at(cool, 'Y1'), 'Compressor.')
    if (system.coolStages > 1) add('Y2', at(cool, 'Y2'), 'Second stage of the compressor.')
  }
  if (isPump(system))
    add(
      valveOnController(system),
      at(cool, valveOnEquipment(system)),
      `Reversing valve, live in ${system.reversing === 'cool' ? 'cooling' : 'heating'} on this equipment.`,
    )
  if (heatsByItself(system)) {
    add(
      auxOnController(system),
      at('equipment', 'W1'),
      system.kind === 'heat-pump' ? 'Auxiliary heat.' : system.kind === 'dual-fuel' ? 'The furnace.' : 'Heat.',
    )
    if (system.heatStages > 1) add('W2', at('equipment', 'W2'), 'Second stage of heat.')
  }
  return out
}

/** One transformer feeds both power terminals through a bridge; two transformers must never meet there. */
export const wantsBridge = (system: WiringSystem): boolean =>
  system.controller.splitPower && system.transformers === 1 && heatsByItself(system)

/** Bridges at the controller that this kind of system wants. */
export const wantedBridges = (system: WiringSystem): Bridge[] => [
  ...(wantsBridge(system) ? [{ board: 'controller' as const, a: 'Rc' as const, b: 'Rh' as const }] : []),
  // Emergency heat comes out on E: without a conductor of its own it goes along with the auxiliary heat.
  ...(hasAux(system) && heatsByItself(system) ? [{ board: 'controller' as const, a: 'AUX' as const, b: 'E' as const }] : []),
]

/** The wiring as it should be, with the conductors named by what they carry. */
export function wantedWiring(system: WiringSystem): Wiring {
  return {
    wires: wantedWires(system).map((one) => ({
      id: `${one.controller}-${one.equipment.terminal}`,
      controller: one.controller,
      equipment: one.equipment,
    })),
    bridges: wantedBridges(system),
  }
}
