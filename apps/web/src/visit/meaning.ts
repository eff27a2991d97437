/**
 * What goes over every stage: how far each is, which aims are stale. It is by far the most of what a visit means, and the
 * stage that somebody opens is there before it: fetched beside, by `useMeaning`.
 */
export { jotLater, staleAims, standingOf } from '@ingle/bench'
