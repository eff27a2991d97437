import { clockOf } from '@ingle/bench'
import type { RoundSite } from '@ingle/record/wire'
import { CirclePlus } from 'lucide-react'
import { lazy, Suspense, useDeferredValue, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { pageIsThere } from '../app/quiet.ts'
import { useTitle } from '../app/title.ts'
import { hereClock } from '../kit/hereClock.ts'
import { Empty, Notice } from '../kit/Notice.tsx'
import { StateMark } from '../kit/StateMark.tsx'
import { useMe } from '../session/useMe.ts'
import { useRound } from './useRound.ts'

/** Loaded after the sites are there: it is not what one came for. */
const ImportButton = lazy(async () => ({ default: (await import('./ImportButton.tsx')).ImportButton }))

/** Loaded when a site is begun. */
const NewSite = lazy(async () => ({ default: (await import('./NewSite.tsx')).NewSite }))

/** Where this person is: the Round itself has no other place. */
const clockAt = (site: RoundSite) => clockOf(site.timeZone ?? 'UTC')

/** Today's visits first, then every site of the crew and what is still open there. */
export function Round() {
  const readsOnly = useMe().role === 'reader'
  const [search, setSearch] = useState('')
  const asked = useDeferredValue(search.trim())
  const { sites, first, stale, asking, next, reload, goOn } = useRound(asked)
  const [adding, setAdding] = useState(false)
  useEffect(() => {
    if (sites) pageIsThere()
  }, [sites])
  useTitle('Round')
  const everywhere = [...first, ...(sites ?? []).filter((site) => !first.some((one) => one.id === site.id))]
  const underWay =
    asked === ''
      ? everywhere.flatMap((site) => site.visits.filter((visit) => !visit.closedAt).map((visit) => ({ site, visit })))
      : []
  return (
    <main id="main" className="flex-1 w-full max-w-6xl mx-auto p-4 md:p-6">
      <div className="flex flex-wrap items-center gap-3 mb-4">
        <h1 className="text-2xl font-bold">Round</h1>
        <span className="soft">{hereClock().day(new Date().toISOString())}</span>
        <div className="ml-auto flex gap-2" hidden={readsOnly}>
          <Suspense fallback={<span className="btn invisible">Import a record</span>}>
            <ImportButton onDone={reload} />
          </Suspense>
          <button type="button" className="btn" onClick={() => setAdding(true)}>
            <CirclePlus size={18} aria-hidden="true" /> New site
          </button>
        </div>
      </div>
      {stale && (
        <Notice kind="watch">
          {asking ? 'Still asking the server' : 'The server does not answer'}: this is the Round as it last was. Sites opened on
          this device before still open.
        </Notice>
      )}
      {!sites && (
        <div role="status">
          <p className="soft mb-3">Asking for your crew’s sites …</p>
          <div className="frame-page frame-list" aria-hidden="true">
            <div />
            <div />
            <div />
          </div>
        </div>
      )}
      {sites && sites.length === 0 && asked === '' && (
        <Empty title="No sites yet">
          <p>
            The Round shows your crew’s sites and what is open at each. Begin with a site, or import a record from another Ingle.
          </p>
          <button type="button" className="btn btn-primary mt-4" onClick={() => setAdding(true)}>
            Add the first site
          </button>
        </Empty>
      )}
      {underWay.length > 0 && (
        <section aria-label="Visits under way" className="mb-6">
          <h2 className="font-bold mb-2">Under way</h2>
          <div className="grid gap-3 md:grid-cols-2">
            {underWay.map(({ site, visit }) => (
              <Link
                key={visit.id}
                to={
                  site.systems[0]
                    ? `/sites/${site.id}/visits/${visit.id}/systems/${site.systems[0].id}/airflow`
                    : `/sites/${site.id}`
                }
                className="panel p-4 block border-l-4 border-l-primary hover:bg-base-200"
              >
                <div className="flex items-baseline gap-2">
                  <b className="text-lg">{site.name}</b>
                  <span className="soft ml-auto text-[13px]">
                    visit {visit.number} · {clockAt(site).shortDay(visit.startedAt)}
                  </span>
                </div>
                <p className="mt-0.5">{visit.reason}</p>
                <p className="soft text-[14px] mt-1">
                  {site.systems.map((one) => [one.name, one.equipment].filter(Boolean).join(', ')).join(' · ') || 'No system yet'}
                </p>
              </Link>
            ))}
          </div>
        </section>
      )}
      {sites && asked === '' && <Mine sites={everywhere} />}
      {sites && (sites.length > 0 || asked !== '') && (
        <section aria-label="Sites">
          <div className="flex flex-wrap items-center gap-3 mb-2">
            <h2 className="font-bold">Sites</h2>
            <input
              type="search"
              className="input w-full sm:w-72 sm:ml-auto"
              aria-label="Look for a site"
              placeholder="Name, place, unit or open item"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
            />
          </div>
          {sites.length === 0 && (
            <p className="soft p-4 panel">Nothing here has “{asked}” in its name, place, units or open items.</p>
          )}
          <ul className="panel divide-y divide-base-300">
            {sites.map((site) => (
              <SiteLine key={site.id} site={site} />
            ))}
          </ul>
          {next && (
            <button type="button" className="btn mt-3" onClick={goOn}>
              Show more sites
            </button>
          )}
        </section>
      )}
      {adding && (
        <Suspense fallback={null}>
          <NewSite onClose={() => setAdding(false)} />
        </Suspense>
      )}
    </main>
  )
}

/** What the person who is signed in answers for: temporary parts handed on to them with a day, and what they left open. */
function Mine({ sites }: { sites: readonly RoundSite[] }) {
  const { initials } = useMe()
  const today = hereClock().date(new Date().toISOString())
  const fixes = sites
    .flatMap((site) => (site.fixes ?? []).filter((one) => one.to === initials).map((fix) => ({ site, fix })))
    .sort((a, b) => a.fix.until.localeCompare(b.fix.until))
  const items = sites.flatMap((site) => site.openItems.filter((one) => one.by === initials).map((item) => ({ site, item })))
  if (fixes.length + items.length === 0) return null
  const systemIn = (site: RoundSite, id: string) => site.systems.find((one) => one.id === id)?.name ?? ''
  return (
    <section aria-label="Yours to answer for" className="mb-6">
      <h2 className="font-bold mb-2">Yours to answer for</h2>
      <ul className="panel divide-y divide-base-300">
        {fixes.map(({ site, fix }) => (
          <li key={`${site.id} ${fix.what}`} className="px-4 py-2.5 flex flex-wrap gap-x-4 items-baseline">
            <Link className="flex-1 min-w-48 hover:underline" to={`/sites/${site.id}`}>
              Temporary: <b>{fix.what}</b>
              <span className="soft block text-[14px]">
                {[site.name, systemIn(site, fix.systemId)].filter(Boolean).join(', ')}
              </span>
            </Link>
            <span className={`num text-[14px] ${fix.until < today ? 'text-error font-bold' : ''}`}>
              {fix.until < today ? `was to be out by ${fix.until}` : `until ${fix.until}`}
            </span>
          </li>
        ))}
        {items.map(({ site, item }) => (
          <li key={item.id} className="px-4 py-2.5 flex flex-wrap gap-x-4 items-baseline">
            <Link className="flex-1 min-w-48 hover:underline" to={`/sites/${site.id}`}>
              {item.text}
              <span className="soft block text-[14px]">
                {[site.name, systemIn(site, item.systemId)].filter(Boolean).join(', ')}
              </span>
            </Link>
            <span className="soft text-[14px]">open since {clockAt(site).shortDay(item.openedAt)}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function SiteLine({ site }: { site: RoundSite }) {
  const last = site.visits[0]
  return (
    <li>
      <Link to={`/sites/${site.id}`} className="flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-3 hover:bg-base-200">
        <span className="min-w-48">
          <b>{site.name || 'Site without a name'}</b>
          <span className="soft block text-[14px]">{site.place}</span>
        </span>
        <span className="soft text-[14px] flex-1">
          {last
            ? `${last.closedAt ? 'Last visit' : 'Visit under way since'} ${clockAt(site).day(last.startedAt)}`
            : 'No visit yet'}
        </span>
        {site.openItems.length > 0 && (
          <span className="flex items-center gap-1.5 text-[14px]">
            <StateMark mark="watch" size={14} /> {site.openItems.length} open
          </span>
        )}
      </Link>
      {site.openItems.length > 0 && (
        <ul className="px-4 pb-3 -mt-1 text-[14px] soft list-disc pl-9">
          {site.openItems.map((item) => (
            <li key={item.id}>{item.text}</li>
          ))}
        </ul>
      )}
    </li>
  )
}
