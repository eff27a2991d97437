import { lineContextOf } from '@ingle/bench'
import { type Change, type ChangeId, describeChange, importedWords, inForce, inOrder, lineOf } from '@ingle/record'
import { useMemo } from 'react'
import { Dialog } from '../kit/Dialog.tsx'
import { useVisit } from './useVisit.ts'

/** Everything written on this visit, newest first: take back, bring back, correct. Nothing disappears. */
export function Trail({ onClose }: { onClose: () => void }) {
  const visit = useVisit()
  const { changes, waiting, at, write, units, jot, clock } = visit
  const context = useMemo(() => lineContextOf(visit), [visit])
  const { lines, holding } = useMemo(() => {
    const mine = inOrder(changes).filter((change) => belongs(change, at))
    return { lines: mine.reverse(), holding: inForce(changes) }
  }, [changes, at])
  const undoOf = (id: ChangeId) =>
    changes.find((change) => change.kind === 'undo' && change.body.targetId === id && holding.has(change.id))
  const correctionOf = (id: ChangeId) => changes.find((change) => change.replaces === id && holding.has(change.id))
  return (
    <Dialog title="Trail of this visit" onClose={onClose}>
      {lines.length === 0 && (
        <p className="soft">Nothing is written down yet. Every line that you jot stands here, and can be taken back.</p>
      )}
      <ol className="flex flex-col divide-y divide-base-300">
        {lines.map((change) => {
          const holds = holding.has(change.id)
          const undo = undoOf(change.id)
          const text = lineOf(change, context)
          return (
            <li key={change.id} className="py-2 flex gap-3 items-start">
              <span className="num soft text-[13px] shrink-0 mt-0.5">{clock.hour(change.at)}</span>
              <span className="min-w-0 flex-1">
                <span className={holds ? '' : 'line-through soft'}>{describeChange(change, units)}</span>
                <span className="soft text-[13px] block">
                  {change.by}
                  {importedWords(change)}
                  {waiting.has(change.id) ? ' · kept here, not sent yet' : ''}
                  {correctionOf(change.id) ? ' · corrected' : undo ? ' · taken back' : ''}
                </span>
              </span>
              {holds && text !== null && (
                <button
                  type="button"
                  className="btn btn-quiet"
                  onClick={() => {
                    onClose()
                    // The dialog gives focus back as it closes; the line takes it after that.
                    requestAnimationFrame(() => jot(text, change))
                  }}
                >
                  Correct
                </button>
              )}
              {holds && (
                <button
                  type="button"
                  className="btn btn-quiet"
                  onClick={() => void write([{ kind: 'undo', body: { targetId: change.id } }])}
                >
                  Undo
                </button>
              )}
              {undo && (
                <button
                  type="button"
                  className="btn btn-quiet"
                  onClick={() => void write([{ kind: 'undo', body: { targetId: undo.id } }])}
                >
                  Bring back
                </button>
              )}
            </li>
          )
        })}
      </ol>
    </Dialog>
  )
}

function belongs(change: Change, at: { visitId: string; systemId: string }): boolean {
  const body = change.body as { visitId?: string; systemId?: string }
  return (
    change.kind !== 'undo' &&
    body.visitId === at.visitId &&
    (body.systemId === undefined || body.systemId === at.systemId) &&
    change.kind !== 'visit.start'
  )
}
