import type { ProbePoint, ProbeReadings } from '../airflow/staticWalk.ts'
import type { DeviceSetting } from '../device/setting.ts'
import type { SensorPlace } from '../rooms/roomKinds.ts'
import type { WeekEntry } from '../times/occupantWeek.ts'

/** What a jotted line asks to be written down. */
export type JotIntent =
  | { kind: 'probes'; probes: ProbeReadings }
  | {
      kind: 'split'
      returnDbF: number
      supplyDbF: number
      returnWbF: number | null
      supplyWbF: number | null
      returnRhPct: number | null
    }
  | { kind: 'rise'; returnDbF: number; supplyDbF: number; volts: number; amps: number; phases: 1 | 3 }
  /** What a furnace shows while it fires, or its gas at the meter. */
  | { kind: 'firing'; returnF: number; supplyF: number }
  | { kind: 'firing'; meterFt3: number; meterS: number }
  | {
      kind: 'grille'
      name: string
      side: 'return' | 'supply'
      faceFpm: number
      widthIn: number | null
      heightIn: number | null
      freeArea: number | null
    }
  | { kind: 'hood'; name: string; side: 'return' | 'supply'; flowCfm: number }
  | { kind: 'plate'; factor: number; dpInWc: number; normalStaticInWc: number | null; testStaticInWc: number | null }
  | { kind: 'tap'; tap: string; adjustPct: number | null }
  | { kind: 'filter'; filter: 'as-found' | 'clean' }
  | { kind: 'sensor-pair'; place: SensorPlace; shownF: number; referenceF: number; fan: boolean; supply: boolean; sun?: boolean }
  | {
      kind: 'damper-point'
      speedPct: number
      positionPct: number
      supplyCfm?: number
      way: 'temperatures' | 'station' | 'hood'
      outdoorF?: number
      returnF?: number
      mixedF?: number
      signal?: number
      flowCfm?: number
    }
  | {
      kind: 'roof-reading'
      outdoorF: number
      returnF: number
      mixedF: number
      commandPct: number
      cooling: boolean
      compressor?: boolean
      feedbackPct?: number
      nearbyF?: number
      outdoorRhPct?: number
      co2Ppm?: number
    }
  | { kind: 'test-read'; runId: string; reading: string; value: number; plusMinus: number; instrument?: string; due?: string }
  | { kind: 'test-trace'; runId: string; reading: string; value: number }
  | { kind: 'week'; days: number[]; entries: WeekEntry[] }
  | { kind: 'capacity'; tons: number }
  | { kind: 'heater'; kw: number }
  | { kind: 'setting'; key: string; column: 'found' | 'left' | 'proof'; value: string; why: string | null }
  /** `value` in the language of roles. */
  | { kind: 'aim'; key: string; value: string; why: string }
  | { kind: 'heard'; text: string }
  | { kind: 'note'; text: string }
  | { kind: 'open'; text: string }
  | { kind: 'undo' }

/** A setting that the ledger of this system has. */
export interface JotSetting {
  /** Its row. */
  key: string
  /** The word typed for it. */
  word: string
  label: string
  setting: DeviceSetting
}

export interface JotGrille {
  name: string
  side: 'return' | 'supply'
  widthIn: number | null
  heightIn: number | null
  freeArea: number | null
}

/** One line of the grammar, shown in help and offered as a completion. */
interface JotCommand {
  word: string
  shape: string
  says: string
  /** Complete lines of this shape: they are tested, and shown as examples. */
  examples: readonly string[]
}

export const JOT_COMMANDS: readonly JotCommand[] = [
  {
    word: 'esp',
    shape: 'esp SUPPLY RETURN',
    says: 'static on both sides of the cabinet',
    examples: ['esp +0.22 -0.45', 'esp 55 Pa -112 Pa'],
  },
  { word: 'supply', shape: 'supply STATIC', says: 'static on the supply side', examples: ['supply +0.22'] },
  { word: 'return', shape: 'return STATIC', says: 'static on the return side', examples: ['return -0.45'] },
  {
    word: 'filter',
    shape: 'filter BEFORE AFTER · filter clean',
    says: 'static on both sides of the filter, or a clean one fitted',
    examples: ['filter -0.06 -0.40', 'filter clean', 'filter as-found'],
  },
  {
    word: 'static',
    shape: 'static PLACE STATIC [PLACE STATIC …]',
    says: 'static at before-filter, after-filter, return, supply, after-coil or trunk',
    examples: ['static trunk +0.11', 'static before-filter -0.06', 'static supply +0.22 trunk +0.11'],
  },
  {
    word: 'tap',
    shape: 'tap LABEL [adj PERCENT]',
    says: 'the tap it runs on: starts a new try',
    examples: ['tap 3', 'tap 4 adj -10'],
  },
  {
    word: 'split',
    shape: 'split RETURN SUPPLY [wb RETURN [SUPPLY]] [swb SUPPLY] [rh PERCENT]',
    says: 'return and supply temperature',
    examples: ['split 74.1 55', 'split 74.1 55 wb 62.0', 'split 74.1 55 swb 53.5', 'split 74.1 55 rh 52'],
  },
  {
    word: 'grille',
    shape: 'grille NAME [return|supply] SPEED [WxH] [free SHARE]',
    says: 'air speed at a grille',
    examples: ['grille desk 620 fpm', 'grille return 410 20x20 free 0.68', 'grille hall return 380'],
  },
  {
    word: 'read',
    shape: 'read READING FIGURE',
    says: 'a value of the test that is running',
    examples: ['read supply 104.2'],
  },
  {
    word: 'hood',
    shape: 'hood NAME [return|supply] FLOW',
    says: 'flow of a grille under the hood',
    examples: ['hood desk 120 cfm', 'hood return hall 640'],
  },
  {
    word: 'plate',
    shape: 'plate FACTOR PRESSURE [FILTER-STATIC PLATE-STATIC]',
    says: 'pressure over a metering plate, and the supply static with filter and with plate',
    examples: ['plate 1260 0.81', 'plate 1260 0.81 0.50 0.46'],
  },
  {
    word: 'rise',
    shape: 'rise RETURN SUPPLY [VOLTS AMPS [3ph]]',
    says: 'temperature rise over the heater; of an electric one with its volts and amps',
    examples: ['rise 68.2 92.5 240 V 37.2 A'],
  },
  {
    word: 'clock',
    shape: 'clock VOLUME SECONDS',
    says: 'gas of a furnace at the meter, and in how many seconds',
    examples: ['clock 1 ft³ 41 s'],
  },
  {
    word: 'wall',
    shape: 'wall SHOWN ref REFERENCE fan on|off [supply] [sun]',
    says: 'what the wall controller shows beside a reference',
    examples: ['wall 71.5 ref 69.8 fan on', 'wall 71.5 ref 69.8 fan on supply'],
  },
  {
    word: 'sensor',
    shape: 'sensor wall|return|average|remote SHOWN ref REFERENCE fan on|off [supply] [sun]',
    says: 'what a sensor shows beside a reference',
    examples: ['sensor return 70.1 ref 73.9 fan on', 'sensor remote 68 ref 68.4 fan off', 'sensor wall 75 ref 71.2 fan off sun'],
  },
  {
    word: 'fan',
    shape: 'fan SPEED damper POSITION oa OUTDOOR ra RETURN ma MIXED · … station VOLTS · … flow FLOW',
    says: 'outdoor air at one fan speed and one damper position',
    examples: ['fan 65 damper 30 oa 83.1 ra 71.8 ma 74.7', 'fan 100 damper 22 station 4.2 V', 'fan 40 damper 46 flow 575 cfm'],
  },
  {
    word: 'unit',
    shape:
      'unit oa OUTDOOR ra RETURN ma MIXED damper COMMAND cool|idle [comp on|off] [feedback PERCENT] [near OUTDOOR] [co2 PPM]',
    says: 'what a rooftop unit shows now',
    examples: ['unit oa 55 ra 74 ma 71 damper 15 cool', 'unit oa 88 ra 75 ma 86 damper 15 idle comp off near 80'],
  },
  {
    word: 'mo-fr',
    shape: 'DAYS up|out|back|bed|off TIME [HEAT[/COOL]] [off|heat|cool] [fan auto|on|low|medium|high] …',
    says: 'what people do on these days of the week, and what is kept then',
    examples: [
      'mo-fr up 5:45 69 out 7:20 60 back 17:10 bed 21:50',
      'sa,su up 8:00 bed 11:10pm',
      'weekend up 8 69/76 bed 23:10 61/78',
      'mo-fr up 6 fan high out 16:30 fan auto',
      'sa up 8 off 13:00',
    ],
  },
  {
    word: 'capacity',
    shape: 'capacity TONS',
    says: 'capacity from the nameplate',
    examples: ['capacity 3.5 ton', 'capacity 42000 Btu/h'],
  },
  { word: 'heater', shape: 'heater KW', says: 'heater kit fitted; 0 for none', examples: ['heater 9 kW', 'heater 0'] },
  {
    word: 'found',
    shape: 'found SETTING VALUE',
    says: 'how a setting was found',
    examples: ['found cool 5', 'found fan.heat trickle'],
  },
  {
    word: 'left',
    shape: 'left SETTING VALUE [because …]',
    says: 'how a setting is left',
    examples: ['left cool 3', 'left cool 4 because the owner wants more air'],
  },
  {
    word: 'aim',
    shape: 'aim SETTING VALUE because …',
    says: 'what a setting should be on this unit, and why',
    examples: ['aim fan.heat off because the occupant hears it'],
  },
  {
    word: 'proved',
    shape: 'proved SETTING how',
    says: 'what showed that it works',
    examples: ['proved cool 1,330 cfm by table and heater rise'],
  },
  { word: 'heard', shape: 'heard …', says: 'what was heard or felt on this try', examples: ['heard hiss at the desk grille'] },
  { word: 'note', shape: 'note …', says: 'a note on this visit', examples: ['note knockout open behind the controller'] },
  { word: 'open', shape: 'open …', says: 'something still to do', examples: ['open enlarge the return grille'] },
  { word: 'undo', shape: 'undo', says: 'takes back the last line', examples: ['undo'] },
]

/** What is typed for a probe point. */
export const PROBE_WORDS: Record<string, Exclude<ProbePoint, 'room-return' | 'room-supply'>> = {
  'before-filter': 'before-filter',
  'after-filter': 'after-filter',
  return: 'return',
  supply: 'supply',
  'after-coil': 'after-coil',
  trunk: 'trunk',
}

/** The longest line that is read: more is a paste by mistake. */
export const JOT_LIMIT = 400
