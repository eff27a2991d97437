import { list, methodOf } from '@ingle/core'
import { Link } from 'react-router'
import { Empty } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { Grilles } from './Grilles.tsx'
import { Hoods } from './Hoods.tsx'
import { InstrumentsInUse } from './InstrumentsInUse.tsx'
import { Methods } from './Methods.tsx'
import { Plate } from './Plate.tsx'
import { Traverses } from './Traverse.tsx'

/** Every way of measuring the flow on the try that is open, reconciled into one flow with a range. */
export function Measure() {
  const { picture, system, show } = useVisit()
  const { current } = picture
  if (!current)
    return (
      <main id="main" className="p-3 md:p-4">
        <Empty title="A measurement belongs to a try">
          <p>Name the tap that the blower runs on, under “Blower”; then the flow can be measured on it in every way.</p>
          <Link to=".." relative="path" className="btn btn-primary mt-4">
            To the blower
          </Link>
        </Empty>
      </main>
    )
  const flow = current.flow
  return (
    <main
      id="main"
      className="p-3 md:p-4 grid grid-cols-1 gap-3 md:gap-4 xl:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] items-start"
    >
      <h1 className="sr-only">{system.name}: measuring</h1>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <Traverses />
        <Grilles />
      </div>
      <div className="flex flex-col gap-3 md:gap-4 min-w-0">
        <section aria-label="One flow" className="panel p-4">
          <h2 className="font-bold text-lg leading-tight">
            {flow
              ? `${show('flow', flow.flowCfm)} ± ${show('flow', flow.plusMinusCfm, { bare: true })}`
              : 'No flow is known on this try yet'}
          </h2>
          <p className="soft text-[14px]">
            Try {current.input.number}, {current.input.tapLabel === '?' ? 'tap not known' : `tap ${current.input.tapLabel}`}
            {flow &&
              `, by ${flow.estimates.length === 1 ? flow.estimates[0] && methodOf(flow.estimates[0]).name : `${flow.estimates.length} methods weighed by their uncertainty`}`}
            {flow &&
              flow.outside.length > 0 &&
              `, without ${list(flow.outside.map((one) => methodOf(one.estimate).name))}, outside of them`}
            {flow?.verdict === 'cannot-tell' && '; nothing tells which of them is right'}.
          </p>
        </section>
        <Methods picture={picture} />
        <Hoods />
        <Plate />
        <InstrumentsInUse />
      </div>
    </main>
  )
}
