import type { TimeEvent } from './inForce.ts'

/** What people do from a moment on. */
export const PRESENCE = { in: 'in', out: 'out', asleep: 'asleep' } as const
export type Presence = keyof typeof PRESENCE
export const PRESENCES = Object.keys(PRESENCE) as Presence[]

/** How a time is called by the people it is about. */
/** A map, not an object: somebody will type “constructor”. */
export const WEEK_WORDS: ReadonlyMap<string, Presence> = new Map<string, Presence>(
  Object.entries({
    up: 'in',
    wake: 'in',
    arrive: 'in',
    return: 'in',
    occupied: 'in',
    occ: 'in',
    in: 'in',
    back: 'in',
    home: 'in',
    open: 'in',
    out: 'out',
    away: 'out',
    leaves: 'out',
    unoccupied: 'out',
    unocc: 'out',
    leave: 'out',
    shut: 'out',
    closed: 'out',
    bed: 'asleep',
    asleep: 'asleep',
    sleep: 'asleep',
    night: 'asleep',
  } as const),
)

/** From a minute of a day on; temperatures only where they are others than usual. */
export interface WeekEntry {
  startMin: number
  is: Presence
  heatF?: number
  coolF?: number
}

/** What each presence is kept at. */
export type WeekTemperatures = Readonly<Record<Presence, { heatF: number; coolF: number }>>

/** The usual word for what happens at an entry: in the morning one gets up, later one comes back. */
export function wordOfEntry({ is, startMin }: WeekEntry, entries: readonly WeekEntry[]): string {
  if (is === 'asleep') return 'bed'
  if (is === 'out') return 'out'
  const before = [...entries].filter((one) => one.startMin < startMin).at(-1)
  return before?.is === 'out' ? 'back' : 'up'
}

/** Entries of days as events with set points. */
export const eventsOfEntries = (
  entries: readonly WeekEntry[],
  days: readonly number[] | null,
  kept: WeekTemperatures,
): TimeEvent[] =>
  entries.map(({ startMin, is, heatF, coolF }) => ({
    startMin,
    days,
    action: 'set',
    heatF: heatF ?? kept[is].heatF,
    coolF: coolF ?? kept[is].coolF,
  }))

/** A room or hall that is let: people are in between two minutes of a day. */
export interface Letting {
  fromMin: number
  toMin: number
}

/** Entries of a day of lettings: in while any of them lasts, out between. Lettings that touch or overlap are one. */
export function entriesOfLettings(lettings: readonly Letting[]): WeekEntry[] {
  const sorted = [...lettings].filter((one) => one.toMin > one.fromMin).sort((a, b) => a.fromMin - b.fromMin)
  const joined: { fromMin: number; toMin: number }[] = []
  for (const one of sorted) {
    const last = joined.at(-1)
    if (last && one.fromMin <= last.toMin) last.toMin = Math.max(last.toMin, one.toMin)
    else joined.push({ ...one })
  }
  return [
    ...(joined[0]?.fromMin === 0 ? [] : [{ startMin: 0, is: 'out' as const }]),
    ...joined.flatMap(({ fromMin, toMin }): WeekEntry[] => [
      { startMin: fromMin, is: 'in' },
      ...(toMin < 1440 ? [{ startMin: toMin, is: 'out' as const }] : []),
    ]),
  ]
}

/** Over the entries of a day, lettings of that day: in while one lasts, else as the day says. */
export function withLettings(entries: readonly WeekEntry[], lettings: readonly Letting[], before: Presence): WeekEntry[] {
  if (lettings.length === 0) return [...entries]
  const marks = new Set([0, ...entries.map((one) => one.startMin), ...lettings.flatMap((one) => [one.fromMin, one.toMin])])
  const sorted = [...entries].sort((a, b) => a.startMin - b.startMin)
  const out: WeekEntry[] = []
  for (const startMin of [...marks].filter((one) => one < 1440).sort((a, b) => a - b)) {
    const usual: WeekEntry = sorted.findLast((one) => one.startMin <= startMin) ?? { startMin, is: before }
    const isLet = lettings.some((one) => startMin >= one.fromMin && startMin < one.toMin)
    const now: WeekEntry = isLet ? { startMin, is: 'in' } : { ...usual, startMin }
    const last = out.at(-1)
    if (!last || last.is !== now.is || last.heatF !== now.heatF || last.coolF !== now.coolF) out.push(now)
  }
  return out
}
