import { CAUTIONS, cautionAt, STANDING_NOTE } from '@ingle/catalog'
import {
  type AirflowPicture,
  capital,
  findings,
  type NextMove,
  nextMove,
  type Show,
  sayBoth,
  sayMeaning,
  showIn,
  tapName,
  type UnitChoice,
  type Working,
  workings,
} from '@ingle/core'
import {
  devicesOf,
  equipmentOf,
  fixesInPlace,
  isNoted,
  type LedgerRow,
  ledgerOf,
  pictureOf,
  type SiteState,
  type SystemState,
  type SystemVisit,
  systemVisit,
  type VisitState,
} from '@ingle/record'
import { airLineScene } from '../drawing/airLine.ts'
import { meetingScene } from '../drawing/meeting.ts'
import { partLabels } from '../drawing/partLabels.ts'
import { instrumentSections, zoneSections } from './airSections.ts'
import { keysSections } from './keysSections.ts'
import type { Sheet, SheetSection } from './sheet.ts'

export interface SheetInput {
  state: SiteState
  system: SystemState
  visit: VisitState
  units: UnitChoice
  crewName: string
}

interface Desk extends SheetInput {
  here: SystemVisit
  picture: AirflowPicture
  move: NextMove
  /** Rows of which something is known; `whole` holds the others too. */
  ledger: LedgerRow[]
  whole: LedgerRow[]
  show: Show
}

function desk(input: SheetInput): Desk {
  const here = systemVisit(input.visit, input.system.id)
  const picture = pictureOf(input.state, input.system, input.visit)
  const show = showIn(input.units)
  const whole = ledgerOf(input.state, input.system, input.visit, picture)
  return {
    ...input,
    here,
    picture,
    show,
    move: nextMove(picture, show),
    ledger: whole.filter(isNoted),
    whole,
  }
}

const EMPTY = '—'
const localDay = (iso: string, timeZone: string) =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeZone: safeZone(timeZone) }).format(new Date(iso))
const localTime = (iso: string, timeZone: string) =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone: safeZone(timeZone) }).format(
    new Date(iso),
  )

/** A zone that this machine does not know must not keep a sheet from being printed. */
function safeZone(timeZone: string): string {
  try {
    new Intl.DateTimeFormat('en-GB', { timeZone })
    return timeZone
  } catch {
    return 'UTC'
  }
}

/** One page for inside the panel: what it is, how it is left, how to change it safely. */
export function settingsCard(input: SheetInput): Sheet {
  const d = desk(input)
  const flow = d.picture.current?.flow
  return {
    title: d.system.name || 'System',
    subtitle: `Settings card · ${d.state.name} · ${d.visit.closedAt ? 'left' : 'visit not closed, as it stood'} ${localDay(d.visit.closedAt ?? lastWritten(d), d.state.timeZone)} · ${d.visit.by}`,
    facts: [
      ...identity(d),
      ['Flow', flow ? `${d.show('flow', flow.flowCfm)} ± ${d.show('flow', flow.plusMinusCfm)}` : 'not measured'],
      [
        'Aim',
        d.picture.aimCfm === null
          ? 'no capacity known'
          : `${d.show('flow', d.picture.aimCfm)} ±${d.picture.input.rule.bandPct}%, “${d.picture.input.rule.name}”`,
      ],
      [
        'External static',
        d.picture.current?.externalInWc == null
          ? 'not measured'
          : `${d.show('static', d.picture.current.externalInWc)}, rated ${d.show('static', d.picture.input.blower?.ratedStaticInWc ?? 0)}`,
      ],
    ],
    sections: [
      {
        title: 'Left like this',
        blocks: [
          {
            kind: 'table',
            head: ['Setting', 'Left', 'Proof', 'Where and how'],
            rows: d.ledger.map((row) => [
              nameOf(row),
              row.left ? said(row, row.left.value) : row.found ? `${said(row, row.found.value)}, as found` : EMPTY,
              row.proof?.value ?? 'not proved',
              row.setting.access,
            ]),
            empty: 'No settings are known for this system yet.',
          },
        ],
      },
      openItems(d),
      ...keysSections(devicesOf(d.state, d.system, d.visit), d.whole),
      {
        title: 'Before you touch it',
        blocks: [
          ...devicesOf(d.state, d.system, d.visit)
            .flatMap((one) => one.profile.cautions)
            .map((text) => ({ kind: 'caution' as const, text })),
          { kind: 'caution', text: cautionAt('move-tap')?.text ?? '' },
        ],
      },
    ],
    foot: `${d.crewName} · ${STANDING_NOTE}`,
  }
}

/** The whole visit: as found, tries with the chart, as left, proof, open items, cautions. */
export function fullRecord(input: SheetInput): Sheet {
  const d = desk(input)
  const meeting = meetingScene(d.picture, d.move, d.units, 520, 320)
  return {
    title: `${d.state.name} · ${d.system.name || 'System'}`,
    subtitle: `Record of visit ${d.visit.number}, ${localTime(d.visit.startedAt, d.state.timeZone)} · ${d.visit.reason} · ${d.visit.closedAt ? 'closed' : 'still open'}`,
    facts: [
      ...identity(d),
      ['Place', d.state.place || EMPTY],
      ['Altitude', d.state.altitudeKnown ? d.show('altitude', d.state.altitudeFt) : 'not known, sea level taken'],
      ['Written by', d.visit.by],
      ['Complaint', d.here.complaint || 'none written down'],
    ],
    sections: [
      {
        title: 'Condition',
        blocks: [
          {
            kind: 'lines',
            lines: d.here.notes.map(
              (note) =>
                `${note.standing === 'watch' ? 'Watch: ' : ''}${note.text} (${note.by}, ${localTime(note.at, d.state.timeZone)})`,
            ),
            empty: 'No condition notes.',
          },
          {
            kind: 'photos',
            photos: [
              ...d.here.notes.map((note) => ({ photos: note.photos, caption: note.text })),
              ...fixesInPlace(d.state, d.system.id).map((fix) => ({ photos: fix.photos, caption: `Temporary: ${fix.what}` })),
            ].flatMap(({ photos, caption }) => photos.map((photo) => ({ id: photo.id, caption }))),
          },
        ],
      },
      ledgerSection(d, 'As found', ['Setting', 'Found', 'By'], (row) => [
        nameOf(row),
        row.found ? said(row, row.found.value) : 'not looked at',
        row.found ? `${row.found.by}, ${localTime(row.found.at, d.state.timeZone)}` : EMPTY,
      ]),
      {
        title: 'Static along the air path',
        blocks: [{ kind: 'drawing', scene: airLineScene(d.picture, partLabels(d.system), d.units, 720, 132), caption: '' }],
      },
      {
        title: 'Tries',
        blocks: [
          {
            kind: 'table',
            head: ['Try', 'Tap', 'Filter', 'Static', 'Flow', 'Split', 'What it showed'],
            rows: d.picture.tries.map((one) => [
              String(one.input.number),
              `${tapName(one.input.tapLabel)}${one.input.adjustPct ? ` ${one.input.adjustPct}%` : ''}`,
              one.input.filter === 'clean' ? 'clean' : 'as found',
              one.externalInWc === null ? EMPTY : d.show('static', one.externalInWc),
              one.flow ? d.show('flow', one.flow.flowCfm) : EMPTY,
              one.splitF === null ? EMPTY : d.show('temperatureDifference', one.splitF),
              one.input.heard ?? EMPTY,
            ]),
            figures: [0, 3, 4, 5],
            empty: 'No tries yet.',
          },
          ...(meeting ? [{ kind: 'drawing' as const, scene: meeting, caption: 'Where the blower and this duct meet' }] : []),
        ],
      },
      ...instrumentSections(d.here),
      ...zoneSections(d.system, d.here, d.picture, d.whole, d.show),
      ledgerSection(d, 'As left', ['Setting', 'Aim', 'Left', 'Why'], (row) => [
        nameOf(row),
        aimOf(row),
        row.left ? said(row, row.left.value) : 'not set',
        row.left?.why ?? EMPTY,
      ]),
      ledgerSection(d, 'Proof', ['Setting', 'Proof', 'By'], (row) => [
        nameOf(row),
        row.proof?.value ?? 'not proved',
        row.proof ? `${row.proof.by}, ${localTime(row.proof.at, d.state.timeZone)}` : EMPTY,
      ]),
      {
        title: 'Findings and decisions',
        blocks: [
          {
            kind: 'lines',
            lines: findings(d.picture, d.show).map((one) => `${one.text} ${one.remedy}`),
            empty: 'Nothing in the readings speaks against what was left.',
          },
          {
            kind: 'lines',
            lines: [
              `Advice as it stands: ${d.move.headline} ${d.move.because}`,
              ...d.here.overrides.map(
                (one) => `Decided otherwise by ${one.by}: ${one.chose} Advice was: ${one.advised} Because: ${one.reason}`,
              ),
            ],
            empty: '',
          },
        ],
      },
      openItems(d),
      {
        title: 'How it was worked out',
        blocks: [
          {
            kind: 'table',
            head: ['', 'Formula', 'Source'],
            rows: workings(d.picture).map((one) => [one.label, one.formula, sourceText(one)]),
            empty: 'Nothing worked out yet.',
          },
        ],
      },
      {
        title: 'Cautions',
        blocks: [
          ...CAUTIONS.map((one) => ({ kind: 'caution' as const, text: one.text })),
          ...devicesOf(d.state, d.system, d.visit)
            .flatMap((one) => one.profile.cautions)
            .map((text) => ({ kind: 'caution' as const, text })),
        ],
      },
    ],
    foot: `${d.crewName} · ${STANDING_NOTE}`,
  }
}

/** The device's own word and code: the sheet is read beside the device. */
const nameOf = ({ setting }: LedgerRow) => (setting.code ? `${setting.label} · ${setting.code}` : setting.label)

/** What a value means, and in brackets what the device shows for it. */
function said(row: LedgerRow, value: string): string {
  const { means, shows } = sayBoth(row.setting, value)
  return shows === null ? means : `${means} (${shows})`
}

function aimOf(row: LedgerRow): string {
  if (!row.aim) return 'no aim'
  const aim =
    row.aim.value === null ? `${sayMeaning(row.setting, row.aim.meaning)}, not on this device` : said(row, row.aim.value)
  return `${aim}: ${row.aim.why}`
}

const sourceText = (one: Working) => (one.note ? `${one.source} ${one.note}` : one.source)

function identity(d: Desk): [string, string][] {
  const handler = d.system.parts.find((part) => part.role === 'air-handler')
  const equipment = equipmentOf(d.state, d.system, d.visit)
  return [
    [
      'Equipment',
      equipment ? `${equipment.maker} ${equipment.family}${handler?.serial ? `, ${handler.serial}` : ''}` : 'not known',
    ],
    ['Serves', d.system.serves || EMPTY],
    ['Capacity', d.system.capacityTons === null ? 'not known' : d.show('capacity', d.system.capacityTons)],
    ['Heater', d.system.heaterKw === null ? 'not known' : d.system.heaterKw === 0 ? 'none' : d.show('power', d.system.heaterKw)],
  ]
}

const lastWritten = (d: Desk): string =>
  [
    d.visit.startedAt,
    ...d.ledger.flatMap((row) => [row.left?.at ?? '', row.proof?.at ?? '']),
    ...d.here.tries.map((one) => one.at),
  ].reduce((a, b) => (b > a ? b : a))

function ledgerSection(d: Desk, title: string, head: string[], row: (one: LedgerRow) => string[]): SheetSection {
  return {
    title,
    blocks: [{ kind: 'table', head, rows: d.ledger.map(row), empty: 'No settings are known for this system yet.' }],
  }
}

function openItems(d: Desk): SheetSection {
  const items = d.state.items.filter((one) => one.systemId === d.system.id && !one.closed)
  const fixes = fixesInPlace(d.state, d.system.id)
  return {
    title: 'Still open',
    blocks: [
      {
        kind: 'lines',
        lines: [
          ...fixes.map(
            (one) =>
              `Temporary: ${one.what} instead of ${one.instead}. It cannot ${one.cannot}. To undo it: ${one.undo}.${one.handedOn ? ` ${one.handedOn.to} answers for it until ${one.handedOn.until}.` : ''}`,
          ),
          ...items.map((one) => `${capital(one.text)} (${one.by}, ${localDay(one.openedAt, d.state.timeZone)})`),
        ],
        empty: 'Nothing is open.',
      },
    ],
  }
}
