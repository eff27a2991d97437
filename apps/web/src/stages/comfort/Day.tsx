import { type ComfortControl, comfortControls, comfortHeadline, comfortRuns } from '@ingle/bench'
import {
  type ComfortFigure,
  comfortFigures,
  DAY_KINDS,
  DAY_WORDS,
  type DayKind,
  type RoomRun,
  type RunFigures,
  type Show,
} from '@ingle/core'
import { rowBody } from '@ingle/record'
import { useMemo, useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { DataTable } from '../../kit/DataTable.tsx'
import { SelectField } from '../../kit/Field.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { DayChart, LINES, type LineId } from './DayChart.tsx'
import { FindBest } from './FindBest.tsx'
import { FIGURE_WORDS, sayFigure } from './figures.ts'
import { machinesSaid, Strips } from './Strips.tsx'
import { clockText, type Span } from './times.ts'
import { useRuns } from './useRuns.ts'

const BAND_F = 1
const OPTIONS = { bandF: BAND_F, traceEveryS: 120 } as const
const IDS = ['found', 'aim', 'tried'] as const
/** The moment that is read at first, and how much of the day stands around it, in minutes. */
const MORNING = 8 * 60
const AROUND_MIN = 480
const DAY_MIN = 1440

/** One day of this room: as found, as aimed at, as this try has it; every control offers only what the device has. */
export function Day() {
  const visit = useVisit()
  const { system, show } = visit
  const [day, setDay] = useState<DayKind>('frosty')
  const [picks, setPicks] = useState<Readonly<Record<string, string>>>({})
  const [sealed, setSealed] = useState(false)
  const [at, setAt] = useState((MORNING * 60) / OPTIONS.traceEveryS)
  const [whole, setWhole] = useState(false)
  const [asTable, setAsTable] = useState(false)
  const isGapOpen = system.room.gap === 'open'
  const controls = useMemo(() => comfortControls(visit), [visit])
  const runs = useMemo(
    () => comfortRuns(visit, { day, isGapOpen }, picks, isGapOpen && !sealed),
    [visit, day, picks, sealed, isGapOpen],
  )
  const systems = useMemo(() => runs && IDS.map((id) => runs[id].system), [runs])
  const answers = useRuns(systems, OPTIONS)
  if (!runs)
    return (
      <Empty title="Nothing to run yet">
        <p className="mt-1">Three facts are enough to begin: what heats or cools, its capacity, and which controller it has.</p>
      </Empty>
    )
  const refused = answers?.find((one) => !one.ok)
  const done = answers?.flatMap((one) => (one.ok ? [one.value] : [])) ?? []
  const [found, aim, tried] = done
  const days = found && aim && tried ? { found, aim, tried } : null
  const judged = (id: LineId, run: RoomRun) => comfortFigures(run.figures, runs[id].system, runs[id].source)
  const main: LineId = Object.keys(picks).length > 0 || sealed ? 'tried' : 'found'
  const headline = days && comfortHeadline(runs[main], days[main].figures, judged(main, days[main]), show)
  const isSame = (a: LineId, b: LineId) => JSON.stringify(runs[a].system) === JSON.stringify(runs[b].system)
  const minute = (at * OPTIONS.traceEveryS) / 60
  const from = Math.min(Math.max(Math.round(minute / 60) * 60 - AROUND_MIN / 2, 0), DAY_MIN - AROUND_MIN)
  const span: Span = whole ? [0, DAY_MIN] : [from, from + AROUND_MIN]
  const shown = IDS.filter((id, i) => IDS.slice(0, i).every((before) => !isSame(id, before)))
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1fr)_23rem] items-start">
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <section aria-label="A day of this room" className="panel p-4 flex flex-col gap-3 min-w-0">
          <div>
            <h2 className="font-bold text-[19px] leading-snug">{headline ? headline.says : 'Running the room …'}</h2>
            {headline && headline.mend !== '' && <p className="soft">{headline.mend}</p>}
          </div>
          <div className="flex flex-wrap gap-2 justify-between">
            <Choices
              label="Which day"
              options={DAY_KINDS.map((one) => [one, DAY_WORDS[one]] as const)}
              on={(one) => one === day}
              onPick={setDay}
            />
            <Choices
              label="How it is shown"
              options={[
                ['near', 'Eight hours'],
                ['whole', 'The day'],
                ['table', 'Table'],
              ]}
              on={(one) => one === (asTable ? 'table' : whole ? 'whole' : 'near')}
              onPick={(one) => {
                setAsTable(one === 'table')
                if (one !== 'table') setWhole(one === 'whole')
              }}
            />
          </div>
          {refused && !refused.ok && (
            <Notice kind="wrong">
              <b>{refused.reason}</b> {refused.remedy}
            </Notice>
          )}
          {days && !asTable && (
            <>
              <p className="flex flex-wrap gap-x-4 text-[13px]">
                {shown.map((id) => (
                  <span key={id} style={{ color: LINES[id].tone }} className="font-bold">
                    {LINES[id].says}
                  </span>
                ))}
                <span className="soft">dotted: what the sensor reads, as found · shaded: wanted</span>
              </p>
              {found?.trace && aim?.trace && tried?.trace && (
                <>
                  <DayChart
                    traces={{ found: found.trace, aim: aim.trace, tried: tried.trace }}
                    shown={shown}
                    system={runs.tried.system}
                    bandF={BAND_F}
                    at={at}
                    span={span}
                  />
                  <Moment days={days} at={at} onMove={setAt} shown={shown} />
                  <Strips traces={{ found: found.trace, aim: aim.trace, tried: tried.trace }} shown={shown} span={span} />
                </>
              )}
            </>
          )}
          {days && asTable && <HourTable days={days} shown={shown} />}
          <Assumptions runs={runs.tried.assumptions} />
        </section>
        {days && (
          <Figures
            shown={shown}
            figures={{ found: judged('found', days.found), aim: judged('aim', days.aim), tried: judged('tried', days.tried) }}
          />
        )}
      </div>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <Controls
          controls={controls}
          picks={picks}
          onPick={(key, meaning) => setPicks({ ...picks, [key]: meaning })}
          gap={isGapOpen ? { sealed, onSeal: setSealed } : null}
        />
        <TakeAims controls={controls} picks={picks} day={day} days={days} onTaken={() => setPicks({})} />
        <FindBest
          controls={controls}
          around={{ day, isGapOpen }}
          picks={picks}
          gapInTry={isGapOpen && !sealed}
          onTake={(taken) => setPicks({ ...picks, ...taken })}
        />
      </div>
    </div>
  )
}

type Days = Readonly<Record<LineId, RoomRun>>

/** Every value at one moment, moved to by hand or by the arrow keys. */
function Moment({ days, at, onMove, shown }: { days: Days; at: number; onMove: (at: number) => void; shown: readonly LineId[] }) {
  const { show } = useVisit()
  const { trace } = days.found
  if (!trace) return null
  const minute = (at * trace.everyS) / 60
  return (
    <div className="text-[14px]">
      <label className="flex items-center gap-3">
        <span className="num font-bold w-12">{clockText(minute)}</span>
        <input
          type="range"
          className="flex-1 accent-[var(--tone-ember)] min-h-11"
          aria-label="Moment of the day"
          aria-valuetext={clockText(minute)}
          min={0}
          max={trace.airF.length - 1}
          value={at}
          onChange={(event) => onMove(Number(event.target.value))}
        />
      </label>
      <p className="flex flex-wrap gap-x-4" aria-live="polite">
        <span className="soft">outdoors {show('temperature', trace.outdoorF[at] as number)}</span>
        {shown.map((id) => {
          const one = days[id].trace
          return (
            one && (
              <span key={id}>
                <b style={{ color: LINES[id].tone }}>{LINES[id].says.split(',')[0]}</b>{' '}
                <span className="num">{show('temperature', one.airF[at] as number)}</span>, sensor{' '}
                <span className="num">{show('temperature', one.readingF[at] as number)}</span>,{' '}
                {machinesSaid(one.machines[at] as number)}
              </span>
            )
          )
        })}
      </p>
    </div>
  )
}

/** The same by the hour. */
function HourTable({ days, shown }: { days: Days; shown: readonly LineId[] }) {
  const { show, units } = useVisit()
  const { trace } = days.found
  if (!trace) return null
  const perHour = 3600 / trace.everyS
  return (
    <DataTable
      caption="The day by the hour"
      columns={[
        { head: 'Hour' },
        { head: `Outdoors ${units.temperature}`, figure: true },
        ...shown.flatMap((id) => [
          { head: `${LINES[id].says.split(',')[0]} ${units.temperature}`, figure: true },
          { head: 'Runs' },
        ]),
      ]}
      rows={Array.from({ length: 24 }, (_, hour) => ({
        key: String(hour),
        cells: [
          clockText(hour * 60),
          show('temperature', trace.outdoorF[hour * perHour] as number, { bare: true }),
          ...shown.flatMap((id) => [
            show('temperature', days[id].trace?.airF[hour * perHour] as number, { bare: true }),
            machinesSaid(days[id].trace?.machines[hour * perHour] as number),
          ]),
        ],
      }))}
    />
  )
}

function Controls(props: {
  controls: readonly ComfortControl[]
  picks: Readonly<Record<string, string>>
  onPick: (key: string, meaning: string) => void
  gap: { sealed: boolean; onSeal: (sealed: boolean) => void } | null
}) {
  const { controls, picks, onPick, gap } = props
  const standsIn = (one: ComfortControl) => picks[one.row.key] ?? one.aim ?? one.found
  const foundNote = (one: ComfortControl) =>
    one.found !== null && one.found !== standsIn(one)
      ? `, found ${one.choices.find((choice) => choice.meaning === one.found)?.says ?? one.found}`
      : ''
  return (
    <section aria-label="What this device can be set to" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">What this device can be set to</h2>
      {controls.length === 0 && (
        <p className="soft">No setting that changes comfort is known: name the controller on the Survey stage.</p>
      )}
      {controls
        .filter((one) => !isDial(one))
        .map((one) => (
          <Choices
            key={one.row.key}
            titled
            label={`${one.label}${foundNote(one)}`}
            options={one.choices.map((choice) => [choice.meaning, choice.says] as const)}
            on={(meaning) => meaning === standsIn(one)}
            onPick={(meaning) => onPick(one.row.key, meaning)}
          />
        ))}
      <div className="grid gap-2.5 grid-cols-2">
        {controls.filter(isDial).map((one) => (
          <SelectField
            key={one.row.key}
            label={`${one.label}${foundNote(one)}`}
            value={standsIn(one) ?? ''}
            options={one.choices.map((choice) => [choice.meaning, choice.says] as const)}
            onSave={(meaning) => onPick(one.row.key, meaning)}
          />
        ))}
      </div>
      {gap && (
        <Choices
          titled
          label="Gap at the sensor sealed"
          options={[
            ['no', 'no'],
            ['yes', 'yes'],
          ]}
          on={(one) => (one === 'yes') === gap.sealed}
          onPick={(one) => gap.onSeal(one === 'yes')}
        />
      )}
    </section>
  )
}

/** Numbers and long lists are a dial, a few words are tapped. */
const isDial = (one: ComfortControl): boolean =>
  one.choices.length > 4 || one.choices.every((choice) => Number.isFinite(Number(choice.meaning)))

const STANDING_MARKS = { good: 'proved', fair: 'found', poor: 'watch' } as const

/** What it will be like, in figures with a verdict each. */
function Figures({ figures, shown }: { figures: Readonly<Record<LineId, ComfortFigure[]>>; shown: readonly LineId[] }) {
  const { show } = useVisit()
  const rows = figures.found.filter((one, i) => one.standing !== null || shown.some((id) => (figures[id][i]?.value ?? 0) > 0))
  return (
    <section aria-label="What it will be like" className="panel p-4">
      <h2 className="font-bold mb-1">What it will be like</h2>
      <DataTable
        columns={[{ head: '' }, ...shown.map((id) => ({ head: LINES[id].says.split(',')[0], figure: true }))]}
        rows={rows.map((row) => ({
          key: row.measure,
          cells: [
            FIGURE_WORDS[row.measure],
            ...shown.map((id) => {
              const one = figures[id].find((other) => other.measure === row.measure)
              return one ? (
                <span key={id} className="inline-flex gap-1.5 items-center">
                  {one.standing && <StateMark mark={STANDING_MARKS[one.standing]} size={13} />}
                  {sayFigure(one, show)}
                </span>
              ) : (
                ''
              )
            }),
          ],
        }))}
      />
    </section>
  )
}

function TakeAims(props: {
  controls: readonly ComfortControl[]
  picks: Readonly<Record<string, string>>
  day: DayKind
  days: Days | null
  onTaken: () => void
}) {
  const { controls, picks, day, days, onTaken } = props
  const { write, at, show } = useVisit()
  const [wrong, setWrong] = useState<string | null>(null)
  const [taken, setTaken] = useState(0)
  const chosen = controls.filter((one) => picks[one.row.key] !== undefined && picks[one.row.key] !== one.aim)
  const take = async () => {
    if (!days) return
    const why = reasonOf(day, days.found.figures, days.tried.figures, show)
    const written = await write(
      chosen.map((one) => ({
        kind: 'aim.set' as const,
        body: { ...at, ...rowBody(one.row.key), value: picks[one.row.key] as string, why, from: 'hand' as const },
      })),
    )
    setWrong(refusalOf(written))
    if (!written.ok) return
    setTaken(chosen.length)
    onTaken()
  }
  return (
    <section aria-label="Take as aims" className="panel p-4 flex flex-col gap-2">
      <p className="soft text-[14px]">
        {chosen.length > 0
          ? `This try has ${chosen.length} ${chosen.length === 1 ? 'setting' : 'settings'} otherwise.`
          : taken > 0
            ? 'The ledger aims at this try.'
            : 'Tap another value above: the picture follows.'}
      </p>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button
        type="button"
        className="btn btn-primary self-start"
        disabled={chosen.length === 0 || !days}
        onClick={() => void take()}
      >
        Take {chosen.length > 1 ? `${chosen.length} ` : ''}as {chosen.length === 1 ? 'an aim' : 'aims'}
      </button>
    </section>
  )
}

/** Why an aim was taken: what the run of that day showed. */
function reasonOf(day: DayKind, found: RunFigures, tried: RunFigures, show: Show): string {
  const swing = (of: RunFigures) => show('temperatureDifference', of.airHighestF - of.airLowestF)
  const starts = (of: RunFigures) => (of.starts / 24).toFixed(1)
  return `Tried on a ${DAY_WORDS[day]} day: mean ${show('temperature', tried.airMeanF)} instead of ${show('temperature', found.airMeanF)}, swing ${swing(tried)} instead of ${swing(found)}, ${starts(tried)} starts an hour instead of ${starts(found)}.`
}

function Assumptions({ runs }: { runs: readonly { what: string; value: string; from: string }[] }) {
  if (runs.length === 0) return null
  return (
    <details className="text-[14px]">
      <summary className="link min-h-11 flex items-center">What is taken and not known: {runs.length}</summary>
      <ul className="divide-y divide-base-300">
        {runs.map((one) => (
          <li key={one.what} className="py-1.5">
            <b>{one.what}</b>: <span className="num">{one.value}</span> <span className="soft">({one.from})</span>
          </li>
        ))}
      </ul>
    </details>
  )
}
