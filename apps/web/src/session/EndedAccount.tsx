import type { Me } from '@ingle/record/wire'
import { useEffect, useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { saveJson } from '../kit/saveFile.ts'
import type { Unsent } from '../sync/leave.ts'
import { endedHere, endedIsSettled } from './session.ts'

/** What an account that was ended left on this device: to be saved for the lead, or thrown away. */
export function EndedAccount() {
  const [me, setMe] = useState<Me | null>(endedHere)
  const [left, setLeft] = useState<Unsent[] | null>(null)
  useEffect(() => {
    if (!me) return
    void (async () => {
      const { storeOf, unsentOf } = await import('../sync/leave.ts')
      const db = storeOf(me.accountId)
      setLeft(await unsentOf(db))
      db.close()
    })()
  }, [me])
  if (!me || !left) return null
  const count = left.reduce((sum, one) => sum + one.changes.length + one.photos.length, 0)
  const save = async () => {
    const { unsentFile } = await import('../sync/leave.ts')
    for (const one of left) saveJson(`unsent-${one.siteId.slice(0, 8)}.ingle.json`, await unsentFile(one, me.crewName))
  }
  const settle = async () => {
    const { clear } = await import('../sync/leave.ts')
    await clear(me.accountId)
    endedIsSettled()
    setMe(null)
  }
  return (
    <section aria-label="Ended account" className="mb-4 flex flex-col gap-2">
      <Notice kind="watch">
        The account {me.initials} of {me.crewName} was ended. What belongs to the crew has left this device
        {count === 0 ? '.' : `; ${count} ${count === 1 ? 'entry was' : 'entries were'} never sent and still lie here.`}
      </Notice>
      <div className="flex flex-wrap gap-2">
        {count > 0 && (
          <button type="button" className="btn" onClick={() => void save()}>
            Save what was not sent, for the lead
          </button>
        )}
        <button type="button" className="btn" onClick={() => void settle()}>
          {count > 0 ? 'Throw it away' : 'I have read this'}
        </button>
      </div>
    </section>
  )
}
