import { lineContextOf } from '@ingle/bench'
import { type Change, type ChangeId, describeChange, importedWords, inForce, inOrder, lineOf, type SiteId } from '@ingle/record'
import { ChangesAnswer, type StoredChange } from '@ingle/record/wire'
import { useMemo, useState } from 'react'
import { Dialog } from '../kit/Dialog.tsx'
import { Notice } from '../kit/Notice.tsx'
import { api } from '../sync/api.ts'
import { useSites } from '../sync/sites.ts'
import { useVisit } from './useVisit.ts'

/** Everything written on this visit, newest first: take back, bring back, correct. Nothing disappears. */
export function Trail({ onClose }: { onClose: () => void }) {
  const visit = useVisit()
  const { changes, waiting, at, write, units, jot, clock } = visit
  const { older, left, goOn, wrong } = useOlder(visit.state.id)
  const context = useMemo(() => lineContextOf(visit), [visit])
  const { lines, holding } = useMemo(() => {
    const all = [...older, ...changes]
    const mine = inOrder(all).filter((change) => belongs(change, at))
    return { lines: mine.reverse(), holding: inForce(all) }
  }, [older, changes, at])
  const undoOf = (id: ChangeId) =>
    changes.find((change) => change.kind === 'undo' && change.body.targetId === id && holding.has(change.id))
  const correctionOf = (id: ChangeId) => changes.find((change) => change.replaces === id && holding.has(change.id))
  return (
    <Dialog title="Trail of this visit" onClose={onClose}>
      {lines.length === 0 && left === 0 && (
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
      {left > 0 && (
        <div className="mt-3">
          <p className="soft text-[14px] mb-2">
            This site’s record is long: {left} earlier entries, of all its visits, are on the server.
          </p>
          <button type="button" className="btn" onClick={goOn}>
            Show earlier entries
          </button>
          {wrong && <Notice kind="watch">{wrong}</Notice>}
        </div>
      )}
    </Dialog>
  )
}

/** Of a long record the entries that are not on this device, page by page. */
function useOlder(siteId: SiteId) {
  const before = useSites((sites) => sites[siteId]?.before ?? 0)
  const [pages, setPages] = useState<readonly StoredChange[]>([])
  const [wrong, setWrong] = useState<string | null>(null)
  const oldest = pages.at(-1)?.seq ?? before + 1
  const goOn = async () => {
    const answer = await api('GET', `/api/sites/${siteId}/trail?before=${oldest}`, ChangesAnswer)
    if (!answer.ok) return setWrong(`${answer.error.reason} They show again once it does.`)
    setWrong(null)
    setPages([...pages, ...answer.value.changes])
  }
  const older = useMemo(() => (before === 0 ? [] : pages.map((one) => one.change)), [pages, before])
  return { older, left: before === 0 ? 0 : oldest - 1, goOn: () => void goOn(), wrong }
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
