import { cautionAt } from '@ingle/catalog'
import { capital } from '@ingle/core'
import type { PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage } from '../stage.ts'
import { fixesInPlace } from './fixes.ts'
import { handOverOf } from './list.ts'

/** What is still to do on this system. */
export const openItemsOf = ({ state, system }: VisitView) =>
  state.items.filter((one) => one.systemId === system.id && !one.closed)

/** Checks, temporary fixes, open items, the sheets, and closing the visit. */
export const handOver = stage({
  id: 'hand-over',
  applies: () => true,
  standing(v) {
    // The day of the visit: how far it is does not change by itself.
    const all = handOverOf(v, v.clock.date(v.visit.closedAt ?? v.visit.startedAt))
    const done = all.filter((one) => one.standing === 'done' || one.explained).length
    return { done, of: all.length, mark: done === all.length ? 'proved' : done > 0 ? 'found' : 'not-looked-at' }
  },
  sources: [],
  findings: () => [],
  sections: (v) => [openItems(v), ...leftOpen(v), ...signed(v), beforeYouTouchIt(v)],
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
          ...openItemsOf(v).map(
            (one) =>
              `${capital(one.text)} (${one.by}, ${clock.day(one.openedAt)}${one.handedOn ? `; ${one.handedOn.to} until ${one.handedOn.until}` : ''})`,
          ),
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

/** What a visit was closed over, and who answers for it. */
function leftOpen({ visit, system }: VisitView): PlacedSection[] {
  const { closing } = visit
  const mine = closing?.open.filter((one) => one.id.startsWith(system.id)) ?? []
  if (!closing || mine.length === 0) return []
  return [
    {
      title: `Handed over with these open: ${closing.owner} answers for them until ${closing.until}`,
      card: 'open',
      record: 'open',
      blocks: [{ kind: 'lines', lines: mine.map((one) => one.says), empty: '' }],
    },
  ]
}

const AS = { technician: 'Technician', customer: 'Customer' } as const

function signed({ visit, clock }: VisitView): PlacedSection[] {
  if (visit.signed.length === 0) return []
  return [
    {
      title: 'Signed',
      record: 'signed',
      blocks: visit.signed.map((one) => ({
        kind: 'signature' as const,
        strokes: one.strokes,
        caption: `${AS[one.as]}: ${one.name}, ${clock.time(one.at)}`,
      })),
    },
  ]
}
