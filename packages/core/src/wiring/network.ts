import { never } from '../result.ts'
import {
  auxOnController,
  type Board,
  cools,
  type End,
  equipmentBoards,
  isPump,
  powerFor,
  type Terminal,
  terminalsOf,
  valveOnEquipment,
  type Wiring,
  type WiringSystem,
} from './wiring.ts'

export const CALLS = ['off', 'fan', 'cool-1', 'cool-2', 'heat-1', 'heat-2', 'heat-aux', 'defrost', 'emergency'] as const
export type Call = (typeof CALLS)[number]
export const CALL_WORDS: Readonly<Record<Call, string>> = {
  off: 'nothing called',
  fan: 'fan',
  'cool-1': 'cooling',
  'cool-2': 'cooling, second stage',
  'heat-1': 'heating',
  'heat-2': 'heating, second stage',
  'heat-aux': 'heating, with auxiliary heat',
  defrost: 'defrost',
  emergency: 'auxiliary heat alone',
}

/** What one call does. */
interface CallOutcome {
  call: Call
  /** Terminals that carry 24 V against their transformer's common. */
  live: End[]
  compressor: 0 | 1 | 2
  /** What the compressor does; null while it stands. */
  mode: 'cools' | 'heats' | null
  heat: 0 | 1 | 2
  fan: boolean
  awake: boolean
  /** A transformer whose two sides are joined: its fuse goes. */
  short: boolean
  /** Two transformers joined. */
  tied: boolean
}

/** Calls that this kind of system has. */
export function callsOf(system: WiringSystem): Call[] {
  const { kind, heatStages, coolStages } = system
  const pump = isPump(system)
  return CALLS.filter((call) => {
    switch (call) {
      case 'off':
      case 'fan':
        return true
      case 'cool-1':
        return cools(system)
      case 'cool-2':
        return cools(system) && coolStages > 1
      case 'heat-1':
        return pump || (kind !== 'cool-only' && heatStages > 0)
      case 'heat-2':
        return pump ? coolStages > 1 : kind !== 'cool-only' && heatStages > 1
      case 'heat-aux':
      case 'defrost':
        return pump && heatStages > 0
      case 'emergency':
        return pump && heatStages > 0
      default:
        return false
    }
  })
}

/** The contacts that the controller closes for a call: from a power terminal to others. */
function contacts(system: WiringSystem, call: Call): [Terminal, Terminal[]][] {
  const [cool, heat] = [powerFor(system, 'cool'), powerFor(system, 'heat')]
  const pump = isPump(system)
  const valve = (mode: 'cool' | 'heat'): Terminal[] => {
    if (!pump) return []
    if (system.controller.valve === 'O/B') return (system.controller.valveSet ?? system.reversing) === mode ? ['OB'] : []
    return [mode === 'cool' ? 'O' : 'B']
  }
  /** The second stage of what heats beside the compressor. */
  const second: Terminal[] = system.heatStages > 1 ? ['W2'] : []
  // Gas brings its own fan; an electric heater has to be blown.
  const blown: Terminal[] = system.kind === 'electric' ? ['G'] : []
  const heats = (...stages: Terminal[]): [Terminal, Terminal[]][] => [
    [heat, stages],
    [cool, blown],
  ]
  switch (call) {
    case 'off':
      return []
    case 'fan':
      return [[cool, ['G']]]
    case 'cool-1':
      return [[cool, ['Y1', 'G', ...valve('cool')]]]
    case 'cool-2':
      return [[cool, ['Y1', 'Y2', 'G', ...valve('cool')]]]
    case 'heat-1':
      return pump ? [[cool, ['Y1', 'G', ...valve('heat')]]] : heats('W1')
    case 'heat-2':
      return pump ? [[cool, ['Y1', 'Y2', 'G', ...valve('heat')]]] : heats('W1', 'W2')
    case 'heat-aux':
      // The furnace takes over: its heat over a coil that heats as well would open the high-pressure switch.
      if (system.kind === 'dual-fuel') return [[heat, [auxOnController(system), ...second]]]
      return [
        [cool, ['Y1', ...(system.coolStages > 1 ? (['Y2'] as const) : []), 'G', ...valve('heat')]],
        [heat, [auxOnController(system), ...second]],
      ]
    case 'defrost':
      return [[cool, ['Y1', 'G', ...valve('heat')]]]
    case 'emergency':
      return [
        [heat, [system.controller.aux === 'AUX and E' ? 'E' : 'W1', ...second]],
        [cool, system.kind === 'dual-fuel' ? [] : ['G']],
      ]
    default:
      return []
  }
}

/** Terminals that are joined, as sets: conductors, bridges and closed contacts join. */
class Net {
  private readonly parents = new Map<string, string>()
  private find(key: string): string {
    const parent = this.parents.get(key)
    if (parent === undefined || parent === key) return key
    const root = this.find(parent)
    this.parents.set(key, root)
    return root
  }
  static key = (board: Board, terminal: Terminal): string => `${board}:${terminal}`
  join(a: string, b: string): void {
    this.parents.set(this.find(a), this.find(b))
  }
  joined(a: string, b: string): boolean {
    return this.find(a) === this.find(b)
  }
}

function netOf(wiring: Wiring): Net {
  const net = new Net()
  for (const { controller, equipment } of wiring.wires)
    if (controller && equipment) net.join(Net.key('controller', controller), Net.key(equipment.board, equipment.terminal))
  for (const { board, a, b } of wiring.bridges) net.join(Net.key(board, a), Net.key(board, b))
  return net
}

/**
 * What happens when the controller calls: which terminals are live and what runs. Conductors, bridges and closed contacts
 * are taken as joins without resistance; a load runs when its terminal is joined to the hot side of its own transformer.
 */
export function outcomeOf(system: WiringSystem, wiring: Wiring, call: Call): CallOutcome {
  const boards = equipmentBoards(system)
  const hot = (board: Board) => Net.key(board, 'R')
  const back = (board: Board) => Net.key(board, 'C')
  const net = netOf(wiring)
  const powers = terminalsOf(system, 'controller').filter((one) => one === 'R' || one === 'Rc' || one === 'Rh')
  const awake =
    system.controller.power === 'battery' ||
    boards.some(
      (board) =>
        net.joined(Net.key('controller', 'C'), back(board)) &&
        powers.some((one) => net.joined(Net.key('controller', one), hot(board))),
    )
  if (awake)
    for (const [from, to] of contacts(system, call))
      for (const one of to) net.join(Net.key('controller', from), Net.key('controller', one))
  // While it defrosts the outdoor board turns the valve over and calls for heat indoors by itself.
  const defrosts = call === 'defrost'
  if (awake && defrosts) net.join(hot('equipment'), Net.key('equipment', 'W1'))
  const shorted = boards.filter((board) => net.joined(hot(board), back(board)))
  const tied = boards.length > 1 && (net.joined(hot('equipment'), hot('second')) || net.joined(hot('equipment'), back('second')))
  const alive = boards.filter((board) => !shorted.includes(board))
  const live = (['controller', ...boards] as const).flatMap((board) =>
    terminalsOf(system, board)
      .filter((terminal) => alive.some((one) => net.joined(Net.key(board, terminal), hot(one))))
      .map((terminal): End => ({ board, terminal })),
  )
  const runs = (terminal: Terminal): boolean =>
    alive.some((board) => terminalsOf(system, board).includes(terminal) && net.joined(Net.key(board, terminal), hot(board)))
  const compressor = runs('Y1') ? (runs('Y2') ? 2 : 1) : 0
  const energised = isPump(system) && runs(valveOnEquipment(system))
  const cooling = defrosts || !isPump(system) || energised === (system.reversing === 'cool')
  const heat = runs('W1') ? (runs('W2') ? 2 : 1) : 0
  return {
    call,
    live,
    compressor,
    mode: compressor === 0 ? null : cooling ? 'cools' : 'heats',
    heat,
    fan: runs('G') || ((system.kind === 'furnace' || system.kind === 'dual-fuel') && heat > 0),
    awake: awake && alive.length > 0,
    short: shorted.length > 0,
    tied,
  }
}

/** What a call is for: what the equipment has to do, whatever hangs on its terminals and however its controller is set. */
export type Intent = Omit<CallOutcome, 'live'>

/**
 * What should run on a call: from the equipment and the call alone, so that a setting or a conductor that is wrong cannot
 * make the wrong thing look right. Source: the purpose of each call; while it defrosts the compressor takes heat out of the
 * house to thaw its coil, and the auxiliary heat makes up for that.
 */
export function intended(system: WiringSystem, call: Call): Intent {
  const { kind, heatStages, coolStages } = system
  const pump = isPump(system)
  const at = (compressor: 0 | 1 | 2, mode: CallOutcome['mode'], heat: 0 | 1 | 2, fan: boolean): Intent => ({
    call,
    compressor,
    mode,
    heat,
    fan,
    awake: true,
    short: false,
    tied: false,
  })
  // Gas brings its own fan; an electric heater has to be blown.
  const isBlown = kind !== 'heat-only'
  switch (call) {
    case 'off':
      return at(0, null, 0, false)
    case 'fan':
      return at(0, null, 0, true)
    case 'cool-1':
      return at(1, 'cools', 0, true)
    case 'cool-2':
      return at(2, 'cools', 0, true)
    case 'heat-1':
      return pump ? at(1, 'heats', 0, true) : at(0, null, 1, isBlown)
    case 'heat-2':
      return pump ? at(2, 'heats', 0, true) : at(0, null, 2, isBlown)
    case 'heat-aux':
      return kind === 'dual-fuel' ? at(0, null, heatStages, true) : at(coolStages > 1 ? 2 : 1, 'heats', heatStages, true)
    case 'defrost':
      return at(1, 'cools', heatStages > 0 ? 1 : 0, true)
    case 'emergency':
      return at(0, null, heatStages, true)
    default:
      return never(call)
  }
}

/** Every call of a system with what it is for. */
export const intendedTable = (system: WiringSystem): Intent[] => callsOf(system).map((call) => intended(system, call))

/** The system with its controller set as the equipment wants it: for showing how it should be. */
export const setRight = (system: WiringSystem): WiringSystem => ({
  ...system,
  controller: { ...system.controller, valveSet: system.reversing },
})

/** Every call of a system, with the wiring as it is. */
export const truthTable = (system: WiringSystem, wiring: Wiring): CallOutcome[] =>
  callsOf(system).map((call) => outcomeOf(system, wiring, call))

/** What runs, in words. */
export function runsWords(outcome: Intent): string {
  if (outcome.short) return 'nothing: the fuse goes'
  if (!outcome.awake) return 'nothing: the controller has no power'
  const parts = [
    outcome.compressor > 0 ? `compressor ${outcome.compressor === 2 ? 'at both stages ' : ''}${outcome.mode}` : '',
    outcome.heat > 0 ? `heat${outcome.heat > 1 ? ' at both stages' : ''}` : '',
    outcome.fan ? 'fan' : '',
  ].filter((one) => one !== '')
  return parts.length > 0 ? parts.join(', ') : 'nothing'
}

/** Whether two terminals are joined while nothing is called. */
export const joinedAtRest = (wiring: Wiring, a: End, b: End): boolean =>
  netOf(wiring).joined(Net.key(a.board, a.terminal), Net.key(b.board, b.terminal))

export const sameOutcome = (a: Intent, b: Intent): boolean => runsWords(a) === runsWords(b) && a.tied === b.tied
