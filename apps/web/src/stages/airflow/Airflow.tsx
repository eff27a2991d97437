import { airflowRows } from '@ingle/bench'
import { airflowPicture, nextMove, type WalkPart } from '@ingle/core'
import { airLineScene, meetingScene, partLabels } from '@ingle/report'
import { useMemo, useState } from 'react'
import { Drawing } from '../../kit/Drawing.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { LedgerTable } from '../../visit/ledger/LedgerTable.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Methods } from './Methods.tsx'
import { MovePanel } from './MovePanel.tsx'
import { PartPanel } from './PartPanel.tsx'
import { TriesTable } from './TriesTable.tsx'
import { WorkedOut } from './WorkedOut.tsx'

/** The heart of a visit: what the blower and the duct do, what to do next, and how every number came about. */
export function Airflow() {
  const { picture, move, units, system, show, ledger } = useVisit()
  const [part, setPart] = useState<WalkPart | null>(null)
  const [chosen, setChosen] = useState<string | null>(null)
  // Numbers of an earlier try open the same way: the picture as it stood after that try.
  const shown = useMemo(() => {
    const end = picture.tries.findIndex((one) => one.input.id === chosen)
    return end < 0 || end === picture.tries.length - 1
      ? picture
      : airflowPicture({ ...picture.input, tries: picture.input.tries.slice(0, end + 1) })
  }, [picture, chosen])
  const shownMove = useMemo(() => (shown === picture ? move : nextMove(shown, show)), [shown, picture, move, show])
  const [lineRef, lineWidth] = useWidth(1080)
  const [chartRef, chartWidth] = useWidth(540)
  const airLine = useMemo(
    () => airLineScene(picture, partLabels(system), units, Math.max(lineWidth, 640), 138),
    [picture, system, units, lineWidth],
  )
  const meeting = useMemo(
    () => meetingScene(shown, shownMove, units, Math.max(chartWidth, 330), chartWidth < 420 ? 250 : 318),
    [shown, shownMove, units, chartWidth],
  )
  return (
    <main id="main">
      <h1 className="sr-only">Airflow</h1>
      <section aria-label="Static profile" className="bg-base-100 border-b border-base-300 overflow-x-auto">
        <div ref={lineRef} className="min-w-[640px]">
          <Drawing scene={airLine} onPart={(name) => setPart(part === name ? null : (name as WalkPart))} openPart={part} />
        </div>
      </section>
      {part && <PartPanel part={part} onClose={() => setPart(null)} />}
      <div className="p-3 md:p-4 grid gap-3 md:gap-4 xl:grid-cols-[minmax(0,1.12fr)_minmax(0,1fr)] xl:grid-rows-[auto_1fr] items-start">
        <div className="order-first xl:order-none xl:col-start-2 min-w-0">
          <MovePanel />
        </div>
        <div className="flex flex-col gap-3 md:gap-4 min-w-0 xl:col-start-1 xl:row-start-1 xl:row-span-2">
          {meeting && (
            <section aria-label="Fan and system curves" className="panel p-3 pb-1">
              <div className="flex flex-wrap items-baseline gap-x-3">
                <h2 className="font-bold">Fan and system curves</h2>
                <span className="soft text-[13px] ml-auto">
                  flow, {units.flow} → · static, {units.static} ↑
                </span>
              </div>
              <div ref={chartRef}>
                <Drawing scene={meeting} />
              </div>
            </section>
          )}
          <TriesTable chosen={shown.current?.input.id ?? null} onChoose={setChosen} />
          <LedgerTable rows={airflowRows(ledger)} caption="Blower settings" />
        </div>
        <div className="flex flex-col gap-3 md:gap-4 min-w-0 xl:col-start-2">
          <Methods picture={shown} />
          <WorkedOut picture={shown} />
        </div>
      </div>
    </main>
  )
}
