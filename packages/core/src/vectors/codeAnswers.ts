/** Adapter for the worked cases of codes, switch banks, rings and held keys. */
import { optionPairs, pairBits, pairHex, switchBank, switchesFor, withBit } from '../device/keypad/codes.ts'
import { type HoldRule, holdForSteps, ringWay, stepsWhileHeld, stepWay } from '../device/keypad/keys.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape; the adapter reads its own keys.
type Case = Record<string, any>
type Answer = Record<string, unknown> | null

export function codeAnswer(given: Case): Answer {
  if (given.switches_on_index !== undefined) {
    const bank = switchBank(given.switches_on_index, given.switch_count)
    return bank.ok
      ? {
          switches_bits: bank.value.bits,
          value_lsb_first_index: bank.value.lsbFirst,
          value_msb_first_index: bank.value.msbFirst,
          msb_first_hex: bank.value.msbFirstHex,
        }
      : { valid_bool: false }
  }
  if (given.order_enum !== undefined) {
    const read = switchesFor(given.value_index, given.switch_count, given.order_enum)
    return read.ok ? { switches_on_index: read.value.on, switches_bits: read.value.bits } : { valid_bool: false }
  }
  if (given.code_txt !== undefined) return pairs(given)
  if (given.items_count !== undefined) {
    const way = ringWay(given.items_count, given.from_index - 1, given.to_index - 1)
    return {
      forward_count: way.forward,
      backward_count: way.backward,
      least_count: way.least,
      direction_enum: way.least === 0 ? 'none' : way.direction,
    }
  }
  if (given.step_ratio !== undefined) {
    const way = stepWay(given.from_ratio, given.to_ratio, given.step_ratio, given.low_ratio, given.high_ratio)
    return { presses_count: way.presses, direction_enum: way.direction, final_ratio: way.final, limited_bool: way.limited }
  }
  if (given.delay_ms === undefined) return null
  const rule: HoldRule = {
    delayMs: given.delay_ms,
    slowMs: given.slow_repeat_ms,
    fastAfter: given.fast_after_count,
    fastMs: given.fast_repeat_ms,
  }
  if (given.hold_ms !== undefined) {
    const steps = stepsWhileHeld(given.hold_ms, rule)
    const sign = given.key_enum === 'down' ? -1 : 1
    const final = Math.min(Math.max(given.from_index + sign * steps * given.step_index, given.low_index), given.high_index)
    return { steps_count: steps, final_index: final }
  }
  const steps = Math.abs(given.to_index - given.from_index)
  return { steps_count: steps, hold_ms: holdForSteps(steps, rule) }
}

function pairs(given: Case): Answer {
  const read = optionPairs(given.code_txt)
  if (!read.ok) return { valid_bool: false }
  if (given.pair_index !== undefined) {
    const changed = withBit(read.value, given.pair_index, given.bit_index, given.set_bool)
    if (!changed.ok) return { valid_bool: false }
    const hex = changed.value.map(pairHex)
    return { pairs_hex: hex, code_hex: hex.join(' ') }
  }
  return {
    valid_bool: true,
    pairs_hex: read.value.map(pairHex),
    values_index: read.value,
    pair_bits: read.value.map(pairBits),
  }
}
