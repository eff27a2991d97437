import type { DemoAccount } from '@ingle/record/wire'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link } from 'react-router'
import { useTitle } from '../app/title.ts'
import { Notice } from '../kit/Notice.tsx'
import { api } from '../sync/api.ts'
import { DEMO_ACCOUNTS, SETUP } from '../sync/glance.ts'
import { EndedAccount } from './EndedAccount.tsx'
import { EntranceFrame } from './EntranceFrame.tsx'
import { signIn } from './session.ts'

/** Only on a server that nobody has an account on. */
const FirstAccount = lazy(async () => ({ default: (await import('./Entrance.tsx')).FirstAccount }))

export function SignIn() {
  useTitle('Sign in')
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [wrong, setWrong] = useState<{ reason: string; remedy: string } | null>(null)
  const [busy, setBusy] = useState(false)
  const [demo, setDemo] = useState<DemoAccount[]>([])
  useEffect(() => {
    void api('GET', '/api/demo-accounts', DEMO_ACCOUNTS).then((answer) => answer.ok && setDemo(answer.value.accounts))
    void api('GET', '/api/setup', SETUP).then((answer) => answer.ok && setFresh(answer.value.fresh))
  }, [])
  const [fresh, setFresh] = useState(false)
  const enter = async (asName: string, asPassword: string) => {
    setBusy(true)
    setWrong(await signIn(asName, asPassword))
    setBusy(false)
  }
  if (fresh)
    return (
      <EntranceFrame>
        <Suspense fallback={null}>
          <FirstAccount />
        </Suspense>
      </EntranceFrame>
    )
  return (
    <EntranceFrame>
      <EndedAccount />
      <form
        className="panel p-6 flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault()
          void enter(name, password)
        }}
      >
        <h1 className="sr-only">Sign in to Ingle</h1>
        <p className="soft leading-snug">Measure, work out, set, prove, hand over. Sign in with your crew’s account.</p>
        <label className="block">
          <span className="soft text-[13px]">Name</span>
          <input
            className="input w-full"
            autoComplete="username"
            value={name}
            onChange={(event) => setName(event.target.value)}
            required
          />
        </label>
        <label className="block">
          <span className="soft text-[13px]">Password</span>
          <input
            className="input w-full"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            required
          />
        </label>
        {wrong && (
          <Notice kind="wrong">
            <b>{wrong.reason}</b> {wrong.remedy}
          </Notice>
        )}
        <button type="submit" className="btn btn-primary" disabled={busy}>
          Sign in
        </button>
        <p className="text-[14px]">
          <Link to="/join" className="link">
            I have a code
          </Link>
        </p>
      </form>
      {demo.length > 0 && (
        <section className="mt-6" aria-label="Demo accounts">
          <h2 className="font-bold">Demo accounts</h2>
          <p className="soft text-[14px] mb-2">Made-up crews of the harbour town of Wrenmoor. One tap signs in.</p>
          <div className="grid gap-2">
            {demo.map((account) => (
              <button
                key={account.name}
                type="button"
                className="btn justify-start h-auto py-2 font-normal text-left"
                disabled={busy}
                onClick={() => void enter(account.name, account.password)}
              >
                <span className="num font-bold w-9">{account.initials}</span>
                <span>
                  {account.crew}
                  <span className="soft block text-[13px]">
                    {account.role} · name <span className="num">{account.name}</span>, password{' '}
                    <span className="num">{account.password}</span>
                  </span>
                </span>
              </button>
            ))}
          </div>
        </section>
      )}
    </EntranceFrame>
  )
}
