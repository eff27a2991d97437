import { capital, meaningAs, meaningOf, numbersOffered, type Place, roleLabel, sayMeaning } from '@ingle/core'
import { isNoted, type LedgerRow, settled, standingOfAll } from '../../ledger/ledger.ts'
import { seenAt, standsAt } from '../../ledger/standsAt.ts'
import { EMPTY, type PlacedSection } from '../../sheet.ts'
import { givenAims } from '../../visit/devices.ts'
import type { VisitView } from '../../visit/visitView.ts'
import { stage } from '../stage.ts'
import { type Around, type RunDay, type Runnable, roomSystemOf, weatherOf } from './roomSystem.ts'
import { sensorAdvice } from './sensorAdvice.ts'
import type { Stand } from './stands.ts'

/** Stored with every aim that was taken from a try: renaming it makes old ones no comfort aims. */
export const COMFORT_SOURCE = 'Comfort'

/** What the run answers to. */
const COMFORT_ROLES = [
  'sensor.source',
  'sensor.trim',
  'fan.satisfied.heat',
  'fan.satisfied.cool',
  'fan.mode',
  'fan.circulate',
  'setpoint.heat',
  'setpoint.cool',
  'control.differential',
  'control.cycle-rate',
  'control.tightness',
  'control.changeover',
  'control.changeover-band',
  'control.dehumidify',
  'humidity.target',
  'humidity.overcool',
  'control.aux-lockout',
  'control.aux-droop',
  'control.aux-delay',
  'control.balance-point',
  'control.compressor-lockout',
  'control.emergency-heat',
  'control.stage-gap',
  'control.stage-delay',
  'defrost.mode',
  'defrost.interval',
  'control.second-stage',
  'control.upstage-time',
  'control.min-on',
  'control.min-off',
  'fan.wait-for-warm',
  'fan.delay.on.heat',
  'fan.delay.off.heat',
  'fan.delay.on.cool',
  'fan.delay.off.cool',
] as const
const ANSWERS = new Set<string>(COMFORT_ROLES)
/** A dial with more steps than this is moved, not tapped. */
const MOST_CHOICES = 8

/** How the room feels: where it is read, how it is held, what the fan does. Tried on a simulated room. */
export const comfort = stage({
  id: 'comfort',
  applies: () => true,
  standing(v) {
    const rows = comfortRows(v.ledger).filter(isNoted)
    return { done: settled(rows), of: rows.length, mark: standingOfAll(rows, v.here.sensorPairs.length > 0) }
  },
  sources: [],
  findings: (v) => sensorAdvice(v).flatMap((one) => (one.finding ? [{ id: one.finding.code, ...one.finding }] : [])),
  sections: (v) => [...sensed(v), ...aimed(v)],
  readings: ['sensor.pair'],
  jot: ['wall', 'sensor'],
  wanted: () => [],
})

/** The rows of the ledger that the run answers to. */
export const comfortRows = (ledger: readonly LedgerRow[]): LedgerRow[] => ledger.filter((row) => ANSWERS.has(row.id))

/** One setting of this device that the run answers to, with only what the device offers. */
export interface ComfortControl {
  row: LedgerRow
  label: string
  place: Place
  /** In the language of roles; few enough to tap. */
  choices: { meaning: string; says: string }[]
  found: string | null
  aim: string | null
}

const foundOf = (row: LedgerRow): string | null => standsAt({ ...row, left: null })?.meaning ?? null
const leftOf = (row: LedgerRow): string | null => standsAt(row)?.meaning ?? null

/** How a role stands over the whole ledger, by one way of asking a row. */
const standBy =
  (rows: readonly LedgerRow[], of: (row: LedgerRow) => string | null): Stand =>
  (role) => {
    for (const row of rows)
      if (row.id === role) {
        const meaning = of(row)
        if (meaning !== null) return meaningAs(role, meaning)
      }
    return null
  }
/** What the device would be left at: of an aim between two of its steps the nearer one. */
const aimOf = (row: LedgerRow): string | null => (row.aim?.value ? meaningOf(row.setting, row.aim.value) : null)
const aimOrLeft = (row: LedgerRow) => aimOf(row) ?? leftOf(row)

/** As it stands: left, else found, else shipped. */
export const comfortStand = ({ ledger }: Pick<VisitView, 'ledger'>): Stand => standBy(ledger, leftOf)
/** As somebody saw it: what it is shipped with is not taken for granted. */
export const seenStand = ({ ledger }: Pick<VisitView, 'ledger'>): Stand => standBy(ledger, (row) => seenAt(row)?.meaning ?? null)
/** As it is aimed at. */
export const aimedStand = ({ ledger }: Pick<VisitView, 'ledger'>): Stand => standBy(ledger, aimOrLeft)

/** A meaning as this reader counts: degrees in theirs, all else as the role says it. */
function spoken({ setting, role }: LedgerRow, meaning: string, { show, units }: Pick<VisitView, 'show' | 'units'>): string {
  const unit = role?.values.kind === 'number' ? role.values.unit : null
  const value = Number(meaning)
  if (meaning.trim() === '' || !Number.isFinite(value)) return sayMeaning(setting, meaning, units)
  if (unit === 'F') return show('temperature', value)
  return unit === 'dF' ? show('temperatureDifference', value) : sayMeaning(setting, meaning, units)
}

export function comfortControls({ ledger, show, units }: Pick<VisitView, 'ledger' | 'show' | 'units'>): ComfortControl[] {
  return comfortRows(ledger).map((row) => {
    const offered = row.setting.range
      ? thinned(numbersOffered(row.setting), Number(foundOf(row) ?? Number.NaN)).map((one) => String(Number(one.toFixed(4))))
      : [...new Set(row.setting.values.map((value) => standsAt({ ...row, left: { value } as never })?.meaning ?? value))]
    const aim = aimOf(row)
    const all = [...new Set([...offered, ...[foundOf(row), aim].filter((one) => one !== null)])]
    return {
      row,
      label: capital(roleLabel(row.id)),
      place: row.place,
      choices: sorted(all).map((meaning) => ({ meaning, says: spoken(row, meaning, { show, units }) })),
      found: foundOf(row),
      aim,
    }
  })
}

const sorted = (all: readonly string[]): string[] =>
  all.every((one) => Number.isFinite(Number(one))) ? [...all].sort((a, b) => Number(a) - Number(b)) : [...all]

/** Of a long row of numbers those around where it stands, and the ends. */
function thinned(all: readonly number[], at: number): number[] {
  if (all.length <= MOST_CHOICES) return [...all]
  const middle = Number.isFinite(at) ? at : (all[Math.floor(all.length / 2)] as number)
  const near = [...all].sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle)).slice(0, MOST_CHOICES - 2)
  return [...new Set([all[0] as number, ...near, all.at(-1) as number])].sort((a, b) => a - b)
}

/** A trim moves the reading from where it was found: what was read beside a reference has that trim in it. */
export const trimThenF = ({ ledger }: Pick<VisitView, 'ledger'>): number =>
  Number(standBy(ledger, foundOf)('sensor.trim') ?? 0) || 0

/** What of a run counts in its mode, as text to be compared. */
function tellsIn(run: Runnable | null): string {
  if (!run) return ''
  const { controller, ...others } = run.system
  const { setHeatF, setCoolF, fanHeat, fanCool, drying, ...rest } = controller
  const heats = controller.mode !== 'cool' && { setHeatF, fanHeat }
  const cools = controller.mode !== 'heat' && { setCoolF, fanCool, drying }
  const { changeoverMin, changeoverMarginF, gainPerF, integralMin, maxRatePerH, ...always } = rest
  const leans = (always.rule === 'cycle-rate' || always.rule === 'proportional-integral') && {
    gainPerF,
    integralMin,
    maxRatePerH,
  }
  const auto = controller.mode === 'auto' && { changeoverMin, changeoverMarginF }
  return JSON.stringify({ others, always, leans, heats, cools, auto })
}

/** The keys of controls that change anything on such a day: some say nothing in heating, or beside another setting. */
export function telling(v: VisitView, around: Around, controls: readonly ComfortControl[]): ReadonlySet<string> {
  const rows = comfortRows(v.ledger)
  const trimF = trimThenF(v)
  const systemWith = (key: string, meaning: string) =>
    tellsIn(
      roomSystemOf(
        v,
        standBy(rows, (row) => (row.key === key ? meaning : aimOrLeft(row))),
        around,
        trimF,
      ),
    )
  return new Set(
    controls
      .filter(({ row, choices }) => new Set(choices.map(({ meaning }) => systemWith(row.key, meaning))).size > 1)
      .map(({ row }) => row.key),
  )
}

/** The three runs: as found, as aimed at, and as this try has it. */
export interface ComfortRuns {
  found: Runnable
  aim: Runnable
  tried: Runnable
}

/**
 * @param picks what the try has otherwise than the aim, by row
 */
export function comfortRuns(
  v: VisitView,
  around: Around,
  picks: Readonly<Record<string, string>>,
  gapInTry: boolean,
): ComfortRuns | null {
  const rows = comfortRows(v.ledger)
  const standing = (of: (row: LedgerRow) => string | null) => standBy(rows, of)
  const trimF = trimThenF(v)
  const found = roomSystemOf(v, standing(foundOf), around, trimF)
  const aim = roomSystemOf(v, standing(aimOrLeft), around, trimF)
  const tried = roomSystemOf(
    v,
    standing((row) => picks[row.key] ?? aimOrLeft(row)),
    { ...around, isGapOpen: gapInTry },
    trimF,
  )
  return found && aim && tried ? { found, aim, tried } : null
}

/** The day that comfort's aims are drawn on: that of the complaint where one was kept. */
export const dayOnPaper = (v: Pick<VisitView, 'system'>): RunDay => (weatherOf(v) ? 'pasted' : 'frosty')

/** What of comfort was chosen by hand on this visit, with its picture and what it rests on. */
function aimed(v: VisitView): PlacedSection[] {
  const given = givenAims(v.state, v.system, v.visit)
  const chosen = comfortRows(v.ledger).filter((row) => row.aim?.value && given.get(row.key)?.source === COMFORT_SOURCE)
  const runs =
    chosen.length > 0 ? comfortRuns(v, { day: dayOnPaper(v), isGapOpen: v.system.room.gap === 'open' }, {}, false) : null
  if (!runs) return []
  return [
    {
      title: 'Comfort, tried on this room',
      record: 'worked-out',
      blocks: [
        {
          kind: 'picture',
          of: 'day',
          caption: dayOnPaper(v) === 'pasted' ? `On the day of ${v.system.room.weatherOn || 'the complaint'}` : 'On a frosty day',
        },
        {
          kind: 'table',
          head: ['Setting', 'Aim', 'Why'],
          rows: chosen.map((row) => [roleLabel(row.id), spoken(row, aimOf(row) ?? '', v), row.aim?.why ?? '']),
          empty: '',
        },
        { kind: 'lines', lines: runs.found.assumptions.map((one) => `${one.what}: ${one.value} (${one.from})`), empty: '' },
      ],
    },
  ]
}

/** Sensors beside a reference, on the record. */
function sensed(v: VisitView): PlacedSection[] {
  if (v.here.sensorPairs.length === 0) return []
  const { show, clock } = v
  return [
    {
      title: 'Sensors beside a reference',
      record: 'measured',
      blocks: [
        {
          kind: 'table',
          head: ['When', 'Sensor', 'Shown', 'Reference', 'Fan', 'By'],
          rows: v.here.sensorPairs.map((one) => [
            clock.time(one.at),
            one.place,
            show('temperature', one.shownF),
            show('temperature', one.referenceF),
            [one.fan ? 'on' : 'off', ...(one.supply ? ['supply air on'] : []), ...(one.sun ? ['sun on it'] : [])].join(', '),
            one.by || EMPTY,
          ]),
          figures: [2, 3],
          empty: '',
        },
        { kind: 'lines', lines: sensorAdvice(v).map((one) => one.says), empty: '' },
      ],
    },
  ]
}
