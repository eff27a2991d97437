import type { ReactNode } from 'react'

/** Figures of a blower by tap and static: flows, or watts; shown, or to be mended. */
export function TapTable(props: {
  label?: string
  /** What stands in the corner. */
  corner: string
  taps: readonly string[]
  /** One for each column: statics, or the one that a flow is held to. */
  columns: readonly string[]
  cell: (tap: number, column: number) => ReactNode
}) {
  const { label, corner, taps, columns, cell } = props
  return (
    <div className="overflow-x-auto mt-2">
      <table className="text-[14px] num" aria-label={label}>
        <thead>
          <tr className="soft text-[12.5px]">
            <th scope="col" className="text-left pr-4 font-sans">
              {corner}
            </th>
            {columns.map((one, s) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a static may stand twice while it is being mended.
              <th key={s} scope="col" className="px-2 text-right">
                {one}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {taps.map((tap, t) => (
            <tr key={tap}>
              <th scope="row" className="text-left pr-4">
                {tap}
              </th>
              {columns.map((_, s) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: cells have no identity but their place.
                <td key={s} className="px-1 py-0.5 text-right">
                  {cell(t, s)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
