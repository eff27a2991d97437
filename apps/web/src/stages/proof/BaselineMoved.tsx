import { baselineOf, movedSaid, trendOf } from '@ingle/bench'
import {
  BASELINE_FIGURES,
  type BaselineFigure,
  type BaselineMode,
  chosenUnit,
  counted,
  fromChosen,
  type Quantity,
} from '@ingle/core'
import { trendScene } from '@ingle/report'
import { Drawing } from '../../kit/Drawing.tsx'
import { Empty, Notice } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { useVisit } from '../../visit/useVisit.ts'

const DAY_MS = 86_400_000

/** What has moved since the baseline, each figure over the visits, and which way points to what. */
export function BaselineMoved({ mode }: { mode: BaselineMode }) {
  const visit = useVisit()
  const view = baselineOf(visit, mode)
  const [ref, width] = useWidth(420)
  const figures = (Object.keys(BASELINE_FIGURES) as BaselineFigure[]).filter((one) => trendOf(view, one).length > 0)
  const moved = view.moved.filter((one) => one.verdict === 'moved')
  return (
    <section aria-label="Against the baseline" className="panel p-4 flex flex-col gap-3">
      <h2 className="font-bold text-lg leading-snug">{headline(view)}</h2>
      {view.others.length > 0 && (
        <Notice kind="watch">
          {view.others.length} earlier {view.others.length === 1 ? 'reading is' : 'readings are'} of another machine (
          {view.others.at(-1)?.read.machine || 'not named'}): kept, and not held against this one.
        </Notice>
      )}
      {figures.length === 0 && (
        <Empty title="No baseline yet">
          <p>Force full capacity once, read what there is, and the next visit can tell what has moved.</p>
        </Empty>
      )}
      {view.pointsTo.map((one) => (
        <Notice key={one.says} kind="watch">
          <b>{one.says}</b> {one.mend}
        </Notice>
      ))}
      <div ref={ref} className="flex flex-col gap-3">
        {figures.map((id) => {
          const figure = BASELINE_FIGURES[id] as { says: string; quantity?: Quantity; unit?: string }
          const compared = view.moved.find((one) => one.figure === id)
          const chosen = (value: number) => (figure.quantity ? fromChosen(figure.quantity, value, visit.units) : value)
          const size = (value: number) => Math.abs(chosen(value) - chosen(0))
          const unit = figure.quantity ? chosenUnit(figure.quantity, visit.units).symbol : (figure.unit ?? '')
          const points = trendOf(view, id).map(({ at, value }) => ({
            day: Date.parse(at) / DAY_MS,
            value: chosen(value),
            says: visit.clock.day(at),
            now: view.now.some((one) => one.at === at),
          }))
          return (
            <figure key={id} className="flex flex-col gap-1">
              <figcaption className="flex gap-2 items-start text-[14px] leading-snug">
                <span className="mt-0.5">
                  <StateMark
                    mark={
                      !compared || compared.verdict === 'cannot-tell'
                        ? 'found'
                        : compared.verdict === 'moved'
                          ? 'watch'
                          : 'proved'
                    }
                    size={15}
                  />
                </span>
                {compared ? capital(movedSaid(visit, compared)) : `${capital(figure.says)}, ${unit}: nothing to compare it with.`}
              </figcaption>
              <Drawing
                scene={trendScene(
                  {
                    says: `${figure.says}, ${unit}`,
                    points,
                    foretold: compared ? { value: chosen(compared.predicted), plusMinus: size(compared.allowed) } : null,
                    moved: compared?.verdict === 'moved',
                  },
                  width,
                  116,
                )}
              />
            </figure>
          )
        })}
      </div>
      {moved.length === 0 && view.moved.length > 0 && (
        <p className="soft text-[13px]">
          Green: where it should lie today, by the weather and by what instruments are off. Filled: read today.
        </p>
      )}
    </section>
  )
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

function headline({ now, earlier, moved }: ReturnType<typeof baselineOf>): string {
  const count = moved.filter((one) => one.verdict === 'moved').length
  if (now.length === 0) return earlier.length === 0 ? 'Nothing was kept so far.' : 'Read it again today, and see what has moved.'
  if (earlier.length === 0) return 'This is the baseline: the next visit is held against it.'
  if (count > 0) return `${count} of ${counted(moved.length, 'figure')} moved away from the baseline.`
  return 'Nothing has moved beyond weather and instruments.'
}
