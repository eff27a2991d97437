import type { OccupantSign } from '@ingle/core'
import type { LedgerRow } from '../../ledger/ledger.ts'
import { meaningSeen, rowFor, seenAt, standsAt } from '../../ledger/standsAt.ts'
import { burnsIn } from '../../visit/plant.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { remindersOf } from '../times/reminders.ts'
import { momentOfVisit } from '../times/times.ts'
import { hasWeek } from '../times/week.ts'
import { fixesInPlace } from './fixes.ts'

/** A change in the language of roles; words are the catalogue's. */
export interface OccupantChange {
  role: string
  meaning: string
}

/** What the people who live with a system are told, as facts: whoever makes the sheet has the words, in their language. */
export interface OccupantFacts {
  complaint: string
  cause: string
  changed: OccupantChange[]
  /** Settings that were changed and that mean nothing outside of the panel. */
  technical: number
  cleanFilter: boolean
  week: boolean
  /** What stands in for a part that is missing, as the technician wrote it. */
  fixes: { what: string; cannot: string }[]
  device: {
    name: string
    warmer: string | null
    cooler: string | null
    /** Hours that a change by hand lasts, as somebody saw it; 0: until the next period; null: nobody looked. */
    lastsH: number | null
    hasProgram: boolean
    hold: string | null
    resume: string | null
    battery: { what: string; on: string | null } | null
    signs: { sign: string; means: OccupantSign }[]
    /** Some keys do nothing, or none does anything. */
    locked: 'no' | 'part' | 'whole'
  } | null
  filter: { on: string | null; everyH: number | null } | null
  /** Open for them: what somebody is to do, by a day. */
  open: { text: string; who: string; until: string }[]
  by: string
  /** Something in it burns gas: what to do when it smells stands on the sheet. */
  burns: boolean
}

/** A place of a program, or one of many alike: told once for all of them. */
const gathered = (id: string): string =>
  /^time\.[a-z-]+\.\d+$/.test(id)
    ? 'time.program'
    : id.startsWith('airflow.')
      ? 'airflow'
      : /^zone\.(flow|kind|sensor)/.test(id)
        ? 'zone.flow'
        : /^freshair\.(min|line|dcv)\./.test(id)
          ? 'freshair.min'
          : id.replace(/\.\d+$/, '')

/** Only what their device really has, and only what was changed on this visit. */
export function occupantFacts(v: VisitView, told: (role: string) => boolean): OccupantFacts {
  const { here, ledger, devices, system, state } = v
  const changedRows = ledger.filter((row) => row.left && row.left.value !== (row.found ?? row.carried?.entry)?.value)
  const changed: OccupantChange[] = []
  let technical = 0
  for (const row of changedRows) {
    const role = gathered(row.id)
    if (!told(role)) technical += 1
    else if (!changed.some((one) => one.role === role)) changed.push({ role, meaning: standsAt(row)?.meaning ?? '' })
  }
  // A try on another tap, or with another trim, is a change, whoever forgot to note where it was left.
  const [first, last] = [here.tries[0], here.tries.at(-1)]
  const isBlownAnew = first && last && (first.tap !== last.tap || first.adjustPct !== last.adjustPct)
  if (isBlownAnew && told('airflow') && !changed.some((one) => one.role === 'airflow'))
    changed.push({ role: 'airflow', meaning: '' })
  const filters = here.tries.map((one) => one.filter)
  const reminders = remindersOf(v, momentOfVisit(v))
  const on = (id: string) => reminders.find((one) => one.id.endsWith(`-${id}`))?.on ?? null
  const controller =
    devices.find((one) => one.profile.occupant) ??
    devices.find((one) => one.place === 'controller' || one.place === 'zone-controller')
  const filterRow = rowFor(ledger, 'service.filter')
  const everyH = Number(seenAt(filterRow)?.meaning ?? Number.NaN)
  const hasFilter = on('filter') !== null || filterRow !== undefined || system.parts.some((one) => one.role === 'filter')
  return {
    complaint: here.complaint,
    cause: here.cause ?? '',
    changed,
    technical,
    cleanFilter: filters.includes('as-found') && filters.at(-1) === 'clean',
    week: hasWeek(v),
    fixes: fixesInPlace(state, system.id).map(({ what, cannot }) => ({ what, cannot })),
    device: controller ? deviceFacts(v, controller, on('batteries')) : null,
    filter: hasFilter ? { on: on('filter'), everyH: Number.isFinite(everyH) && everyH > 0 ? everyH : null } : null,
    open: state.items
      .filter((one) => one.systemId === system.id && !one.closed)
      .map((one) => ({ text: one.text, who: one.handedOn?.to ?? '', until: one.handedOn?.until ?? '' })),
    by: v.visit.by,
    burns: burnsIn(devices, v.here),
  }
}

function deviceFacts(
  v: VisitView,
  { profile, place }: VisitView['devices'][number],
  batteriesOn: string | null,
): NonNullable<OccupantFacts['device']> {
  const { ledger } = v
  const row = (id: string): LedgerRow | undefined => rowFor(ledger, id, place)
  const { occupant, keypad, power } = profile
  const key = (id: string) => keypad?.keys.find((one) => one.id === id)?.label ?? null
  const lasts = Number(seenAt(row('time.override'))?.meaning ?? Number.NaN)
  const hold = row('time.hold')
  const lock = meaningSeen(ledger, 'service.lock', place)
  const hasProgram = profile.program !== undefined
  return {
    name: `${profile.maker} ${profile.family}`,
    warmer: occupant?.warmer ?? key('up'),
    cooler: occupant?.cooler ?? key('down'),
    lastsH: hasProgram && Number.isFinite(lasts) ? lasts : null,
    hasProgram,
    hold: occupant?.hold ?? hold?.setting.access ?? null,
    resume: occupant?.resume ?? null,
    battery: power?.backup && /cell|batter/i.test(power.backup.what) ? { what: power.backup.what, on: batteriesOn } : null,
    signs: (occupant?.signs ?? []).map(({ sign, means }) => ({ sign, means })),
    locked: lock === 'part' ? 'part' : lock === 'full' ? 'whole' : 'no',
  }
}
