import { effectiveFt2, FAN_STEPS, fanStepsOf, outletShares, ZONES_SOURCE } from '@ingle/bench'
import {
  combinationOf,
  draughtIn,
  judgeZones,
  OUTLET_KINDS,
  outletJet,
  percent,
  type RoomKind,
  sayValue,
  TERMINAL_FPM,
} from '@ingle/core'
import type { OutletState } from '@ingle/record'
import { type ReactNode, useMemo } from 'react'
import { DataTable } from '../../kit/DataTable.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useAims } from '../../visit/useAims.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Named fan steps against zones open, in figures for those who set them by feel; and what the air does where people are. */
export function Steps() {
  const visit = useVisit()
  const { show, units, zoned } = visit
  const { rowOf, valueFor, put } = useAims(ZONES_SOURCE)
  const base = zoned.of.ok ? zoned.of.value : null
  const made = useMemo(() => fanStepsOf(visit), [visit])
  const judged = useMemo(() => (base ? judgeZones(base) : null), [base])
  if (!base)
    return (
      <Empty title="The steps cannot be worked out yet">
        <p>{zoned.of.ok ? null : <Refused of={zoned.of} />}</p>
      </Empty>
    )
  const flows = made?.flows
  const aims = made?.aims ?? []
  const deviceValue = (step: (typeof FAN_STEPS)[number]) => {
    const aim = aims.find((one) => one.id === `fan.step.${step}`)
    const row = rowOf(`fan.step.${step}`)
    const value = aim ? valueFor(aim.id, aim.meaning) : null
    return row && value !== null ? { row, value } : null
  }
  const jetCells = (outlet: OutletState, room: RoomKind | null, flowCfm: number | null): ReactNode[] => {
    const area = effectiveFt2(outlet)
    const made =
      area === null || !outlet.kind || flowCfm === null || !Number.isFinite(flowCfm)
        ? null
        : outletJet({ kind: outlet.kind, flowCfm, effectiveFt2: area, reachFt: outlet.reachFt })
    if (!made?.ok) return ['—', '—', '—']
    const { faceFpm, throwFt, atPeopleFpm } = made.value
    const felt = atPeopleFpm === null ? null : draughtIn(room, atPeopleFpm)
    return [
      show('velocity', faceFpm, { bare: true }),
      show('altitude', throwFt, { bare: true }),
      felt === null ? (
        atPeopleFpm === null ? (
          '—'
        ) : (
          show('velocity', atPeopleFpm, { bare: true })
        )
      ) : (
        <b key="d">
          {show('velocity', atPeopleFpm ?? 0, { bare: true })} draught{felt === 'heating' && ' in heating'}
        </b>
      ),
    ]
  }
  const all = judged?.ok ? combinationOf(judged.value, 2 ** base.branches.length - 1) : null
  const alone = (i: number) =>
    judged?.ok ? combinationOf(judged.value, (1 << i) | base.network.alwaysOpen.reduce((m, z) => m | (1 << z), 0)) : null
  return (
    <div className="flex flex-col gap-3 md:gap-4">
      <section aria-label="Fan steps" className="panel p-4 flex flex-col gap-2">
        <h2 className="font-bold">
          {base.steps
            ? `Fan steps as they stand: ${FAN_STEPS.map((step) => `${step} ${percent(base.steps?.[step] ?? 0)}`).join(', ')}`
            : 'This controller asks the blower for one flow, whatever is open'}
        </h2>
        {flows && !flows.ok && (
          <Notice kind="watch">
            <Refused of={flows} />
          </Notice>
        )}
        {flows?.ok && (
          <DataTable
            caption="Fan steps against zones open"
            columns={[
              { head: 'Step' },
              { head: 'Zones open', figure: true },
              { head: `Should bring ${units.flow}`, figure: true },
              { head: 'Of full flow', figure: true },
              ...(base.steps
                ? [
                    { head: 'As the controller takes it', figure: true },
                    { head: 'By feel, as it stands', figure: true },
                    { head: `which brings ${units.flow}`, figure: true },
                  ]
                : []),
            ]}
            rows={FAN_STEPS.map((step) => {
              const one = flows.value[step]
              const said = deviceValue(step)
              const felt = base.steps?.[step] ?? null
              const full = flows.value.high.wantedCfm
              const open =
                one.openTo === 0
                  ? 'never taken'
                  : one.openFrom === one.openTo
                    ? String(one.openTo)
                    : `${one.openFrom} to ${one.openTo}`
              return {
                key: step,
                cells: [
                  step,
                  open,
                  `${show('flow', one.wantedCfm, { bare: true })}${one.byFloor ? ' floor' : ''}`,
                  percent(one.share),
                  ...(base.steps
                    ? [
                        <b key="v">{said ? sayValue(said.row.setting, said.value) : 'no such value'}</b>,
                        felt === null ? '—' : percent(felt),
                        felt === null ? '—' : show('flow', felt * full, { bare: true }),
                      ]
                    : []),
                ],
              }
            })}
          />
        )}
        {flows?.ok && FAN_STEPS.some((step) => deviceValue(step)) && (
          <button type="button" className="btn btn-primary self-start" onClick={() => void put(aims)}>
            Put the steps into the ledger as aims
          </button>
        )}
        <p className="soft text-[13px]">
          A step should bring what the largest set of zones open then is designed for, and never less than heater and coil need.
        </p>
      </section>
      <section aria-label="Air where people are" className="panel p-4 overflow-x-auto">
        <h2 className="font-bold mb-1">Throw and draft</h2>
        <DataTable
          caption="Throw and draft"
          columns={[
            { head: 'Outlet' },
            { head: 'Throws' },
            { head: `All open: face ${units.velocity}`, figure: true },
            { head: `throw ${units.altitude}`, figure: true },
            { head: 'at people', figure: true },
            { head: 'Its zone alone: face', figure: true },
            { head: 'throw', figure: true },
            { head: 'at people', figure: true },
          ]}
          rows={zoned.zones.flatMap(({ outlets, zone: { room } }, zone) => {
            const shares = outletShares(outlets)
            return outlets.map((outlet, i) => ({
              key: outlet.id,
              cells: [
                outlet.name,
                outlet.kind ? OUTLET_KINDS[outlet.kind].words : 'not said',
                ...[all, alone(zone)].flatMap((row) =>
                  jetCells(outlet, room, row ? (row.zoneCfm[zone] as number) * (shares[i] as number) : null),
                ),
              ],
            }))
          })}
        />
        <p className="soft text-[13px] mt-2">
          A draught by kind of room, sooner in heating than in cooling (ASHRAE 55-1992: 50 and 30 fpm where people sit). Throw to{' '}
          {show('velocity', TERMINAL_FPM)}: V = K·V0·√A0 ÷ x of a free jet of room-warm air, K by kind of outlet. Source: ASHRAE
          Fundamentals 2017, ch. 20. Warm air rises before it gets there, cold air falls sooner: feel it with a hand too.
        </p>
      </section>
    </div>
  )
}
