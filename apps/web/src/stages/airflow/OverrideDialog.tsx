import { capital, outcomeAt, signedPct, tapName, tapSetName } from '@ingle/core'
import { useState } from 'react'
import { Dialog } from '../../kit/Dialog.tsx'
import { Notice } from '../../kit/Notice.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** Another tap than the advice, with the reason. Both are kept in the record, and the next try starts on that tap. */
export function OverrideDialog({ onClose }: { onClose: () => void }) {
  const { move, picture, write, at, show, jot } = useVisit()
  const taps = picture.input.blower?.table.taps ?? []
  const [tap, setTap] = useState(move.otherTaps[0] ?? 0)
  const adjusts = picture.input.blower?.adjustsPct ?? [0]
  const [adjustPct, setAdjustPct] = useState(picture.current?.input.adjustPct ?? 0)
  const [clean, setClean] = useState(picture.current?.input.filter === 'clean')
  const [reason, setReason] = useState('')
  const [wrong, setWrong] = useState<string | null>(null)
  const filter = clean ? ('clean' as const) : ('as-found' as const)
  const outcome = outcomeAt(clean ? picture.cleanChoice : picture.choice, { tap, adjustPct })
  const decide = async () => {
    if (reason.trim() === '') return setWrong('Say why: whoever reads the record next will ask.')
    const label = taps[tap] ?? ''
    const written = await write([
      {
        kind: 'advice.override',
        body: {
          ...at,
          moveKey: move.key,
          advised: move.headline,
          chose: `${capital(tapSetName(label, adjustPct, adjusts.length > 1))}, filter ${clean ? 'clean' : 'as found'}.`,
          reason: reason.trim(),
        },
      },
      { kind: 'try.start', body: { ...at, tap: label, adjustPct, filter } },
    ])
    if (!written.ok) return setWrong(`${written.reason} ${written.remedy}`)
    onClose()
    requestAnimationFrame(() => jot('esp '))
  }
  return (
    <Dialog title="Decide otherwise" onClose={onClose}>
      <p className="soft mb-3">The advice is: {move.headline}</p>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          void decide()
        }}
      >
        <label className="block">
          <span className="soft text-[13px]">Tap to try</span>
          <select className="select w-full" value={tap} onChange={(event) => setTap(Number(event.target.value))}>
            {taps.map((label, i) => (
              <option key={label} value={i}>
                {tapName(label)}
              </option>
            ))}
          </select>
        </label>
        {adjusts.length > 1 && (
          <label className="block">
            <span className="soft text-[13px]">Adjust, of all taps</span>
            <select className="select w-full" value={adjustPct} onChange={(event) => setAdjustPct(Number(event.target.value))}>
              {[...new Set([...adjusts, adjustPct])].map((pct) => (
                <option key={pct} value={pct}>
                  {signedPct(pct)}
                </option>
              ))}
            </select>
          </label>
        )}
        <label className="flex items-center gap-2 min-h-11">
          <input type="checkbox" className="checkbox" checked={clean} onChange={(event) => setClean(event.target.checked)} /> with
          a clean filter
        </label>
        {outcome?.point ? (
          <p>
            Expect <b className="num">{show('flow', outcome.point.flowCfm)}</b> at{' '}
            <b className="num">{show('static', outcome.point.staticInWc)}</b>
            {outcome.breaks.length > 0 && <span className="text-error"> · breaks: {outcome.breaks.join(', ')}</span>}
          </p>
        ) : (
          <p className="soft">What this tap gives cannot be worked out from the readings so far.</p>
        )}
        <label className="block">
          <span className="soft text-[13px]">Why</span>
          <textarea
            className="textarea w-full"
            rows={3}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            aria-invalid={wrong !== null}
          />
        </label>
        {wrong && <Notice kind="wrong">{wrong}</Notice>}
        <button type="submit" className="btn btn-primary">
          Log this try and keep the reason
        </button>
      </form>
    </Dialog>
  )
}
