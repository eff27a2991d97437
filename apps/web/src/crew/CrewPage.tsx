import {
  CodeAnswer,
  Done,
  type InviteEntry,
  InvitesAnswer,
  PeopleAnswer,
  type Person,
  ROLES,
  type Role,
} from '@ingle/record/wire'
import { useCallback, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { Dialog } from '../kit/Dialog.tsx'
import { SelectField } from '../kit/Field.tsx'
import { hereClock } from '../kit/hereClock.ts'
import { Notice } from '../kit/Notice.tsx'
import { Page, Part } from '../kit/Page.tsx'
import { useMe } from '../session/useMe.ts'
import { api } from '../sync/api.ts'
import { AuditList } from './AuditList.tsx'
import { CodeSheet } from './CodeSheet.tsx'
import { Sessions } from './Sessions.tsx'

const ROLE_SAYS: Readonly<Record<Role, string>> = {
  technician: 'technician: reads and writes',
  lead: 'lead: also lets people in, and sets what binds the crew',
  reader: 'reader: reads and prints',
}
const ROLE_OPTIONS = ROLES.map((one) => [one, ROLE_SAYS[one]] as const)

/** The code that was just made, and what it is for. */
type Made = CodeAnswer & { for: string }

/** Who is in the crew; for a lead also who may come, where they are signed in, and what was done. */
export function CrewPage() {
  const me = useMe()
  const isLead = me.role === 'lead'
  const [people, setPeople] = useState<Person[] | null>(null)
  const [invites, setInvites] = useState<InviteEntry[]>([])
  const [wrong, setWrong] = useState<string | null>(null)
  const [made, setMade] = useState<Made | null>(null)
  const [role, setRole] = useState<Role>('technician')
  const [looksAt, setLooksAt] = useState<Person | null>(null)
  const [ends, setEnds] = useState<Person | null>(null)
  /** How often something was done here: what was done is then read again. */
  const [deeds, setDeeds] = useState(0)
  const load = useCallback(async () => {
    const [all, open] = await Promise.all([
      api('GET', '/api/crew', PeopleAnswer),
      isLead ? api('GET', '/api/crew/invites', InvitesAnswer) : null,
    ])
    if (all.ok) setPeople(all.value.people)
    else setWrong(all.error.reason)
    if (open?.ok) setInvites(open.value.invites)
  }, [isLead])
  useEffect(() => {
    void load()
  }, [load])
  const send = async (method: string, path: string, body?: unknown): Promise<boolean> => {
    const answer = await api(method, path, Done, body)
    setWrong(answer.ok ? null : `${answer.error.reason} ${answer.error.remedy}`)
    await load()
    setDeeds((n) => n + 1)
    return answer.ok
  }
  const makeCode = async (path: string, says: string, body?: unknown) => {
    const answer = await api('POST', path, CodeAnswer, body)
    if (!answer.ok) return setWrong(`${answer.error.reason} ${answer.error.remedy}`)
    setMade({ ...answer.value, for: says })
    await load()
    setDeeds((n) => n + 1)
  }
  return (
    <Page title={me.crewName}>
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <Part title="People">
        {!people && !wrong && <p className="soft">Looking …</p>}
        <ul className="divide-y divide-base-300">
          {people?.map((one) => (
            <li key={one.initials} className="py-2.5 flex flex-wrap items-center gap-x-4 gap-y-2">
              <span className={`flex-1 min-w-44 ${one.ended ? 'soft' : ''}`}>
                <b className="num mr-2">{one.initials}</b>
                {one.name}
                {one.initials === me.initials && ' (you)'}
                <span className="soft block text-[14px]">
                  {one.ended ? 'ended: what they wrote stays theirs' : one.role}
                  {!one.ended && (one.seenAt ? ` · last seen ${hereClock().time(one.seenAt)}` : ' · not signed in anywhere')}
                </span>
              </span>
              {isLead && !one.ended && one.id && (
                <span className="flex flex-wrap items-end gap-2">
                  <RoleField person={one} onRole={(to) => send('POST', `/api/crew/${one.id}/role`, { role: to })} />
                  <button type="button" className="btn btn-quiet" onClick={() => setLooksAt(one)}>
                    Devices<span className="sr-only"> of {one.initials}</span>
                  </button>
                  <button
                    type="button"
                    className="btn btn-quiet"
                    onClick={() => void makeCode(`/api/crew/${one.id}/reset`, `a new password for ${one.initials}`)}
                  >
                    New password<span className="sr-only"> for {one.initials}</span>
                  </button>
                  <button type="button" className="btn btn-quiet" onClick={() => setEnds(one)}>
                    End<span className="sr-only"> the account of {one.initials}</span>
                  </button>
                </span>
              )}
            </li>
          ))}
        </ul>
        {!isLead && <p className="soft text-[14px]">The crew’s lead lets people in and out.</p>}
      </Part>
      {isLead && (
        <Part title="Let somebody in">
          <div className="flex flex-wrap items-end gap-3">
            <div className="min-w-64 flex-1">
              <SelectField label="As" value={role} options={ROLE_OPTIONS} onSave={setRole} />
            </div>
            <button
              type="button"
              className="btn btn-primary"
              onClick={() => void makeCode('/api/crew/invites', `one ${role}`, { role })}
            >
              Make a code
            </button>
          </div>
          {invites.length > 0 && (
            <ul className="divide-y divide-base-300">
              {invites.map((one) => (
                <li key={one.id} className="py-2 flex flex-wrap items-center gap-3">
                  <span className="flex-1 min-w-48">
                    {one.forWhom ? `A new password for ${one.forWhom}` : `A code for one ${one.role}`}
                    <span className="soft block text-[14px]">
                      made by {one.madeBy}, good until {hereClock().day(one.endsAt)}
                    </span>
                  </span>
                  <button
                    type="button"
                    className="btn btn-quiet"
                    onClick={() => void send('DELETE', `/api/crew/invites/${one.id}`)}
                  >
                    Withdraw it
                  </button>
                </li>
              ))}
            </ul>
          )}
        </Part>
      )}
      {isLead && <AuditList key={deeds} />}
      {made && <CodeSheet made={made} crewName={me.crewName} onClose={() => setMade(null)} />}
      {looksAt?.id && (
        <Dialog title={`Where ${looksAt.initials} is signed in`} onClose={() => setLooksAt(null)}>
          <Sessions path={`/api/crew/${looksAt.id}/sessions`} />
        </Dialog>
      )}
      {ends?.id && (
        <Dialog title={`End the account of ${ends.initials}?`} onClose={() => setEnds(null)}>
          <p className="mb-3">
            {ends.initials} is signed out everywhere, and what belongs to the crew leaves their devices as soon as those ask the
            server. What they wrote stays in the records under their initials. An ended account does not come back: invite the
            person anew.
          </p>
          <div className="flex gap-2">
            <button
              type="button"
              className="btn btn-error"
              onClick={() => void send('POST', `/api/crew/${ends.id}/end`).then(() => setEnds(null))}
            >
              End it
            </button>
            <button type="button" className="btn" onClick={() => setEnds(null)}>
              Leave it
            </button>
          </div>
        </Dialog>
      )}
      <p className="text-[14px]">
        <Link to="/account" className="link">
          Your own account
        </Link>
      </p>
    </Page>
  )
}

function RoleField({ person, onRole }: { person: Person; onRole: (to: Role) => Promise<boolean> }) {
  return (
    <select
      className="select w-36"
      aria-label={`Role of ${person.initials}`}
      value={person.role}
      onChange={(event) => void onRole(event.target.value as Role)}
    >
      {ROLES.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </select>
  )
}
