import {
  type DamperLine,
  damperLineOf,
  LINE_SOURCE,
  lineSaid,
  nextToTest,
  pointTrouble,
  WAY_WORDS,
  worstSaid,
  yearOfAir,
} from '@ingle/bench'
import { cautionAt } from '@ingle/catalog'
import { BTU_PER_KWH, damperSignal, SIGNALS, sayValue } from '@ingle/core'
import { damperLineScene } from '@ingle/report'
import { useState } from 'react'
import { Link } from 'react-router'
import { DataTable } from '../../kit/DataTable.tsx'
import { Drawing } from '../../kit/Drawing.tsx'
import { Facts } from '../../kit/Facts.tsx'
import { CautionNote, Empty, Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { Taken } from '../../kit/Taken.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { Refused } from '../../visit/Refused.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'
import { WorkingList } from '../../visit/WorkingList.tsx'
import { PointEntry } from './PointEntry.tsx'

/** Least damper over fan speed: what it brings as found, what it should be, and the points that prove it. */
export function DamperLineView() {
  const visit = useVisit()
  const line = damperLineOf(visit)
  if (!line.ok)
    return (
      <Empty title="The line cannot be worked out yet">
        <p>
          <Refused of={line} />
        </p>
        <Link to=".." relative="path" className="btn btn-primary mt-4">
          To Need
        </Link>
      </Empty>
    )
  return <Lines line={line.value} />
}

function Lines({ line }: { line: DamperLine }) {
  const visit = useVisit()
  const { show, units, write } = visit
  const [ref, width] = useWidth(640)
  const { waiting, put, valueFor } = useAims(LINE_SOURCE)
  const [wrong, setWrong] = useState<string | null>(null)
  const said = lineSaid(visit, line)
  const toTake = waiting(line.aims)
  const take = async () => {
    const written = await put(toTake)
    setWrong(written.ok ? null : `${written.reason} ${written.remedy}`)
  }
  const first = nextToTest(line.aim.slots) ?? line.aim.slots.at(-1)
  const signal = visit.system.roof.damperSignal
  return (
    <div className="grid gap-3 md:gap-4 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)] lg:grid-rows-[auto_1fr] items-start">
      <section aria-label="Damper line" className="panel p-4 flex flex-col gap-2 min-w-0">
        <h2 className="font-bold text-lg leading-snug">{said.headline}</h2>
        <p className="soft text-[14px]">Outdoor air over fan speed. Points measured in test mode; bars: how sure.</p>
        <div ref={ref}>
          <Drawing scene={damperLineScene(line, units, Math.max(width, 320), width < 460 ? 270 : 330)} />
        </div>
        <DataTable
          caption="Measured points"
          columns={[
            { head: 'Point' },
            { head: 'Fan', figure: true },
            { head: 'Damper', figure: true },
            { head: 'By' },
            { head: 'Outdoor air', figure: true },
            { head: '' },
          ]}
          rows={line.points.map((one, i) => ({
            key: one.state.id,
            marked: !one.counts,
            cells: [
              String(i + 1),
              show('percent', one.state.speedPct),
              show('percent', one.state.positionPct),
              one.visit === null ? WAY_WORDS[one.state.way] : `${WAY_WORDS[one.state.way]}, visit ${one.visit}`,
              one.outdoorCfm === null
                ? '—'
                : `${show('flow', one.outdoorCfm)} ± ${show('flow', one.errorCfm ?? 0, { bare: true })}`,
              <span key="m" className="flex items-center gap-1">
                <StateMark mark={one.trouble === 'ok' ? 'proved' : one.counts ? 'found' : 'watch'} />
                {one.visit === null && (
                  <button
                    type="button"
                    className="link min-h-9"
                    aria-label={`Take back point ${i + 1}`}
                    onClick={() => void write([{ kind: 'undo', body: { targetId: one.state.id } }])}
                  >
                    take back
                  </button>
                )}
              </span>,
            ],
          }))}
        />
        {line.points.length === 0 && <p className="soft">No point yet: begin with the fan at its top speed.</p>}
        {line.points
          .filter((one) => one.trouble !== 'ok')
          .map((one) => {
            const trouble = pointTrouble(visit, one)
            return (
              <Notice key={one.state.id} kind="watch">
                <b>{trouble.says}</b> {trouble.mend}
              </Notice>
            )
          })}
        <details className="text-[14px]">
          <summary className="cursor-pointer min-h-11 flex items-center soft text-[13px]">How the points were worked out</summary>
          <WorkingList of={line.points.map((one) => one.working)} />
        </details>
      </section>
      <div className="flex flex-col gap-3 min-w-0 lg:row-span-2">
        <section aria-label="Next move" className="panel p-4 flex flex-col gap-2 border-l-4 border-l-primary">
          <span className="soft text-[13px]">Next move</span>
          <h2 className="font-bold text-[17px] leading-snug">{said.move}</h2>
          <p className="text-[14px]">{said.why}</p>
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-primary" disabled={toTake.length === 0} onClick={() => void take()}>
              {toTake.length === 0 ? 'The line stands as aims' : 'Take the line as aims'}
            </button>
          </div>
          {wrong && <Notice kind="wrong">{wrong}</Notice>}
        </section>
        <PointEntry
          speedPct={said.speed ?? first?.speedPct ?? 100}
          positionPct={Math.round((first?.positionPct ?? 20) * 10) / 10}
        />
        <CautionNote text={cautionAt('roof')?.text ?? ''} />
        <Year line={line} />
        <Taken of={line.roof.assumptions} />
      </div>
      <section aria-label="Positions for the device" className="panel p-4 flex flex-col gap-2 min-w-0">
        <h2 className="font-bold">For the device</h2>
        <DataTable
          caption="Positions"
          columns={[
            { head: 'Setting' },
            { head: 'Fan', figure: true },
            { head: 'Found', figure: true },
            { head: 'Aim', figure: true },
            { head: 'On the device', figure: true },
            ...(signal ? [{ head: 'Signal', figure: true }] : []),
            { head: 'Brings', figure: true },
            { head: '' },
          ]}
          rows={line.aim.slots.map((one) => {
            const value = valueFor(one.slot.row.id, String(one.positionPct))
            return {
              key: one.slot.row.key,
              cells: [
                [one.slot.row.setting.code, one.slot.label].filter(Boolean).join(' · '),
                show('percent', one.speedPct),
                one.slot.foundPct === null ? '—' : show('percent', one.slot.foundPct),
                `${Math.round(one.positionPct * 10) / 10}%`,
                value === null ? '—' : sayValue(one.slot.row.setting, value),
                ...(signal
                  ? [
                      `${damperSignal(signal, one.positionPct, visit.system.roof.damperReversed).toFixed(2)} ${SIGNALS[signal].unit}`,
                    ]
                  : []),
                show('flow', one.provedBy?.outdoorCfm ?? one.outdoorCfm),
                one.provedBy ? 'measured' : one.reached ? 'foretold' : 'not enough',
              ],
            }
          })}
        />
        <Facts
          names="5.5rem"
          of={[
            ...(line.found
              ? [[line.found.isShipped ? 'As shipped' : 'As found', worstSaid(visit, line.found.check)] as const]
              : []),
            ['As aimed', worstSaid(visit, line.aim.check)],
            ...(line.next && line.roof.takesPairs
              ? [['One more', `a point at ${line.next.speedPct}% fan would leave ${show('flow', line.next.worstCfm)}`] as const]
              : []),
          ]}
        />
        {line.aim.slots.length === 0 && (
          <p className="soft">
            No controller with least positions is known: choose it on the Survey stage. The figures hold all the same.
          </p>
        )}
      </section>
    </div>
  )
}

/** What the outdoor air costs in a year, as found and as aimed. */
function Year({ line }: { line: DamperLine }) {
  const { show, units } = useVisit()
  const year = yearOfAir(line)
  if (!year)
    return (
      <p className="soft text-[14px] px-1">With the climate zone (Free cooling) a year’s cost of the outdoor air stands here.</p>
    )
  const money = (value: number) => `${line.roof.money} ${Math.round(value).toLocaleString('en-US')}`.trim()
  const heat = (btu: number) =>
    units.flow === 'cfm' ? (btu / 1e6).toFixed(0) : Math.round(btu / BTU_PER_KWH).toLocaleString('en-US')
  const unit = units.flow === 'cfm' ? 'MMBtu' : 'kWh'
  const rows: [string, (one: NonNullable<ReturnType<typeof yearOfAir>>['aim']) => string][] = [
    ['Outdoor air, mean', (one) => show('flow', one.cfm)],
    [`Heat for it, ${unit}`, (one) => heat(one.heatBtu)],
    [`Cold for it, ${unit}`, (one) => heat(one.coldBtu)],
  ]
  const priced = line.roof.prices.perKwh > 0 || line.roof.prices.perTherm > 0
  if (priced) rows.push(['Costs', (one) => money(one.cost)])
  return (
    <section aria-label="A year of outdoor air" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">A year of outdoor air</h2>
      <DataTable
        caption="A year"
        columns={[
          { head: '' },
          { head: line.found?.isShipped ? 'Shipped' : 'Found', figure: true },
          { head: 'Aim', figure: true },
        ]}
        rows={rows.map(([name, of]) => ({ key: name, cells: [name, year.found ? of(year.found) : '—', of(year.aim)] }))}
      />
      <p className="soft text-[13px]">
        A made-up year of zone {line.roof.climate ? 'as chosen' : ''}; heat below {show('temperature', year.balanceF)} outdoors,
        cold where the air outside holds more heat than the return; in hours of use, at the mean of all fan speeds, each weighed
        alike: how long it runs at each is not known.
      </p>
    </section>
  )
}
