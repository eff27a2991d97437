import type { FiringState } from '@ingle/record'
import { TextField } from '../../kit/Field.tsx'
import { useVisit } from '../../visit/useVisit.ts'

/** What is known of a furnace's firing: a way to save it, and fields for its plain numbers. */
export function useFiring() {
  const { here, write, at } = useVisit()
  const { firing } = here
  const save = async (body: FiringState) => {
    const written = await write([{ kind: 'firing.set', body: { ...at, ...body } }])
    return written.ok ? null : `${written.reason} ${written.remedy}`
  }
  const number = (key: keyof FiringState, label: string, hint: string) => (
    <TextField
      label={label}
      hint={hint}
      value={firing[key] === undefined ? '' : String(firing[key])}
      onSave={async (typed) => {
        const value = Number(typed.replace(/[\s,]/g, ''))
        if (!Number.isFinite(value) || value <= 0) return `“${typed}” is no number above nothing. Write it in figures.`
        return save({ [key]: value })
      }}
    />
  )
  return { firing, save, number }
}
