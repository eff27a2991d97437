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
        <p>What you entered is kept. {whyOf(error)}</p>
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

/** Each browser says in its own words that a part of the app did not come. */
const NOT_FETCHED = /dynamically imported module|Importing a module script failed|Unable to preload/i

function whyOf(error: unknown): string {
  if (!(error instanceof Error)) return ''
  return NOT_FETCHED.test(error.message)
    ? 'It did not come over the line: load it again when there is a signal.'
    : `The reason, for whoever mends it: ${error.message}`
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
