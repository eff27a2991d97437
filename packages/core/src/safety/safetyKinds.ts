/**
 * Every kind of device that protects people or property: what it guards, whom it stops, how it rests, what happens when it
 * trips, who resets it, and on what public basis that stands. One table behind everything that names a safety: contacts,
 * temporary fixes, tests and sheets. Local codes and the maker's manual come before any line of it.
 */

/** Whom a trip has to reach. */
export type SafetyScope =
  /** The unit or appliance that it hangs on, alone. */
  | 'own'
  /** Every unit that shares a plenum, a duct or a zone with it. */
  | 'common-air'
  /** Everything that the plan of the building says. */
  | 'building'

/** What has to happen when it trips. */
export type SafetyAction =
  /** The whole unit stops, its fan too. */
  | 'unit-off'
  /** Flame or elements off; the blower goes on. */
  | 'heat-off'
  /** Fuel off. */
  | 'fuel-off'
  /** The compressor stops; the blower may go on. */
  | 'compressor-off'
  /** The compressor and every spark off, the blower ON: what leaked is thinned. */
  | 'compressor-off-fan-on'
  /** The circuit opens. */
  | 'circuit-off'
  /** It shuts, or lets pressure go, by itself. */
  | 'itself'

export interface SafetyKind {
  /** With its article: “That is …”. */
  name: string
  /** As people write it, in both spellings of English. */
  named: RegExp
  guards: string
  scope: SafetyScope
  /** How its contact rests while all is well; `either` where the maker or a supervised line decides. */
  rests: 'closed' | 'either'
  action: SafetyAction
  /** Who brings it back. `maker`: the manual says. */
  reset: 'hand' | 'self' | 'maker'
  /** Somebody has to be told, or it is taken for something else: what a silent stop hides. Null: no alarm is asked. */
  silence: string | null
  /** How it is tripped on purpose, without harm. */
  tripBy: string
  /** What is done where the right part is missing: never a bridge. */
  instead: string
  /** The public basis. */
  basis: string
}

const OFF = 'Leave the equipment off and locked until the right part is in.'
const NO_FIRE = 'Shut the gas, lock it off, and lend electric heaters until the right part is in.'

export const SAFETY_KINDS = {
  smoke: {
    name: 'a smoke detector',
    named: /\bsmoke\s+(?:det\w*|sens\w*|head|alarm|switch|relay)\b|\bduct\s+det\w*|\bsmoke\b(?!\s+(?:damper|test|pen|pencil))/i,
    guards: 'smoke that the fan would carry through the building',
    scope: 'common-air',
    rests: 'either',
    action: 'unit-off',
    reset: 'hand',
    silence: 'a fire',
    tripBy: 'by its maker’s way (test key, magnet or test aerosol), once whoever watches the fire alarm knows',
    instead: 'Keep every unit on that air off, and tell whoever answers for the fire alarm.',
    basis:
      'NFPA 90A (2021) 6.4 and IMC (2021) 606: supply over 2,000 cfm; where units share a plenum or zone, any detector stops them all; reset by hand, signal at an attended place',
  },
  'fire-alarm': {
    name: 'a contact of the fire alarm',
    named: /\bfire[- ]?(?:alarm|panel|contact|relay|signal|shut-?down|detect\w*|stop)\b|\bfacp\b|\bheat\s+detector\b/i,
    guards: 'people from smoke and fire',
    scope: 'building',
    rests: 'either',
    action: 'unit-off',
    reset: 'hand',
    silence: 'a fire',
    tripBy: 'from the fire alarm by whoever is licensed for it, once its watch knows',
    instead: 'Keep the equipment off, and tell whoever answers for the fire alarm today.',
    basis: 'NFPA 72 (2022) 21.7 and NFPA 90A 6.4: fans as the plan of the building says; reset at the panel, not by itself',
  },
  'fire-damper': {
    name: 'a fire or smoke damper',
    named: /\b(?:fire|smoke)(?:\s*(?:\/|and|or|&)\s*(?:fire|smoke))?\s+dampers?\b|\bfusible\s+(?:link|plug)s?\b/i,
    guards: 'the rooms beyond a fire wall',
    scope: 'building',
    rests: 'either',
    action: 'itself',
    reset: 'hand',
    silence: null,
    tripBy: 'by whoever is licensed for fire dampers, at its stated interval',
    instead: 'Keep the fan off, and call whoever is licensed for fire dampers.',
    basis: 'NFPA 80 (2022) 19 and IMC 607: tested and reset by hand, never tied open',
  },
  co: {
    name: 'a carbon-monoxide detector',
    named: /\bcarbon[- ]monoxide\b|\bco\s+(?:alarm|det\w*|sens\w*|monitor|switch)\b/i,
    guards: 'people from carbon monoxide',
    scope: 'building',
    rests: 'either',
    action: 'fuel-off',
    reset: 'hand',
    silence: 'carbon monoxide',
    tripBy: 'with its test button or test gas',
    instead: `${NO_FIRE} Nobody stays in rooms that an alarm has cleared.`,
    basis: 'UL 2034 and UL 2075; IRC R315 and IFC 915: everybody out, fuel off, no return before the cause is found',
  },
  'fuel-gas': {
    name: 'a gas detector',
    named:
      /\b(?:fuel|natural|methane|propane|lpg?|combustible)?[- ]*gas\s+(?:leak\s+)?(?:det\w*|alarm|sens\w*|monitor)\b|\bmethane\b/i,
    guards: 'people from an explosion',
    scope: 'building',
    rests: 'either',
    action: 'fuel-off',
    reset: 'hand',
    silence: 'leaking gas',
    tripBy: 'with its maker’s test gas, never with a lighter',
    instead: 'Shut the gas outside, air the room, and call the supplier.',
    basis: 'NFPA 54 (2021) and the supplier’s rules: fuel off, no switch touched, out, call from outside',
  },
  'refrigerant-leak': {
    name: 'a refrigerant leak detector',
    named:
      /\b(?:refrigerant|a2l|r-?32|r-?454b?|flammable)[- ]*(?:\w+[- ]+)?(?:leak\s*)?(?:det\w*|sens\w*|monitor|alarm)\b|\bleak\s+(?:det\w*|sens\w*)\b(?!\s*(?:for|of)\s+water)|\bleak\s+(?:det\w*|sens\w*)\s+of\s+(?:flammable\s+)?refrigerant|\bmitigation\b/i,
    guards: 'people from refrigerant that burns',
    scope: 'own',
    rests: 'either',
    action: 'compressor-off-fan-on',
    reset: 'maker',
    silence: 'leaking refrigerant',
    tripBy: 'by its maker’s way (test input or test gas); never with refrigerant let go',
    instead: 'Keep the compressor off and the blower on, air the room, and leave the circuit to whoever is licensed for it.',
    basis:
      'UL/IEC 60335-2-40 (annex on leak detection) and ASHRAE 15: compressor off, every source of ignition off, blower on, zone dampers open, until no leak is felt',
  },
  rollout: {
    name: 'a flame roll-out switch',
    named: /\broll[- ]?out\b/i,
    guards: 'against flame that leaves the burner compartment',
    scope: 'own',
    rests: 'closed',
    action: 'fuel-off',
    reset: 'hand',
    silence: null,
    tripBy: 'with its own test or reset as the manual says; never with a flame',
    instead: NO_FIRE,
    basis: 'ANSI Z21.47 / CSA 2.3: fuel off, reset by hand once the cause is found',
  },
  'blocked-vent': {
    name: 'a blocked-vent or spill switch',
    named:
      /\bblocked[- ](?:vent|flue|chimney|drain)\b|\bspill(?:age)?\b|\b(?:vent|flue|draft|draught)[- ](?:safety\s+)?(?:switch|sensor|hood\s+switch|stat|limit)\b|\bb\.?v\.?s\.?s?\b/i,
    guards: 'people from flue gas that spills back',
    scope: 'own',
    rests: 'closed',
    action: 'fuel-off',
    reset: 'hand',
    silence: null,
    tripBy: 'as the manual says, with a warm cloth or its own test; never by blocking a flue with people about',
    instead: `${NO_FIRE} Look at the vent first: it may be right.`,
    basis: 'ANSI Z21.47 and NFPA 54 (2021) 10 and 12: fuel off until the vent is mended',
  },
  flame: {
    name: 'a flame safeguard',
    named:
      /\bflame\b|\bthermo-?(?:couple|pile)s?\b|\bpilot\s+(?:safety|generator|valve|switch)\b|\bignition\s+(?:control|module|lock-?out)\b|\bcad\s+cell\b/i,
    guards: 'against gas that flows without a flame',
    scope: 'own',
    rests: 'closed',
    action: 'fuel-off',
    reset: 'maker',
    silence: null,
    tripBy: 'by shutting the gas cock and watching the control give up in its stated time',
    instead: NO_FIRE,
    basis: 'ANSI Z21.20 / UL 60730-2-5: no flame in the stated time, no gas',
  },
  'high-limit': {
    name: 'a limit',
    named:
      /\b(?:high[- ]?|over[- ]?|aux(?:iliary)?\s+)?limit(?:s|er|ing|\s+switch(?:es)?|\s+control)?\b|\b(?:over-?(?:heat|temp\w*)|excess[- ]temperature)\b/i,
    guards: 'exchanger, elements and ducts from heat',
    scope: 'own',
    rests: 'closed',
    action: 'heat-off',
    reset: 'maker',
    silence: null,
    tripBy: 'by letting less air through, as the manual says, and watching the flame or elements go off',
    instead: OFF,
    basis: 'ANSI Z21.47, UL 1995 and UL 60335-2-40: heat off, blower on; auxiliary limits by hand',
  },
  'draft-proving': {
    name: 'a pressure switch that proves draft',
    named:
      /\bproves\s+dra(?:f|ught)|\b(?:induc\w+|draft|draught|combustion[- ]air)(?:[- ]\w+)?[- ](?:proving|pressure)(?:[- ]switch)?\b/i,
    guards: 'against firing without draft',
    scope: 'own',
    rests: 'either',
    action: 'fuel-off',
    reset: 'self',
    silence: null,
    tripBy: 'by taking its hose off while it fires',
    instead: NO_FIRE,
    basis: 'ANSI Z21.47: no proof of draft, no gas',
  },
  airflow: {
    name: 'a switch that proves airflow',
    named:
      /\bsail\b|\b(?:air-?\s?flow|air|fan|flow|blower)[- ]prov\w+|\bprov(?:es|ing)\b|\bflow\s+(?:switch|sensor)\b|\bpaddle\s+switch\b|\baps\b/i,
    guards: 'elements or coil from heat without air',
    scope: 'own',
    rests: 'either',
    action: 'heat-off',
    reset: 'self',
    silence: null,
    tripBy: 'by stopping the fan at its disconnect while heat is called',
    instead: OFF,
    basis: 'NEC (2023) 424.63 and UL 1996: heat off without airflow',
  },
  pressure: {
    name: 'a pressure switch',
    named:
      /\b(?:high|low|hi|lo)[- ]?press(?:ure)?\b|\bpress(?:ure|\.)?\s*(?:switch(?:es)?|sw|cut-?\s?out|control)\b|\b(?:hps|lps|hpco|lpco|hp\s?sw(?:itch)?|lp\s?sw(?:itch)?|hp\s?cut\s?-?out|lp\s?cut\s?-?out)\b/i,
    guards: 'compressor and pipes from too much or too little pressure; a burner from gas at the wrong one',
    scope: 'own',
    rests: 'closed',
    action: 'compressor-off',
    reset: 'maker',
    silence: null,
    tripBy: 'as the manual says, by licensed hands, with gauges on',
    instead: OFF,
    basis: 'ASHRAE 15 (2022) 9.9 and UL 60335-2-40: compressor off before relief',
  },
  relief: {
    name: 'a relief valve',
    named: /\brelief\s+(?:valve|plug|disc|disk)\b|\bpressure[- ]relief\b|\bt\s?(?:&|and)\s?p\b|\bprv\b/i,
    guards: 'vessels from bursting',
    scope: 'own',
    rests: 'either',
    action: 'itself',
    reset: 'maker',
    silence: null,
    tripBy: 'by licensed hands only',
    instead: OFF,
    basis: 'ASHRAE 15 (2022) 9.4; ASME boiler and pressure vessel code',
  },
  'low-water': {
    name: 'a low-water cut-off',
    named: /\blwco\b|\blow[- ]water\b|\baquastat\b/i,
    guards: 'a boiler from firing dry',
    scope: 'own',
    rests: 'closed',
    action: 'fuel-off',
    reset: 'maker',
    silence: null,
    tripBy: 'by draining it slowly as the manual says',
    instead: OFF,
    basis: 'ASME CSD-1 and IMC 1007: burner off',
  },
  float: {
    name: 'a float or condensate switch',
    named:
      /\bfloats?\b|\bcondensate\s+(?:switch|sensor|safety|overflow|pump\s+switch)\b|\bcondensate\b|\bpan\s+(?:switch|sensor)\b|\boverflow\b|\b(?:water|drip)\s+(?:alarm|det\w*|sens\w*|leak\s+\w+)|\bwet\s+switch\b/i,
    guards: 'ceilings from a full pan',
    scope: 'own',
    rests: 'closed',
    action: 'unit-off',
    reset: 'self',
    silence: 'a full pan',
    tripBy: 'by lifting it, or by pouring water into the pan',
    instead: `${OFF} Clear the drain: it may be right.`,
    basis: 'IMC (2021) 307.2.3: the unit off before the pan runs over',
  },
  freeze: {
    name: 'a freeze-stat or frost-stat',
    named:
      /\b(?:freeze|frost|low[- ]temp\w*)[- ]?(?:stat|protect\w*|switch|limit|cut-?\s?out|guard)|\bfreeze\b|\bfrost\s?-?stat/i,
    guards: 'a coil from freezing and bursting',
    scope: 'own',
    rests: 'closed',
    action: 'unit-off',
    reset: 'hand',
    silence: 'a frozen coil',
    tripBy: 'with ice or freezing spray on its bulb, damper hand clear',
    instead: 'Keep the fan off and the outdoor damper shut; water coils drained or kept warm.',
    basis: 'common practice of ASHRAE Guideline 36 (2021) 5.16: fan off, damper shut, heating valve open',
  },
  'high-static': {
    name: 'a high-static switch',
    named:
      /\b(?:high|over)[- ]?(?:duct[- ])?static\b|\bduct\s+(?:high[- ])?(?:pressure|static)\s+(?:switch|limit|cut-?\s?out)\b/i,
    guards: 'ducts from bursting',
    scope: 'own',
    rests: 'closed',
    action: 'unit-off',
    reset: 'hand',
    silence: 'a shut fire damper',
    tripBy: 'with a hand pump on its hose',
    instead: OFF,
    basis: 'common practice of ASHRAE Guideline 36 and SMACNA duct classes: fan off before the duct’s class is passed',
  },
  overload: {
    name: 'an overload or thermal protector',
    named:
      /\boverloads?\b|\b(?:motor|thermal|winding|internal)\s+(?:protect\w*|overload|guard|cut-?\s?(?:out|off)|link|fuse|switch)\b|\bthermal\s+(?:link|fuse|cut-?\s?(?:out|off))|\bptc\s+protect\w*|\bprotector\b/i,
    guards: 'a motor or heater from burning out',
    scope: 'own',
    rests: 'closed',
    action: 'circuit-off',
    reset: 'maker',
    silence: null,
    tripBy: 'with its own test button, where it has one',
    instead: OFF,
    basis: 'NEC (2023) 430 and 440; IEC 60947-4-1',
  },
  overcurrent: {
    name: 'overcurrent protection',
    named: /\b(?:fuses?|(?:circuit[- ])?breakers?|disconnects?|isolator|mcb|mccb|over-?current)\b/i,
    guards: 'wires from fire',
    scope: 'own',
    rests: 'closed',
    action: 'circuit-off',
    reset: 'hand',
    silence: null,
    tripBy: 'not on purpose; its size is held against the plate',
    instead: `${OFF} The right size goes in, or nothing does.`,
    basis: 'NEC (2023) 240 and 440.22; IEC 60364-4-43',
  },
  'residual-current': {
    name: 'a residual-current device',
    named: /\bresidual[- ]current\b|\b(?:rcd|rcbo|gfci?|gfi|elcb)s?\b|\b(?:ground|earth)[- ]?(?:fault|leak\w*)\b/i,
    guards: 'people from shock',
    scope: 'own',
    rests: 'closed',
    action: 'circuit-off',
    reset: 'hand',
    silence: null,
    tripBy: 'with its test button',
    instead: OFF,
    basis: 'NEC (2023) 210.8 and 210.63; IEC 60364-4-41',
  },
  earth: {
    name: 'the protective earth',
    named:
      /\bprotective\s+(?:earth|conductor|ground)\b|\b(?:equipment\s+)?ground(?:ing)?\s+(?:wire|conductor|lead|strap|screw|lug|pin|connection)\b|\bearth(?:ing)?(?:\s+(?:wire|conductor|lead|strap|pin|connection))?\b|\bbond(?:ing)?\s+(?:wire|strap|jumper|conductor)\b/i,
    guards: 'people from shock',
    scope: 'own',
    rests: 'closed',
    action: 'circuit-off',
    reset: 'maker',
    silence: null,
    tripBy: 'not tripped: measured end to end',
    instead: OFF,
    basis: 'NEC (2023) 250; IEC 60364-5-54',
  },
  phase: {
    name: 'a phase monitor',
    named:
      /\bphase[- ](?:monitor|loss|fail\w*|sequence|protect\w*|relay|guard|reversal)\b|\b(?:loss|reversal)\s+of\s+phase\b|\bvoltage\s+monitor\b/i,
    guards: 'motors from a lost or crossed phase',
    scope: 'own',
    rests: 'closed',
    action: 'unit-off',
    reset: 'maker',
    silence: null,
    tripBy: 'with its own test, or one pole opened at the disconnect by licensed hands',
    instead: OFF,
    basis: 'NEC (2023) 430; the maker’s manual',
  },
  'emergency-stop': {
    name: 'an emergency stop',
    named: /\bemergency[- ](?:stop|off|shut-?\s?(?:off|down)|switch|button)\b|\be-?stops?\b|\bepo\b|\bkill\s+switch\b/i,
    guards: 'people who must stop it at once',
    scope: 'own',
    rests: 'closed',
    action: 'unit-off',
    reset: 'hand',
    silence: null,
    tripBy: 'by pressing it',
    instead: OFF,
    basis: 'NFPA 79 (2021) 9.2; IEC 60204-1: reset by hand, and the reset alone starts nothing',
  },
  door: {
    name: 'a door switch or interlock',
    named:
      /\b(?:door|panel|access|cover|lid)[- ](?:safety\s+)?(?:switch|button|contact|plunger|interlock)\b|\binter-?locks?\b|\bdoor\s+(?:\w+\s+)?held\b|\bheld[- ]in\b|\bbelt\s+guard\b|\bguard\s+switch\b/i,
    guards: 'hands from fan, flame and mains',
    scope: 'own',
    rests: 'closed',
    action: 'circuit-off',
    reset: 'self',
    silence: null,
    tripBy: 'by opening the door',
    instead: OFF,
    basis: 'ANSI Z21.47 and UL 60335-2-40: an open door stops it',
  },
  'gas-valve': {
    name: 'a gas valve',
    named: /\bgas\s+(?:valve|train|cock|regulator|solenoid)\b/i,
    guards: 'against gas that nobody asked for',
    scope: 'own',
    rests: 'closed',
    action: 'fuel-off',
    reset: 'maker',
    silence: null,
    tripBy: 'not on purpose: its tightness is tested',
    instead: NO_FIRE,
    basis: 'ANSI Z21.78 and NFPA 54 (2021)',
  },
  'cut-out': {
    name: 'a cut-out',
    named: /\bcut-?\s?outs?\b|\bcut-?\s?off\s+(?:switch|relay|device)\b/i,
    guards: 'against what its plate says',
    scope: 'own',
    rests: 'closed',
    action: 'unit-off',
    reset: 'maker',
    silence: null,
    tripBy: 'as the manual says',
    instead: OFF,
    basis: 'the maker’s manual',
  },
} as const satisfies Record<string, SafetyKind>
export type SafetyKindId = keyof typeof SAFETY_KINDS
export const SAFETY_KIND_IDS = Object.keys(SAFETY_KINDS) as SafetyKindId[]

export const safetyKind = (id: SafetyKindId): SafetyKind => SAFETY_KINDS[id]

/** The order in which words are tried: what is closest to fire, gas and people first, so that “smoke damper” is no detector. */
const BY_WORDS: readonly SafetyKindId[] = ['fire-damper', 'fire-alarm', 'refrigerant-leak', ...SAFETY_KIND_IDS]

/** Which kind of safety some words name; null: none that is known. A guess by words, to be shown as one. */
export const safetyKindNamed = (text: string): SafetyKindId | null =>
  BY_WORDS.find((id) => SAFETY_KINDS[id].named.test(text)) ?? null

/** What a trip must do, in words. */
export const SAFETY_ACTION_WORDS: Readonly<Record<SafetyAction, string>> = {
  'unit-off': 'the whole unit stops, its fan too',
  'heat-off': 'the heat stops; the blower goes on',
  'fuel-off': 'the fuel is shut',
  'compressor-off': 'the compressor stops',
  'compressor-off-fan-on': 'the compressor and every spark stop, and the blower runs',
  'circuit-off': 'the circuit opens',
  itself: 'it acts by itself',
}
export const SAFETY_SCOPE_WORDS: Readonly<Record<SafetyScope, string>> = {
  own: 'its own unit',
  'common-air': 'every unit on the same plenum or zone',
  building: 'all that the plan of the building says',
}
export const SAFETY_RESET_WORDS: Readonly<Record<SafetyKind['reset'], string>> = {
  hand: 'by hand',
  self: 'by itself',
  maker: 'as the manual says',
}
