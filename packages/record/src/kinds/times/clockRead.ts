import 'reflect-metadata'
import { clockText, DAY_NAMES, PLACES, type Place } from '@ingle/core'
import { IsIn, IsInt, Max, Min } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** What the clock of a device shows, at the moment at which it is written down. */
class ClockRead extends OnVisit {
  @IsIn(PLACES) place!: Place
  @IsInt() @Min(0) @Max(6) day!: number
  @IsInt() @Min(0) @Max(1439) minute!: number
}

export const clockRead = kind('clock.read', {
  body: ClockRead,
  says: ({ day, minute }) => `its clock shows ${DAY_NAMES[day]} ${clockText(minute)}`,
  fold(into, { id, at, by, body: { place, day, minute, ...where } }) {
    into.here(where)?.clockReads.push({ id, at, by, place, day, minute })
  },
})
