import { format } from '@ingle/core'
import type { Profile } from '@ingle/record'
import { usePrefs } from '../prefs/prefs.ts'

/** A blower table and its heater kits, in the reader's units. */
export function BlowerTableView({ blower }: { blower: NonNullable<Profile['blower']> }) {
  const units = usePrefs((prefs) => prefs.units)
  const { table, heaterKits } = blower
  const flow = (value: number | null | undefined) => (value == null ? '—' : format('flow', value, units, { bare: true }))
  const statics = table.staticsInWc ?? []
  return (
    <section aria-label="Blower table" className="panel p-4 overflow-x-auto">
      <h2 className="font-bold">
        Blower table <span className="soft font-normal text-[13px]">{blower.source}</span>
      </h2>
      <table className="mt-2 text-[14px] num">
        <thead>
          <tr className="soft text-[12.5px]">
            <th scope="col" className="text-left pr-4 font-sans">
              {blower.tapWord}
            </th>
            {table.kind === 'constant-airflow' ? (
              <th scope="col" className="font-sans px-2">
                {units.flow}, held to {format('static', table.maxStaticInWc ?? 0, units)}
              </th>
            ) : (
              statics.map((one) => (
                <th key={one} scope="col" className="px-2 text-right">
                  {format('static', one, units, { bare: true })}
                </th>
              ))
            )}
          </tr>
        </thead>
        <tbody>
          {table.taps.map((tap, t) => (
            <tr key={tap}>
              <th scope="row" className="text-left pr-4">
                {tap}
              </th>
              {table.kind === 'constant-airflow' ? (
                <td className="px-2">{flow(table.tapFlowsCfm?.[t])}</td>
              ) : (
                statics.map((one, s) => (
                  <td key={one} className="px-2 text-right">
                    {flow(table.flowsCfm?.[t]?.[s])}
                  </td>
                ))
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {table.powersW && (
        <table className="mt-3 text-[14px] num" aria-label="Watts">
          <thead>
            <tr className="soft text-[12.5px]">
              <th scope="col" className="text-left pr-4 font-sans">
                W
              </th>
              {statics.map((one) => (
                <th key={one} scope="col" className="px-2 text-right">
                  {format('static', one, units, { bare: true })}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.taps.map((tap, t) => (
              <tr key={tap}>
                <th scope="row" className="text-left pr-4">
                  {tap}
                </th>
                {statics.map((one, s) => (
                  <td key={one} className="px-2 text-right">
                    {table.powersW?.[t]?.[s] ?? '—'}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
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
