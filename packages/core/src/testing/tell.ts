const figure = (value: number): string => (Number.isFinite(value) ? String(Number(value.toPrecision(6))) : String(value))

/** Facts on one line: numbers to six figures; what is empty left out, and values that stand in the words of a finding. */
export function tell(value: unknown): string {
  if (typeof value === 'number') return figure(value)
  if (typeof value === 'string') return value
  if (typeof value !== 'object' || value === null) return String(value)
  if (ArrayBuffer.isView(value)) return tell(Array.from(value as unknown as ArrayLike<number>))
  if (Array.isArray(value)) return `[${value.map(tell).join(', ')}]`
  const fields = Object.entries(value).filter(
    ([name, one]) =>
      !(name === 'values' && ('mend' in value || 'remedy' in value)) &&
      one !== undefined &&
      one !== null &&
      one !== '' &&
      typeof one !== 'function' &&
      tell(one) !== '[]',
  )
  return `{${fields.map(([name, one]) => `${name}: ${tell(one)}`).join('; ')}}`
}

/**
 * What the core says over a grid of situations, kept as text: a number or a word that changes is read as a difference.
 * When it is meant, `npm run unit -- -u packages/core/test` takes it over.
 */
export const expectSaid = (
  expect: (text: string) => { toMatchFileSnapshot(path: string): Promise<void> },
  name: string,
  cases: Iterable<readonly [situation: string, said: readonly string[]]>,
) =>
  expect([...cases].map(([situation, said]) => [`## ${situation}`, ...said, ''].join('\n')).join('\n')).toMatchFileSnapshot(
    `./said/${name}.txt`,
  )
