import {
  CARD_PLACES,
  EMPTY,
  equipmentIn,
  isNoted,
  type PlacedSection,
  type SheetBlock as PlainBlock,
  RECORD_PLACES,
  STAGES,
  type VisitView,
} from '@ingle/bench'
import { STANDING_NOTE } from '@ingle/catalog'
import { airLineScene } from '../drawing/airLine.ts'
import { meetingScene } from '../drawing/meeting.ts'
import { partLabels } from '../drawing/partLabels.ts'
import type { Sheet, SheetBlock, SheetSection } from './sheet.ts'

/** One page for inside the panel: what it is, how it is left, how to change it safely. */
export function settingsCard(v: VisitView, crewName: string): Sheet {
  const { system, state, visit, picture, show, clock } = v
  const flow = picture.current?.flow
  return {
    title: system.name || 'System',
    subtitle: `Settings card · ${state.name} · ${visit.closedAt ? 'left' : 'visit not closed, as it stood'} ${clock.day(visit.closedAt ?? lastWritten(v))} · ${visit.by}`,
    facts: [
      ...identity(v),
      ['Flow', flow ? `${show('flow', flow.flowCfm)} ± ${show('flow', flow.plusMinusCfm)}` : 'not measured'],
      [
        'Aim',
        picture.aimCfm === null
          ? 'no capacity known'
          : `${show('flow', picture.aimCfm)} ±${picture.input.rule.bandPct}%, “${picture.input.rule.name}”`,
      ],
      [
        'External static',
        picture.current?.externalInWc == null
          ? 'not measured'
          : `${show('static', picture.current.externalInWc)}, rated ${show('static', picture.input.blower?.ratedStaticInWc ?? 0)}`,
      ],
    ],
    sections: placed(v, CARD_PLACES, (one) => one.card),
    foot: `${crewName} · ${STANDING_NOTE}`,
  }
}

/** The whole visit: as found, tries with the chart, as left, proof, open items, cautions. */
export function fullRecord(v: VisitView, crewName: string): Sheet {
  const { state, system, visit, here, show, clock } = v
  return {
    title: `${state.name} · ${system.name || 'System'}`,
    subtitle: `Record of visit ${visit.number}, ${clock.time(visit.startedAt)} · ${visit.reason} · ${visit.closedAt ? 'closed' : 'still open'}`,
    facts: [
      ...identity(v),
      ['Place', state.place || EMPTY],
      ['Altitude', state.altitudeKnown ? show('altitude', state.altitudeFt) : 'not known, sea level taken'],
      ['Written by', visit.by],
      ['Complaint', here.complaint || 'none written down'],
    ],
    sections: placed(v, RECORD_PLACES, (one) => one.record),
    foot: `${crewName} · ${STANDING_NOTE}`,
  }
}

/** What every stage puts on a sheet, in the sheet's own order; at one place in the order of the stages. */
function placed<P extends string>(
  v: VisitView,
  places: readonly P[],
  placeOf: (one: PlacedSection) => P | undefined,
): SheetSection[] {
  const sections = STAGES.flatMap((stage) => stage.sections(v))
  return places.flatMap((place) =>
    sections
      .filter((one) => placeOf(one) === place)
      .map(({ title, blocks }) => ({ title, blocks: blocks.flatMap((block) => drawn(v, block)) })),
  )
}

/** A picture is drawn here; one for which nothing is known yet is left out. */
function drawn(v: VisitView, block: PlainBlock): SheetBlock[] {
  if (block.kind !== 'picture') return [block]
  const scene =
    block.of === 'air-line'
      ? airLineScene(v.picture, partLabels(v.system), v.units, 720, 132)
      : meetingScene(v.picture, v.move, v.units, 520, 320)
  return scene ? [{ kind: 'drawing', scene, caption: block.caption }] : []
}

function identity({ system, devices, show }: VisitView): [string, string][] {
  const handler = system.parts.find((part) => part.role === 'air-handler')
  const equipment = equipmentIn(devices)
  return [
    [
      'Equipment',
      equipment ? `${equipment.maker} ${equipment.family}${handler?.serial ? `, ${handler.serial}` : ''}` : 'not known',
    ],
    ['Serves', system.serves || EMPTY],
    ['Capacity', system.capacityTons === null ? 'not known' : show('capacity', system.capacityTons)],
    ['Heater', system.heaterKw === null ? 'not known' : system.heaterKw === 0 ? 'none' : show('power', system.heaterKw)],
  ]
}

const lastWritten = ({ visit, ledger, here }: VisitView): string =>
  [
    visit.startedAt,
    ...ledger.filter(isNoted).flatMap((row) => [row.left?.at ?? '', row.proof?.at ?? '']),
    ...here.tries.map((one) => one.at),
  ].reduce((a, b) => (b > a ? b : a))
