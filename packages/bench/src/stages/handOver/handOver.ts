import { cautionAt } from '@ingle/catalog'
import { capital } from '@ingle/core'
import type { FixState } from '@ingle/record'
import { isNoted, type LedgerRow } from '../../ledger/ledger.ts'
import type { PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage } from '../stage.ts'
import { fixesInPlace, fixesOpen } from './fixes.ts'

/** What is ticked before leaving. The ids are stored. */
export const HANDOVER_CHECKS: readonly (readonly [id: string, text: string])[] = [
  ['panels-back', 'Panels and screws are back'],
  ['power-restored', 'Power is restored'],
  ['cooling-called', 'Cooling was called and seen to run'],
  ['heater-called', 'Heater was called and seen to run'],
  ['card-in-panel', 'Settings card is inside the panel'],
]

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
export function closingOf({ ledger, state, here, clock }: VisitView, nowIso: string): Closing {
  const today = clock.date(nowIso)
  const noted = ledger.filter(isNoted)
  const noReason = ledger.filter((row) => row.whyMissing)
  const unanswered = state.systems.flatMap((one) => fixesOpen(state, one.id, today))
  return {
    noted,
    unproved: noted.filter((row) => row.standing !== 'proved'),
    noReason,
    unanswered,
    checksLeft: HANDOVER_CHECKS.filter(([id]) => !here.checks[id]),
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
  standing({ here }) {
    const done = HANDOVER_CHECKS.filter(([id]) => here.checks[id]).length
    const of = HANDOVER_CHECKS.length
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
        empty: 'Nothing is open.',
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
