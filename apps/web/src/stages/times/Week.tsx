import {
  dateOfDay,
  hasWeek,
  heldProgramOf,
  isProgramSeen,
  keptOf,
  localOf,
  NOTHING_PLAYED,
  nowSaid,
  sayDate,
  seasonOn,
  segmentsOf,
  segmentsOfLanes,
  timesDevice,
  wantedProgram,
  weekIn,
} from '@ingle/bench'
import { clockText, type WeekEntry, wordOfEntry } from '@ingle/core'
import type { SeasonId } from '@ingle/record'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { Choices } from '../../kit/Choices.tsx'
import { SelectField } from '../../kit/Field.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { CanHold } from './CanHold.tsx'
import { Checks } from './Checks.tsx'
import { CopyDay, EntryEditor } from './EntryEditor.tsx'
import { Kept } from './Kept.tsx'
import { useNow } from './useNow.ts'
import { WarmBy } from './WarmBy.tsx'
import { type Edge, StripKey, WeekStrip } from './WeekStrip.tsx'

type Shown = 'wanted' | 'device'

/** The week of the people, drawn; beside it what is wrong with it, what the device can hold, and whether it is warm in time. */
export function Week() {
  const { clock } = useVisit()
  const now = useNow()
  const today = localOf(clock.zone, now).day
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1fr)_22rem] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        <WeekPanel now={now} today={today} />
        <Kept />
      </div>
      <div className="flex flex-col gap-3 min-w-0">
        <Checks now={now} />
        <CanHold />
        <WarmBy today={today} />
      </div>
    </div>
  )
}

/** The strip with its edges. By itself: what is dragged draws this alone. */
function WeekPanel({ now, today }: { now: number; today: number }) {
  const visit = useVisit()
  const { system, write, at } = visit
  const times = timesDevice(visit)
  const [shown, setShown] = useState<Shown>('wanted')
  const inForce = seasonOn(visit, today)
  const [seasonId, setSeasonId] = useState<SeasonId | ''>(inForce?.id ?? '')
  const season = system.seasons.find((one) => one.id === seasonId) ?? null
  const [draft, setDraft] = useState<{ days: number[]; entries: WeekEntry[] } | null>(null)
  const [chosen, setChosen] = useState<{ day: number; index: number } | null>(null)
  const [together, setTogether] = useState(true)
  const [wrong, setWrong] = useState<string | null>(null)
  const kept = useMemo(() => keptOf(visit), [visit])
  const { neverHeats, neverCools } = system.times

  /** Own entries of the week that is edited: without lettings, which are edited as such. */
  const own = useMemo(() => (season ? { ...system.week, ...season.week } : system.week), [season, system.week])
  const edited = useMemo(
    () => (draft ? { ...own, ...Object.fromEntries(draft.days.map((day) => [String(day), draft.entries])) } : own),
    [own, draft],
  )
  const wanted = useMemo(() => {
    const week = draft ? edited : weekIn(visit, season)
    return segmentsOf(week, kept, { heat: !neverHeats, cool: !neverCools })
  }, [draft, edited, visit, season, kept, neverHeats, neverCools])
  const device = useMemo(() => {
    if (!times) return []
    const held = heldProgramOf(times, 'aimed')
    return held.heat || held.cool ? segmentsOfLanes(held.heat, held.cool) : []
  }, [times])
  const edges: Edge[] = Object.entries(edited).flatMap(([day, entries]) =>
    entries.map((one, index) => ({ day: Number(day), index, minute: one.startMin, says: wordOfEntry(one, entries) })),
  )
  const alikeTo = (day: number): number[] => {
    const text = JSON.stringify(own[String(day)] ?? [])
    return together ? [0, 1, 2, 3, 4, 5, 6].filter((other) => JSON.stringify(own[String(other)] ?? []) === text) : [day]
  }
  const save = async (days: number[], entries: readonly WeekEntry[]) => {
    const written = await write([
      {
        kind: 'week.set',
        body: {
          systemId: at.systemId,
          ...(season && { seasonId: season.id }),
          days,
          entries: [...entries].map((one) => ({ ...one })),
        },
      },
    ])
    setDraft(null)
    setWrong(refusalOf(written))
    return refusalOf(written)
  }
  const move = (edge: Edge, minute: number, done: boolean) => {
    const entries = (own[String(edge.day)] ?? []).map((one, i) => (i === edge.index ? { ...one, startMin: minute } : one))
    const [before, after] = [entries[edge.index - 1]?.startMin ?? -1, entries[edge.index + 1]?.startMin ?? 1440]
    // An edge stops at its neighbours: what is dragged keeps its order.
    const kept = entries.map((one, i) =>
      i === edge.index ? { ...one, startMin: Math.min(after - 5, Math.max(before + 5, minute)) } : one,
    )
    if (done) void save(alikeTo(edge.day), kept)
    else setDraft({ days: alikeTo(edge.day), entries: kept })
  }
  const isEmpty = !hasWeek(visit)
  const headline = useMemo(
    () => (isEmpty ? 'When are people in?' : nowSaid(visit, wantedProgram(visit, today), now, NOTHING_PLAYED)),
    [isEmpty, visit, today, now],
  )
  return (
    <section aria-label="Week" className="panel p-4 flex flex-col gap-2.5">
      <div className="flex flex-wrap items-start gap-2">
        <div className="min-w-0 mr-auto">
          <h2 className="font-bold text-lg leading-snug">{headline}</h2>
          <p className="soft text-[14px]">
            {shown === 'wanted'
              ? 'What the people here want. Drag an edge, type a line below, or copy a day.'
              : times && !isProgramSeen(times)
                ? 'As shipped: nobody has looked at its program yet.'
                : 'As it stands, with what is aimed at.'}
          </p>
        </div>
        {times && device.length > 0 && (
          <Choices
            label="Whose week"
            options={[
              ['wanted', 'Wanted'],
              ['device', `In the ${times.device.profile.family}`],
            ]}
            on={(one) => one === shown}
            onPick={setShown}
          />
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <StripKey />
        <p className="soft text-[13px] ml-auto">
          {inForce
            ? `season: ${inForce.name || 'unnamed'}, ${sayDate(inForce.from)} to ${sayDate(inForce.to)}, every year`
            : `the usual week, today ${sayDate(dateOfDay(today))}`}
        </p>
      </div>
      {isEmpty && shown === 'wanted' ? (
        <Empty title="Nobody said yet when people are in">
          <p>
            Type it in the line below as they tell it: <b className="num">mo-fr up 5:45 out 7:20 back 17:10 bed 21:50</b>. Or
            begin with a usual one and drag it right.
          </p>
          <button
            type="button"
            className="btn btn-primary mt-3"
            onClick={() =>
              void write([
                {
                  kind: 'week.set',
                  body: {
                    systemId: at.systemId,
                    days: [0, 1, 2, 3, 4],
                    entries: [
                      { startMin: 390, is: 'in' },
                      { startMin: 500, is: 'out' },
                      { startMin: 1050, is: 'in' },
                      { startMin: 1350, is: 'asleep' },
                    ],
                  },
                },
                {
                  kind: 'week.set',
                  body: {
                    systemId: at.systemId,
                    days: [5, 6],
                    entries: [
                      { startMin: 480, is: 'in' },
                      { startMin: 1380, is: 'asleep' },
                    ],
                  },
                },
              ])
            }
          >
            Begin with a working week
          </button>
        </Empty>
      ) : (
        <WeekStrip
          segments={shown === 'wanted' ? wanted : device}
          edges={shown === 'wanted' ? edges : []}
          chosen={chosen}
          {...(shown === 'wanted' && {
            onMove: move,
            onChoose: (edge: Edge) => setChosen({ day: edge.day, index: edge.index }),
          })}
        />
      )}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {shown === 'wanted' && !isEmpty && (
        <>
          <div className="flex flex-wrap items-end gap-2">
            {system.seasons.length > 0 && (
              <SelectField<string>
                label="Week of"
                value={seasonId}
                options={[['', 'the usual week'], ...system.seasons.map((one) => [one.id, one.name || 'a season'] as const)]}
                onSave={(id) => setSeasonId(id as SeasonId | '')}
              />
            )}
            <label className="flex items-center gap-2 min-h-11 text-[14px]">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={together}
                onChange={(event) => setTogether(event.target.checked)}
              />
              days that are alike move together
            </label>
            <CopyDay week={own} onCopy={(from, days) => save(days, own[String(from)] ?? [])} />
          </div>
          {edges.length === 0 && (
            <p className="soft text-[13px]">
              These hours are those of the lettings: change them under{' '}
              <Link className="link" to="days">
                Exceptions and seasons
              </Link>
              .
            </p>
          )}
          {edges.length > 0 && <EntryEditor week={own} chosen={chosen} onChoose={setChosen} daysOf={alikeTo} onSave={save} />}
        </>
      )}
      <WeekTable segments={shown === 'wanted' ? wanted : device} />
    </section>
  )
}

/** The same as a table. */
function WeekTable({ segments }: { segments: ReturnType<typeof segmentsOf> }) {
  const { show } = useVisit()
  const [open, setOpen] = useState(false)
  return (
    <details className="text-[14px]" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer min-h-11 flex items-center soft text-[13px]">The same as a table</summary>
      <ul className="grid sm:grid-cols-2 gap-x-6">
        {(open ? segments : []).map((one) => (
          <li key={`${one.day} ${one.fromMin}`} className="num text-[13px]">
            {['Mo', 'Tu', 'We', 'Th', 'Fr', 'Sa', 'Su'][one.day]} {clockText(one.fromMin)}–{clockText(one.toMin)}
            {one.heatF !== null && `, heat ${show('temperature', one.heatF)}`}
            {one.coolF !== null && `, cool ${show('temperature', one.coolF)}`}
          </li>
        ))}
      </ul>
    </details>
  )
}
