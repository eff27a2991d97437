import type { FiringState } from '@ingle/record'
import { QuantityField } from '../../kit/Field.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

/** What is known of a furnace's firing: a way to save it, and fields for what is in it. */
export function useFiring() {
  const { here, write, at, units } = useVisit()
  const { firing } = here
  const save = async (body: FiringState) => {
    const written = await write([{ kind: 'firing.set', body: { ...at, ...body } }])
    return refusalOf(written)
  }
  const number = (key: keyof FiringState, label: string, hint: string) => (
    <NumberField label={label} hint={hint} value={firing[key]} onSave={(value) => save({ [key]: value })} />
  )
  const temperature = (key: keyof FiringState, label: string, hint?: string) => (
    <QuantityField
      label={label}
      {...(hint && { hint })}
      quantity="temperature"
      base={firing[key] ?? null}
      units={units}
      onSave={(value) => save({ [key]: value })}
    />
  )
  return { firing, save, number, temperature }
}
