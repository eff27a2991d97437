import { comfortControls, comfortHeadline, comfortRuns, type RunDay, runDoubts, spreadOf, telling, weatherOf } from '@ingle/bench'
import { comfortFigures, DAY_KINDS, DAY_WORDS, type RoomRun } from '@ingle/core'
import { lazy, Suspense, useMemo, useState } from 'react'
import { Link } from 'react-router'
import { Choices } from '../../kit/Choices.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Assumptions } from './Assumptions.tsx'
import { Controls } from './Controls.tsx'
import { DayChart, LINES, type LineId } from './DayChart.tsx'
import { Figures } from './Figures.tsx'
import { HourTable } from './HourTable.tsx'
import { Moment } from './Moment.tsx'
import { Schools } from './Schools.tsx'
import { Strips } from './Strips.tsx'
import { TakeAims } from './TakeAims.tsx'
import type { Span } from './times.ts'
import { useRuns } from './useRuns.ts'

/** Its chart is of a library that the day itself does not need. */
const FindBest = lazy(async () => ({ default: (await import('./FindBest.tsx')).FindBest }))

const BAND_F = 1
/** A step of two seconds starts as often and swings as far, in half the time. */
const OPTIONS = { bandF: BAND_F, stepS: 2, traceEveryS: 120 } as const
const IDS = ['found', 'aim', 'tried'] as const
/** The moment that is read at first, and how much of the day stands around it, in minutes. */
const MORNING = 8 * 60
const AROUND_MIN = 480
const DAY_MIN = 1440

/** One day of this room: as found, as aimed at, as this try has it; every control offers only what the device has. */
export function Day() {
  const visit = useVisit()
  const { system, show } = visit
  const pasted = weatherOf(visit)
  const [day, setDay] = useState<RunDay>(pasted ? 'pasted' : 'frosty')
  const [picks, setPicks] = useState<Readonly<Record<string, string>>>({})
  const [sealed, setSealed] = useState(false)
  const [at, setAt] = useState((MORNING * 60) / OPTIONS.traceEveryS)
  const [from, setFrom] = useState(MORNING - AROUND_MIN / 2)
  const [view, setView] = useState<'near' | 'whole' | 'table'>('near')
  const isGapOpen = system.room.gap === 'open'
  const controls = useMemo(() => comfortControls(visit), [visit])
  const runs = useMemo(
    () => comfortRuns(visit, { day, isGapOpen }, picks, isGapOpen && !sealed),
    [visit, day, picks, sealed, isGapOpen],
  )
  const tells = useMemo(() => telling(visit, { day, isGapOpen }, controls), [visit, day, isGapOpen, controls])
  const main: LineId = Object.keys(picks).length > 0 || sealed ? 'tried' : 'found'
  const spread = useMemo(() => runs && spreadOf(visit, runs[main]), [visit, runs, main])
  const systems = useMemo(() => runs && spread && [...IDS.map((id) => runs[id].system), ...spread.systems], [runs, spread])
  const answers = useRuns(systems, OPTIONS)
  if (!runs || !spread)
    return (
      <Empty title="Nothing to run yet">
        <p className="mt-1">Three facts are enough to begin: what heats or cools, its capacity, and which controller it has.</p>
        <Link to="../survey" relative="path" className="btn btn-primary mt-4">
          To the Survey stage
        </Link>
      </Empty>
    )
  const refused = answers?.find((one) => !one.ok)
  const done = answers?.flatMap((one) => (one.ok ? [one.value] : [])) ?? []
  const [found, aim, tried, lossy, tight] = done
  const days = found && aim && tried ? { found, aim, tried } : null
  const judged = (id: LineId, run: RoomRun) => comfortFigures(run.figures, runs[id].system, runs[id].source)
  const headline = days && comfortHeadline(runs[main], days[main].figures, judged(main, days[main]), show)
  const isSame = (a: LineId, b: LineId) => JSON.stringify(runs[a].system) === JSON.stringify(runs[b].system)
  const span: Span = view === 'whole' ? [0, DAY_MIN] : [from, from + AROUND_MIN]
  /** Moved to by hand: what is shown follows once the moment leaves it. */
  const moveTo = (place: number) => {
    setAt(place)
    const minute = (place * OPTIONS.traceEveryS) / 60
    if (minute < from || minute > from + AROUND_MIN)
      setFrom(Math.min(Math.max(Math.round(minute / 60) * 60 - AROUND_MIN / 2, 0), DAY_MIN - AROUND_MIN))
  }
  const shown = IDS.filter((id, i) => IDS.slice(0, i).every((before) => !isSame(id, before)))
  const dayWords: Record<RunDay, string> = { ...DAY_WORDS, pasted: system.room.weatherOn || 'as pasted' }
  const traces = found?.trace && aim?.trace && tried?.trace ? { found: found.trace, aim: aim.trace, tried: tried.trace } : null
  const doubts = runDoubts(runs.tried, show)
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1fr)_23rem] items-start">
      <div className="contents xl:flex flex-col gap-4 min-w-0">
        <section aria-label="A day of this room" className="panel p-4 flex flex-col gap-3 min-w-0">
          <div>
            <h2 className="font-bold text-[19px] leading-snug">{headline ? headline.says : 'Running the room …'}</h2>
            {headline && headline.mend !== '' && <p className="soft">{headline.mend}</p>}
          </div>
          <div className="flex flex-wrap gap-2 justify-between">
            <Choices
              label="Which day"
              options={[...DAY_KINDS, ...(pasted ? (['pasted'] as const) : [])].map((one) => [one, dayWords[one]] as const)}
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
              on={(one) => one === view}
              onPick={setView}
            />
          </div>
          {refused && !refused.ok && (
            <Notice kind="wrong">
              <b>{refused.reason}</b> {refused.remedy}
            </Notice>
          )}
          {doubts.map((one) => (
            <Notice key={one.code} kind="watch">
              <b>{one.says}</b> {one.mend}
            </Notice>
          ))}
          {days && traces && view !== 'table' && (
            <>
              <p className="flex flex-wrap gap-x-4 text-[13px]">
                {shown.map((id) => (
                  <span key={id} style={{ color: LINES[id].tone }} className="font-bold">
                    {LINES[id].says}
                  </span>
                ))}
                {traces[main].otherF && <span className="soft">thin: the rooms not sensed</span>}
                <span className="soft">
                  dotted: what the sensor reads, as found · green: wanted · grey: what is not known of the room
                </span>
              </p>
              <DayChart
                traces={traces}
                shown={shown}
                main={main}
                beside={[lossy?.trace ?? null, tight?.trace ?? null]}
                system={runs.tried.system}
                bandF={BAND_F}
                at={at}
                onMove={setAt}
                span={span}
              />
              <Moment days={days} at={at} onMove={moveTo} shown={shown} />
              <Strips traces={traces} shown={shown} span={span} />
            </>
          )}
          {days && view === 'table' && <HourTable days={days} shown={shown} />}
          <p className="soft text-[13px]">{spread.says}</p>
          <Assumptions runs={runs.tried.assumptions} />
        </section>
        <div className="order-2 xl:order-none flex flex-col gap-3 md:gap-4 min-w-0">
          {days && (
            <Figures
              shown={shown}
              figures={{ found: judged('found', days.found), aim: judged('aim', days.aim), tried: judged('tried', days.tried) }}
            />
          )}
          <Suspense fallback={null}>
            <FindBest
              controls={controls.filter((one) => tells.has(one.row.key))}
              around={{ day, isGapOpen }}
              picks={picks}
              gapInTry={isGapOpen && !sealed}
              onTake={(taken) => setPicks({ ...picks, ...taken })}
            />
          </Suspense>
          <Schools around={{ day, isGapOpen: isGapOpen && !sealed }} />
        </div>
      </div>
      <div className="contents xl:flex flex-col gap-4 min-w-0">
        <Controls
          controls={controls}
          telling={tells}
          picks={picks}
          onPick={(key, meaning) => setPicks({ ...picks, [key]: meaning })}
          gap={isGapOpen ? { sealed, onSeal: setSealed } : null}
        />
        <TakeAims
          controls={controls}
          picks={picks}
          day={day === 'pasted' ? `the day of ${dayWords.pasted}` : `a ${dayWords[day]} day`}
          days={days}
          onTaken={() => setPicks({})}
        />
      </div>
    </div>
  )
}
