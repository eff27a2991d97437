import {
  type Around,
  type Combination,
  type ComfortControl,
  combinationsOf,
  countOf,
  MOST_COMBINATIONS,
  weightsOf,
} from '@ingle/bench'
import { bestOf, type ComfortFigure, counted, fromChosen, list, type Tried } from '@ingle/core'
import { useMemo, useState } from 'react'
import { CartesianGrid, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis, ZAxis } from 'recharts'
import { CheckField } from '../../kit/Field.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { FIGURE_WORDS, sayFigure } from './figures.ts'
import { useSearch } from './useSearch.ts'

interface Props {
  controls: readonly ComfortControl[]
  around: Around
  picks: Readonly<Record<string, string>>
  gapInTry: boolean
  onTake: (picks: Record<string, string>) => void
}

/** A step of two seconds is enough to compare, and half the time. */
const OPTIONS = { stepS: 2 } as const

/** Every allowed combination of some settings, weighed; the trade-off between starts and swing; and what matters most. */
export function FindBest({ controls, around, picks, gapInTry, onTake }: Props) {
  const visit = useVisit()
  const [open, setOpen] = useState(false)
  const [keys, setKeys] = useState<ReadonlySet<string>>(() => new Set(usual(controls)))
  const { search, start, stop } = useSearch(OPTIONS)
  const chosen = controls.filter((one) => keys.has(one.row.key))
  const count = chosen.length === 0 ? 0 : countOf(chosen)
  const weights = weightsOf(visit)
  if (!open)
    return (
      <section aria-label="Find the best" className="panel p-4">
        <button type="button" className="btn" onClick={() => setOpen(true)}>
          Find the best…
        </button>
      </section>
    )
  return (
    <section aria-label="Find the best" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold">Find the best</h2>
      <fieldset>
        <legend className="soft text-[13px]">Which settings to try, in every combination</legend>
        <div className="grid sm:grid-cols-2 gap-x-4">
          {controls.map((one) => (
            <CheckField
              key={one.row.key}
              label={`${one.label}, ${counted(one.choices.length, 'value')}`}
              checked={keys.has(one.row.key)}
              onSave={(on) => {
                const next = new Set(keys)
                if (on) next.add(one.row.key)
                else next.delete(one.row.key)
                setKeys(next)
              }}
            />
          ))}
        </div>
      </fieldset>
      <p className="text-[14px]">
        {count} combinations
        {count > MOST_COMBINATIONS && <b>: more than {MOST_COMBINATIONS}; leave a setting out</b>}. Weighed by house rules and
        wishes: {WEIGHT_WORDS.map(([wish, words]) => `${words} ×${weights[wish]}`).join(', ')}.
      </p>
      <div className="flex gap-2">
        <button
          type="button"
          className="btn btn-primary"
          disabled={count === 0 || count > MOST_COMBINATIONS || (search?.running ?? false)}
          onClick={() => start(combinationsOf(visit, chosen, around, picks, gapInTry))}
        >
          Try them all
        </button>
        {search?.running && (
          <button type="button" className="btn" onClick={stop}>
            Stop
          </button>
        )}
      </div>
      {search && (
        <div>
          <div className="h-2 bg-base-300 rounded" aria-hidden="true">
            <div
              className="h-full rounded bg-[var(--tone-air)]"
              style={{ width: `${(100 * search.figures.length) / search.of.length}%` }}
            />
          </div>
          <p className="soft text-[13px]" role="status" aria-label="Tried so far">
            {search.figures.length} of {search.of.length} tried
          </p>
        </div>
      )}
      {search && search.figures.length > 1 && (
        <Answer of={search.of} figures={search.figures} controls={controls} done={!search.running} onTake={onTake} />
      )}
    </section>
  )
}

/** What changes comfort most on most devices, where this one has it. */
const USUAL = ['sensor.source', 'fan.satisfied.heat', 'control.differential', 'control.cycle-rate', 'control.tightness']
const usual = (controls: readonly ComfortControl[]) =>
  controls.filter((one) => USUAL.includes(one.row.id)).map((one) => one.row.key)

const WEIGHT_WORDS = [
  ['even', 'even temperature'],
  ['few-starts', 'few starts'],
  ['quiet', 'quiet'],
  ['dry', 'dry air'],
  ['cheap', 'low bills'],
] as const

function Answer(props: {
  of: readonly Combination[]
  figures: readonly (ComfortFigure[] | null)[]
  controls: readonly ComfortControl[]
  done: boolean
  onTake: (picks: Record<string, string>) => void
}) {
  const { of, figures, controls, done, onTake } = props
  const visit = useVisit()
  const { show, units } = visit
  const weights = weightsOf(visit)
  const tried = useMemo(
    () => figures.flatMap((one, i): Tried[] => (one ? [{ picks: (of[i] as Combination).picks, figures: one }] : [])),
    [figures, of],
  )
  const best = bestOf(tried, weights)
  const [opened, setOpened] = useState<number | null>(null)
  if (!best) return <p className="soft">None of them can be run.</p>
  const [winner, second] = best.order
  const shown = opened ?? (winner as number)
  const figureOf = (i: number, measure: ComfortFigure['measure']) =>
    tried[i]?.figures.find((one) => one.measure === measure)?.value ?? 0
  const points = tried.map((_, i) => ({
    i,
    starts: figureOf(i, 'starts'),
    swing: fromChosen('temperatureDifference', figureOf(i, 'swing'), units),
    energy: figureOf(i, 'energy'),
  }))
  const said = (i: number) =>
    Object.entries(tried[i]?.picks ?? {})
      .map(([key, meaning]) => {
        const control = controls.find((one) => one.row.key === key)
        return `${control?.label}: ${control?.choices.find((one) => one.meaning === meaning)?.says ?? meaning}`
      })
      .join(' · ')
  const most = Math.max(0.5, ...points.map((one) => one.starts))
  const apart = most > 4 ? 1 : most > 1.5 ? 0.5 : 0.25
  const startsTicks = Array.from({ length: Math.ceil(most / apart) + 1 }, (_, i) => i * apart)
  const axis = { fontSize: 12, fill: 'var(--tone-ink)' }
  return (
    <div className="grid gap-x-5 gap-y-2 md:grid-cols-2 text-[14px] items-start">
      <div className="flex flex-col gap-2">
        <p>
          <b>{done ? 'Best' : 'Best so far'}:</b> {said(winner as number)}
        </p>
        {second !== undefined && (
          <p>
            <b>Runner-up:</b> {said(second)}
          </p>
        )}
        {best.givesUp.length > 0 && (
          <p>
            <b>It gives up:</b>{' '}
            {list(
              best.givesUp.map(
                ({ measure, value, best: least }) =>
                  `${FIGURE_WORDS[measure].toLowerCase()} ${sayFigure({ measure, value, standing: null }, show)} where ${sayFigure({ measure, value: least, standing: null }, show)} can be had`,
              ),
            )}
            .
          </p>
        )}
        {best.matters[0] && best.matters[0].moves > 0 && (
          <p>
            <b>What matters most:</b> {controls.find((one) => one.row.key === best.matters[0]?.key)?.label}. Whoever has one
            minute sets that.
          </p>
        )}
        <label className="block">
          <span className="soft text-[13px]">Opened, the best first</span>
          <select className="select w-full" value={shown} onChange={(event) => setOpened(Number(event.target.value))}>
            {best.order.slice(0, 40).map((i, rank) => (
              <option key={i} value={i}>
                {rank + 1}. swing {sayFigure({ measure: 'swing', value: figureOf(i, 'swing'), standing: null }, show)},{' '}
                {figureOf(i, 'starts').toFixed(1)} starts
              </option>
            ))}
          </select>
        </label>
        <p className="soft">{said(shown)}</p>
        <button type="button" className="btn self-start" onClick={() => onTake(tried[shown]?.picks as Record<string, string>)}>
          Use as this try
        </button>
      </div>
      <div
        className="h-64 min-w-0"
        role="img"
        aria-label={`Swing against starts of ${counted(tried.length, 'combination')}; the best lowest on both`}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ScatterChart accessibilityLayer={false} margin={{ top: 8, right: 12, bottom: 16, left: -8 }}>
            <CartesianGrid stroke="var(--tone-grid)" />
            <XAxis
              type="number"
              dataKey="starts"
              tick={axis}
              domain={[0, startsTicks.at(-1) as number]}
              ticks={startsTicks}
              label={{ value: 'starts an hour', position: 'insideBottom', offset: -8, fontSize: 12 }}
            />
            <YAxis
              type="number"
              dataKey="swing"
              tick={axis}
              label={{ value: `swing, ${units.temperature}`, angle: -90, position: 'insideLeft', offset: 16, fontSize: 12 }}
            />
            <ZAxis dataKey="energy" range={[24, 160]} />
            <Scatter
              data={points.filter((one) => one.i !== shown)}
              fill="var(--tone-air)"
              fillOpacity={0.45}
              isAnimationActive={false}
              onClick={(one: { payload?: { i: number } }) => setOpened(one.payload?.i ?? null)}
            />
            <Scatter data={points.filter((one) => one.i === shown)} fill="var(--tone-ember)" isAnimationActive={false} />
          </ScatterChart>
        </ResponsiveContainer>
      </div>
    </div>
  )
}
