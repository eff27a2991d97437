import { list } from '../advice/show.ts'

/** Sizes are named in thousands of Btu/h from here on; nobody selects so many tons on a jumper. */
const LEAST_MBTUH = 12
const MBTUH_PER_TON = 12

/**
 * Sizes of a machine that stand as figures on a jumper, where they can only be thousands of Btu/h: 24, 30, 36 are 2, 2.5
 * and 3 tons. A guess, so it comes with what to check. Null where the figures may be tons, or are none.
 * Source: one ton of refrigeration = 12,000 Btu/h by definition.
 */
export function sizesOf(values: readonly string[]): { tons: ReadonlyMap<string, string>; doubt: string } | null {
  const numbers = values.map((one) => (/^\d+$/.test(one.trim()) ? Number(one) : Number.NaN))
  if (values.length === 0 || !numbers.every((one) => one >= LEAST_MBTUH && one % 6 === 0)) return null
  const tons = numbers.map((one) => String(one / MBTUH_PER_TON))
  return {
    tons: new Map(values.map((one, i) => [one, tons[i] ?? ''])),
    doubt: `${list([...values])} are taken for thousands of Btu/h: ${list(tons)} ton. See whether the manual means that.`,
  }
}
