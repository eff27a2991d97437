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

/** What of the plant may work, where that is not as usual; and the fan, where somebody wants it otherwise. */
export const ENTRY_MODES = { off: 'off', heat: 'heating only', cool: 'cooling only' } as const
export type EntryMode = keyof typeof ENTRY_MODES
export const ENTRY_FANS = { auto: 'fan auto', on: 'fan on', low: 'fan low', medium: 'fan medium', high: 'fan high' } as const
export type EntryFan = keyof typeof ENTRY_FANS

/** From a minute of a day on; temperatures, mode and fan only where they are others than usual. */
export interface WeekEntry {
  startMin: number
  is: Presence
  heatF?: number
  coolF?: number
  mode?: EntryMode
  fan?: EntryFan
}

/** Whether heating, or cooling, may work in a mode; as usual both may. */
export const worksIn = (mode: EntryMode | undefined, channel: 'heat' | 'cool'): boolean => mode === undefined || mode === channel

/** An entry in another mode; undefined: as usual. A set point of what is switched off says nothing more, and goes. */
export function withMode({ heatF, coolF, mode: _, ...rest }: WeekEntry, mode: EntryMode | undefined): WeekEntry {
  return {
    ...rest,
    ...(heatF !== undefined && worksIn(mode, 'heat') && { heatF }),
    ...(coolF !== undefined && worksIn(mode, 'cool') && { coolF }),
    ...(mode && { mode }),
  }
}

/** What is kept from an entry on, °F; null for what is switched off. */
export const keptBy = (
  { is, heatF, coolF, mode }: Omit<WeekEntry, 'startMin'>,
  kept: WeekTemperatures,
): { heatF: number | null; coolF: number | null } => ({
  heatF: worksIn(mode, 'heat') ? (heatF ?? kept[is].heatF) : null,
  coolF: worksIn(mode, 'cool') ? (coolF ?? kept[is].coolF) : null,
})

/** Mode and fan of an entry in words, none where they are as usual: `off`, `heating only`, `fan high`. */
export const sayModes = ({ mode, fan }: Pick<WeekEntry, 'mode' | 'fan'>): string[] => [
  ...(mode ? [ENTRY_MODES[mode]] : []),
  ...(fan ? [ENTRY_FANS[fan]] : []),
]

/** Whether the same is kept from both on, whenever they begin. */
const isAlike = (a: WeekEntry, b: WeekEntry): boolean =>
  a.is === b.is && a.heatF === b.heatF && a.coolF === b.coolF && a.mode === b.mode && a.fan === b.fan

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
  entries.map((entry) => ({
    startMin: entry.startMin,
    days,
    action: entry.mode === 'off' ? 'off' : 'set',
    ...keptBy(entry, kept),
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
    if (!last || !isAlike(last, now)) out.push(now)
  }
  return out
}
