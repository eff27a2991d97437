import { cautionAt } from '@ingle/catalog'
import { capital } from '@ingle/core'
import type { FixState } from '@ingle/record'
import { isNoted, type LedgerRow } from '../../ledger/ledger.ts'
import type { PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { burnsGas } from '../power/isolation.ts'
import { stage } from '../stage.ts'
import { fixesInPlace, fixesOpen } from './fixes.ts'

type Check = readonly [id: string, text: string]

/** What is ticked before leaving, whatever the system. The ids are stored. */
const ALWAYS: readonly Check[] = [
  ['panels-back', 'Panels and screws are back'],
  ['power-restored', 'Power is restored'],
  ['cooling-called', 'Cooling was called and seen to run'],
  ['heater-called', 'Heater was called and seen to run'],
]
const WITH_GAS: readonly Check[] = [
  ['gas-on', 'Gas is on, and every joint that was opened is leak-checked'],
  ['combustion', 'Combustion and CO were measured, and stand within the maker’s figures'],
]
const LIMITS: Check = ['limits-proved', 'Limit was proved by the maker’s method, and is as it was built']
const DRAIN: Check = ['drain-runs', 'Drain was seen to run, and the float, where there is one, to stop the unit']
const CARD: Check = ['card-in-panel', 'Settings card is inside the panel']

/** What is ticked before leaving this system; on a closed visit, no more than was asked on it. */
export function handOverChecks({ devices, system, visit, here }: VisitView): readonly Check[] {
  const burns = devices.some(({ profile }) => burnsGas(profile.kind))
  const heats = burns || (system.heaterKw ?? 0) > 0
  const own = [...(burns ? WITH_GAS : []), ...(heats ? [LIMITS] : []), ...(system.capacityTons === null ? [] : [DRAIN])]
  return [...ALWAYS, ...own.filter(([id]) => visit.closedAt === null || here.checks[id] !== undefined), CARD]
}

/** What still stands between a visit and its close. */
interface Closing {
  noted: LedgerRow[]
  unproved: LedgerRow[]
  /** Left away from the aim, and nobody said why: blocks. */
  noReason: LedgerRow[]
  /** Temporary, and nobody answers for it: blocks. The visit closes for every system of the site. */
  unanswered: FixState[]
  checksLeft: readonly (readonly [string, string])[]
  mayClose: boolean
}

/** @param nowIso by whoever asks; the day is the site's */
export function closingOf(v: VisitView, nowIso: string): Closing {
  const { ledger, state, here, clock } = v
  const today = clock.date(nowIso)
  const noted = ledger.filter(isNoted)
  const noReason = ledger.filter((row) => row.whyMissing)
  const unanswered = state.systems.flatMap((one) => fixesOpen(state, one.id, today))
  return {
    noted,
    unproved: noted.filter((row) => row.standing !== 'proved'),
    noReason,
    unanswered,
    checksLeft: handOverChecks(v).filter(([id]) => !here.checks[id]),
    mayClose: noReason.length === 0 && unanswered.length === 0,
  }
}

/** What is still to do on this system. */
export const openItemsOf = ({ state, system }: VisitView) =>
  state.items.filter((one) => one.systemId === system.id && !one.closed)

/** Checks, temporary fixes, open items, the sheets, and closing the visit. */
export const handOver = stage({
  id: 'hand-over',
  key: 'h',
  label: 'Hand over',
  applies: () => true,
  standing(v) {
    const checks = handOverChecks(v)
    const done = checks.filter(([id]) => v.here.checks[id]).length
    const of = checks.length
    return { done, of, mark: done === of ? 'proved' : done > 0 ? 'found' : 'not-looked-at' }
  },
  sources: [],
  findings: () => [],
  sections: (v) => [openItems(v), beforeYouTouchIt(v)],
  readings: [],
  jot: ['open'],
  wanted: () => [],
})

function openItems(v: VisitView): PlacedSection {
  const { state, system, clock } = v
  return {
    title: 'Still open',
    card: 'open',
    record: 'open',
    blocks: [
      {
        kind: 'lines',
        lines: [
          ...fixesInPlace(state, system.id).map(
            (one) =>
              `Temporary: ${one.what} instead of ${one.instead}. It cannot ${one.cannot}. To undo it: ${one.undo}.${one.handedOn ? ` ${one.handedOn.to} answers for it until ${one.handedOn.until}.` : ''}`,
          ),
          ...openItemsOf(v).map((one) => `${capital(one.text)} (${one.by}, ${clock.day(one.openedAt)})`),
        ],
        empty: 'No open items.',
      },
    ],
  }
}

const beforeYouTouchIt = ({ devices }: VisitView): PlacedSection => ({
  title: 'Before you touch it',
  card: 'cautions',
  blocks: [...devices.flatMap((one) => one.profile.cautions), cautionAt('move-tap')?.text ?? ''].map((text) => ({
    kind: 'caution' as const,
    text,
  })),
})
