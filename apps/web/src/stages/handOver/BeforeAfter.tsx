import { beforeAfterOf } from '@ingle/bench'
import { beforeAfterScene, occupantWords } from '@ingle/report'
import { Drawing } from '../../kit/Drawing.tsx'
import { useWidth } from '../../kit/useWidth.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** Before and after in one picture, for the customer: only what was measured twice. */
export function BeforeAfter() {
  const view = useVisit()
  const [ref, width] = useWidth(480)
  const scene = beforeAfterScene(beforeAfterOf(view), occupantWords('en').picture, view.show, width)
  return (
    <section aria-label="Before and after" className="panel p-4 flex flex-col gap-2">
      <h2 className="font-bold">Before and after</h2>
      <div ref={ref}>
        {scene ? (
          <Drawing scene={scene} />
        ) : (
          <p className="soft text-[14px] leading-snug">
            Nothing was measured twice on this visit. What is read before a change and again after it stands here, and on the
            occupant’s sheet.
          </p>
        )}
      </div>
    </section>
  )
}
