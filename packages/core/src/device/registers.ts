import { counted } from '../advice/show.ts'
import type { Quantity } from '../quantity/units.ts'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'
import type { DeviceSetting } from './setting.ts'
import { everyValue } from './spelling.ts'
import { readSpelled, spellNumber } from './units.ts'

/** Where a setting stands on a wire: one holding register of 16 bits. */
export interface RegisterMap {
  /** How the equipment says which family it is. */
  identity: { register: number; value: number }
  unitId: number
  registers: readonly { id: string; register: number; scale?: number; readOnly?: boolean }[]
}
/** What a unit says of itself while it runs. */
export const LIVE_VALUES = {
  mode: { label: 'Mode', words: ['off', 'ventilation', 'free cooling', 'free cooling and compressor', 'compressor', 'test'] },
  call: { label: 'Call', words: ['none', 'cooling', 'cooling, second stage', 'heating', 'heating, second stage'] },
  stage: { label: 'Compressor stages' },
  starts: { label: 'Compressor starts' },
  fan: { label: 'Fan', in: 'percent' },
  damper: { label: 'Damper command', in: 'percent' },
  feedback: { label: 'Actuator feedback', in: 'percent' },
  outdoor: { label: 'Outdoor air', in: 'temperature' },
  return: { label: 'Return air', in: 'temperature' },
  mixed: { label: 'Mixed air', in: 'temperature' },
  leaving: { label: 'Leaving air', in: 'temperature' },
  co2: { label: 'CO₂', unit: 'ppm' },
  exhaust: { label: 'Exhaust fan', words: ['off', 'on'] },
  alarm: { label: 'Alarm output', words: ['open', 'closed'] },
} as const satisfies Record<string, LiveKind>
export type LiveId = keyof typeof LIVE_VALUES
export const LIVE_IDS = Object.keys(LIVE_VALUES) as LiveId[]

export interface LiveKind {
  label: string
  words?: readonly string[]
  in?: Quantity
  unit?: string
}
export const liveKind = (id: LiveId): LiveKind => LIVE_VALUES[id]

/** Where one of them stands: a holding register, two's complement where a temperature goes below nothing. */
export interface LiveRegister {
  id: LiveId
  register: number
  scale?: number
}

/** Test mode over the wire: 1 to enter it, then fan and damper in percent. */
export interface TestRegisters {
  on: number
  fan: number
  damper: number
  damperScale?: number
}

/** A live word as its figure; null for one that means nothing (a place in a list that it does not have). */
export function liveValue({ id, scale = 1 }: LiveRegister, word: number): number | null {
  const { words } = liveKind(id)
  if (words) return word < words.length ? word : null
  return (word >= WORD / 2 ? word - WORD : word) / scale
}

/** A live figure as a word. */
export const liveWord = ({ scale = 1 }: LiveRegister, value: number): number => (Math.round(value * scale) + WORD) % WORD

export type RegisterOf = RegisterMap['registers'][number]

const WORD = 65_536
/** Registers are read in runs; a gap of more than so many begins a new one. */
const LONGEST_GAP = 8
/** The most registers that one request may ask for (Modbus application protocol 1.1b3, function 3). */
const MOST_AT_ONCE = 125

/** A setting's own value as a word: its place among the values, or the number times its scale, negative as two's complement. */
export function toWord(setting: DeviceSetting, value: string, at: RegisterOf): Result<number> {
  if (setting.values.length > 0) {
    // Words beside figures ("off", then the times): one list, in the order in which the keys run through it.
    const all = everyValue(setting)
    const index = all.indexOf(value)
    return index >= 0
      ? ok(index)
      : refuse('no-such-value', { label: setting.label, value, values: setting.values.slice(0, 8).join(', ') })
  }
  const number = setting.range ? readSpelled(value, setting.range.unit) : Number(value)
  const word = Math.round(number * (at.scale ?? 1))
  if (!setting.range || !Number.isFinite(number) || number < setting.range.min || number > setting.range.max)
    return setting.range
      ? refuse('outside-setting', { label: setting.label, value, min: setting.range.min, max: setting.range.max })
      : refuse('setting-not-a-number', { label: setting.label, value })
  if (word < -WORD / 2 || word >= WORD) return refuse('over-register', { value })
  return ok((word + WORD) % WORD)
}

/** A word as the setting's own value; a word that it cannot stand at is refused, never rounded to one that it can. */
export function fromWord(setting: DeviceSetting, word: number, at: RegisterOf): Result<string> {
  const garbage = (says: string) => refuse('register-means-nothing', { register: at.register, label: setting.label, word, says })
  if (setting.values.length > 0) {
    const all = everyValue(setting)
    const value = all[word]
    return value === undefined ? garbage(`and the setting has ${counted(all.length, 'value')}`) : ok(value)
  }
  const { range } = setting
  if (!range) return garbage('and the profile does not say what it can be')
  const signed = range.min < 0 && word >= WORD / 2 ? word - WORD : word
  const number = signed / (at.scale ?? 1)
  const steps = (number - range.min) / range.step
  if (number < range.min || number > range.max) return garbage(`outside of ${range.min} to ${range.max}`)
  if (Math.abs(steps - Math.round(steps)) > 1e-6) return garbage(`between two steps of ${range.step}`)
  return ok(spellNumber(Number(number.toFixed(6)), range.unit))
}

/** Runs of registers to ask for: near ones together, none longer than a request may be. */
export function registerRuns(registers: readonly number[]): { from: number; count: number }[] {
  const runs: { from: number; count: number }[] = []
  for (const at of [...new Set(registers)].sort((a, b) => a - b)) {
    const last = runs.at(-1)
    if (last && at - (last.from + last.count) <= LONGEST_GAP && at - last.from < MOST_AT_ONCE) last.count = at - last.from + 1
    else runs.push({ from: at, count: 1 })
  }
  return runs
}
