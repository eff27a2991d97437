import type { LedgerRow } from '@ingle/bench'
import { sayBoth } from '@ingle/core'
import { figure } from '../../kit/figure.ts'

/** The meaning first; what the display reads below it where that is something else. */
export function ValueText({ row, value }: { row: Pick<LedgerRow, 'setting'>; value: string }) {
  const { means, shows } = sayBoth(row.setting, value)
  return (
    <>
      <span className={figure(means)}>{means}</span>
      {shows !== null && <span className={`soft font-normal block text-[12.5px] ${figure(shows)}`}>{shows}</span>}
    </>
  )
}
