import { FACTS } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'
import { factsOf } from '../proof/facts.ts'

/**
 * What this system has and its controller cannot serve, by its own profile: a stand-in from the van holds no economizer, no
 * second stage. Empty: nothing of the kind, or no profile says.
 */
export function controllerLacks(v: VisitView): string[] {
  const has = factsOf(v)
  return v.devices
    .filter(({ place }) => place === 'controller')
    .flatMap(({ profile }) => (profile.cannot ?? []).filter((one) => has.has(one)).map((one) => FACTS[one]))
}
