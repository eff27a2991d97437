import { useState } from 'react'

/** One line and a button beside it. What was typed stays until it was taken. */
export function AddLine(props: { label: string; hint: string; button: string; onAdd: (text: string) => Promise<boolean> }) {
  const [text, setText] = useState('')
  const add = async () => {
    if (text.trim() !== '' && (await props.onAdd(text.trim()))) setText('')
  }
  return (
    <form
      className="flex gap-2 mt-2"
      onSubmit={(event) => {
        event.preventDefault()
        void add()
      }}
    >
      <input
        className="input flex-1 min-w-0"
        placeholder={props.hint}
        aria-label={props.label}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <button type="submit" className="btn">
        {props.button}
      </button>
    </form>
  )
}
