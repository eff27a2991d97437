/** Switch banks and option codes: numbers that a board or a handset takes as bits. */
import { refuse } from '../../refusals.ts'
import { ok, type Result } from '../../result.ts'

interface SwitchBank {
  /** Switch 1 first: "1010". */
  bits: string
  /** Switch 1 counts 1, switch 2 counts 2, switch 3 counts 4 … */
  lsbFirst: number
  /** Switch 1 counts most. */
  msbFirst: number
  /** `msbFirst` in hexadecimal, one figure for every four switches begun. */
  msbFirstHex: string
}

/** More switches than any bank has; beyond, numbers would no longer be exact. */
const MOST_SWITCHES = 32

/**
 * A bank as a board reads it, both ways round.
 * @param on numbers of the switches that are on, counted from 1
 */
export function switchBank(on: readonly number[], count: number): Result<SwitchBank> {
  if (!Number.isInteger(count) || count < 1 || count > MOST_SWITCHES)
    return refuse('bank-size', { mostSwitches: MOST_SWITCHES, count })
  const wrong = on.find((one) => !Number.isInteger(one) || one < 1 || one > count)
  if (wrong !== undefined) return refuse('no-such-switch', { wrong, count })
  const set = new Set(on)
  const bits = Array.from({ length: count }, (_, i) => (set.has(i + 1) ? '1' : '0')).join('')
  const msbFirst = Number.parseInt(bits, 2)
  return ok({
    bits,
    lsbFirst: Number.parseInt([...bits].reverse().join(''), 2),
    msbFirst,
    msbFirstHex: msbFirst
      .toString(16)
      .toUpperCase()
      .padStart(Math.ceil(count / 4), '0'),
  })
}

/** Which switches stand for a number. */
export function switchesFor(
  value: number,
  count: number,
  order: 'lsb_first' | 'msb_first',
): Result<{ on: number[]; bits: string }> {
  if (!Number.isInteger(value) || value < 0 || value >= 2 ** count)
    return refuse('value-over-switches', { value, count, most: 2 ** count - 1 })
  const high = value.toString(2).padStart(count, '0')
  const bits = order === 'msb_first' ? high : [...high].reverse().join('')
  return ok({ bits, on: [...bits].flatMap((bit, i) => (bit === '1' ? [i + 1] : [])) })
}

/** Pairs of hexadecimal digits, as a handset sends them; spaces, dashes and colons between them do not count. */
export function optionPairs(text: string): Result<number[]> {
  const digits = text.replace(/[\s:\-‐-―−]/g, '')
  if (digits === '') return refuse('code-empty')
  if (!/^[0-9a-f]+$/i.test(digits)) return refuse('code-not-hex')
  if (digits.length % 2 === 1) return refuse('code-odd')
  return ok((digits.match(/../g) ?? []).map((pair) => Number.parseInt(pair, 16)))
}

export const pairHex = (value: number): string => value.toString(16).toUpperCase().padStart(2, '0')
/** Highest bit first. */
export const pairBits = (value: number): string => value.toString(2).padStart(8, '0')

/** One bit of one pair set or cleared. `pair` counts from 1, `bit` from 0, the lowest. */
export function withBit(pairs: readonly number[], pair: number, bit: number, set: boolean): Result<number[]> {
  if (!Number.isInteger(pair) || pair < 1 || pair > pairs.length) return refuse('no-such-pair', { pair, count: pairs.length })
  if (!Number.isInteger(bit) || bit < 0 || bit > 7) return refuse('no-such-bit', { bit })
  const mask = 1 << bit
  return ok(pairs.map((value, i) => (i === pair - 1 ? (set ? value | mask : value & ~mask) : value)))
}
