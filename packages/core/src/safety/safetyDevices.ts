import { refuse } from '../refusals.ts'
import { type Refusal } from '../result.ts'

/** Devices that protect people and property, as people write them. */
const SAFETY: readonly (readonly [RegExp, string])[] = [
  [/\b(?:high[- ]?|over[- ]?)?limit(?:s|\s+switch(?:es)?|\s+control)?\b/i, 'a limit'],
  [/\bfloats?\b/i, 'a float switch'],
  [/\bflame\s+(?:sensor|sense|rod|safeguard)|\broll[- ]?out\b/i, 'a flame safeguard'],
  [/\b(?:high|low)[- ]pressure\b|\bpressure\s+switch(?:es)?\b/i, 'a pressure switch'],
  [/\b(?:fuses?|breakers?|disconnects?)\b/i, 'overcurrent protection'],
  [/\bdoor\s+(?:switch|interlock)|\binterlocks?\b/i, 'an interlock'],
  [/\bsmoke\b|\bcarbon\s+monoxide\b|\bco\s+(?:alarm|detector|sensor)\b/i, 'a detector'],
  [/\bfreeze\s?-?stat|\bfrost\s?-?stat|\bcut-?outs?\b|\bthermal\s+(?:link|fuse|cut-?off)|\bspill\s+switch/i, 'a cut-out'],
  [/\bgas\s+valve\b|\bsafety\b/i, 'a safety device'],
]

/**
 * Whether something that is to be bridged, locked or stood in for is a safety device: then it is refused, with the reason.
 * Words are not proof: what this lets through still stands under codes, the maker's manual and licensed practice.
 */
export function safetyRefusal(text: string): Refusal | null {
  const named = SAFETY.find(([pattern]) => pattern.test(text))
  if (!named) return null
  return refuse('safety-device', { device: named[1] ?? '' })
}
