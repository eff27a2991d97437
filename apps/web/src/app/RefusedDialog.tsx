import { describeChange } from '@ingle/record'
import { Dialog } from '../kit/Dialog.tsx'
import { useMe } from '../session/useMe.ts'
import { deskFor } from '../sync/desk.ts'
import type { KeptPhoto, Pending } from '../sync/localDb.ts'

/** Refused changes stay here, with the reason, until somebody deals with each. */
export function RefusedDialog(props: { refused: readonly Pending[]; photos: readonly KeptPhoto[]; onClose: () => void }) {
  const { onClose, ...list } = props
  return (
    <Dialog title="Refused by the server" onClose={onClose}>
      <p className="soft mb-3">Nothing of this is lost. Send each again once its reason is gone, or let it go.</p>
      <RefusedList {...list} />
    </Dialog>
  )
}

/** What the server refused: each can be sent again, or let go. */
export function RefusedList({ refused, photos }: { refused: readonly Pending[]; photos: readonly KeptPhoto[] }) {
  const desk = deskFor(useMe())
  const again = async (one: Pending) => {
    if (one.n === undefined) return
    const { refused: _, ...rest } = one
    await desk.db.pending.put(rest)
    desk.outbox.kick()
  }
  const drop = async (one: Pending) => {
    if (one.n !== undefined) await desk.db.pending.delete(one.n)
  }
  const photoAgain = async ({ refused: _, ...photo }: KeptPhoto) => {
    await desk.db.photos.put(photo)
    desk.outbox.kick()
  }
  return (
    <ul className="flex flex-col gap-3">
      {refused.map((one) => (
        <li key={one.id} className="border border-base-300 rounded-box p-3">
          <b>{describeChange(one.change)}</b>
          <p className="text-[14px] mt-1">
            {one.refused?.reason} {one.refused?.remedy}
          </p>
          <div className="flex gap-2 mt-2">
            <button type="button" className="btn btn-quiet" onClick={() => void again(one)}>
              Send again
            </button>
            <button type="button" className="btn btn-quiet" onClick={() => void drop(one)}>
              Let it go
            </button>
          </div>
        </li>
      ))}
      {photos.map((one) => (
        <li key={one.id} className="border border-base-300 rounded-box p-3">
          <b>A photo</b>
          <p className="text-[14px] mt-1">
            {one.refused?.reason} {one.refused?.remedy}
          </p>
          <button type="button" className="btn btn-quiet mt-2" onClick={() => void photoAgain(one)}>
            Send again
          </button>
        </li>
      ))}
    </ul>
  )
}
