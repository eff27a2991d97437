import type { ComfortFigure } from '@ingle/core'
import { DataTable } from '../../kit/DataTable.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { LINES, type LineId } from './DayChart.tsx'
import { FIGURE_WORDS, sayFigure } from './figures.ts'

const STANDING_MARKS = { good: 'proved', fair: 'found', poor: 'watch' } as const

/** What it will be like, in figures with a verdict each. */
export function Figures({ figures, shown }: { figures: Readonly<Record<LineId, ComfortFigure[]>>; shown: readonly LineId[] }) {
  const { show } = useVisit()
  const rows = figures.found.filter((one, i) => one.standing !== null || shown.some((id) => (figures[id][i]?.value ?? 0) > 0))
  return (
    <section aria-label="What it will be like" className="panel p-4">
      <h2 className="font-bold mb-1">What it will be like</h2>
      <DataTable
        columns={[{ head: '' }, ...shown.map((id) => ({ head: LINES[id].says.split(',')[0], figure: true }))]}
        rows={rows.map((row) => ({
          key: row.measure,
          cells: [
            FIGURE_WORDS[row.measure],
            ...shown.map((id) => {
              const one = figures[id].find((other) => other.measure === row.measure)
              return one ? (
                <span key={id} className="inline-flex gap-1.5 items-center">
                  {one.standing && <StateMark mark={STANDING_MARKS[one.standing]} size={13} />}
                  {sayFigure(one, show)}
                </span>
              ) : (
                ''
              )
            }),
          ],
        }))}
      />
    </section>
  )
}
