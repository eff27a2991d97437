import { DataTable } from '../../kit/DataTable.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { LINES, type LineId } from './DayChart.tsx'
import type { Days } from './Moment.tsx'
import { machinesSaid } from './Strips.tsx'
import { clockText } from './times.ts'

/** The same by the hour. */
export function HourTable({ days, shown }: { days: Days; shown: readonly LineId[] }) {
  const { show, units } = useVisit()
  const { trace } = days.found
  if (!trace) return null
  const perHour = 3600 / trace.everyS
  return (
    <DataTable
      caption="The day by the hour"
      columns={[
        { head: 'Hour' },
        { head: `Outdoors ${units.temperature}`, figure: true },
        ...shown.flatMap((id) => [
          { head: `${LINES[id].says.split(',')[0]} ${units.temperature}`, figure: true },
          { head: 'Runs' },
        ]),
      ]}
      rows={Array.from({ length: 24 }, (_, hour) => ({
        key: String(hour),
        cells: [
          clockText(hour * 60),
          show('temperature', trace.outdoorF[hour * perHour] as number, { bare: true }),
          ...shown.flatMap((id) => [
            show('temperature', days[id].trace?.airF[hour * perHour] as number, { bare: true }),
            machinesSaid(days[id].trace?.machines[hour * perHour] as number),
          ]),
        ],
      }))}
    />
  )
}
