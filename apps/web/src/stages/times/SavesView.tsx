import { localOf, type Saves, savesJobsOf, savesSaid, turnsAtF } from '@ingle/bench'
import { clockText, fromChosen, readClock } from '@ingle/core'
import { useMemo } from 'react'
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts'
import { DataTable } from '../../kit/DataTable.tsx'
import { TextField } from '../../kit/Field.tsx'
import { Empty } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { Taken } from '../../kit/Taken.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useNow } from './useNow.ts'
import { useTimesSet } from './useTimesSet.ts'
import { useTimesWorker } from './useTimesWorker.ts'

const MODE = { heat: 'Heating', cool: 'Cooling' } as const

/** What turning down saves over a year against holding, and from where on deeper costs more than it saves. */
export function SavesView() {
  const visit = useVisit()
  const { clock } = visit
  const now = useNow(300)
  const today = localOf(clock.zone, now).day
  const jobs = useMemo(() => savesJobsOf(visit, today), [visit, today])
  const key = jobs.length === 0 ? null : jobs.map((one) => one.key).join(' ')
  const saves = useTimesWorker(key, (worker) => worker.saves(jobs))
  if (jobs.length === 0)
    return (
      <Empty title="Nothing is turned down">
        <p>
          It needs a week in which something is kept lower (or cooled less) for a while, and a machine whose capacity is known.
          Holding one temperature saves nothing, and costs nothing either.
        </p>
      </Empty>
    )
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)] items-start">
      <div className="flex flex-col gap-3 min-w-0">
        {saves === null ? (
          <p className="soft panel p-4" role="status">
            Running a year of this place with the week and without …
          </p>
        ) : (
          saves.map((one) => <OneYear key={one.mode} of={one} />)
        )}
      </div>
      <Tariff />
    </div>
  )
}

const unitOf = ({ unit }: Saves) => (unit === 'therm' ? 'therms' : 'kWh')
const figure = (value: number) => Math.round(value).toLocaleString('en-US')
const money = (unit: string, value: number) => `${unit}${value.toFixed(0)}`

function OneYear({ of }: { of: Saves }) {
  const { units, show } = useVisit()
  const turns = turnsAtF(of)
  const says = savesSaid(of, show)
  const degree = (depthF: number) => Math.round(fromChosen('temperatureDifference', depthF, units) * 10) / 10
  const data = of.depths.map((one) => ({ depth: degree(one.depthF), value: one.money ?? one.used }))
  const what = of.money ? `cost, ${of.money.unit || 'money'}` : `${unitOf(of)} a year`
  return (
    <section aria-label={MODE[of.mode]} className="min-w-0 panel p-4 flex flex-col gap-2">
      <h2 className="font-bold text-lg leading-snug">{says.headline}</h2>
      {says.figures.map((one, i) => (
        <p key={one} className={i === 0 && of.money ? 'text-[17px] font-bold' : 'text-[14px]'}>
          {one}.
        </p>
      ))}
      {says.auxiliary && <p className="text-[14px] font-bold">{says.auxiliary}</p>}
      {says.deeper && (
        <>
          <h3 className="font-bold text-[15px]">{says.deeper}</h3>
          <div className="h-52" aria-hidden="true">
            <ResponsiveContainer>
              <LineChart accessibilityLayer={false} data={data} margin={{ top: 8, right: 16, bottom: 18, left: 8 }}>
                <CartesianGrid stroke="var(--tone-grid)" />
                <XAxis
                  dataKey="depth"
                  type="number"
                  domain={['dataMin', 'dataMax']}
                  tick={{ fill: 'var(--tone-ink)', fontSize: 12 }}
                  label={{
                    value: `turned down by, ${units.temperature}`,
                    position: 'insideBottom',
                    offset: -10,
                    fill: 'var(--tone-faint)',
                    fontSize: 12,
                  }}
                />
                <YAxis
                  domain={[0, 'auto']}
                  width={56}
                  tick={{ fill: 'var(--tone-ink)', fontSize: 12 }}
                  tickFormatter={(value: number) => figure(value)}
                />
                <Tooltip
                  formatter={(value) => [figure(Number(value)), what]}
                  labelFormatter={(label) => `${label} ${units.temperature}`}
                />
                {turns !== null && <ReferenceLine x={degree(turns)} stroke="var(--tone-ochre)" strokeDasharray="4 3" />}
                <Line
                  dataKey="value"
                  name={what}
                  stroke={of.mode === 'heat' ? 'var(--color-primary)' : 'var(--color-secondary)'}
                  strokeWidth={2.5}
                  dot={{ r: 3 }}
                  isAnimationActive={false}
                />
              </LineChart>
            </ResponsiveContainer>
          </div>
          <details className="text-[14px]">
            <summary className="cursor-pointer min-h-11 flex items-center soft text-[13px]">The same as a table</summary>
            <DataTable
              caption={`${MODE[of.mode]} by depth`}
              columns={[
                { head: 'Turned down by' },
                { head: unitOf(of), figure: true },
                ...(of.money ? [{ head: 'Cost', figure: true as const }] : []),
                ...(of.auxiliaryKwh > 0 ? [{ head: 'Auxiliary, kWh', figure: true as const }] : []),
              ]}
              rows={of.depths.map((one) => ({
                key: String(one.depthF),
                cells: [
                  show('temperatureDifference', one.depthF),
                  figure(one.used),
                  ...(of.money ? [money(of.money.unit, one.money ?? 0)] : []),
                  ...(of.auxiliaryKwh > 0 ? [figure(one.auxiliaryKwh)] : []),
                ],
              }))}
            />
          </details>
        </>
      )}
      <WorkedNote>
        <p>
          A room of two nodes under ideal control through 8,760 hours, once with the week and once held at its warmest (in
          cooling: coolest) set point; each run settles first (ASHRAE Fundamentals, lumped capacitance). Give or take: the same
          with loss, capacity and gains each as far off as it is known to be. By depth: every setback of the week at that depth.
        </p>
      </WorkedNote>
      <Taken of={of.assumptions} />
    </section>
  )
}

/** What energy costs, by day and by night. */
function Tariff() {
  const { system } = useVisit()
  const set = useTimesSet()
  const { times } = system
  const clock = (field: 'nightFromMin' | 'nightToMin') => (typed: string) => {
    const minute = readClock(typed)
    return minute === null ? Promise.resolve(`“${typed}” is no time of day. Write 23:00.`) : set({ [field]: minute })
  }
  return (
    <section aria-label="Tariff" className="min-w-0 panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">What it costs</h2>
      <p className="soft text-[14px]">Without prices the answer is in energy alone.</p>
      <div className="grid grid-cols-2 gap-2.5">
        <TextField label="Money" hint="£" value={times.money ?? ''} onSave={(money) => set({ money })} />
        <NumberField label="A kWh" value={times.perKwh} onSave={(perKwh) => set({ perKwh })} />
        <NumberField label="A kWh at night" zero value={times.perKwhNight} onSave={(perKwhNight) => set({ perKwhNight })} />
        <NumberField label="A therm of gas" value={times.perTherm} onSave={(perTherm) => set({ perTherm })} />
        <TextField
          label="Night rate from"
          hint="23:00"
          value={times.nightFromMin === undefined ? '' : clockText(times.nightFromMin)}
          onSave={clock('nightFromMin')}
        />
        <TextField
          label="Night rate to"
          hint="6:00"
          value={times.nightToMin === undefined ? '' : clockText(times.nightToMin)}
          onSave={clock('nightToMin')}
        />
      </div>
    </section>
  )
}
