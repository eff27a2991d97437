import { holdForSteps } from './keys.ts'
import type { KeypadMachine, KeypadScreen, KeypadWay, ScreenOf, ValueKeys } from './machine.ts'
import { type KeyEvent } from './state.ts'

/** What things cost, in presses. */
export interface KeyCost {
  press: number
  /** For a second that a key is held, and for the press that begins it. */
  holdS: number
  waitS: number
  /** To the disconnect, locked, proved dead, and back. */
  powerCycle: number
  hand: number
  /** To the next unit. */
  walk: number
}
export const USUAL_COST: KeyCost = { press: 1, holdS: 0.8, waitS: 0.1, powerCycle: 90, hand: 2, walk: 30 }

/** Keys to press, and what they cost. */
export interface KeyWay {
  events: KeyEvent[]
  cost: number
}

const press = (key: string, times: number): KeyEvent[] => Array.from({ length: times }, () => ({ do: 'press', keys: [key] }))

export const wayEvent = (way: KeypadWay): KeyEvent =>
  way.holdS === undefined ? { do: 'press', keys: way.keys } : { do: 'hold', keys: way.keys, s: way.holdS }
export const wayCost = (way: KeypadWay, cost: KeyCost): number => cost.press + (way.holdS ?? 0) * cost.holdS

/** Along a list from one item to another: the nearer side of a ring, the only side of a list that ends. */
export function walk(
  screen: Extract<KeypadScreen, { kind: 'list' }>,
  count: number,
  from: number,
  to: number,
  cost: KeyCost,
): KeyWay | null {
  const forward = to >= from ? to - from : screen.wrap ? to - from + count : null
  const backward = screen.prev === undefined ? null : from >= to ? from - to : screen.wrap ? from - to + count : null
  const ways = [
    ...(forward === null ? [] : [{ key: screen.next, times: forward }]),
    ...(backward === null || screen.prev === undefined ? [] : [{ key: screen.prev, times: backward }]),
  ].sort((a, b) => a.times - b.times)
  const [best] = ways
  return best ? { events: press(best.key, best.times), cost: best.times * cost.press } : null
}

/** Opens an item, brings it from one value to another and saves. Null when only upward keys lead away from it. */
export function editWay(keys: ValueKeys, count: number, from: number, to: number, open: string, cost: KeyCost): KeyWay | null {
  const way = valueWay(keys, count, from, to, cost)
  return way && { events: [...press(open, 1), ...way.events], cost: way.cost + cost.press }
}

/**
 * Brings an open item from one value to another and saves: by presses, or by a hold that stops short of the value or runs
 * past it and comes back.
 */
export function valueWay(keys: ValueKeys, count: number, from: number, to: number, cost: KeyCost): KeyWay | null {
  const around = (key: string | undefined, back: string | undefined, distance: number | null) => {
    if (key === undefined || distance === null) return null
    let best = { events: press(key, distance), cost: distance * cost.press }
    if (!keys.run) return best
    // Past the end of a list that ends a run stops at the end; past the value it can be brought back.
    const most = Math.min(distance + (back === undefined ? 0 : 3), keys.wrap ? count - 1 : Number.MAX_SAFE_INTEGER)
    for (let run = 2; run <= most; run += 1) {
      const s = holdForSteps(run, keys.run) / 1000
      const end = key === keys.up ? from + run : from - run
      if (!keys.wrap && (end < 0 || end > count - 1)) break
      const rest = distance - run
      const sum = cost.press + s * cost.holdS + Math.abs(rest) * cost.press
      if (sum < best.cost - 1e-9)
        best = {
          events: [{ do: 'hold', keys: [key], s }, ...(rest >= 0 ? press(key, rest) : press(back ?? key, -rest))],
          cost: sum,
        }
    }
    return best
  }
  const up = to >= from ? to - from : keys.wrap ? to - from + count : null
  const down = from >= to ? from - to : keys.wrap ? from - to + count : null
  const ways = [around(keys.up, keys.down, up), around(keys.down, keys.up, down)].filter((one) => one !== null)
  const best = ways.sort((a, b) => a.cost - b.cost)[0]
  if (!best) return null
  const writing = [keys.save, ...(keys.lock === undefined ? [] : [keys.lock])].flatMap((key) => press(key, 1))
  return { events: [...best.events, ...writing], cost: best.cost + writing.length * cost.press }
}

/** From where some up and down keys stand to where they should. */
function turn(keys: { up: string; down?: string; wrap: boolean }, count: number, from: number, to: number): KeyEvent[] | null {
  const up = to >= from ? to - from : keys.wrap ? to - from + count : null
  const down = keys.down === undefined ? null : from >= to ? from - to : keys.wrap ? from - to + count : null
  if (up !== null && (down === null || up <= down)) return press(keys.up, up)
  return down === null || keys.down === undefined ? null : press(keys.down, down)
}

/**
 * To the value of what is wanted, from an address whose numbers and whose turn stand anywhere: on from here where what lies
 * before is right, back by the key that goes back, or once round. Null: no way that writes nothing.
 * @param field which number is being changed; past the last one it is the value
 */
export function addressWay(
  screen: ScreenOf<'address'>,
  { fields, field }: { fields: readonly number[]; field: number },
  to: readonly string[],
  cost: KeyCost,
): KeyWay | null {
  const { prev, next, enter } = screen
  const targets = screen.fields.map((options, i) => options.indexOf(to[i] ?? ''))
  if (targets.some((one) => one < 0)) return null
  const onFrom = (first: number, before: KeyEvent[]): KeyEvent[] | null => {
    if (targets.some((target, i) => i < first && target !== (fields[i] ?? 0))) return null
    const events = [...before]
    for (let i = first; i < targets.length; i += 1) {
      const turned = turn(screen, screen.fields[i]?.length ?? 0, fields[i] ?? 0, targets[i] ?? 0)
      if (!turned) return null
      events.push(...turned, ...press(next, 1))
    }
    return events
  }
  const back = prev === undefined ? [] : Array.from({ length: field }, (_, i) => onFrom(i, press(prev, field - i)))
  const round = field > 0 && next !== enter ? [onFrom(0, press(next, screen.fields.length + 1 - field))] : []
  const [best] = [onFrom(field, []), ...back, ...round].filter((one) => one !== null).sort((x, y) => x.length - y.length)
  return best ? { events: best, cost: best.length * cost.press } : null
}

/** On the value of an address: from one to another, and written. */
export function addressedEdit(
  screen: ScreenOf<'address'>,
  count: number,
  from: number,
  to: number,
  cost: KeyCost,
): KeyWay | null {
  const turned = turn(screen, count, from, to)
  return turned ? { events: [...turned, ...press(screen.enter, 1)], cost: (turned.length + 1) * cost.press } : null
}

/** Two digits, and sent. */
export function pairWay(screen: ScreenOf<'pairs'>, pair: string, cost: KeyCost): KeyWay {
  const events = [...[...pair].flatMap((digit) => press(screen.digits[Number(digit)] ?? '', 1)), ...press(screen.send, 1)]
  return { events, cost: events.length * cost.press }
}

/** The ways between the screens of one machine, each worked out once. */
export class Routes {
  constructor(
    private readonly machine: KeypadMachine,
    private readonly cost: KeyCost,
  ) {}

  /** The cheapest way between two screens. Source: Dijkstra, on the few screens that a device has. */
  between(from: string, to: string): KeyWay | null {
    const key = `${from}>${to}`
    const there = this.known.get(key)
    if (there !== undefined) return there
    const found = new Map<string, { events: KeyEvent[]; cost: number }>([[from, { events: [], cost: 0 }]])
    const open = new Set([from])
    while (open.size > 0) {
      const here = [...open].reduce((a, b) => ((found.get(a)?.cost ?? 0) <= (found.get(b)?.cost ?? 0) ? a : b))
      open.delete(here)
      const at = found.get(here)
      if (!at) continue
      for (const leg of this.legs(here)) {
        const cost = at.cost + leg.cost
        if (cost < (found.get(leg.to)?.cost ?? Number.POSITIVE_INFINITY) - 1e-9) {
          found.set(leg.to, { events: [...at.events, ...leg.events], cost })
          open.add(leg.to)
        }
      }
    }
    const way = found.get(to) ?? null
    this.known.set(key, way)
    return way
  }
  private readonly known = new Map<string, KeyWay | null>()

  private legs(name: string): { to: string; events: KeyEvent[]; cost: number }[] {
    const screen = this.machine.pad.screens[name]
    if (!screen) return []
    const legs = screen.ways.map((way) => ({ to: way.to, events: [wayEvent(way)], cost: wayCost(way, this.cost) }))
    if (screen.kind !== 'code') return legs
    const digits = [...(this.machine.codes.get(name) ?? '')].map(Number)
    const events = digits.flatMap((digit, i): KeyEvent[] => [
      ...(i === 0 ? [] : [{ do: 'press' as const, keys: [screen.next] }]),
      ...Array.from({ length: digit }, () => ({ do: 'press' as const, keys: [screen.up] })),
    ])
    events.push({ do: 'press', keys: [screen.enter] })
    return [...legs, { to: screen.to, events, cost: events.length * this.cost.press }]
  }
}
