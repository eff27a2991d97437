import { balanceOf } from '@ingle/bench'
import { BALANCE_BAND, list, percent } from '@ingle/core'
import type { OutletId, ZoneId } from '@ingle/record'
import { useState } from 'react'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { CautionNote, Empty, Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { StateMark } from '../../kit/StateMark.tsx'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Proportional balance by hand dampers: which one to touch next, and until it reads what. */
export function Balance() {
  const visit = useVisit()
  const { here, show, units, write, at, zoned } = visit
  const [zoneId, setZoneId] = useState<ZoneId | ''>('')
  const { rows: outlets, step, unread } = balanceOf(visit, zoneId === '' ? null : zoneId)
  if (outlets.length === 0)
    return (
      <Empty title="There is nothing to balance yet">
        <p>Enter the outlets with their wanted flows, then read each once with its hand damper fully open.</p>
      </Empty>
    )
  const next = step.ok ? step.value.next : null
  const nextOne = outlets.find((one) => one.id === next?.id)
  const key = step.ok ? outlets.find((one) => one.id === step.value.keyId) : undefined
  const log = async (outletId: OutletId, flowCfm: number, more: { damperPct?: number; moved?: boolean }) => {
    const written = await write([{ kind: 'outlet.reading', body: { ...at, outletId, flowCfm, ...more } }])
    return refusalOf(written)
  }
  return (
    <div className="grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1.45fr)_minmax(0,1fr)] items-start">
      <section aria-label="Outlets in balance" className="panel overflow-x-auto">
        <table className="w-full text-[14px]">
          <thead>
            <tr className="soft text-left text-[12.5px]">
              <th scope="col" className="pl-3 py-1.5">
                <span className="sr-only">State</span>
              </th>
              <th scope="col">Outlet</th>
              <th scope="col" className="text-right pl-3">
                Wanted {units.flow}
              </th>
              <th scope="col" className="text-right pl-3">
                Read
              </th>
              <th scope="col" className="text-right pl-3">
                Of wanted
              </th>
              <th scope="col" className="pl-4">
                Damper
              </th>
              <th scope="col" className="pl-4">
                Read again, {units.flow}
              </th>
            </tr>
          </thead>
          <tbody className="divide-y divide-base-300">
            {outlets.map((one) => {
              const { ratio, even } = one
              return (
                <tr key={one.id} className={one.id === next?.id ? 'bg-base-200' : ''}>
                  <td className="pl-3">
                    <StateMark mark={even === null ? 'not-looked-at' : even ? 'proved' : 'watch'} size={14} />
                  </td>
                  <th scope="row" className="text-left font-bold">
                    {one.name}
                    {one.id === key?.id && <span className="soft font-normal"> · key, stays open</span>}
                  </th>
                  <td className="num text-right pl-3">{show('flow', one.designCfm, { bare: true })}</td>
                  <td className="num text-right pl-3">
                    {one.flowCfm === null ? '—' : show('flow', one.flowCfm, { bare: true })}
                    {one.isForetold && <span className="soft font-sans text-[12px]"> foretold</span>}
                  </td>
                  <td className="num text-right pl-3">{ratio === null || !Number.isFinite(ratio) ? '—' : percent(ratio)}</td>
                  <td className="num pl-4">{damper(one.damperPct)}</td>
                  <td className="pl-4 pr-2 py-0.5 w-32 min-w-32">
                    <ReadAgain
                      name={one.name}
                      onLog={(flowCfm) => log(one.id, flowCfm, one.damperPct === null ? {} : { damperPct: one.damperPct })}
                    />
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </section>
      <div className="flex flex-col gap-3 order-first xl:order-none">
        <section aria-label="Next damper" className="panel p-4 flex flex-col gap-2.5">
          <SelectField
            label="Balance"
            value={zoneId}
            options={[
              ['', 'all outlets, with every zone open'],
              ...zoned.zones.map((one): [ZoneId | '', string] => [one.zone.id, `within ${one.zone.name}`]),
            ]}
            onSave={setZoneId}
          />
          {!step.ok && (
            <Notice kind="watch">
              <Refused of={step} />
            </Notice>
          )}
          {step.ok && !next && (
            <>
              <h2 className="font-bold text-lg leading-tight text-success">
                {unread.length > 0 ? 'In balance, as foretold' : 'In balance'}: all within {percent(BALANCE_BAND)}
              </h2>
              <p className="text-[14px]">
                Every outlet stands at {percent(step.value.evenRatio)} of its wanted flow, give or take{' '}
                {percent(step.value.spread)}.
                {Math.abs(step.value.evenRatio - 1) > BALANCE_BAND &&
                  (step.value.evenRatio < 1
                    ? ' All are short alike: that is the blower’s, not the dampers’.'
                    : ' All have too much alike: take a lower tap.')}
              </p>
            </>
          )}
          {unread.length > 0 && (
            <p className="text-[14px]">
              Not read since a damper moved, so foretold at the same total: {list(unread)}. Read them again before the last word.
            </p>
          )}
          {step.ok && next && nextOne && (
            <>
              <h2 className="font-bold text-lg leading-tight">
                Close {nextOne.name} until it reads {show('flow', next.toCfm)}
              </h2>
              <p className="text-[14px]">
                It has <b className="num">{percent(next.fromCfm / nextOne.designCfm)}</b> of what it should, the most of all;{' '}
                {key?.name} has the least,{' '}
                <b className="num">{percent(step.value.ratios[outlets.findIndex((one) => one.id === key?.id)] ?? 0)}</b>. Let
                through <b className="num">{percent(next.passShare)}</b> of now: from {show('flow', next.fromCfm)} down, while{' '}
                {key?.name} comes up to {show('flow', next.keyCfm)}.
              </p>
              <NextDamper
                key={nextOne.id + String(next.fromCfm)}
                name={nextOne.name}
                onLog={(flow, pct) => log(nextOne.id, flow, { moved: true, ...(pct !== undefined && { damperPct: pct }) })}
              />
            </>
          )}
          <WorkedNote>
            <p>
              Proportional method (ASHRAE Standard 111): the outlet with the least for its design stays open, and the others come
              down to its share, f = r(key) ÷ r. Outlets on one plenum keep their proportions whatever the static becomes. The
              reading foretold takes the total flow as held. Balanced within ±{percent(BALANCE_BAND)}.
            </p>
          </WorkedNote>
          <CautionNote text="A ladder on firm ground, one hand for the damper. Never close a fire damper to balance." />
        </section>
        <section aria-label="Tries of the balance" className="panel p-4">
          <h2 className="font-bold">Tries, the last first</h2>
          <ol className="text-[14px] mt-1">
            {here.outletReadings.toReversed().map((one) => (
              <li key={one.id} className="num flex gap-3 border-t border-base-300 py-1">
                <span className="grow">{outlets.find((other) => other.id === one.outletId)?.name ?? 'an outlet elsewhere'}</span>
                <span>{show('flow', one.flowCfm)}</span>
                <span className="soft w-28 text-right">{damper(one.damperPct)}</span>
              </li>
            ))}
          </ol>
        </section>
      </div>
    </div>
  )
}

const damper = (pct: number | null): string => (pct === null ? '' : pct === 100 ? 'fully open' : `${pct}% open`)

function ReadAgain({ name, onLog }: { name: string; onLog: (flowCfm: number) => Promise<string | null> }) {
  const { units } = useVisit()
  return <QuantityField label={`${name}, read again`} quiet entry quantity="flow" base={null} units={units} onSave={onLog} />
}

function NextDamper({
  name,
  onLog,
}: {
  name: string
  onLog: (flowCfm: number, pct: number | undefined) => Promise<string | null>
}) {
  const { units } = useVisit()
  const [pct, setPct] = useState<number | null>(null)
  return (
    <div className="grid gap-2.5 grid-cols-2">
      <NumberField
        label="Handle stands at, % open"
        hint="if it shows"
        zero
        value={pct}
        onSave={async (value) => {
          if (value > 100) return `${value}% is more than open.`
          setPct(Math.round(value))
          return null
        }}
      />
      <QuantityField
        label={`${name} reads now`}
        entry
        quantity="flow"
        base={null}
        units={units}
        onSave={(flowCfm) => onLog(flowCfm, pct ?? undefined)}
      />
    </div>
  )
}
