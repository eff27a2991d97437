import { Done } from '@ingle/record/wire'
import { useState } from 'react'
import { Notice } from '../kit/Notice.tsx'
import { Page, Part } from '../kit/Page.tsx'
import { AccountForm, passwordField } from '../session/AccountForm.tsx'
import { useMe } from '../session/useMe.ts'
import { api } from '../sync/api.ts'
import { Sessions } from './Sessions.tsx'

/** One's own account: who one is here, the password, and where one is signed in. */
export function AccountPage() {
  const me = useMe()
  const [done, setDone] = useState(false)
  const change = async ({ old = '', password = '' }: Record<string, string>) => {
    setDone(false)
    const answer = await api('POST', '/api/me/password', Done, { old, password })
    if (!answer.ok) return `${answer.error.reason} ${answer.error.remedy}`
    setDone(true)
    return null
  }
  return (
    <Page title="Your account">
      <p>
        <b>{me.initials}</b>, {me.role} of {me.crewName}. You sign in as <b className="num">{me.name}</b>.
      </p>
      <Part title="Where you are signed in">
        <Sessions path="/api/me/sessions" />
      </Part>
      <Part title="Your password">
        <AccountForm
          fields={[passwordField('old', 'Password of now', 'current-password'), passwordField('password', 'New password')]}
          button="Change it"
          onSend={change}
        >
          {done && <Notice kind="plain">It is changed. Everything that was signed in elsewhere has ended.</Notice>}
        </AccountForm>
      </Part>
    </Page>
  )
}
