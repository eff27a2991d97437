/** Times as the site's clock shows them: screens and sheets say the same hour, wherever they are read. */
export interface Clock {
  /** Its zone: UTC where this machine does not know the site’s. */
  zone: string
  /** A day, as 24 Nov 2026. */
  day: (iso: string) => string
  /** A day of this year, as 24 Nov. */
  shortDay: (iso: string) => string
  /** Day and time, as 24 Nov 2026, 10:41. */
  time: (iso: string) => string
  /** The time alone, as 10:41. */
  hour: (iso: string) => string
  /** The day as a date: 2026-11-24. */
  date: (iso: string) => string
}

/** The clock of a zone. One that this machine does not know must not keep anything from being shown: UTC is taken. */
export function clockOf(timeZone: string): Clock {
  const there = known.get(timeZone)
  if (there) return there
  const zone = safeZone(timeZone)
  const show = (options: Intl.DateTimeFormatOptions, locale = 'en-GB') => {
    // Made when it is first asked for: each takes a slow device tens of milliseconds, and a screen needs one or two.
    let format: Intl.DateTimeFormat | undefined
    return (iso: string) => {
      format ??= new Intl.DateTimeFormat(locale, { ...options, timeZone: zone })
      return format.format(new Date(iso))
    }
  }
  const clock: Clock = {
    zone,
    day: show({ dateStyle: 'medium' }),
    shortDay: show({ day: 'numeric', month: 'short' }),
    time: show({ dateStyle: 'medium', timeStyle: 'short' }),
    hour: show({ hour: '2-digit', minute: '2-digit' }),
    // Swedish writes dates as ISO does.
    date: show({ year: 'numeric', month: '2-digit', day: '2-digit' }, 'sv-SE'),
  }
  known.set(timeZone, clock)
  return clock
}
const known = new Map<string, Clock>()

/** Whether this machine knows a zone of this name. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone: name })
    return name !== ''
  } catch {
    return false
  }
}

const safeZone = (timeZone: string): string => (isTimeZone(timeZone) ? timeZone : 'UTC')
