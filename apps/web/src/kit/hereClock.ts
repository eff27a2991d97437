import { type Clock, clockOf } from '@ingle/bench'

let zone: string | undefined

/** The clock of whoever reads, for what belongs to no site. Looked up when it is first needed: a slow device takes a while. */
export function hereClock(): Clock {
  zone ??= Intl.DateTimeFormat().resolvedOptions().timeZone
  return clockOf(zone)
}
