import {
  dateOfDay,
  forceAt,
  handGapSaid,
  heldProgramOf,
  keptOf,
  localOf,
  momentOf,
  mondayOf,
  NOTHING_PLAYED,
  type Play,
  sayDate,
  sayWhy,
  spansOf,
  timesDevice,
  underAt,
  wantedProgram,
} from '@ingle/bench'
import { clockText, DAY_NAMES, endOf, type Program, parseReading, readClock, walkable, weekdayOf, zoneTable } from '@ingle/core'
import { useMemo, useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { LineField, SelectField } from '../../kit/Field.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useNow } from './useNow.ts'
import { type Drawn, StripKey, WeekStrip } from './WeekStrip.tsx'

type Whose = 'wanted' | 'device'
const HAND = {
  'until-next-event': 'until the next period',
  minutes: 'for some time',
  hold: 'hold',
  away: 'away for days',
} as const
type Hand = keyof typeof HAND
const DAY_MS = 86_400_000

/** What is in force at any moment, and why; with changes by hand, power cuts and clocks to play through. */
export function InForce() {
  const visit = useVisit()
  const timeZone = visit.clock.zone
  const real = useNow(10)
  const times = timesDevice(visit)
  const [whose, setWhose] = useState<Whose>('wanted')
  const [at, setAt] = useState<number | null>(null)
  const [play, setPlay] = useState<Play>(NOTHING_PLAYED)
  const moment = at ?? real
  const local = localOf(timeZone, moment)
  const monday = mondayOf(timeZone, moment)
  const program = useMemo((): Program => {
    const wanted = wantedProgram(visit, monday)
    if (whose === 'wanted' || !times) return wanted
    return walkable(heldProgramOf(times, 'aimed'), timeZone)
  }, [visit, monday, whose, times, timeZone])
  const spans = useMemo(() => spansOf(program, monday), [program, monday])
  const force = forceAt(program, moment, play)
  const drawn = useMemo(
    () => [...spans.map(drawSpan), ...handSpan(program, play, monday, timeZone)],
    [spans, program, play, monday, timeZone],
  )
  const changes = clockChanges(timeZone, real)
  if (program.week.length + program.seasons.length + program.exceptions.length + program.actions.length === 0)
    return (
      <Empty title="Nothing is programmed yet">
        <p>Say the week first; what is in force at any moment, and why, is then shown here.</p>
      </Empty>
    )
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1fr)_22rem] items-start">
      <section aria-label="In force" className="panel p-4 flex flex-col gap-2.5 min-w-0">
        <div className="flex flex-wrap gap-2 items-start">
          <div className="mr-auto min-w-0">
            <p className="soft text-[14px] num">
              {DAY_NAMES[weekdayOf(local.day)]} {sayDate(dateOfDay(local.day))}, {clockText(local.minute)}
            </p>
            <h2 className="font-bold text-lg leading-snug" aria-live="polite">
              {sayWhy(visit, force, moment, play, whose)}
            </h2>
          </div>
          {times && (
            <Choices
              label="Whose program"
              options={[
                ['wanted', 'Wanted'],
                ['device', `In the ${times.device.profile.family}`],
              ]}
              on={(one) => one === whose}
              onPick={setWhose}
            />
          )}
        </div>
        <StripKey byHand />
        <WeekStrip
          segments={drawn}
          dates={Array.from({ length: 7 }, (_, i) => sayDate(dateOfDay(monday + i).slice(5)))}
          cursor={{ day: weekdayOf(local.day), minute: local.minute }}
          onCursor={({ day, minute }) => setAt(momentOf(timeZone, monday + day, minute))}
        />
        <Moment at={moment} isNow={at === null} onAt={setAt} changes={changes} />
      </section>
      <Player play={play} onPlay={setPlay} moment={moment} whose={whose} program={program} />
    </div>
  )
}

const drawSpan = ({ day, fromMin, toMin, state }: ReturnType<typeof spansOf>[number]): Drawn => ({
  day,
  fromMin,
  toMin,
  heatF: state.heatF,
  coolF: state.coolF,
  ...(state.action === 'off' && state.source !== 'none' && { off: true }),
  ...((state.source === 'exception' || state.source === 'holiday') && { marked: 'exception' as const }),
})

/** A change by hand over the week, day by day. */
function handSpan(program: Program, { override }: Play, monday: number, zone: string): Drawn[] {
  if (!override) return []
  const force = forceAt(program, override.setAt, { ...NOTHING_PLAYED, override })
  const end = Math.min(endOf(force.timeline, override), momentOf(zone, monday + 7, 0))
  const out: Drawn[] = []
  for (let day = 0; day < 7; day += 1) {
    const [from, to] = [momentOf(zone, monday + day, 0), momentOf(zone, monday + day + 1, 0)]
    if (end <= from || override.setAt >= to) continue
    const startMin = override.setAt > from ? localOf(zone, override.setAt).minute : 0
    const endMin = end < to ? localOf(zone, end).minute : 1440
    if (endMin > startMin)
      out.push({ day, fromMin: startMin, toMin: endMin, heatF: override.heatF, coolF: override.coolF, marked: 'hand' })
  }
  return out
}

/** When the clocks of this place go over next. */
function clockChanges(zone: string, from: number): number[] {
  return zoneTable(zone, from, from + 366 * DAY_MS).from.slice(1, 3)
}

/** Day and time of the cursor, in fields. */
function Moment(props: { at: number; isNow: boolean; onAt: (at: number | null) => void; changes: readonly number[] }) {
  const { clock } = useVisit()
  const { at, isNow, onAt, changes } = props
  const { day, minute } = localOf(clock.zone, at)
  const monday = day - weekdayOf(day)
  const [typed, setTyped] = useState<string | null>(null)
  const read = typed === null ? minute : readClock(typed)
  const step = (minutes: number) => onAt(at + minutes * 60_000)
  return (
    <div className="flex flex-wrap items-end gap-2">
      <SelectField
        label="Day"
        value={String(weekdayOf(day))}
        options={DAY_NAMES.map((name, i) => [String(i), name] as const)}
        onSave={(value) => onAt(momentOf(clock.zone, monday + Number(value), minute))}
      />
      <div className="w-24">
        <LineField
          label="Time"
          numeric
          value={typed ?? clockText(minute)}
          calls
          wrong={read === null || read === 1440 ? 'no time of day' : null}
          onChange={(text) => {
            setTyped(text)
            const to = readClock(text)
            if (to !== null && to < 1440) onAt(momentOf(clock.zone, day, to))
          }}
        />
      </div>
      {(
        [
          [-60, '−1 h'],
          [60, '+1 h'],
          [-7 * 1440, '−1 week'],
          [7 * 1440, '+1 week'],
        ] as const
      ).map(([minutes, words]) => (
        <button
          key={words}
          type="button"
          className="btn btn-quiet"
          onClick={() => {
            setTyped(null)
            step(minutes)
          }}
        >
          {words}
        </button>
      ))}
      {changes.map((change, i) => (
        <button
          key={change}
          type="button"
          className="btn btn-quiet"
          onClick={() => {
            setTyped(null)
            onAt(change - 30 * 60_000)
          }}
        >
          {i === 0 ? 'Next' : 'Second'} clock change
        </button>
      ))}
      <button
        type="button"
        className="btn btn-quiet"
        disabled={isNow}
        onClick={() => {
          setTyped(null)
          onAt(null)
        }}
      >
        Now
      </button>
    </div>
  )
}

/** What somebody does at the wall, and what happens to the power and the clock. */
function Player(props: { play: Play; onPlay: (play: Play) => void; moment: number; whose: Whose; program: Program }) {
  const { play, onPlay, moment, whose, program } = props
  const visit = useVisit()
  const { units, show, clock } = visit
  const times = timesDevice(visit)
  const [hand, setHand] = useState<Hand>('until-next-event')
  const [heat, setHeat] = useState('')
  const [cool, setCool] = useState('')
  const [hours, setHours] = useState('2')
  const [away, setAway] = useState('7')
  const [outH, setOutH] = useState('3')
  const [battery, setBattery] = useState<'kept' | 'stopped' | 'reset'>(times?.form?.clock ?? 'reset')
  const [wrong, setWrong] = useState<string | null>(null)
  const read = (text: string): number | null | undefined => {
    if (text.trim() === '') return null
    const parsed = parseReading(text, 'temperature', units)
    if (!parsed.ok) setWrong(`${parsed.reason} ${parsed.remedy}`)
    return parsed.ok ? parsed.value.base : undefined
  }
  const change = () => {
    setWrong(null)
    const [heatF, coolF] = [read(heat), read(cool)]
    if (heatF === undefined || coolF === undefined) return
    if (heatF === null && coolF === null && hand !== 'away') return setWrong('Say the temperature that somebody sets by hand.')
    const minutes = Number(hours.replace(',', '.')) * 60
    const days = Number(away.replace(',', '.'))
    if (hand === 'away' && !(days > 0 && days <= 14)) return setWrong('Say how many days, up to fourteen.')
    if (hand === 'minutes' && !(minutes > 0 && minutes <= 60 * 24 * 14)) return setWrong('Say how many hours, up to two weeks.')
    // A lane that nobody touched goes on by the change before, or by the program.
    const kept = hand === 'away' ? keptOf(visit).out : null
    const base = {
      action: 'set' as const,
      heatF: heatF ?? kept?.heatF ?? null,
      coolF: coolF ?? kept?.coolF ?? null,
      setAt: moment,
      ...underAt(program, play, moment),
    }
    onPlay({
      ...play,
      holdSurvives: times?.form?.holdSurvives ?? true,
      override:
        hand === 'hold'
          ? { ...base, kind: 'hold', clearedAt: null }
          : hand === 'minutes' || hand === 'away'
            ? { ...base, kind: 'minutes', minutes: hand === 'away' ? days * 1440 : minutes }
            : { ...base, kind: 'until-next-event' },
    })
  }
  const cut = () => {
    const h = Number(outH.replace(',', '.'))
    if (!(h > 0 && h <= 24 * 14)) return setWrong('Say how many hours the power is off.')
    setWrong(null)
    const onAt = moment + h * 3_600_000
    // A clock that begins anew begins at midnight of a Monday; the step says so.
    const to = momentOf(clock.zone, localOf(clock.zone, onAt).day - weekdayOf(localOf(clock.zone, onAt).day), 0)
    onPlay({
      ...play,
      holdSurvives: times?.form?.holdSurvives ?? true,
      cut: { offAt: moment, onAt, clock: battery === 'reset' ? { kind: 'reset', to } : { kind: battery }, correctedAt: null },
    })
  }
  const set = play.override && forceAt(program, play.override.setAt, { ...NOTHING_PLAYED, override: play.override }).state
  const gap = handGapSaid(visit, set)
  const isPlayed = play.override !== null || play.cut !== null || play.clockSetAt !== null
  return (
    <section aria-label="Play it through" className="panel p-4 flex flex-col gap-3 min-w-0">
      <h2 className="font-bold">Play it through</h2>
      <p className="soft text-[13px]">
        From the cursor on. Nothing of this is written down{whose === 'wanted' ? '; clocks and cuts show on the device' : ''}.
      </p>
      <fieldset className="flex flex-col gap-2">
        <legend className="font-bold text-[14px]">A change by hand</legend>
        <div className="grid grid-cols-2 gap-2">
          <LineField label={`Heating, ${units.temperature}`} numeric value={heat} onChange={setHeat} />
          <LineField label={`Cooling, ${units.temperature}`} numeric value={cool} onChange={setCool} />
        </div>
        <Choices
          label="How long"
          options={Object.entries(HAND) as [Hand, string][]}
          on={(one) => one === hand}
          onPick={setHand}
        />
        {hand === 'minutes' && <LineField label="Hours" numeric value={hours} onChange={setHours} />}
        {hand === 'away' && <LineField label="Days" numeric value={away} onChange={setAway} />}
        {gap && (
          <Notice kind="watch">
            <b>{gap.says}</b> {gap.mend}
          </Notice>
        )}
        <div className="flex flex-wrap gap-2">
          <button type="button" className="btn btn-primary" onClick={change}>
            Change it now
          </button>
          {play.override && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() =>
                onPlay({ ...play, override: play.override?.kind === 'hold' ? { ...play.override, clearedAt: moment } : null })
              }
            >
              Back to the program
            </button>
          )}
        </div>
      </fieldset>
      <fieldset className="flex flex-col gap-2 border-t border-base-300 pt-2">
        <legend className="font-bold text-[14px]">The power goes</legend>
        <div className="grid grid-cols-2 gap-2">
          <LineField label="Off for, h" numeric value={outH} onChange={setOutH} />
          <SelectField
            label="Its clock"
            value={battery}
            options={[
              ['kept', 'is kept'],
              ['stopped', 'stands still'],
              ['reset', 'begins anew'],
            ]}
            onSave={setBattery}
          />
        </div>
        <div className="flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={cut}>
            Cut it now
          </button>
          {play.cut && play.cut.correctedAt === null && moment >= play.cut.onAt && (
            <button
              type="button"
              className="btn btn-quiet"
              onClick={() => play.cut && onPlay({ ...play, cut: { ...play.cut, correctedAt: moment } })}
            >
              Set its clock right
            </button>
          )}
        </div>
      </fieldset>
      <label className="flex items-center gap-2 min-h-11 text-[14px] border-t border-base-300">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={play.clockSetAt !== null}
          onChange={(event) => onPlay({ ...play, clockSetAt: event.target.checked ? moment : null })}
        />
        its clock was set now and never changes by itself
      </label>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {isPlayed && (
        <div className="text-[13px] flex flex-col gap-1">
          {play.override && (
            <p>
              By hand since {clockText(localOf(clock.zone, play.override.setAt).minute)}
              {play.override.heatF !== null && `, heating ${show('temperature', play.override.heatF)}`}
              {play.override.coolF !== null && `, cooling ${show('temperature', play.override.coolF)}`}.
            </p>
          )}
          {play.cut && (
            <p>
              Clock{' '}
              {play.cut.clock.kind === 'kept'
                ? 'kept by a battery'
                : play.cut.clock.kind === 'stopped'
                  ? 'stood still'
                  : 'began anew at Monday 0:00'}
              . No power from {clockText(localOf(clock.zone, play.cut.offAt).minute)} to{' '}
              {clockText(localOf(clock.zone, play.cut.onAt).minute)}
              {play.cut.correctedAt === null ? '; nobody set its clock since' : ''}.
            </p>
          )}
          <button type="button" className="btn btn-quiet self-start" onClick={() => onPlay(NOTHING_PLAYED)}>
            Begin again
          </button>
        </div>
      )}
    </section>
  )
}
