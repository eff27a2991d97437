import { type PastedQuantity, pasteBlowerTable, pasteHeaterKits, unnamedUnits, withUnits } from '@ingle/core'
import { Choices } from '../kit/Choices.tsx'

const OFFERED: Record<PastedQuantity, readonly string[]> = { flow: ['cfm', 'L/s', 'm³/h'], static: ['in.wc', 'Pa', 'kPa'] }

export type SaidUnits = Partial<Record<PastedQuantity, string>>

/** The units that a pasted table needs and its text does not name; none where no table is to be read from it. */
export function unitsToAsk(kind: 'blower' | 'kits', text: string): PastedQuantity[] {
  if (kind === 'kits') {
    const read = pasteHeaterKits(text)
    return read.ok && read.value.minFlowsCfm.length > 0 ? unnamedUnits(text, ['flow']) : []
  }
  // Statics like 50 and 100 are a table only to whom they are pascals.
  const isTable = [text, withUnits(text, { static: 'Pa' })].some((one) => pasteBlowerTable(one).ok)
  return isTable ? unnamedUnits(text, ['flow', 'static']) : []
}

/** Asks for units that a text does not name: figures without a unit are nobody's until it is said whose. */
export function AskUnits({
  asked,
  said,
  onSay,
}: {
  asked: readonly PastedQuantity[]
  said: SaidUnits
  onSay: (said: SaidUnits) => void
}) {
  return asked.map((one) => (
    <Choices
      key={one}
      label={`The text names no unit of ${one}. Which does the manual use?`}
      titled
      options={OFFERED[one].map((unit) => [unit, unit] as const)}
      on={(unit) => said[one] === unit}
      onPick={(unit) => onSay({ ...said, [one]: unit })}
    />
  ))
}
