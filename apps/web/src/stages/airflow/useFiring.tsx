import type { Quantity } from '@ingle/core'
import type { FiringState } from '@ingle/record'
import { QuantityField, SelectField } from '../../kit/Field.tsx'
import { NumberField } from '../../kit/NumberField.tsx'
import { refusalOf } from '../../kit/refusalOf.ts'
import { useVisit } from '../../visit/useVisit.ts'

type NumberKey = { [K in keyof FiringState]-?: NonNullable<FiringState[K]> extends number ? K : never }[keyof FiringState]

/** What is known of a furnace's firing: a way to save it, and fields for what is in it. */
export function useFiring() {
  const { here, write, at, units } = useVisit()
  const { firing } = here
  const save = async (body: FiringState) => {
    const written = await write([{ kind: 'firing.set', body: { ...at, ...body } }])
    return refusalOf(written)
  }
  const number = (key: NumberKey, label: string, hint?: string, zero = false) => (
    <NumberField
      label={label}
      {...(hint && { hint })}
      value={firing[key]}
      zero={zero}
      onSave={(value) => save({ [key]: value })}
    />
  )
  const quantity = (of: Quantity, key: NumberKey, label: string, hint?: string) => (
    <QuantityField
      label={label}
      {...(hint && { hint })}
      quantity={of}
      base={firing[key] ?? null}
      units={units}
      onSave={(value) => save({ [key]: value })}
    />
  )
  const temperature = (key: NumberKey, label: string, hint?: string) => quantity('temperature', key, label, hint)
  const choice = <K extends 'heatingValueAs' | 'heatingValueAt' | 'derated'>(
    key: K,
    label: string,
    options: readonly (readonly [string, string, FiringState[K]])[],
  ) => (
    <SelectField
      label={label}
      value={options.find(([, , value]) => value === firing[key])?.[0] ?? ''}
      options={[['', 'not known'] as const, ...options.map(([id, words]) => [id, words] as const)]}
      onSave={(id) => {
        const picked = options.find(([one]) => one === id)
        if (picked) void save({ [key]: picked[2] })
      }}
    />
  )
  return { firing, save, number, quantity, temperature, choice }
}
