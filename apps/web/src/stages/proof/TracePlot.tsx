import { runFacts, type TestCase } from '@ingle/bench'
import { chosenUnit, fromChosen, limitOf, type Quantity, type TestStep } from '@ingle/core'
import type { RunMark, RunState } from '@ingle/record'
import { traceScene } from '@ingle/report'
import { Drawing } from '../../kit/Drawing.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What a step follows, drawn as it comes: one picture for each, with the mark where the pass lies. */
export function TracePlot({
  run,
  one,
  step,
  mark,
  endS,
}: {
  run: RunState
  one: TestCase
  step: TestStep
  mark: RunMark
  endS: number
}) {
  const { units } = useVisit()
  const [ref, width] = useWidth(340)
  const facts = runFacts(run, Date.now())
  return (
    <div ref={ref} className="flex flex-col gap-2">
      {(step.reads ?? [])
        .filter((reading) => reading.traced)
        .map((reading) => {
          const stop = one.form.passes.find((check) => check.kind === 'stops' && check.from)
          const from = stop?.kind === 'stops' ? (facts.begun.get(stop.from) ?? Date.parse(mark.at)) : Date.parse(mark.at)
          const within = stop?.kind === 'stops' ? (limitOf(stop.within, facts.numberOf) ?? null) : null
          const trace = facts.traces.get(reading.id)
          const quantity = reading.in === 'count' || reading.in === 'ppm' ? null : (reading.in as Quantity)
          const points = (trace?.atMs ?? []).map((ms, i): [number, number] => [
            (ms - from) / 1000,
            quantity ? fromChosen(quantity, trace?.values[i] ?? 0, units) : (trace?.values[i] ?? 0),
          ])
          const unit = quantity ? chosenUnit(quantity, units).symbol : reading.in === 'ppm' ? 'ppm' : ''
          const scene = traceScene(
            {
              line: { says: `${reading.says}${unit ? `, ${unit}` : ''}`, points: points.filter(([s]) => s >= -60) },
              endS,
              may: within === null ? null : { untilS: within, says: 'may run on', must: 'must be still' },
            },
            width,
            Math.round(Math.min(190, Math.max(116, width * 0.3))),
          )
          return <Drawing key={reading.id} scene={scene} />
        })}
    </div>
  )
}
