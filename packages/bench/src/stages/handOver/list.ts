import { meaningAs, ok, type Result, roleLabel } from '@ingle/core'
import { type Draft, rowBody, type SiteState, type VisitState } from '@ingle/record'
import { toSet } from '../../ledger/ledger.ts'
import { meaningSeen, rowFor, seenAt } from '../../ledger/standsAt.ts'
import { refuse } from '../../refusals.ts'
import { burnsIn } from '../../visit/plant.ts'
import { type VisitView, visitOf } from '../../visit/visitView.ts'
import { COOL_TAP_ROLE } from '../airflow/roles.ts'
import { baselineModes, baselineOf } from '../proof/baseline.ts'
import { proofOf } from '../proof/due.ts'
import { STANDING_WORDS } from '../proof/words.ts'
import { fixDanger, fixesInPlace } from './fixes.ts'

/** One thing that has to be so before a machine is handed over. */
export interface HandOverItem {
  /** Stays the same from day to day: a closing names what it left open by it. */
  id: string
  says: string
  standing: 'done' | 'open'
  /** The stage that it is about, and a view or a place on it. */
  opens: string
  /** It is ticked by hand: nothing in the record tells. */
  tick?: string
  /** Somebody answers for it until a day, or a reason was given: open, and explained. */
  explained?: string
  /** Something on the record speaks for it: written down in one tap. */
  offers?: { says: string; drafts: Draft[] }
}

/** What is ticked by hand, whatever the record says. The ids are stored. */
const TICKS = {
  'panels-back': 'Panels and screws are back',
  'power-restored': 'Power is restored',
  'gas-on': 'Gas is on, and every joint that was opened is leak-checked',
  combustion: 'Combustion and CO were measured, and stand within the maker’s figures',
  'drain-runs': 'Drain was seen to run',
  'menu-left': 'Installer menus are left, and displays show what the occupant knows',
  'back-in-hands': 'Modes and set points are back where the occupant wants them',
  'card-in-panel': 'Settings card is inside the panel',
  'holds-removed': 'No hold and no temporary change is left on',
  'cooling-called': 'Cooling was called and seen to run',
  'heater-called': 'Heater was called and seen to run',
  'limits-proved': 'Limit was proved by the maker’s method, and is as it was built',
} as const
type TickId = keyof typeof TICKS
export const tickWords = (id: string): string => (Object.hasOwn(TICKS, id) ? TICKS[id as TickId] : id.replaceAll('-', ' '))

/** Ticks of before tests were run: shown on visits on which they were answered. */
const EARLIER_TICKS: readonly TickId[] = ['cooling-called', 'heater-called', 'limits-proved']

/** Everything that stands between a machine and its hand-over, worked out from the record. `today`: the day at the site. */
export function handOverOf(v: VisitView, today: string): HandOverItem[] {
  // A visit that was closed before anything was worked out answers for what was asked of it then, and for no more.
  const isOld = v.visit.closedAt !== null && v.visit.closing === null
  const workedOut = isOld ? [] : [...tests(v), ...baselines(v)]
  return [...workedOut, ...fixes(v, today), ...(isOld ? [] : [...settings(v), ...service(v)]), ...ticks(v), ...items(v, today)]
}

const item = (id: string, says: string, isDone: boolean, opens: string, more: Partial<HandOverItem> = {}): HandOverItem => ({
  id,
  says,
  standing: isDone ? 'done' : 'open',
  opens,
  ...more,
})

function tests(v: VisitView): HandOverItem[] {
  const { cases, due } = proofOf(v)
  const passed = cases.filter((one) => one.standing === 'passed').length
  return [
    ...due.map((one) => item(`test-${one.key}`, `Test “${one.form.name}”: ${STANDING_WORDS[one.standing]}`, false, 'proof')),
    ...cases
      .filter((one) => one.standing === 'skipped')
      .map((one) => item(`test-${one.key}`, `Test “${one.form.name}” was not run. ${one.why}`, false, 'proof')),
    ...(due.length === 0 && passed > 0 ? [item('tests', `Every test that is due has passed (${passed})`, true, 'proof')] : []),
  ]
}

function baselines(v: VisitView): HandOverItem[] {
  return baselineModes(v).flatMap((mode) => {
    const { now, earlier, moved } = baselineOf(v, mode)
    const word = mode === 'cool' ? 'cooling' : 'heating'
    const away = moved.filter((one) => one.verdict === 'moved').length
    if (away > 0)
      return [
        item(
          `baseline-${mode}`,
          `${away} ${away === 1 ? 'figure has' : 'figures have'} moved away from the ${word} baseline`,
          false,
          'proof/baseline',
        ),
      ]
    return now.length > 0
      ? [
          item(
            `baseline-${mode}`,
            earlier.length > 0 ? `Nothing moved away from the ${word} baseline` : `The ${word} baseline is kept`,
            true,
            'proof/baseline',
          ),
        ]
      : []
  })
}

function fixes(v: VisitView, today: string): HandOverItem[] {
  return fixesInPlace(v.state, v.system.id).map((one) => {
    const danger = fixDanger(one)
    if (danger)
      return item(
        `fix-${one.id}`,
        `Out at once: ${one.what} instead of ${one.instead}. ${danger.reason}`,
        false,
        'hand-over#temporary',
      )
    const answered =
      one.handedOn && one.handedOn.until >= today ? `${one.handedOn.to} answers for it until ${one.handedOn.until}` : undefined
    const says = `Temporary: ${one.what} instead of ${one.instead}${answered ? `; ${answered}` : ', and nobody answers for it'}`
    return item(`fix-${one.id}`, says, false, 'hand-over#temporary', answered ? { explained: answered } : {})
  })
}

function settings(v: VisitView): HandOverItem[] {
  const label = (row: VisitView['ledger'][number]) => (row.role ? roleLabel(row.id) : row.setting.label)
  const never = toSet(v.ledger).filter((row) => row.found !== null)
  const rivals = v.ledger.filter((row) => row.rivals.length > 0)
  return [
    ...v.ledger
      .filter((row) => row.whyMissing)
      .map((row) =>
        item(`reason-${row.key}`, `${label(row)} was left away from its aim, and nobody said why`, false, `settings#${row.key}`),
      ),
    ...never.map((row) =>
      item(
        `never-left-${row.key}`,
        `${label(row)} was found at ${row.found?.value} and never left at its aim`,
        false,
        `settings#${row.key}`,
        triedLast(v, row),
      ),
    ),
    ...rivals.map((row) =>
      item(
        `rival-${row.key}`,
        `${label(row)} was written twice without knowing of each other: choose one`,
        false,
        `settings#${row.key}`,
      ),
    ),
  ]
}

/** The last try ran on the tap that is aimed at: it was moved there, and nobody noted that it stays. */
function triedLast(v: VisitView, row: VisitView['ledger'][number]): Pick<HandOverItem, 'offers'> {
  const value = row.aim?.value
  if (row.id !== COOL_TAP_ROLE || !value || v.here.tries.at(-1)?.tap !== value) return {}
  return {
    offers: {
      says: `The last try ran on it: left at ${value}`,
      drafts: [{ kind: 'setting.set', body: { ...v.at, ...rowBody(row.key), column: 'left', value } }],
    },
  }
}

function service(v: VisitView): HandOverItem[] {
  const out: HandOverItem[] = []
  for (const row of v.ledger.filter((one) => one.id === 'service.password')) {
    const seen = seenAt(row)
    const says = !seen
      ? `Nobody looked whether the ${row.device.family} still has the password from the factory`
      : meaningAs('service.password', seen.meaning) === 'factory'
        ? `The ${row.device.family} still has the password from the factory`
        : `The ${row.device.family} has a password of its own`
    if (seen || row.setting.default !== undefined)
      out.push(
        item(
          `password-${row.place}`,
          says,
          seen !== null && meaningAs('service.password', seen.meaning) !== 'factory',
          `settings#${row.key}`,
        ),
      )
  }
  const hold = rowFor(v.ledger, 'time.hold')
  const holds = meaningSeen(v.ledger, 'time.hold')
  if (hold && holds === 'held') out.push(item('hold', 'A hold is on: the program does not run', false, `settings#${hold.key}`))
  else if (hold && holds) out.push(item('hold', 'No hold is on', true, `settings#${hold.key}`))
  return out
}

function ticks(v: VisitView): HandOverItem[] {
  const { devices, system, visit, here, ledger } = v
  const isOpen = visit.closedAt === null
  const closedOver = new Set(visit.closing?.open.map((one) => one.id))
  const burns = burnsIn(devices, here)
  const wanted: TickId[] = [
    'panels-back',
    'power-restored',
    ...(burns ? (['gas-on', 'combustion'] as const) : []),
    ...(system.capacityTons === null ? [] : (['drain-runs'] as const)),
    ...(devices.some(({ profile }) => (profile.keypad?.keys.length ?? 0) > 0) ? (['menu-left'] as const) : []),
    ...(devices.some(({ place }) => place === 'controller' || place === 'zone-controller') ? (['back-in-hands'] as const) : []),
    ...(ledger.some((row) => row.id === 'time.override') && !seenAt(rowFor(ledger, 'time.hold'))
      ? (['holds-removed'] as const)
      : []),
    'card-in-panel',
  ]
  const asked = [
    ...wanted.filter((id) => isOpen || here.checks[id] !== undefined || closedOver.has(namedAs(system.id, `tick-${id}`))),
    ...EARLIER_TICKS.filter((id) => here.checks[id] !== undefined),
  ]
  // A closed visit is asked for what was answered, and for what it was closed over; for nothing that came up later.
  return asked.map((id) => item(`tick-${id}`, TICKS[id], here.checks[id] === true, `hand-over#${id}`, { tick: id }))
}

function items(v: VisitView, today: string): HandOverItem[] {
  return v.state.items
    .filter((one) => one.systemId === v.system.id && !one.closed)
    .map((one) => {
      const { handedOn } = one
      const answered = handedOn && handedOn.until >= today ? `${handedOn.to} until ${handedOn.until}` : undefined
      const lapsed = handedOn && !answered ? ` (${handedOn.to} should have done it by ${handedOn.until})` : ''
      return item(
        `item-${one.id}`,
        `${one.text.replace(/\.$/, '')}${answered ? `: ${answered}` : `, and nobody takes it on${lapsed}`}`,
        false,
        'hand-over#open-items',
        answered ? { explained: answered } : {},
      )
    })
}

export interface SystemHandOver {
  systemId: VisitView['system']['id']
  name: string
  items: HandOverItem[]
  /** Open, and neither answered for nor given a reason. */
  open: HandOverItem[]
}

/** The systems that a visit is about: those of which something was written on it, and one that somebody looks at. */
const systemsOn = (state: SiteState, visit: VisitState) =>
  state.systems.filter((one) => visit.systems[one.id] !== undefined || state.systems.length === 1)

/** The whole visit, machine by machine: it closes for all of them at once. */
export function visitHandOver(
  v: Pick<VisitView, 'state' | 'visit' | 'units'>,
  today: string,
  known: readonly VisitView[] = [],
): SystemHandOver[] {
  const { state, visit, units } = v
  return systemsOn(state, visit).map((system) => {
    const view = known.find((one) => one.system.id === system.id) ?? visitOf({ state, system, visit, units })
    const all = handOverOf(view, today)
    return {
      systemId: system.id,
      name: system.name,
      items: all,
      open: all.filter((one) => one.standing === 'open' && !one.explained),
    }
  })
}

/** What a closing names an open point by: the machine, and the point. */
const namedAs = (systemId: string, itemId: string): string => `${systemId} ${itemId}`.slice(0, 200)
const openKey = (system: SystemHandOver, one: HandOverItem): string => namedAs(system.systemId, one.id)

/**
 * Closes a visit. With something open that nobody explained it needs a name and a day, and writes down what was open:
 * nothing is closed over in silence.
 */
export function closeDraft(
  visit: VisitState,
  systems: readonly SystemHandOver[],
  { owner, until, today }: { owner: string; until: string; today: string },
): Result<Draft> {
  const open = systems.flatMap((system) =>
    system.open.map((one) => ({ id: openKey(system, one), says: `${system.name}: ${one.says}`.slice(0, 400) })),
  )
  if (open.length === 0) return ok({ kind: 'visit.close', body: { visitId: visit.id, open: [] } })
  if (owner.trim() === '') return refuse('close-without-owner', { count: open.length })
  if (!/^\d{4}-\d{2}-\d{2}$/.test(until) || !Number.isFinite(Date.parse(until))) return refuse('close-without-day', { until })
  if (until < today) return refuse('close-day-past', { until })
  return ok({ kind: 'visit.close', body: { visitId: visit.id, open, owner: owner.trim(), until } })
}

/** What is open on a closed visit and was not named when it was closed: it came up since, or somebody closed over it. */
export function openSinceClose(
  visit: VisitState,
  systems: readonly SystemHandOver[],
): { system: SystemHandOver; item: HandOverItem }[] {
  if (visit.closedAt === null || visit.closing === null) return []
  const named = new Set(visit.closing.open.map((one) => one.id))
  return systems.flatMap((system) =>
    system.open.filter((one) => !named.has(openKey(system, one))).map((one) => ({ system, item: one })),
  )
}
