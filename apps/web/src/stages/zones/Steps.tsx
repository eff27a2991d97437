import {
  combinationOf,
  DRAUGHT_FPM,
  express,
  judgeZones,
  OUTLET_KINDS,
  outletJet,
  percent,
  sayValue,
  stepFlows,
} from '@ingle/core'
import { effectiveFt2, outletShares, rowBody } from '@ingle/record'
import { useMemo } from 'react'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { useZoned } from './useZoned.ts'

const STEPS = ['low', 'mid', 'high'] as const

/** Named fan steps against zones open, in figures for those who set them by feel; and what the air does where people are. */
export function Steps() {
  const { show, units, ledger, write, at } = useVisit()
  const zoned = useZoned()
  const base = zoned.of.ok ? zoned.of.value : null
  const flows = useMemo(() => (base ? stepFlows(base) : null), [base])
  const judged = useMemo(() => (base ? judgeZones(base) : null), [base])
  if (!base)
    return (
      <Empty title="The steps cannot be worked out yet">
        <p>{zoned.of.ok ? '' : `${zoned.of.reason} ${zoned.of.remedy}`}</p>
      </Empty>
    )
  const rowOf = (step: string) => ledger.find((row) => row.id === `fan.step.${step}`)
  const deviceValue = (step: (typeof STEPS)[number]) => {
    const row = rowOf(step)
    const made = flows?.ok && row ? express(row.setting, String(Math.round(100 * flows.value[step].share))) : null
    return row && made && made.fit !== 'none' ? { row, value: made.value } : null
  }
  const put = () =>
    void write(
      STEPS.flatMap((step) => {
        const said = deviceValue(step)
        return said && flows?.ok
          ? [
              {
                kind: 'aim.set' as const,
                body: {
                  ...at,
                  ...rowBody(said.row.key),
                  value: String(Math.round(100 * flows.value[step].share)),
                  why: `${Math.round(flows.value[step].wantedCfm)} cfm for the zones that are open then`,
                  from: 'worked-out' as const,
                  source: 'Zones stage',
                },
              },
            ]
          : []
      }),
    )
  const all = judged?.ok ? combinationOf(judged.value, 2 ** base.branches.length - 1) : null
  const alone = (i: number) =>
    judged?.ok ? combinationOf(judged.value, (1 << i) | base.network.alwaysOpen.reduce((m, z) => m | (1 << z), 0)) : null
  return (
    <div className="flex flex-col gap-3 md:gap-4">
      <section aria-label="Fan steps" className="panel p-4 flex flex-col gap-2">
        <h2 className="font-bold">
          {base.steps
            ? `Fan steps as they stand: ${STEPS.map((step) => `${step} ${percent(base.steps?.[step] ?? 0)}`).join(', ')}`
            : 'This controller asks the blower for one flow, whatever is open'}
        </h2>
        {flows && !flows.ok && (
          <Notice kind="watch">
            <b>{flows.reason}</b> {flows.remedy}
          </Notice>
        )}
        {flows?.ok && (
          <table className="w-full text-[14px]">
            <thead>
              <tr className="soft text-left text-[12.5px]">
                <th scope="col">Step</th>
                <th scope="col">Zones open</th>
                <th scope="col" className="text-right">
                  Should bring {units.flow}
                </th>
                <th scope="col" className="text-right">
                  Of full flow
                </th>
                {base.steps && (
                  <>
                    <th scope="col" className="text-right">
                      As the controller takes it
                    </th>
                    <th scope="col" className="text-right">
                      By feel, as it stands
                    </th>
                    <th scope="col" className="text-right">
                      which brings {units.flow}
                    </th>
                  </>
                )}
              </tr>
            </thead>
            <tbody className="divide-y divide-base-300">
              {STEPS.map((step) => {
                const one = flows.value[step]
                const said = deviceValue(step)
                const felt = base.steps?.[step] ?? null
                const full = flows.value.high.wantedCfm
                return (
                  <tr key={step} className="h-9">
                    <th scope="row" className="text-left font-bold">
                      {step}
                    </th>
                    <td className="num">
                      {one.openTo === 0
                        ? 'never taken'
                        : one.openFrom === one.openTo
                          ? one.openTo
                          : `${one.openFrom} to ${one.openTo}`}
                    </td>
                    <td className="num text-right">
                      {show('flow', one.wantedCfm, { bare: true })}
                      {one.byFloor && <span className="soft"> floor</span>}
                    </td>
                    <td className="num text-right">{percent(one.share)}</td>
                    {base.steps && (
                      <>
                        <td className="num text-right font-bold">
                          {said ? sayValue(said.row.setting, said.value) : 'no such value'}
                        </td>
                        <td className="num text-right">{felt === null ? '—' : percent(felt)}</td>
                        <td className="num text-right">{felt === null ? '—' : show('flow', felt * full, { bare: true })}</td>
                      </>
                    )}
                  </tr>
                )
              })}
            </tbody>
          </table>
        )}
        {flows?.ok && STEPS.some((step) => deviceValue(step)) && (
          <button type="button" className="btn btn-primary self-start" onClick={put}>
            Put the steps into the ledger as aims
          </button>
        )}
        <p className="soft text-[13px]">
          A step should bring what the largest set of zones open then is designed for, and never less than heater and coil need.
        </p>
      </section>
      <section aria-label="Air where people are" className="panel p-4 overflow-x-auto">
        <h2 className="font-bold">What the air does where people are</h2>
        <table className="w-full text-[14px]">
          <thead>
            <tr className="soft text-left text-[12.5px]">
              <th scope="col" className="py-1.5">
                Outlet
              </th>
              <th scope="col">Throws</th>
              <th scope="col" className="text-right">
                All open: face {units.velocity}
              </th>
              <th scope="col" className="text-right">
                throw {units.altitude}
              </th>
              <th scope="col" className="text-right">
                at people
              </th>
              <th scope="col" className="text-right">
                Its zone alone: face
              </th>
              <th scope="col" className="text-right">
                throw
              </th>
              <th scope="col" className="text-right">
                at people
              </th>
            </tr>
          </thead>
          <tbody className="divide-y divide-base-300">
            {zoned.zones.flatMap(({ outlets }, zone) => {
              const shares = outletShares(outlets)
              return outlets.map((outlet, i) => {
                const area = effectiveFt2(outlet)
                const jets = [all, alone(zone)].map((row) => {
                  const flow = row ? (row.zoneCfm[zone] as number) * (shares[i] as number) : Number.NaN
                  if (area === null || !outlet.kind || !Number.isFinite(flow)) return null
                  const jet = outletJet({ kind: outlet.kind, flowCfm: flow, effectiveFt2: area, reachFt: outlet.reachFt })
                  return jet.ok ? jet.value : null
                })
                return (
                  <tr key={outlet.id} className="h-9">
                    <th scope="row" className="text-left font-bold">
                      {outlet.name}
                    </th>
                    <td>{outlet.kind ? OUTLET_KINDS[outlet.kind].words : 'not said'}</td>
                    {jets.flatMap((jet, which) => {
                      const key = `${outlet.id}${which}`
                      const people = jet?.atPeopleFpm ?? null
                      return [
                        <td key={`${key}f`} className="num text-right">
                          {jet ? show('velocity', jet.faceFpm, { bare: true }) : '—'}
                        </td>,
                        <td key={`${key}t`} className="num text-right">
                          {jet ? show('altitude', jet.throwFt, { bare: true }) : '—'}
                        </td>,
                        <td
                          key={`${key}p`}
                          className={`num text-right ${people !== null && people > DRAUGHT_FPM ? 'font-bold' : ''}`}
                        >
                          {people === null ? '—' : show('velocity', people, { bare: true })}
                          {people !== null && people > DRAUGHT_FPM && <span className="soft"> draught</span>}
                        </td>,
                      ]
                    })}
                  </tr>
                )
              })
            })}
          </tbody>
        </table>
        <p className="soft text-[13px] mt-2">
          Throw to {show('velocity', DRAUGHT_FPM)}: V = K·V0·√A0 ÷ x of a free jet of room-warm air, K by kind of outlet. Source:
          ASHRAE Fundamentals 2017, ch. 20. Warm air rises before it gets there, cold air falls sooner: feel it with a hand too.
        </p>
      </section>
    </div>
  )
}
