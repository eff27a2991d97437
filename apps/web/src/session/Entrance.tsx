import { InvitationAnswer } from '@ingle/record/wire'
import { useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useTitle } from '../app/title.ts'
import { api } from '../sync/api.ts'
import { ME } from '../sync/glance.ts'
import { AccountForm, PERSON_FIELDS, passwordField } from './AccountForm.tsx'
import { EntranceFrame } from './EntranceFrame.tsx'
import { signedIn } from './session.ts'

const says = ({ reason, remedy }: { reason: string; remedy: string }) => `${reason} ${remedy}`

/** A fresh server: whoever can read its log makes the first account. */
export function FirstAccount() {
  const begin = async (said: Record<string, string>) => {
    const answer = await api('POST', '/api/setup', ME, said)
    if (!answer.ok) return says(answer.error)
    signedIn(answer.value)
    return null
  }
  return (
    <section className="panel p-6 flex flex-col gap-3" aria-label="First account">
      <h1 className="text-xl font-bold">Nobody is here yet</h1>
      <p className="soft leading-snug">
        Make your crew and its first account: a lead, who lets the others in. The code stands in the server’s log since its start.
      </p>
      <AccountForm
        fields={[
          { name: 'code', label: 'Code of this server' },
          { name: 'crew', label: 'Name of your crew', hint: 'it stands on every sheet' },
          ...PERSON_FIELDS,
          passwordField('password', 'Password'),
        ]}
        button="Begin"
        onSend={begin}
      />
    </section>
  )
}

const ROLE_MAY: Readonly<Record<string, string>> = {
  lead: 'You will be a lead: you write, let people in, and set what binds the crew.',
  technician: 'You will be a technician: you read and write everything of the crew.',
  reader: 'You will be a reader: you read and print, and write nothing.',
}

/** Somebody comes with a code, typed or in the address: a new account, or a new password for theirs. */
export function Join() {
  useTitle('Join a crew')
  const { code: inAddress = '' } = useParams()
  const navigate = useNavigate()
  const [code, setCode] = useState(inAddress)
  const [told, setTold] = useState<InvitationAnswer | null>(null)
  const ask = async ({ code: typed = '' }: Record<string, string>) => {
    const answer = await api('POST', '/api/invitation', InvitationAnswer, { code: typed })
    if (!answer.ok) return says(answer.error)
    setCode(typed)
    setTold(answer.value)
    return null
  }
  const join = async (said: Record<string, string>) => {
    const { name = '', initials = '', password = '' } = said
    const answer = await api('POST', '/api/join', ME, { code, name, initials, password })
    if (!answer.ok) return says(answer.error)
    signedIn(answer.value)
    void navigate('/', { replace: true })
    return null
  }
  return (
    <EntranceFrame>
      <section className="panel p-6 flex flex-col gap-3" aria-label="Invitation">
        {!told && (
          <>
            <h1 className="text-xl font-bold">You have a code</h1>
            <AccountForm
              key="code"
              fields={[{ name: 'code', label: 'Code', hint: 'twelve signs; capitals and dashes do not matter', value: code }]}
              button="Go on"
              onSend={ask}
            />
          </>
        )}
        {told &&
          (told.name ? (
            <>
              <h1 className="text-xl font-bold">A new password for {told.initials}</h1>
              <p className="soft leading-snug">
                {told.crewName}. You sign in as <b className="num">{told.name}</b>. Everything that is still signed in elsewhere
                ends.
              </p>
              <AccountForm
                key="reset"
                fields={[passwordField('password', 'New password')]}
                button="Set it and sign in"
                onSend={join}
              />
            </>
          ) : (
            <>
              <h1 className="text-xl font-bold">{told.crewName}</h1>
              <p className="soft leading-snug">{ROLE_MAY[told.role]}</p>
              <AccountForm
                key="join"
                fields={[...PERSON_FIELDS, passwordField('password', 'Password')]}
                button="Join the crew"
                onSend={join}
              />
            </>
          ))}
        <a href="/" className="link text-[14px]">
          To sign-in
        </a>
      </section>
    </EntranceFrame>
  )
}
