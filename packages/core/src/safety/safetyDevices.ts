import { refuse } from '../refusals.ts'
import { type Refusal } from '../result.ts'
import { SAFETY_KIND_IDS, SAFETY_KINDS, safetyKindNamed } from './safetyKinds.ts'

/** Something is put across, around or into a thing so that it no longer does what it is there for. */
const DEFEATED =
  /\b(?:jump\w*|bridg\w*|by-?pass\w*|short(?:ed|ing|s)?|loop\w*|strap\w*|link(?:ed|s)?|defeat\w*|disabl\w*|tap(?:ed|ing)|wedg\w*|pinned|held|hold(?:ing)?|tied|wired\s+(?:out|through|around)|twisted\s+together|disconnect\w*|removed|pulled|ignor\w*)\b/i
/** Things that mostly protect, by the last word of their name. */
const GUARDING =
  /\b(?:switch(?:es)?|detectors?|alarms?|monitors?|protect\w*|trips?|guards?|stops?|proving|lock-?outs?|cut-?offs?|safet(?:y|ies))\b/i
/** Switches that protect nobody. */
const PLAIN_SWITCH = /\b(?:light|toggle|fan|selector|dip|changeover|occupancy|time|day|night|summer|winter)[- ]switch(?:es)?\b/i

/**
 * Whether something that is to be bridged, locked or stood in for is a safety device: then it is refused, with the reason
 * and what is done instead. The second net, by words: the first is the closed list of parts that may stand in. What both
 * let through still stands under codes, the maker's manual and licensed practice.
 */
export function safetyRefusal(text: string): Refusal | null {
  const kind = safetyKindNamed(text)
  if (kind) {
    const { name, instead } = SAFETY_KINDS[kind]
    return refuse('safety-device', { device: name, instead })
  }
  if (/\bsafet(?:y|ies)\b/i.test(text) || (DEFEATED.test(text) && GUARDING.test(text) && !PLAIN_SWITCH.test(text)))
    return refuse('perhaps-safety-device')
  return null
}

/** Whether two things said of one fix, together, bridge what protects: “jumper wire” instead of “the switch on the vent”. */
export const fixRefusal = (what: string, instead: string): Refusal | null =>
  safetyRefusal(instead) ?? safetyRefusal(what) ?? safetyRefusal(`${what}: ${instead}`)

/**
 * Parts that something else may stand in for until the right one comes: a closed list, each with the reason why it harms
 * nobody for some days. There is no way to say “something else”: what is not here is left off and locked.
 */
export const STAND_IN_PARTS = {
  controller: {
    words: 'room thermostat or controller',
    harmless: 'It only calls. What protects hangs on the equipment and stays in.',
  },
  sensor: {
    words: 'room, return or outdoor sensor of temperature or humidity',
    harmless: 'The room drifts; the equipment’s own protection does not listen to it.',
  },
  motor: {
    words: 'blower or outdoor fan motor, of the same rating',
    harmless: 'Overload and limits stay in and watch it. An inducer is another matter: it is part of the burner.',
  },
  drive: { words: 'motor drive', harmless: 'The motor’s overload stays in; the fan runs at one speed.' },
  damper: {
    words: 'outdoor or zone damper, or its actuator',
    harmless: 'Air is missing or too much, which is measured. One that closes for fire, smoke or flue is none of these.',
  },
  board: {
    words: 'fan or zone board without a burner',
    harmless: 'It shares out calls. What controls a flame or elements is never stood in for.',
  },
  relay: {
    words: 'fan relay',
    harmless: 'The fan runs on. The relay of a burner, of elements or of a compressor is none of these.',
  },
  valve: { words: 'reversing or water zone valve', harmless: 'It stays in one mode. Gas and relief are none of these.' },
  signal: { words: 'speed or capacity signal', harmless: 'The machine runs at one output, behind its own protection.' },
  filter: { words: 'filter', harmless: 'Another of the same size holds dust, for some days.' },
} as const
export type StandInPart = keyof typeof STAND_IN_PARTS
/** What records of before the list was closed may still say; nobody can write it any more. */
export const STAND_IN_PARTS_READ: readonly string[] = [...Object.keys(STAND_IN_PARTS), 'other']

/** Parts that protect people and property: nothing ever stands in for one, so none of them can be chosen. */
export const NEVER_STOOD_IN: readonly string[] = SAFETY_KIND_IDS.map((id) => SAFETY_KINDS[id].name.replace(/^(?:an?|the) /, ''))
