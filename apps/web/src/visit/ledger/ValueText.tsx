import type { LedgerRow } from '@ingle/bench'
import { sayBoth } from '@ingle/core'
import { figure } from '../../kit/figure.ts'
import { usePrefs } from '../../prefs/prefs.ts'

/** The meaning first; what the display reads below it where that is something else. */
export function ValueText({ row, value }: { row: Pick<LedgerRow, 'setting'>; value: string }) {
  const units = usePrefs((state) => state.units)
  const { means, shows } = sayBoth(row.setting, value, units)
  return (
    <>
      <span className={figure(means)}>{means}</span>
      {shows !== null && <span className={`soft font-normal block text-[12.5px] ${figure(shows)}`}>{shows}</span>}
    </>
  )
}
