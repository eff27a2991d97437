import 'reflect-metadata'
import { IsIn, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import type { TryState } from '../../state/state.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

class TryStart extends OnVisit {
  @IsOptional() @IsString() @MaxLength(20) tap?: string | null
  @IsNumber() @Min(-30) @Max(30) adjustPct!: number
  @IsIn(['as-found', 'clean']) filter!: 'as-found' | 'clean'
}

/** The blower on a tap with a filter: readings belong to it until the next. */
export const tryStart = kind('try.start', {
  body: TryStart,
  turn: 1,
  says: ({ tap, adjustPct, filter }) =>
    `try: tap ${tap ?? 'not known'}${adjustPct ? `, adjust ${adjustPct}%` : ''}, filter ${filter === 'clean' ? 'clean' : 'as found'}`,
  fold(into, { id, at, by, body }) {
    const here = into.here(body)
    if (!here) return
    const { tap, adjustPct, filter } = body
    const attempt: TryState = { id, number: 0, at, by, tap: tap ?? null, adjustPct, filter, readings: [], traverses: [] }
    here.tries.push(attempt)
    into.tries.set(id, attempt)
  },
  jotted: {
    tap: ({ tap, adjustPct }, stands) => ({ tap, filter: stands.filter, adjustPct: adjustPct ?? stands.adjustPct }),
    filter: ({ filter }, stands) => ({ tap: stands.tap, filter, adjustPct: stands.adjustPct }),
  },
})
