import type { ReactNode } from 'react'

interface Column {
  head: ReactNode
  /** Figures stand to the right, in the mono face. */
  figure?: boolean
}

/** A plain table of a panel: heads, and rows of cells in the same order; the first cell names its row. */
export function DataTable(props: {
  columns: readonly Column[]
  rows: readonly { key: string; cells: readonly ReactNode[]; marked?: boolean }[]
  caption?: string
}) {
  // Words after figures would touch them.
  const beside = (i: number) => (props.columns[i - 1]?.figure ? 'pl-4 pr-2' : 'pr-2')
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[14px]">
        {props.caption && <caption className="sr-only">{props.caption}</caption>}
        <thead>
          <tr className="soft text-left text-[12.5px]">
            {props.columns.map((one, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: columns do not move.
              <th key={i} scope="col" className={one.figure ? 'text-right pl-3' : beside(i)}>
                {one.head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="divide-y divide-base-300">
          {props.rows.map(({ key, cells, marked }) => (
            <tr key={key} className={`h-9 ${marked ? 'bg-base-200' : ''}`}>
              {cells.map((cell, i) => {
                const look = props.columns[i]?.figure ? 'num text-right pl-3 whitespace-nowrap' : beside(i)
                return i === 0 ? (
                  <th key={`${key}0`} scope="row" className={`text-left font-bold ${look}`}>
                    {cell}
                  </th>
                ) : (
                  // biome-ignore lint/suspicious/noArrayIndexKey: cells do not move.
                  <td key={i} className={look}>
                    {cell}
                  </td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
