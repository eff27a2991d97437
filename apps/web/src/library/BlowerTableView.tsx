import { format } from '@ingle/core'
import type { Profile } from '@ingle/record'
import { usePrefs } from '../prefs/prefs.ts'
import { TapTable } from './TapTable.tsx'

/** A blower table and its heater kits, in the reader's units. */
export function BlowerTableView({ blower }: { blower: NonNullable<Profile['blower']> }) {
  const units = usePrefs((prefs) => prefs.units)
  const { table, heaterKits } = blower
  const flow = (value: number | null | undefined) => (value == null ? '—' : format('flow', value, units, { bare: true }))
  const isHeld = table.kind === 'constant-airflow'
  const heads = (table.staticsInWc ?? []).map((one) => format('static', one, units, { bare: true }))
  return (
    <section aria-label="Blower table" className="panel p-4 overflow-x-auto">
      <h2 className="font-bold">
        Blower table <span className="soft font-normal text-[13px]">{blower.source}</span>
      </h2>
      <TapTable
        corner={blower.tapWord}
        taps={table.taps}
        columns={isHeld ? [`${units.flow}, held to ${format('static', table.maxStaticInWc ?? 0, units)}`] : heads}
        cell={(t, s) => flow(isHeld ? table.tapFlowsCfm?.[t] : table.flowsCfm?.[t]?.[s])}
      />
      {table.powersW && (
        <TapTable label="Watts" corner="W" taps={table.taps} columns={heads} cell={(t, s) => table.powersW?.[t]?.[s] ?? '—'} />
      )}
      <p className="soft text-[13px] mt-1">
        Flow in {units.flow}
        {table.kind === 'constant-torque' && <> against static in {units.static}</>}
        {blower.ratedStaticInWc === undefined
          ? '; what static it is rated for is not known'
          : `; rated to ${format('static', blower.ratedStaticInWc, units)}`}
        .
      </p>
      {heaterKits.length > 0 && (
        <table className="mt-3 text-[14px]">
          <thead>
            <tr className="soft text-left text-[12.5px]">
              <th scope="col" className="pr-6">
                Heater kit
              </th>
              <th scope="col" className="pr-6">
                Power
              </th>
              <th scope="col">Least flow</th>
            </tr>
          </thead>
          <tbody>
            {heaterKits.map((kit) => (
              <tr key={kit.model} className="num">
                <td className="pr-6">{kit.model}</td>
                <td className="pr-6">{kit.powerKw} kW</td>
                <td>{kit.minFlowCfm === null ? 'not allowed' : format('flow', kit.minFlowCfm, units)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}
