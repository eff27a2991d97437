import type { BlowerTable } from './blowerTable.ts'
import type { InstrumentData, InstrumentMeasure } from './instruments.ts'
import type { ProbeReadings } from './staticWalk.ts'
import type { TraverseDuct } from './traversePlan.ts'

/** A firm's way of aiming airflow. Figures are the firm's; Ingle only works with them. */
export interface AirflowRule {
  name: string
  cfmPerTon: number
  /** Half width of the aim, percent. */
  bandPct: number
  /** True: keep the mass of air at altitude, so aim higher in actual cfm. */
  keepMass: boolean
  /** Air at a grille is heard above this. */
  maxFaceFpm: number
  reason: string
}

interface HeaterKit {
  model: string
  powerKw: number
  /** Null: not allowed in this cabinet. */
  minFlowCfm: number | null
}

export interface BlowerData {
  /** Maker and family, for a sentence. */
  name: string
  table: BlowerTable
  /** What the tap is called on this device: "jumper", "setting". */
  tapWord: string
  /** Null: not known, so nothing is held against it. */
  ratedStaticInWc: number | null
  /** The adjusts that move all taps by a share, percent, as the device offers them; [0] where it has none. */
  adjustsPct: readonly number[]
  heaterKits: readonly HeaterKit[]
  /** Where the figures come from. */
  source: string
  /** By how much the sheet was brought to the air of the site, see `blowerAtSite`; absent: as printed, for standard air. */
  densityRatio?: number
}

export interface GrilleReading {
  id: string
  name: string
  side: 'return' | 'supply'
  faceFpm: number
  areaFt2: number | null
  freeArea: number | null
}

/** A traverse as far as it was read. */
export interface TraverseInput {
  id: string
  name: string
  /** Null until the duct's size is known. */
  duct: TraverseDuct | null
  pressuresInWc: Readonly<Record<number, number>>
  airF: number | null
}

/** What was read while the blower stood on one tap with one filter. Ids name the changes they came from. */
export interface TryInput {
  id: string
  number: number
  /** Index into the table's taps; null while nobody has said which. */
  tap: number | null
  tapLabel: string
  adjustPct: number
  filter: 'as-found' | 'clean'
  probes: ProbeReadings
  probeIds: readonly string[]
  split: {
    id: string
    returnDbF: number
    supplyDbF: number
    returnWbF: number | null
    supplyWbF: number | null
    returnRhPct: number | null
  } | null
  grilles: readonly GrilleReading[]
  rise: { id: string; returnDbF: number; supplyDbF: number; volts: number; amps: number; phases: 1 | 3 } | null
  hoods: readonly { id: string; name: string; side: 'return' | 'supply'; flowCfm: number }[]
  plate: { id: string; factor: number; dpInWc: number; normalStaticInWc: number | null; testStaticInWc: number | null } | null
  traverses: readonly TraverseInput[]
  /** A furnace that fires on this tap, steadily. */
  firing: { heatBtuH: number; returnDbF: number; supplyDbF: number } | null
  /** What was heard or felt, in words. */
  heard: string | null
}

export interface CleanFilter {
  dropInWc: number
  atFlowCfm: number
  /** Where the figure comes from: the filter's print, or an earlier visit. */
  source: string
}

/** Everything the airflow stage knows about one system on one visit. */
export interface AirflowInput {
  altitudeFt: number
  rule: AirflowRule
  capacityTons: number | null
  /** What plate or maker's sheet name for its airflow, standard air; absent: tons times the rule's flow are taken. */
  ratedCfm?: number
  /** The tap that the heater blows with where that is another than cooling's; absent or null: the same, or not known. */
  heaterTap?: number | null
  /** Dry bulb outdoors, read on this visit. */
  outdoorF: number | null
  blower: BlowerData | null
  /** 0: no heater fitted; null: nobody has said. */
  heaterKw: number | null
  /** What the equipment is called, where somebody named it; absent: nobody did. */
  equipment?: string
  /** A furnace: it has a fire and no heater kit to ask for. */
  burnsFuel?: true
  /** The heater can be given a tap of its own, so that its least flow does not bind the tap of cooling. */
  heatTapOffered?: true
  /** A furnace's fires as far as they are known: the heat into the air, and the rise that the plate allows. */
  fires?: readonly { heatBtuH: number; lowF: number; highF: number }[]
  /** True when the heater blows with the same tap as cooling, so that its floor binds here. */
  heaterOnThisTap: boolean
  cleanFilter: CleanFilter | null
  /** How many return grilles there are: their flows count only when all are read. */
  returnGrilles: number
  /** How many supply outlets were named; absent or 0: none was, and no sum of them is whole. */
  supplyOutlets?: number
  /** Its fan moves outdoor air beside the return. */
  takesOutdoorAir?: true
  tries: readonly TryInput[]
  /** What was measured with; a measure without one takes the usual uncertainty. */
  instruments: Partial<Record<InstrumentMeasure, InstrumentData>>
  /** The day of the visit, as 2026-11-25: by it an instrument is due for calibration. Null: not reckoned with. */
  onDay: string | null
  /** What the settings ledger says was left, as a tap index; null when nothing is set. */
  leftTap: number | null
  /** What the adjust stands at by the ledger: left, else found, else as shipped. Null where there is none. */
  adjustStandsPct: number | null
}
