import { AuditAnswer, type AuditEntry, type AuditKind } from '@ingle/record/wire'
import { useEffect, useState } from 'react'
import { hereClock } from '../kit/hereClock.ts'
import { Notice } from '../kit/Notice.tsx'
import { Part } from '../kit/Page.tsx'
import { api } from '../sync/api.ts'

const SAYS: Readonly<Record<AuditKind, string>> = {
  'sign-in': 'signed in',
  'sign-in-refused': 'was refused at sign-in',
  joined: 'joined the crew',
  invite: 'made a code for a new account',
  'invite-withdrawn': 'withdrew a code',
  role: 'gave another role',
  'account-ended': 'ended an account',
  password: 'set a password',
  'password-reset': 'made a code for a new password',
  'session-ended': 'ended sessions',
  export: 'took a record out',
  import: 'brought a record in',
  'gateway-allowed': 'allowed an address',
  'gateway-forbidden': 'took an address out',
  'gateway-written': 'wrote over a line',
  'gateway-test': 'used test mode over a line',
  restored: 'restored the database',
  erased: 'erased a person',
}

/** What was done, newest first: by whom, from where. */
export function AuditList() {
  const [entries, setEntries] = useState<AuditEntry[]>([])
  const [more, setMore] = useState(true)
  const [wrong, setWrong] = useState<string | null>(null)
  const load = async (before: number | null) => {
    const answer = await api('GET', `/api/audit${before === null ? '' : `?before=${before}`}`, AuditAnswer)
    if (!answer.ok) return setWrong(answer.error.reason)
    setEntries((there) => (before === null ? answer.value.entries : [...there, ...answer.value.entries]))
    setMore(answer.value.entries.length === 100)
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it is opened.
  useEffect(() => {
    void load(null)
  }, [])
  return (
    <Part title="What was done">
      {wrong && <Notice kind="watch">{wrong}</Notice>}
      <div className="overflow-x-auto">
        <table className="w-full text-[14px]">
          <thead>
            <tr className="text-left soft">
              <th scope="col" className="pr-4 font-normal w-48">
                When
              </th>
              <th scope="col" className="pr-4 font-normal w-16">
                Who
              </th>
              <th scope="col" className="pr-4 font-normal">
                What
              </th>
              <th scope="col" className="font-normal w-32 hidden sm:table-cell">
                From
              </th>
            </tr>
          </thead>
          <tbody>
            {entries.map((one) => (
              <tr key={one.n} className="align-top border-t border-base-300">
                <td className="num pr-4 py-1 sm:whitespace-nowrap">{hereClock().time(one.at)}</td>
                <td className="num pr-4 py-1">{one.who}</td>
                <td className="pr-4 py-1">
                  {SAYS[one.what as AuditKind] ?? one.what}
                  {one.about && <span className="soft block">{one.about}</span>}
                  <span className="num soft block sm:hidden">{one.address}</span>
                </td>
                <td className="num py-1 soft hidden sm:table-cell">{one.address}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {more && entries.length > 0 && (
        <button type="button" className="btn self-start" onClick={() => void load(entries.at(-1)?.n ?? null)}>
          Show earlier
        </button>
      )}
    </Part>
  )
}
