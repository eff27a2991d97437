import { CHANGEOVERS, resultSaid, said, sayBoth } from '@ingle/core'
import { found as finding } from '../../findingWords.ts'
import { isNoted, settled, standingOfAll } from '../../ledger/ledger.ts'
import { STANDS_WORDS, standsAt } from '../../ledger/standsAt.ts'
import { refuse } from '../../refusals.ts'
import { EMPTY, type PlacedSection } from '../../sheet.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage } from '../stage.ts'
import { sayHours } from '../times/hoursInUse.ts'
import { changeoverOf } from './changeover.ts'
import { WAY_WORDS } from './damperPoints.ts'
import { dcvOf } from './dcv.ts'
import { faultsOf, strokeOf } from './faults.ts'
import { damperLineOf, lineFinding, lineSaid, nextToTest, pointTrouble, worstSaid } from './line.ts'
import { needOf } from './need.ts'
import { sayPoint, stripOf } from './points.ts'
import { hoursApart, isRoof } from './roof.ts'

/** Stored with every aim that was taken from here: renaming it makes old ones stand for good. */
export const LINE_SOURCE = 'Damper line'
export const CHANGEOVER_SOURCE = 'Free cooling'

const rowsOf = (v: VisitView) => v.ledger.filter((row) => row.id.startsWith('freshair.'))

/** Outdoor air of a rooftop unit: how much, by which damper, when it cools, and what stops it. */
export const freshAir = stage({
  id: 'fresh-air',
  applies: (v) => isRoof(v) || refuse('no-rooftop'),
  standing(v) {
    const rows = rowsOf(v).filter(isNoted)
    return {
      done: settled(rows),
      of: isRoof(v) ? rows.length : 0,
      mark: standingOfAll(rows, v.here.damperPoints.length + v.here.roofReadings.length > 0),
    }
  },
  sources: [
    {
      source: LINE_SOURCE,
      aims: (v) => {
        const line = damperLineOf(v)
        return line.ok ? line.value.aims : []
      },
    },
    { source: CHANGEOVER_SOURCE, aims: (v) => changeoverOf(v).aims },
  ],
  findings: (v) => {
    if (!isRoof(v)) return []
    const line = damperLineOf(v)
    const off = line.ok ? lineFinding(v, line.value) : null
    const last = faultsOf(v).at(-1)
    const stroke = strokeOf(v)
    const hours = hoursApart(v)
    return [
      ...(hours
        ? [{ id: 'hours-apart', ...finding('hours-apart', { here: sayHours(hours.here), week: sayHours(hours.week) }) }]
        : []),
      ...(off ? [off] : []),
      ...(last?.faults ?? []).map((one) => ({ id: `fault-${one.id}`, says: one.says, mend: one.mend })),
      ...(stroke && stroke.verdict !== 'pass' ? [{ id: 'stroke', says: stroke.says, mend: stroke.mend }] : []),
      ...stripOf(v).faults.map((one, i) => ({ id: `point-${i}`, says: one.says, mend: one.mend })),
      ...(line.ok
        ? line.value.points.filter((one) => !one.counts).map((one) => ({ id: `damper-${one.state.id}`, ...pointTrouble(v, one) }))
        : []),
    ]
  },
  sections,
  readings: ['damper.point', 'roof.reading', 'stroke.reading', 'roof.point.read'],
  jot: ['fan', 'unit'],
  wanted: (v) => {
    if (!isRoof(v)) return []
    const line = damperLineOf(v)
    const slot = line.ok ? nextToTest(line.value.aim.slots) : null
    return slot ? [`fan ${slot.speedPct} damper ${Math.round(slot.positionPct)} oa`] : []
  },
})

/** Everything for the panel door: need, points, line, changeover, what hangs where. */
function sections(v: VisitView): PlacedSection[] {
  if (!isRoof(v)) return []
  return [...needed(v), ...lined(v), ...changed(v), ...wired(v), ...seen(v), leftAs(v)]
}

function needed(v: VisitView): PlacedSection[] {
  const need = needOf(v)
  if (!need.ok) return []
  const { spaces, cfm, workings, mostCfm } = need.value
  return [
    {
      title: 'Outdoor air needed',
      record: 'worked-out',
      blocks: [
        {
          kind: 'table',
          head: ['Space', 'People Pz', 'Floor Az', 'Rp', 'Ra', 'Ez', 'Rates by', 'Outdoor air Voz'],
          rows: spaces.map(({ space, from, zoneCfm }) => [
            space.name,
            String(space.people),
            v.show('floorArea', space.areaFt2),
            v.show('flow', space.perPersonCfm),
            v.show('airRate', space.perAreaCfmFt2),
            String(space.effectiveness),
            from,
            v.show('flow', zoneCfm),
          ]),
          figures: [1, 2, 3, 4, 5, 7],
          empty: 'No spaces.',
        },
        {
          kind: 'lines',
          lines: [
            `Needed: ${v.show('flow', cfm)}; up to ${v.show('flow', mostCfm)} is called right.`,
            ...workings.map((one) => `${one.label}: ${one.formula} → ${resultSaid(one, v.units)} (${one.source})`),
          ],
          empty: '',
        },
      ],
    },
  ]
}

function lined(v: VisitView): PlacedSection[] {
  const line = damperLineOf(v)
  if (!line.ok)
    return v.here.damperPoints.length === 0
      ? []
      : [{ title: 'Damper line', record: 'measured', blocks: [{ kind: 'lines', lines: [said(line, v.show).reason], empty: '' }] }]
  const { points, aim, found } = line.value
  return [
    {
      title: 'Damper line',
      panel: 'line',
      record: 'measured',
      blocks: [
        { kind: 'picture', of: 'damper-line', caption: lineSaid(v, line.value).headline },
        {
          kind: 'table',
          head: ['Fan', 'Damper', 'By', 'Outdoor air', 'Give or take', ''],
          rows: points.map((one) => [
            `${one.state.speedPct}%`,
            `${one.state.positionPct}%`,
            WAY_WORDS[one.state.way],
            one.outdoorCfm === null ? EMPTY : v.show('flow', one.outdoorCfm),
            one.errorCfm === null ? EMPTY : v.show('flow', one.errorCfm),
            one.counts ? '' : 'does not count',
          ]),
          figures: [0, 1, 3, 4],
          empty: 'No point was measured.',
        },
        {
          kind: 'table',
          head: ['Place on the device', 'Fan', 'Least damper', 'Brings', ''],
          rows: aim.slots.map((one) => [
            [one.slot.row.setting.code, one.slot.row.setting.label].filter(Boolean).join(' '),
            `${one.speedPct}%`,
            `${Math.round(one.positionPct * 10) / 10}%`,
            v.show('flow', one.provedBy?.outdoorCfm ?? one.outdoorCfm),
            one.provedBy ? 'measured' : 'foretold',
          ]),
          figures: [1, 2, 3],
          empty: 'Its device takes no least position.',
        },
        {
          kind: 'lines',
          lines: [...(found ? [`As found: ${worstSaid(v, found.check)}.`] : []), `As aimed: ${worstSaid(v, aim.check)}.`],
          empty: '',
        },
      ],
    },
  ]
}

function changed(v: VisitView): PlacedSection[] {
  const { now, wanted, zone, edition, isSeen } = changeoverOf(v)
  const rule = (one: typeof now) =>
    `${CHANGEOVERS[one.kind]}${one.limitF === null || one.kind === 'differential-dry-bulb' ? '' : ` up to ${v.show('temperature', one.limitF)}`}`
  const dcv = dcvOf(v)
  return [
    {
      title: 'Free cooling',
      panel: 'limits',
      record: 'worked-out',
      blocks: [
        {
          kind: 'lines',
          lines: [
            `Economizer changeover: ${rule(now)}${isSeen ? '' : ' (as shipped, nobody looked)'}.`,
            zone ? `Zone ${zone}: ${rule(wanted)} (${edition}).` : 'The climate zone is not known.',
            ...(dcv.ok
              ? [
                  `CO₂ control from ${dcv.value.fromPpm}${dcv.value.isRange ? ` to ${dcv.value.toPpm}` : ''} ppm, never under ${v.show('flow', dcv.value.areaCfm)}.`,
                ]
              : []),
          ],
          empty: '',
        },
      ],
    },
  ]
}

function wired(v: VisitView): PlacedSection[] {
  const strip = stripOf(v)
  const fitted = strip.points.filter((one) => one.fitted)
  if (fitted.length === 0) return []
  const order = new Map(strip.terminals.map((one, i) => [one.id, i] as const))
  const rows = [...fitted].sort((a, b) => (order.get(a.terminal ?? '') ?? 99) - (order.get(b.terminal ?? '') ?? 99))
  return [
    {
      title: `Inputs and outputs${strip.device ? `, ${strip.device}` : ''}`,
      panel: 'points',
      record: 'wiring',
      blocks: [
        {
          kind: 'table',
          head: ['Terminal', 'Carries', 'Signal', 'Read', 'Broken wire reads', ''],
          rows: rows.map((one) => [
            one.terminal ?? EMPTY,
            one.label,
            one.signalSays || EMPTY,
            one.read?.state.shown !== undefined
              ? sayPoint(one.id, one.read.state.shown, v.show)
              : one.read?.value != null
                ? sayPoint(one.id, one.read.value, v.show)
                : EMPTY,
            one.broken || EMPTY,
            one.isSafety ? (one.proved ? 'tripped: stopped' : 'not tripped') : one.proved ? 'called: worked' : '',
          ]),
          empty: '',
        },
        {
          kind: 'lines',
          lines: strip.faults.map((one) => `${one.says} ${one.mend}`),
          empty: 'No terminal carries two things, and nothing is missing.',
        },
        { kind: 'caution', text: 'Smoke, freeze, high limit and float are tested by tripping them, never bridged.' },
      ],
    },
  ]
}

/** Every setting of fresh air as it is left, in the device's own words; with the cautions of the roof. */
function leftAs(v: VisitView): PlacedSection {
  return {
    title: 'Settings as left',
    panel: 'settings',
    blocks: [
      {
        kind: 'table',
        head: ['Code', 'Setting', 'Stands at', 'Means', ''],
        rows: rowsOf(v).map((row) => {
          const stands = standsAt(row)
          return [
            row.setting.code ?? EMPTY,
            row.setting.label,
            stands ? (sayBoth(row.setting, stands.value, v.units).shows ?? stands.value) : EMPTY,
            stands ? sayBoth(row.setting, stands.value, v.units).means : EMPTY,
            STANDS_WORDS[stands?.from ?? 'none'],
          ]
        }),
        empty: 'Nothing was set.',
      },
      ...v.devices.flatMap(({ profile }) => profile.cautions.map((text) => ({ kind: 'caution' as const, text }))),
    ],
  }
}

function seen(v: VisitView): PlacedSection[] {
  const stroke = strokeOf(v)
  if (v.here.roofReadings.length === 0 && !stroke) return []
  return [
    {
      title: 'Economizer, as it ran',
      record: 'proof',
      blocks: [
        {
          kind: 'lines',
          lines: [
            ...faultsOf(v).map(
              ({ reading, faults, sharePct }) =>
                `${v.clock.time(reading.at)}: damper ${reading.commandPct}%${sharePct === null ? '' : `, outdoor share ${Math.round(sharePct)}%`}: ${faults.length === 0 ? 'nothing speaks against it' : faults.map((one) => one.says).join(' ')}`,
            ),
            ...(stroke ? [`Stroke test: ${stroke.says} ${stroke.mend}`.trim()] : []),
          ],
          empty: '',
        },
      ],
    },
  ]
}
