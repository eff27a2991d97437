import { type Around, schoolsOf } from '@ingle/bench'
import { comfortFigures } from '@ingle/core'
import { useMemo, useState } from 'react'
import { DataTable } from '../../kit/DataTable.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { FIGURE_WORDS, sayFigure } from './figures.ts'
import { useRuns } from './useRuns.ts'

const OPTIONS = { stepS: 2 } as const
const MEASURES = ['meanOff', 'swing', 'starts', 'fan', 'humidity'] as const

/** Where practitioners differ, side by side in this room; neither is preferred. */
export function Schools({ around }: { around: Around }) {
  const [open, setOpen] = useState(false)
  return (
    <details className="panel p-4" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="font-bold min-h-11 flex items-center cursor-pointer">Where practitioners differ, in this room</summary>
      {open && <Figures around={around} />}
    </details>
  )
}

function Figures({ around }: { around: Around }) {
  const visit = useVisit()
  const { day, isGapOpen } = around
  const schools = useMemo(() => schoolsOf(visit, { day, isGapOpen }), [visit, day, isGapOpen])
  const systems = useMemo(() => schools.flatMap((one) => one.ways.map((way) => way.run.system)), [schools])
  const answers = useRuns(systems, OPTIONS)
  if (!answers) return <p className="soft">Running them …</p>
  let at = 0
  const rows = schools.flatMap((school) =>
    school.ways.map((way) => {
      const run = answers[at++]
      const figures = run?.ok ? comfortFigures(run.value.figures, way.run.system, way.run.source) : []
      return {
        key: `${school.id}-${way.says}`,
        cells: [
          `${school.asks}: ${way.says}`,
          ...MEASURES.map((measure) => {
            const one = figures.find((figure) => figure.measure === measure)
            return one ? sayFigure(one, visit.show) : '–'
          }),
        ],
      }
    }),
  )
  return (
    <>
      <DataTable
        caption="All else as it is aimed at"
        columns={[{ head: 'School' }, ...MEASURES.map((one) => ({ head: FIGURE_WORDS[one], figure: true }))]}
        rows={rows}
      />
      <p className="soft text-[13px] mt-2">None of them is preferred here: house rules and the occupant choose.</p>
    </>
  )
}
