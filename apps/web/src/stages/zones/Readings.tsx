import type { ZonedDuct } from '@ingle/bench'
import { list, percent } from '@ingle/core'
import type { ZoneId } from '@ingle/record'
import { useState } from 'react'
import { Choices } from '../../kit/Choices.tsx'
import { DataTable } from '../../kit/DataTable.tsx'
import { QuantityField } from '../../kit/Field.tsx'
import { CautionNote, Notice } from '../../kit/Notice.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { WorkedNote } from '../../kit/WorkedNote.tsx'
import { Refused } from '../../visit/Refused.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Statics read while some zones are open, and the network that they make. */
export function Readings({ zoned }: { zoned: ZonedDuct }) {
  const { write, at, show, units, system } = useVisit()
  // What is shut is kept, so that a zone that is added meanwhile begins open like the others.
  const [shut, setShut] = useState<readonly ZoneId[]>([])
  const open = zoned.zones.map((one) => one.zone.id).filter((id) => !shut.includes(id))
  const [supply, setSupply] = useState<number | null>(null)
  const [back, setBack] = useState<number | null>(null)
  const [flow, setFlow] = useState<number | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const names = (ids: readonly ZoneId[]) =>
    ids.length === zoned.zones.length
      ? 'all open'
      : list(zoned.zones.filter((one) => ids.includes(one.zone.id)).map((one) => one.zone.name)) || 'none open'
  const log = async () => {
    if (supply === null || back === null) return setWrong('Both statics are needed: after and before the cabinet.')
    const written = await write([
      {
        kind: 'zones.reading',
        body: { ...at, open: [...open], supplyInWc: supply, returnInWc: back, ...(flow !== null && { flowCfm: flow }) },
      },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    setWrong(null)
    setSupply(null)
    setBack(null)
    setFlow(null)
  }
  const save = (put: (value: number) => void) => async (value: number) => {
    put(value)
    return null
  }
  const { fit } = zoned
  const off = new Map(fit.ok ? fit.value.off.map((one) => [one.id, one.flowShare]) : [])
  return (
    <section aria-label="Statics with zones open" className="panel p-4 flex flex-col gap-2.5">
      <h2 className="font-bold">
        {fit.ok
          ? `The duct, fitted to ${zoned.readings.length} ${zoned.readings.length === 1 ? 'reading' : 'readings'}`
          : 'Statics with zones open'}
      </h2>
      {!fit.ok && (
        <Notice kind="watch">
          <Refused of={fit} />
        </Notice>
      )}
      {zoned.readings.length > 0 && (
        <DataTable
          caption="Statics with zones open"
          columns={[
            { head: 'Open' },
            { head: `Supply ${units.static}`, figure: true },
            { head: 'Return', figure: true },
            { head: `Flow ${units.flow}`, figure: true },
            { head: 'Fit off by', figure: true },
          ]}
          rows={zoned.readings.map((one) => ({
            key: one.id,
            cells: [
              <span key="o" className="font-normal">
                {names(one.open)}
              </span>,
              show('static', one.supplyInWc, { bare: true, signed: true }),
              show('static', one.returnInWc, { bare: true, signed: true }),
              one.totalCfm === null ? '—' : show('flow', one.totalCfm, { bare: true }),
              off.has(one.id) ? percent(off.get(one.id) ?? 0) : '—',
            ],
          }))}
        />
      )}
      {fit.ok && fit.value.doubted.length > 0 && (
        <Notice kind="watch">
          <b>These readings do not make one duct.</b> Something moved between them: a damper, the filter, the tap. Read{' '}
          {names(zoned.readings.find((one) => one.id === fit.value.doubted[0])?.open ?? [])} again.
        </Notice>
      )}
      {fit.ok && fit.value.measured.some((one) => !one) && (
        <p className="text-[14px]">
          {list(zoned.zones.filter((_, i) => !fit.value.measured[i]).map((one) => one.zone.name))}{' '}
          {fit.value.measured.filter((one) => !one).length === 1 ? 'rests' : 'rest'} partly on the shares: a reading with{' '}
          {zoned.zones.find((_, i) => !fit.value.measured[i])?.zone.name} shut and the others open makes it surer.
        </p>
      )}
      <Choices
        label="Zones open now"
        titled
        options={zoned.zones.map((one) => [one.zone.id, one.zone.name] as const)}
        on={(id) => open.includes(id) || zoned.zones.some((one) => one.zone.id === id && one.zone.alwaysOpen)}
        onPick={(id) => setShut(shut.includes(id) ? shut.filter((one) => one !== id) : [...shut, id])}
      />
      <div className="grid gap-2.5 grid-cols-3">
        <QuantityField
          label="Supply static"
          quantity="static"
          base={supply}
          units={units}
          hint="+0.30"
          onSave={save(setSupply)}
        />
        <QuantityField label="Return static" quantity="static" base={back} units={units} hint="-0.20" onSave={save(setBack)} />
        <QuantityField
          label="Flow, if measured"
          hint="else by the table"
          quantity="flow"
          base={flow}
          units={units}
          onSave={save(setFlow)}
        />
      </div>
      {wrong && (
        <p role="alert" className="text-error text-[13px]">
          {wrong}
        </p>
      )}
      <button type="button" className="btn btn-primary self-start" onClick={() => void log()}>
        Log this reading
      </button>
      <div className="grid gap-2.5 grid-cols-3 items-end">
        <NumberField
          label="A shut damper lets by, %"
          hint="0"
          zero
          value={system.zoning.closedPct}
          onSave={async (closedPct) => refusalOf(await write([{ kind: 'zoning.set', body: { systemId: system.id, closedPct } }]))}
        />
        <QuantityField
          label="Coil needs at least"
          hint="from its maker"
          quantity="flow"
          base={system.zoning.coilFloorCfm ?? null}
          units={units}
          onSave={async (coilFloorCfm) =>
            refusalOf(await write([{ kind: 'zoning.set', body: { systemId: system.id, coilFloorCfm } }]))
          }
        />
        <QuantityField
          label="Relief opens at"
          hint="none"
          zero="none"
          quantity="static"
          base={system.zoning.reliefOpensInWc ?? null}
          units={units}
          onSave={async (reliefOpensInWc) =>
            refusalOf(await write([{ kind: 'zoning.set', body: { systemId: system.id, reliefOpensInWc } }]))
          }
        />
      </div>
      {fit.ok && (
        <WorkedNote>
          <p>
            Branches side by side, p = R·Q²: with k = 1/√R each reading says Q ÷ √p = Σ k of the open branches. Least squares over
            all readings, drawn weakly towards the shares, so that one reading already answers. Common part: −return = R·Q², R ={' '}
            <span className="num">{fit.value.commonResistance.toExponential(2)} in.wc/cfm²</span>. Flow by{' '}
            {zoned.fan.ok ? zoned.fan.value.words : 'the table'} where it was not measured.
          </p>
          <p className="num">
            {zoned.zones
              .map((one, i) => `${one.zone.name}: k ${(1 / Math.sqrt(fit.value.branchResistances[i] ?? 1)).toFixed(0)}`)
              .join(', ')}{' '}
            cfm/√in.wc
          </p>
        </WorkedNote>
      )}
      <CautionNote text="Never run the blower against all dampers shut to take a reading: a duct can burst. Keep hands and hoses clear of the blower." />
    </section>
  )
}
