import type { Change, SiteId, SiteState } from '@ingle/record'
import { type ReactNode, useEffect } from 'react'
import { Link } from 'react-router'
import { Skeleton } from '../app/Skeleton.tsx'
import { Empty } from '../kit/Notice.tsx'
import { useMe } from '../session/useMe.ts'
import { watchSite } from '../sync/openSite.ts'
import { useSites } from '../sync/sites.ts'

/** Opens a site and shows its page once there is something to show; says plainly when there is not. */
export function SiteGate({
  siteId,
  children,
}: {
  siteId: SiteId
  children: (state: SiteState, changes: Change[], waiting: ReadonlySet<string>) => ReactNode
}) {
  const me = useMe()
  useEffect(() => watchSite(me, siteId), [me, siteId])
  const site = useSites((sites) => sites[siteId])
  if (!site || site.status === 'loading') return <Skeleton />
  if (site.status === 'ready') return children(site.state, site.changes, site.waiting)
  return (
    <main id="main" className="p-6 w-full">
      <Empty title={site.status === 'missing' ? 'Your crew has no such site' : 'This site is not on this device yet'}>
        <p>
          {site.status === 'missing'
            ? 'It may belong to another crew, or the address is not whole.'
            : 'The server does not answer, and this device has never opened the site. It opens here as soon as the server is back.'}
        </p>
        <Link to="/" className="btn btn-primary mt-4">
          To the Round
        </Link>
      </Empty>
    </main>
  )
}
