import { refuse } from '../refusals.ts'
import { type Refusal } from '../result.ts'

/** Devices that protect people and property, as people write them. */
const SAFETY: readonly (readonly [RegExp, string])[] = [
  [/\b(?:high[- ]?|over[- ]?)?limit(?:s|\s+switch(?:es)?|\s+control)?\b/i, 'a limit'],
  [/\bfloats?\b/i, 'a float switch'],
  [/\bflame\s+(?:sensor|sense|rod|safeguard)|\broll[- ]?out\b/i, 'a flame safeguard'],
  [
    /\b(?:high|low|hi|lo)[- ]?press(?:ure)?\b|\bpress(?:ure|\.)?\s*(?:switch(?:es)?|sw)\b|\b(?:hps|lps|hpco|lpco|hp\s?sw(?:itch)?|lp\s?sw(?:itch)?|hp\s?cut\s?-?out|lp\s?cut\s?-?out)\b/i,
    'a pressure switch',
  ],
  [/\blwco\b|\blow[- ]water\b|\baquastat\b/i, 'a low-water cut-off'],
  [/\bfusible\s+(?:link|plug)s?\b/i, 'a fusible link'],
  [/\bcondensate\b|\bpan\s+(?:switch|sensor)\b|\boverflow\b/i, 'an overflow switch'],
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
