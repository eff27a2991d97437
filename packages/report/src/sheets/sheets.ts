import {
  CARD_PLACES,
  COOL_TAP_ROLE,
  damperLineOf,
  EMPTY,
  HEAT_TAP_ROLE,
  isNoted,
  PANEL_PLACES,
  type PlacedSection,
  type SheetBlock as PlainBlock,
  proofOf,
  RECORD_PLACES,
  rowFor,
  STAGES,
  seenAt,
  speaksSection,
  type VisitView,
  WEEK_PLACES,
} from '@ingle/bench'
import { STANDING_NOTE } from '@ingle/catalog'
import { PLACE_WORDS, tapName } from '@ingle/core'
import { PART_WORDS, type PartState } from '@ingle/record'
import { airLineScene } from '../drawing/airLine.ts'
import { damperLineScene } from '../drawing/damperLine.ts'
import { dayScene } from '../drawing/dayScene.ts'
import { meetingScene } from '../drawing/meeting.ts'
import { partLabels } from '../drawing/partLabels.ts'
import { signatureScene } from '../drawing/signature.ts'
import { wireMapScene } from '../drawing/wireMap.ts'
import { occupantSheet } from './occupantSheet.ts'
import type { OccupantLanguage } from './occupantWords.ts'
import type { Sheet, SheetBlock, SheetSection } from './sheet.ts'

/** One page for inside the panel: what it is, how it is left, how to change it safely. */
export function settingsCard(v: VisitView, crewName: string): Sheet {
  const { system, state, visit, picture, show, clock } = v
  const shown = coolingTry(v)
  const flow = shown?.flow
  return {
    title: system.name || 'System',
    subtitle: `Settings card · ${state.name} · ${visit.closedAt ? 'left' : 'visit not closed, as it stood'} ${clock.day(visit.closedAt ?? lastWritten(v))} · ${visit.by}`,
    facts: [
      ...identity(v),
      ['Flow', flow ? `${show('flow', flow.flowCfm)} ± ${show('flow', flow.plusMinusCfm)}${onTap(v, shown)}` : 'not measured'],
      [
        'Aim',
        picture.aimCfm === null
          ? 'no capacity known'
          : `${show('flow', picture.aimCfm)} ±${picture.input.rule.bandPct}%, “${picture.input.rule.name}”`,
      ],
      ...testsFact(v),
      [
        'External static',
        shown?.externalInWc == null
          ? 'not measured'
          : `${show('static', shown.externalInWc)}${onTap(v, shown)}, ${picture.input.blower?.ratedStaticInWc == null ? 'its rating not known' : `rated ${show('static', picture.input.blower.ratedStaticInWc)}`}`,
      ],
    ],
    sections: placed(v, CARD_PLACES, (one) => one.card),
    foot: `${crewName} · ${STANDING_NOTE}`,
  }
}

type Try = NonNullable<VisitView['picture']['current']>

/**
 * The try that says what cooling blows: the last one on the tap at which it was left; where nobody noted that, the last of
 * all, but none on a tap that is heating's alone. The aim on the card is cooling's.
 */
function coolingTry({ picture, ledger }: VisitView): Try | null {
  const at = (role: string) => rowFor(ledger, role)
  const taps = picture.input.blower?.table.taps ?? []
  const tapOf = (one: Try) => (one.input.tap === null ? undefined : taps[one.input.tap])
  const left = at(COOL_TAP_ROLE)?.left?.value
  const onLeft = left === undefined ? undefined : picture.tries.findLast((one) => one.flow !== null && tapOf(one) === left)
  if (onLeft) return onLeft
  const [cool, heat] = [seenAt(at(COOL_TAP_ROLE))?.value, seenAt(at(HEAT_TAP_ROLE))?.value]
  const isHeatsAlone = (one: Try) => heat !== undefined && heat !== cool && tapOf(one) === heat
  return picture.tries.findLast((one) => !isHeatsAlone(one)) ?? picture.current
}

/** A flow is that of the tap on which it was read. */
const onTap = ({ picture }: VisitView, one: Try | null): string => {
  const label = one?.input.tap == null ? undefined : picture.input.blower?.table.taps[one.input.tap]
  return label === undefined ? '' : ` on ${tapName(label)}`
}

/** The card has one page: how many tests passed stands on it, which in the record. */
function testsFact(v: VisitView): [string, string][] {
  const asked = proofOf(v).cases.filter((one) => one.standing !== 'untouched')
  const passed = asked.filter((one) => one.standing === 'passed').length
  return asked.length === 0
    ? []
    : [['Tests', passed === asked.length ? `all ${passed} passed` : `${passed} of ${asked.length} passed`]]
}

/** A sheet for the panel door of a rooftop unit, to be laminated: what hangs where, the line, the limits. */
export function panelSheet(v: VisitView, crewName: string): Sheet {
  const { system, state, visit, clock } = v
  return {
    title: system.name || 'Rooftop unit',
    subtitle: `Panel sheet · ${state.name} · ${visit.closedAt ? 'left' : 'visit not closed, as it stood'} ${clock.day(visit.closedAt ?? lastWritten(v))} · ${visit.by}`,
    facts: identity(v),
    sections: placed(v, PANEL_PLACES, (one) => one.panel),
    foot: `${crewName} · ${STANDING_NOTE}`,
  }
}

/** A card for the wall: the week, the days out of the usual, what to do by hand, in the words of those who live there. */
export function weekCard(v: VisitView, crewName: string): Sheet {
  const { system, state, visit, clock } = v
  return {
    title: `${system.name || 'System'}: times`,
    subtitle: `Card for the wall · ${state.name} · ${visit.closedAt ? 'left' : 'visit not closed, as it stood'} ${clock.day(visit.closedAt ?? lastWritten(v))}`,
    facts: identity(v).filter(([what]) => what === 'Serves' || what === 'Controller'),
    sections: placed(v, WEEK_PLACES, (one) => one.week),
    foot: crewName,
  }
}

/** The sheets by the name that their addresses have. */
export const SHEETS: Readonly<
  Record<
    'card' | 'record' | 'panel' | 'week' | 'occupant',
    (v: VisitView, crewName: string, language?: OccupantLanguage) => Sheet
  >
> = {
  card: settingsCard,
  record: fullRecord,
  panel: panelSheet,
  week: weekCard,
  occupant: occupantSheet,
}
export type SheetName = keyof typeof SHEETS
export const isSheet = (name: string | undefined): name is SheetName => name !== undefined && Object.hasOwn(SHEETS, name)

/** The whole visit: as found, tries with the chart, as left, proof, open items, cautions. */
export function fullRecord(v: VisitView, crewName: string): Sheet {
  const { state, system, visit, here, show, clock } = v
  return {
    title: `${state.name} · ${system.name || 'System'}`,
    subtitle: [
      `Record of visit ${visit.number}, ${clock.time(visit.startedAt)}`,
      visit.reason,
      visit.closedAt ? 'closed' : 'still open',
    ]
      .filter(Boolean)
      .join(' · '),
    facts: [
      ...identity(v),
      ['Place', state.place || EMPTY],
      ['Altitude', state.altitudeKnown ? show('altitude', state.altitudeFt) : 'not known, sea level taken'],
      ['Written by', visit.by],
      ['Complaint', here.complaint || 'none written down'],
      ...(here.complaint ? [['Its cause', here.cause || 'not said'] as [string, string]] : []),
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
  const sections = [...STAGES.flatMap((stage) => stage.sections(v)), speaksSection(v)]
  return places.flatMap((place) =>
    sections
      .filter((one) => placeOf(one) === place)
      .map(({ title, blocks }) => ({ title, blocks: blocks.flatMap((block) => drawn(v, block)) })),
  )
}

/** A picture is drawn here; one for which nothing is known yet is left out. */
function drawn(v: VisitView, block: PlainBlock): SheetBlock[] {
  if (block.kind === 'signature')
    return [{ kind: 'drawing', scene: signatureScene(block.strokes, block.caption), caption: block.caption }]
  if (block.kind !== 'picture') return [block]
  const scene =
    block.of === 'air-line'
      ? airLineScene(v.picture, partLabels(v.system), v.units, 720, 132)
      : block.of === 'wire-map'
        ? wireMapScene(v.wired.kind, v.wired.now, v.wired.findings, familiesAt(v), 640)
        : block.of === 'day'
          ? dayScene(v, 640, 240)
          : block.of === 'damper-line'
            ? lineScene(v)
            : meetingScene(v.picture, v.move, v.units, 520, 320)
  return scene ? [{ kind: 'drawing', scene, caption: block.caption }] : []
}

const lineScene = (v: VisitView) => {
  const line = damperLineOf(v)
  return line.ok ? damperLineScene(line.value, v.units, 640, 300) : null
}

/** What each strip of the terminal map belongs to. */
const familiesAt = ({ devices }: VisitView) => ({
  ...Object.fromEntries(
    devices.flatMap(({ place, profile }) =>
      place === 'controller' || place === 'equipment' ? [[place, profile.family] as const] : [],
    ),
  ),
})

/** Each part by its own plate; a device of which nobody wrote down the plate, by its family. */
function plates({ system, devices }: VisitView): [string, string][] {
  const noted = system.parts.filter((part) => part.maker || part.model || part.serial)
  const rows = noted.map((part): [string, string] => [
    part.name ? `${PART_WORDS[part.role]} ${part.name}` : PART_WORDS[part.role],
    [
      [part.maker, part.model].filter(Boolean).join(' '),
      part.serial && `serial ${part.serial}`,
      part.volts && `${part.volts} V`,
      part.amps && `${part.amps} A`,
      part.charge && `charge ${part.charge}`,
      part.firmware && `firmware ${part.firmware}`,
    ]
      .filter(Boolean)
      .join(', '),
  ])
  const unnoted = devices.filter(({ place }) => !noted.some((part) => PLACES_OF_PART[part.role]?.includes(place)))
  return [
    ...rows,
    ...unnoted.map(({ place, profile }): [string, string] => [
      PLACE_WORDS[place],
      `${profile.maker} ${profile.family}, plate not noted`,
    ]),
  ]
}

/** Where the devices hang that a part's plate belongs to. */
const PLACES_OF_PART: Partial<Record<PartState['role'], readonly string[]>> = {
  'air-handler': ['equipment'],
  'outdoor-unit': ['outdoor'],
  controller: ['controller'],
}

function identity(v: VisitView): [string, string][] {
  const { system, show } = v
  const all = plates(v)
  return [
    ...(all.length > 0 ? all : [['Equipment', 'not known'] as [string, string]]),
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
