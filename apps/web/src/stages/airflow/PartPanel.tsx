import { partLine, piecesAt } from '@ingle/bench'
import { capital, list, PART_NAMES, POINT_NAMES, percent, type WalkPart } from '@ingle/core'
import { X } from 'lucide-react'
import { useVisit } from '../../visit/useVisit.ts'

/** One part of the air line, opened: what it takes and the readings on its two sides. */
export function PartPanel({ part, onClose }: { part: WalkPart; onClose: () => void }) {
  const { picture, show, system, jot } = useVisit()
  const step = picture.current?.walk.steps.find((one) => one.parts.includes(part))
  const pieces = piecesAt(system, part)
  return (
    <section
      aria-label={capital(PART_NAMES[part])}
      className="bg-base-100 border-b border-base-300 px-4 py-3 flex flex-wrap items-start gap-x-8 gap-y-2"
    >
      <div>
        <h2 className="font-bold">{capital(PART_NAMES[part])}</h2>
        <p className="soft text-[14px]">
          {pieces.map((one) => [one.name, one.maker, one.model].filter(Boolean).join(' ')).join(', ') ||
            'Nothing written down about it yet.'}
        </p>
      </div>
      <p className="text-[14px] max-w-xl">
        {step ? (
          <>
            {step.parts.length > 1 &&
              `Together with the ${list(step.parts.filter((one) => one !== part).map((one) => PART_NAMES[one]))}: `}
            <b className="num">{show('static', step.fromInWc, { signed: true })}</b> {POINT_NAMES[step.fromPoint]},{' '}
            <b className="num">{show('static', step.toInWc, { signed: true })}</b> {POINT_NAMES[step.toPoint]}
            {step.share === null ? '. The blower adds ' : '. It takes '}
            <b className="num">{show('static', step.dropInWc)}</b>
            {step.share !== null && `, ${percent(step.share)} of the external static`}.
          </>
        ) : (
          'No static read on its two sides yet.'
        )}
      </p>
      <div className="ml-auto flex gap-2">
        <button type="button" className="btn btn-quiet" onClick={() => jot(partLine(part))}>
          Enter a reading
        </button>
        <button type="button" className="btn btn-ghost btn-square btn-quiet" aria-label="Close" onClick={onClose}>
          <X size={17} />
        </button>
      </div>
    </section>
  )
}
