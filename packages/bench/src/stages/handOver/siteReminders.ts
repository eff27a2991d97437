import { BASE_UNITS, type CalendarReminder } from '@ingle/core'
import type { SiteState } from '@ingle/record'
import { visitOf } from '../../visit/visitView.ts'
import { remindersOf } from '../times/reminders.ts'

/** Everything that somebody has to think of later on a site: filters, batteries, and what was handed on by name and day. */
export function siteReminders(state: SiteState, nowMs: number): CalendarReminder[] {
  const visit = state.visits.at(-1)
  if (!visit) return []
  const ofSystems = state.systems.flatMap((system) => remindersOf(visitOf({ state, system, visit, units: BASE_UNITS }), nowMs))
  const put = (id: string, says: string, on: string): CalendarReminder => ({ id, says: `${state.name}: ${says}`, on })
  return [
    ...ofSystems,
    ...state.items.flatMap((one) =>
      one.closed || !one.handedOn ? [] : [put(one.id, `${one.text} (${one.handedOn.to})`, one.handedOn.until)],
    ),
    ...state.fixes.flatMap((one) =>
      one.undone || !one.handedOn ? [] : [put(one.id, `temporary, ${one.what} (${one.handedOn.to})`, one.handedOn.until)],
    ),
    ...state.visits.flatMap(({ id, closing }) =>
      closing?.until && closing.open.length > 0
        ? [put(id, `${closing.open.length} left open (${closing.owner})`, closing.until)]
        : [],
    ),
  ]
}
