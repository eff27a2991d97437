import { deviceName, equipmentOf } from '@ingle/bench'
import { type Change, fold, LISTED_KINDS, type SiteId, type SiteState } from '@ingle/record'
import { type RoundSite, roundWords } from '@ingle/record/wire'
import type { Asking } from './asking.ts'

/** What stands of a site on the Round, and what it is found by. */
export interface Listing {
  round: RoundSite
  /** Small letters: everything that somebody might look for it by. */
  search: string
  /** Whoever answers for something that is open there, by initials. */
  answers: string[]
}

export function listingOf(state: SiteState): Listing {
  const round: RoundSite = {
    id: state.id,
    name: state.name,
    place: state.place,
    timeZone: state.timeZone,
    systems: state.systems.map((one) => {
      const equipment = equipmentOf(state, one, null)
      return { id: one.id, name: one.name, serves: one.serves, equipment: equipment ? deviceName(equipment) : '' }
    }),
    visits: state.visits
      .map(({ id, number, reason, startedAt, closedAt }) => ({ id, number, reason, startedAt, closedAt }))
      .sort((a, b) => Date.parse(b.startedAt) - Date.parse(a.startedAt)),
    openItems: state.items
      .filter((one) => !one.closed)
      .map(({ id, systemId, text, openedAt, by }) => ({ id, systemId, text, openedAt, by }))
      .sort((a, b) => Date.parse(b.openedAt) - Date.parse(a.openedAt)),
    fixes: state.fixes.flatMap((one) =>
      one.undone || !one.handedOn
        ? []
        : [{ systemId: one.systemId, what: one.what, to: one.handedOn.to, until: one.handedOn.until }],
    ),
  }
  return {
    round,
    search: roundWords(round),
    answers: [...new Set([...round.openItems.flatMap((one) => one.by ?? []), ...(round.fixes ?? []).map((one) => one.to)])],
  }
}

/**
 * The listing of a site out of its changes, read from the database: only of those that it rests on. What undoes or corrects
 * comes with them, whatever it is about: without it nobody could say which of them hold.
 */
export async function listedFrom(tx: Asking, crewId: string, siteId: SiteId): Promise<Listing> {
  const rows: { content: Change }[] = await tx.query(
    'SELECT content FROM change WHERE crew_id = $1 AND site_id = $2 AND (kind = ANY($3) OR target IS NOT NULL) ORDER BY seq',
    [crewId, siteId, LISTED_KINDS],
  )
  return listingOf(
    fold(
      siteId,
      rows.map((row) => row.content),
    ),
  )
}
