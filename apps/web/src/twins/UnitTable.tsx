import type { TwinCell, TwinRow } from '@ingle/bench'
import { NEEDS } from '@ingle/core'
import type { SystemState } from '@ingle/record'
import type { ReactNode } from 'react'
import { figure } from '../kit/figure.ts'

interface Props {
  caption: string
  systems: readonly SystemState[]
  rows: readonly TwinRow[]
  /** A column with what most units have. */
  withUsual?: boolean
  cell: (cell: TwinCell, row: TwinRow, unit: string) => ReactNode
}

/** Settings down, units across. */
export function UnitTable({ caption, systems, rows, withUsual = false, cell }: Props) {
  return (
    <table className="w-full text-[13.5px]">
      <caption className="sr-only">{caption}</caption>
      <thead>
        <tr className="soft text-left text-[12.5px]">
          <th scope="col" className="px-3 py-2 sticky left-0 bg-base-100">
            Setting
          </th>
          {withUsual && (
            <th scope="col" className="px-1.5">
              Most
            </th>
          )}
          {systems.map((system) => (
            <th key={system.id} scope="col" className="px-1.5 whitespace-nowrap">
              {system.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="divide-y divide-base-300 border-t border-base-300">
        {rows.map((row) => (
          <tr key={row.key}>
            <th scope="row" className="text-left font-normal px-3 py-1.5 sticky left-0 bg-base-100 min-w-34 leading-tight">
              {row.label}
              <span className="soft block text-[12.5px]">{NEEDS[row.need]}</span>
            </th>
            {withUsual && <td className={`px-1.5 leading-tight ${figure(row.usualSays)}`}>{row.usualSays}</td>}
            {row.cells.map((one, i) => (
              <td key={one.systemId} className="px-0.5">
                {cell(one, row, systems[i]?.name ?? '')}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
