import { readNumber } from '@ingle/core'
import { TextField } from './Field.tsx'

/** A plain number whose unit stands in its label; never below nothing. */
export function NumberField(props: {
  label: string
  hint?: string
  value: number | null | undefined
  /** Nothing is a value too. */
  zero?: boolean
  onSave: (value: number) => Promise<string | null>
}) {
  const { label, hint, value, zero = false, onSave } = props
  return (
    <TextField
      label={label}
      {...(hint && { hint })}
      value={value === null || value === undefined ? '' : String(value)}
      onSave={async (typed) => {
        const read = readNumber(typed)
        if (read?.rest !== '' || read.value < 0 || (read.value === 0 && !zero))
          return `“${typed}” is no number${zero ? '' : ' above nothing'}. Write it in figures.`
        return onSave(read.value)
      }}
    />
  )
}
