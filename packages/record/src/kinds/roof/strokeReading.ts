import 'reflect-metadata'
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { picked } from '../../state/assign.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** One step of a stroke test: told where, answered what, in how long. */
class StrokeReading extends OnVisit {
  @IsNumber() @Min(0) @Max(100) commandPct!: number
  @IsOptional() @IsNumber() @Min(0) @Max(100) feedbackPct?: number
  @IsOptional() @IsNumber() @Min(0) @Max(100) seenPct?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1800) seconds?: number
  @IsOptional() @IsIn(['hand', 'wire']) from?: 'hand' | 'wire'
}

const KEPT = ['commandPct', 'feedbackPct', 'seenPct', 'seconds', 'from'] as const

export const strokeReading = kind('stroke.reading', {
  body: StrokeReading,
  fields: {
    feedbackPct: { says: 'feedback', in: 'percent', read: true },
    seenPct: { says: 'blades', in: 'percent', read: true },
    seconds: { says: 'time', unit: 's', read: true },
  },
  rowName: ({ commandPct }) => `damper to ${commandPct}%`,
  says: ({ commandPct, feedbackPct, seenPct, seconds }) =>
    `stroke to ${commandPct}%: ${
      [
        feedbackPct === undefined ? '' : `feedback ${feedbackPct}%`,
        seenPct === undefined ? '' : `blades ${seenPct}%`,
        seconds === undefined ? '' : `${seconds} s`,
      ]
        .filter((one) => one !== '')
        .join(', ') || 'moved'
    }`,
  fold(into, { id, at, by, body }) {
    into.here(body)?.strokes.push({ id, at, by, ...picked(body, KEPT) })
  },
})
