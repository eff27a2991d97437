import type { UnitChoice } from '@ingle/core'
import { QuantityField } from './Field.tsx'

interface Size {
  widthIn: number | null
  heightIn: number | null
}

/** Width and height of an opening, saved one by one. */
export function SizeFields({
  of,
  units,
  onSave,
}: {
  of: Size
  units: UnitChoice
  onSave: (size: Partial<Record<keyof Size, number>>) => Promise<string | null>
}) {
  return (
    <>
      <QuantityField label="Width" quantity="length" base={of.widthIn} units={units} onSave={(widthIn) => onSave({ widthIn })} />
      <QuantityField
        label="Height"
        quantity="length"
        base={of.heightIn}
        units={units}
        onSave={(heightIn) => onSave({ heightIn })}
      />
    </>
  )
}
