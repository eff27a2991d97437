import { moveCautions, moveDrafts } from '@ingle/bench'
import { list, workings } from '@ingle/core'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { Heard } from '../../kit/Heard.tsx'
import { CautionNote } from '../../kit/Notice.tsx'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'
import { OverrideDialog } from './OverrideDialog.tsx'

/** One sentence that says what to do now and why; the way to do it, and the way to decide otherwise. */
export function MovePanel() {
  const view = useVisit()
  const { move, picture, visit, here, write, jot } = view
  const navigate = useNavigate()
  const [deciding, setDeciding] = useState(false)
  const { action } = move
  const taps = picture.input.blower?.table.taps ?? []
  const act = async () => {
    switch (action.kind) {
      case 'jot':
        return jot(action.text)
      case 'try':
        await write(moveDrafts(view))
        return jot('esp ')
      case 'leave':
        await write(moveDrafts(view))
        return
      case 'stage':
        return navigate(`../${action.stage}`)
    }
  }
  const cautions = moveCautions(view)
  const decision = here.overrides.at(-1)
  const rests = workings(picture)
    .filter((one) => move.rests.includes(one.id))
    .map((one) => one.label.toLowerCase())
  const others = move.findings.filter((one) => !move.covers?.includes(one.key))
  return (
    <section aria-label="Next move" className="panel p-4">
      <div className="soft text-[13px]">{visit.closedAt ? 'As it stood when the visit was closed' : 'Next move'}</div>
      <h2 className="text-xl font-bold leading-snug mt-0.5">{move.headline}</h2>
      <Heard says={`Next move: ${move.headline}`} />
      <p className="mt-1.5 leading-snug">
        <Figures text={move.because} />
      </p>
      {cautions.map((one) => (
        <div key={one.id} className="mt-3">
          <CautionNote text={one.text} />
        </div>
      ))}
      <div className="flex flex-wrap gap-2 mt-3">
        <button type="button" className="btn btn-primary" onClick={() => void act()}>
          {action.label}
        </button>
        {taps.length > 0 && picture.current && (
          <button type="button" className="btn" onClick={() => setDeciding(true)}>
            Decide otherwise…
          </button>
        )}
      </div>
      {others.length > 0 && (
        <ul className="mt-3 flex flex-col gap-1.5 text-[14px]">
          {others.map((one) => (
            <li key={one.key} className="flex gap-2 leading-snug">
              <span className="mt-0.5">
                <StateMark mark="watch" size={14} />
              </span>
              <span>
                <Figures text={one.text} /> {one.remedy}
              </span>
            </li>
          ))}
        </ul>
      )}
      {rests.length > 0 && <p className="soft text-[13px] mt-3">Rests on {list(rests)}: opened under “How it was worked out”.</p>}
      {move.missing.length > 0 && <p className="soft text-[13px] mt-3">Surer with: {move.missing.join(', ')}.</p>}
      {decision && (
        <p className="text-[14px] mt-3 border-l-4 border-accent pl-3 leading-snug">
          <b>Decided otherwise</b> by {decision.by}: {decision.chose} <span className="soft">Because {decision.reason}</span>
        </p>
      )}
      {deciding && <OverrideDialog onClose={() => setDeciding(false)} />}
    </section>
  )
}

/** Figures in a sentence, set apart so that they are read first. */
function Figures({ text }: { text: string }) {
  const parts = text.split(/([−+]?\d[\d,.]*\d|\b\d\b)/)
  return parts.map((part, i) =>
    i % 2 === 1 ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one sentence, in its order.
      <b key={i} className="num">
        {part}
      </b>
    ) : (
      part
    ),
  )
}
