import { Done, type SessionEntry, SessionsAnswer } from '@ingle/record/wire'
import { useCallback, useEffect, useState } from 'react'
import { hereClock } from '../kit/hereClock.ts'
import { Notice } from '../kit/Notice.tsx'
import { api } from '../sync/api.ts'
import { deviceWords } from './deviceWords.ts'

/** Where an account is signed in; each can be ended by itself, and is let go at once. */
export function Sessions({ path }: { path: string }) {
  const [sessions, setSessions] = useState<SessionEntry[] | null>(null)
  const [wrong, setWrong] = useState<string | null>(null)
  const load = useCallback(async () => {
    const answer = await api('GET', path, SessionsAnswer)
    if (answer.ok) setSessions(answer.value.sessions)
    else setWrong(answer.error.reason)
  }, [path])
  useEffect(() => {
    void load()
  }, [load])
  const end = async (id: string) => {
    const answer = await api('DELETE', `${path}/${id}`, Done)
    setWrong(answer.ok ? null : `${answer.error.reason} ${answer.error.remedy}`)
    await load()
  }
  if (wrong && !sessions) return <Notice kind="watch">{wrong}</Notice>
  if (!sessions) return <p className="soft">Looking …</p>
  return (
    <>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      {sessions.length === 0 && <p className="soft">Nowhere.</p>}
      <ul className="divide-y divide-base-300">
        {sessions.map((one) => (
          <li key={one.id} className="py-2 flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="flex-1 min-w-48">
              {deviceWords(one.device)}
              {one.here && <b> · here</b>}
              <span className="soft block text-[14px]">
                since {hereClock().day(one.beganAt)}, last seen {hereClock().time(one.seenAt)}
              </span>
            </span>
            {!one.here && (
              <button type="button" className="btn btn-quiet" onClick={() => void end(one.id)}>
                End it<span className="sr-only"> on {deviceWords(one.device)}</span>
              </button>
            )}
          </li>
        ))}
      </ul>
    </>
  )
}
