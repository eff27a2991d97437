import { fixRefusal, type Refusal } from '@ingle/core'
import type { FixState, SiteState, SystemId } from '@ingle/record'

/** What stands in for the right part on a system now. */
export const fixesInPlace = (state: SiteState, systemId: SystemId): FixState[] =>
  state.fixes.filter((one) => one.systemId === systemId && !one.undone)

/** Those that nobody answers for yet, or whose day has passed: they block handing over. */
export const fixesOpen = (state: SiteState, systemId: SystemId, today: string): FixState[] =>
  fixesInPlace(state, systemId).filter((one) => !one.handedOn || one.handedOn.until < today)

/** What an older record lets stand that nobody may write any more: it comes out now, whoever answered for it. */
export const fixDanger = ({ what, instead }: Pick<FixState, 'what' | 'instead'>): Refusal | null => fixRefusal(what, instead)
