import { type ComponentType, lazy, useState } from 'react'
import { once } from '../kit/once.ts'
import type { Load } from '../stages/view.ts'
import { Guarded } from './ErrorPage.tsx'

/**
 * A page that comes in while its frame stands already; its route can fetch it before it is drawn (`handle`). One that is
 * there is drawn at once: a lazy one in a lazy one would be waited for one after the other.
 */
export function lazily(load: Load) {
  const page = once(load)
  const Waited = lazy(async () => ({ default: await page.fetched() }))
  function Page() {
    // Chosen once: the one in the place of the other would be another component, and lose what was typed.
    const [Chosen] = useState<ComponentType>(() => page.there ?? Waited)
    return <Chosen />
  }
  return {
    element: (
      <Guarded>
        <Page />
      </Guarded>
    ),
    handle: page.fetched,
  }
}
