import type { RoomSystem } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import type { Runnable } from './roomSystem.ts'

/** How far a room that nobody calibrated may be from its kind, as shares. House figures. */
const KIND_LOSS = 0.25
const KIND_HOLDS = 0.3

export interface Spread {
  /** The same room where it loses more and holds less, and where it loses less and holds more. */
  systems: [RoomSystem, RoomSystem]
  says: string
}

/** What is not known of the room, as two rooms beside it: between them the line is one of many. */
export function spreadOf({ system, show }: Pick<VisitView, 'system' | 'show'>, { system: run }: Runnable): Spread {
  const { room } = system
  const isKnown = (room.uaBtuHPerF ?? 0) > 0
  const loss = isKnown ? (room.uaErrorBtuHPerF ?? 0) / (room.uaBtuHPerF as number) : KIND_LOSS
  const holds = isKnown ? (room.holdsError ?? 0) / (room.holds || 1) : KIND_HOLDS
  const moved = (sign: 1 | -1): RoomSystem => ({
    ...run,
    room: {
      ...run.room,
      uaBtuHPerF: run.room.uaBtuHPerF * (1 + sign * loss),
      airBtuPerF: run.room.airBtuPerF * Math.max(1 - sign * holds, 0.2),
      massBtuPerF: run.room.massBtuPerF * Math.max(1 - sign * holds, 0.2),
    },
  })
  const of = show('lossRate', run.room.uaBtuHPerF, { bare: true })
  return {
    systems: [moved(1), moved(-1)],
    says: `Loss ${of} ± ${show('lossRate', run.room.uaBtuHPerF * loss)}, ${isKnown ? 'as calibrated' : 'by its kind'}; what it holds ± ${Math.round(100 * holds)} %.`,
  }
}
