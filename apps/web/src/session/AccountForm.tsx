import { PASSWORD_LEAST } from '@ingle/record/wire'
import { type ReactNode, useState } from 'react'
import { Notice } from '../kit/Notice.tsx'

export interface Field {
  name: string
  label: string
  hint?: string
  type?: 'text' | 'password'
  autoComplete?: string
  value?: string
}

/** What a new account is asked for. */
export const PERSON_FIELDS: readonly Field[] = [
  { name: 'name', label: 'Name to sign in with', hint: 'small letters, like ada.k', autoComplete: 'username' },
  { name: 'initials', label: 'Your initials', hint: 'they stand beside everything that you write down' },
]

export const passwordField = (name: string, label: string, autoComplete = 'new-password'): Field => ({
  name,
  label,
  type: 'password',
  autoComplete,
  ...(autoComplete === 'new-password' && { hint: `at least ${PASSWORD_LEAST} characters; four words are easy to keep in mind` }),
})

/** Asks for some words and sends them; what is wrong stands above the button, and nothing that was typed is lost. */
export function AccountForm(props: {
  fields: readonly Field[]
  button: string
  onSend: (said: Record<string, string>) => Promise<string | null>
  children?: ReactNode
}) {
  const { fields, button, onSend, children } = props
  const [wrong, setWrong] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault()
        const form = event.currentTarget
        const said = Object.fromEntries([...new FormData(form)].map(([key, value]) => [key, String(value)]))
        setBusy(true)
        void onSend(said).then((refused) => {
          setBusy(false)
          setWrong(refused)
          if (refused === null) form.reset()
        })
      }}
    >
      {children}
      {fields.map(({ name, label, hint, type = 'text', autoComplete = 'off', value }) => (
        <label key={name} className="block">
          <span className="soft text-[13px]">{label}</span>
          <input className="input w-full" name={name} type={type} autoComplete={autoComplete} defaultValue={value} required />
          {hint && <span className="soft text-[13px] block mt-0.5">{hint}</span>}
        </label>
      ))}
      {wrong && <Notice kind="wrong">{wrong}</Notice>}
      <button type="submit" className="btn btn-primary self-start" disabled={busy}>
        {button}
      </button>
    </form>
  )
}
