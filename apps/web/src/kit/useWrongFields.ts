import { counted, type Refusal } from '@ingle/core'
import { type RefObject, useCallback, useEffect, useRef, useState } from 'react'

/** What is wrong with a form that is sent as a whole: beside its fields where they are known, in a sentence where not. */
export interface WrongForm {
  /** For the form element: the first field that is wrong gets the focus. */
  form: RefObject<HTMLFormElement | null>
  /** The sentence under the form; null while nothing is wrong. */
  sentence: string | null
  /** What is wrong with a field, by its path. */
  at: (path: string) => string | null
  refuse: (refusal: Pick<Refusal, 'reason' | 'remedy' | 'at'>) => void
  clear: () => void
}

/** @param fieldOf the field of the form that a path of the data is typed in; null where the form has none */
export function useWrongFields(fieldOf: (path: string) => string | null = (path) => path): WrongForm {
  const form = useRef<HTMLFormElement>(null)
  const [wrong, setWrong] = useState<{ sentence: string; fields: ReadonlyMap<string, string> } | null>(null)
  useEffect(() => {
    if (wrong) form.current?.querySelector<HTMLElement>('[aria-invalid="true"], [data-wrong]')?.focus()
  }, [wrong])
  return {
    form,
    sentence: wrong?.sentence ?? null,
    at: (path) => wrong?.fields.get(path) ?? null,
    refuse({ reason, remedy, at = [] }) {
      const fields = new Map<string, string>()
      let isAllBeside = at.length > 0
      for (const { path, says } of at) {
        const field = fieldOf(path)
        if (field === null) isAllBeside = false
        // Of two things that are wrong with one field the first is said.
        else if (!fields.has(field)) fields.set(field, says)
      }
      const sentence = isAllBeside
        ? `${counted(fields.size, 'field')} ${fields.size === 1 ? 'is' : 'are'} not right yet: it says beside ${fields.size === 1 ? 'it' : 'them'} what.`
        : `${reason} ${remedy}`
      setWrong({ sentence, fields })
    },
    clear: useCallback(() => setWrong(null), []),
  }
}
