import type { ChangesAnswer, DemoAccountsAnswer, Me, RoundAnswer, SetupAnswer } from '@ingle/record/wire'

/**
 * A short look at an answer in place of the check of its class: enough to tell it from a proxy's page or from another
 * version's. For what the first page is told: the classes and what checks them weigh as much as the rest of it, and the
 * server checks what it writes.
 */
export interface Glance<T> {
  glance: (answer: unknown) => answer is T
}

type Kind = 'string' | 'boolean' | 'list'
const is = (value: unknown, kind: Kind) => (kind === 'list' ? Array.isArray(value) : typeof value === kind)

const glance = <T>(fields: { [K in keyof T]?: Kind }, more: (answer: T) => boolean = () => true): Glance<T> => ({
  glance: (answer): answer is T =>
    typeof answer === 'object' &&
    answer !== null &&
    Object.entries(fields).every(([name, kind]) => is((answer as Record<string, unknown>)[name], kind as Kind)) &&
    more(answer as T),
})

export const ME = glance<Me>({
  accountId: 'string',
  name: 'string',
  initials: 'string',
  role: 'string',
  crewId: 'string',
  crewName: 'string',
})

const SITE = glance<RoundAnswer['sites'][number]>({
  id: 'string',
  name: 'string',
  place: 'string',
  systems: 'list',
  visits: 'list',
  openItems: 'list',
})
export const ROUND = glance<RoundAnswer>({ sites: 'list' }, ({ sites, first = [] }) => [...sites, ...first].every(SITE.glance))

const STORED = glance<ChangesAnswer['changes'][number]>(
  {},
  (one) => typeof one.seq === 'number' && typeof one.change === 'object',
)
export const CHANGES = glance<ChangesAnswer>({ changes: 'list' }, ({ changes }) => changes.every(STORED.glance))

export const DEMO_ACCOUNTS = glance<DemoAccountsAnswer>({ accounts: 'list' })
export const SETUP = glance<SetupAnswer>({ fresh: 'boolean' })
/** It was done; whatever comes back is not looked at. */
export const ANYTHING = glance<object>({})
