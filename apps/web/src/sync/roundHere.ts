import { fold, type SiteId } from '@ingle/record'
import { type RoundSite, roundWords } from '@ingle/record/wire'
import { type LocalDb, sitesIn, sitesKept } from './localDb.ts'

/** What the server says of the Round. */
export interface RoundTold {
  sites: RoundSite[]
  /** Under way, or the asker's to answer for: wherever they stand. */
  first: RoundSite[]
  /** Where the next page begins. */
  next: SiteId | null
}

export interface RoundHere {
  sites: RoundSite[] | null
  first: RoundSite[]
  next: SiteId | null
  stale: boolean
}

/** The Round as this device knows it: what the server last said (or says now), and before it the sites that it does not have yet. */
export async function roundHere(db: LocalDb, told: RoundTold | null, search = ''): Promise<RoundTold> {
  if (told && search === '') await db.kept.put({ key: 'round', value: [...told.sites, ...notAmong(told.sites, told.first)] })
  const kept = async () => (((await db.kept.get('round'))?.value ?? []) as RoundSite[]).filter((site) => isAbout(site, search))
  const known = told ?? { sites: await kept(), first: [], next: null }
  const here = (await onlyHere(db, [...known.sites, ...known.first])).filter((site) => isAbout(site, search))
  return { ...known, sites: [...here, ...known.sites] }
}

const notAmong = (sites: readonly RoundSite[], others: readonly RoundSite[]) =>
  others.filter((one) => !sites.some((site) => site.id === one.id))

const isAbout = (site: RoundSite, search: string): boolean => roundWords(site).includes(search.toLowerCase())

async function onlyHere(db: LocalDb, known: readonly RoundSite[]): Promise<RoundSite[]> {
  const elsewhere = new Set([...(await sitesKept(db)), ...known.map((one) => one.id)])
  const ids = (await sitesIn(db.pending)).filter((id) => !elsewhere.has(id))
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
