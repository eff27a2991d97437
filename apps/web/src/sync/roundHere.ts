import { fold } from '@ingle/record'
import type { RoundSite } from '@ingle/record/wire'
import { type LocalDb, sitesIn } from './localDb.ts'

/** The Round as this device knows it: what the server last said (or says now), and before it the sites that it does not have yet. */
export async function roundHere(db: LocalDb, fresh: readonly RoundSite[] | null): Promise<RoundSite[]> {
  if (fresh) await db.kept.put({ key: 'round', value: fresh })
  const known = fresh ?? (((await db.kept.get('round'))?.value ?? []) as RoundSite[])
  return [...(await onlyHere(db, known)), ...known]
}

async function onlyHere(db: LocalDb, known: readonly RoundSite[]): Promise<RoundSite[]> {
  const ids = (await sitesIn(db.pending)).filter((id) => !known.some((site) => site.id === id))
  return Promise.all(
    ids.map(async (id) => {
      const state = fold(
        id,
        (await db.pending.where('siteId').equals(id).toArray()).map((one) => one.change),
      )
      return {
        id,
        name: state.name,
        place: state.place,
        timeZone: state.timeZone,
        systems: state.systems.map((one) => ({ id: one.id, name: one.name, serves: one.serves, equipment: '' })),
        visits: state.visits.map((one) => ({
          id: one.id,
          number: one.number,
          reason: one.reason,
          startedAt: one.startedAt,
          closedAt: one.closedAt,
        })),
        openItems: [],
      }
    }),
  )
}
