import type { ReactNode } from 'react'
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary'
import { Link, useLocation } from 'react-router'
import { Empty } from '../kit/Notice.tsx'

/** Holds what fails on a page to that page; another address is tried anew. */
export function Guarded({ children }: { children: ReactNode }) {
  const { pathname } = useLocation()
  return (
    <ErrorBoundary FallbackComponent={ErrorPage} resetKeys={[pathname]}>
      {children}
    </ErrorBoundary>
  )
}

/** A page that failed. What was written is in the device's store, so nothing is lost by leaving it. */
function ErrorPage({ error }: FallbackProps) {
  return (
    <main id="main" className="p-6">
      <Empty title="This page could not be shown">
        <p>What you entered is kept. {error instanceof Error ? error.message : ''}</p>
        <p className="mt-4 flex gap-2 justify-center">
          <button type="button" className="btn btn-primary" onClick={() => window.location.reload()}>
            Load it again
          </button>
          <Link to="/" className="btn">
            To the Round
          </Link>
        </p>
      </Empty>
    </main>
  )
}

export function NotFound() {
  return (
    <main id="main" className="p-6 w-full">
      <Empty title="There is nothing at this address">
        <Link to="/" className="btn btn-primary mt-3">
          To the Round
        </Link>
      </Empty>
    </main>
  )
}
