import 'reflect-metadata'
import {
  clockText,
  ENTRY_FANS,
  ENTRY_MODES,
  type EntryFan,
  type EntryMode,
  PRESENCES,
  type Presence,
  type Refusal,
  type Show,
  sayModes,
  type WeekEntry,
} from '@ingle/core'
import { IsIn, IsInt, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { refuse } from '../../refusals.ts'

/** From a minute of a day on; temperatures, mode and fan only where they are others than usual. */
export class WeekEntryBody implements WeekEntry {
  @IsInt() @Min(0) @Max(1439) startMin!: number
  @IsIn(PRESENCES) is!: Presence
  @IsOptional() @IsNumber() @Min(35) @Max(95) heatF?: number
  @IsOptional() @IsNumber() @Min(55) @Max(105) coolF?: number
  @IsOptional() @IsIn(Object.keys(ENTRY_MODES)) mode?: EntryMode
  @IsOptional() @IsIn(Object.keys(ENTRY_FANS)) fan?: EntryFan
}

export const sayEntries = (entries: readonly WeekEntry[], show: Show): string =>
  entries
    .map(({ startMin, is, heatF, coolF, mode, fan }) =>
      [
        clockText(startMin),
        is,
        ...(heatF === undefined ? [] : [`heat ${show('temperature', heatF)}`]),
        ...(coolF === undefined ? [] : [`cool ${show('temperature', coolF)}`]),
        ...sayModes({ ...(mode && { mode }), ...(fan && { fan }) }),
      ].join(' '),
    )
    .join(', ') || 'nothing'

/** Two at one time cannot both be meant. */
export function entriesDoubt(entries: readonly WeekEntry[]): Refusal | null {
  const twice = entries.find((one, i) => entries.some((other, k) => k < i && other.startMin === one.startMin))
  return twice ? refuse('two-at-one-time', { time: clockText(twice.startMin) }) : null
}

export const sortedEntries = (entries: readonly WeekEntry[]): WeekEntry[] =>
  [...entries].sort((a, b) => a.startMin - b.startMin).map((one) => ({ ...one }))
