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

/** Parts that something else may stand in for until the right one comes: what they do can be missed for some days. */
export const STAND_IN_PARTS = {
  controller: 'thermostat or controller',
  sensor: 'temperature or humidity sensor',
  motor: 'blower or fan motor',
  drive: 'motor drive',
  damper: 'damper or its actuator',
  board: 'control board',
  relay: 'relay or contactor',
  valve: 'reversing or zone valve',
  signal: 'signal or capacity input',
  filter: 'filter',
  other: 'another part that protects nobody',
} as const
export type StandInPart = keyof typeof STAND_IN_PARTS

/** Parts that protect people and property: nothing ever stands in for one, so none of them can be chosen. */
export const NEVER_STOOD_IN = [
  'high-temperature limit',
  'float or condensate switch',
  'flame sensor or roll-out switch',
  'pressure switch',
  'low-water cut-off',
  'fusible link',
  'fuse, breaker or disconnect',
  'door switch or interlock',
  'smoke or carbon-monoxide detector',
  'freeze-stat or other cut-out',
  'gas valve',
] as const
