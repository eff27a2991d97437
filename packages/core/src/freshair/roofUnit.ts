import { type Damper, type Line, onLine, outdoorAt } from './damperLine.ts'
import { allowsFreeCooling, type Changeover } from './freeCooling.ts'

/** Faults that can be planted in a simulated unit. */
export interface RoofFaults {
  /** The blades stand there whatever the actuator is told. */
  stuckAtPct: number | null
  feedbackReversed: boolean
  /** What the outdoor sensor reads above the truth, °F. */
  outdoorOffsetF: number
  outdoorAndReturnSwapped: boolean
}
export const NO_ROOF_FAULTS: RoofFaults = {
  stuckAtPct: null,
  feedbackReversed: false,
  outdoorOffsetF: 0,
  outdoorAndReturnSwapped: false,
}

/** What a simulated unit is, and how it is set. */
export interface RoofUnit {
  damper: Damper
  fullCfm: number
  /** Seconds from shut to open. */
  strokeS: number
  /** Least position over fan speed. */
  least: Line
  changeover: Changeover
  supplyF: number
  /** Fan speed without a call, on one stage and on both, percent. */
  speedsPct: readonly [number, number, number]
  /** What each stage takes off the air, °F at full flow. */
  stageDropF: number
  compressorDelayS: number
  minRunS: number
  minRestS: number
  faults: RoofFaults
}

/** What is asked of it, and what is around it. */
export interface RoofAsked {
  call: 'none' | 'cool-1' | 'cool-2'
  /** Test mode: fan and damper by hand; null: it runs by itself. */
  test: { fanPct: number; damperPct: number } | null
  outdoorF: number
  outdoorBtuLb: number
  returnF: number
  returnBtuLb: number
  occupied: boolean
}

export type RoofMode = 'off' | 'ventilation' | 'free cooling' | 'free cooling and compressor' | 'compressor' | 'test'

/** How it stands now. */
export interface RoofState {
  seconds: number
  mode: RoofMode
  stage: number
  fanPct: number
  /** What the actuator is told, and where it and the blades are. */
  commandPct: number
  actuatorPct: number
  bladesPct: number
  /** Seconds since the compressor last started or stopped, and since free cooling alone was tried. */
  sinceSwitchS: number
  triedFreeS: number
  compressorStarts: number
}

export const roofAtRest = (): RoofState => ({
  seconds: 0,
  mode: 'off',
  stage: 0,
  fanPct: 0,
  commandPct: 0,
  actuatorPct: 0,
  bladesPct: 0,
  sinceSwitchS: Number.POSITIVE_INFINITY,
  triedFreeS: 0,
  compressorStarts: 0,
})

/** What the outdoor sensor tells the controller. */
const outdoorSeen = ({ faults }: RoofUnit, asked: RoofAsked) =>
  (faults.outdoorAndReturnSwapped ? asked.returnF : asked.outdoorF) + faults.outdoorOffsetF

/** Outdoor share of the supply, as the blades stand. */
function shareNow(unit: RoofUnit, state: RoofState): number {
  const supply = (unit.fullCfm * state.fanPct) / 100
  return supply > 0 ? Math.min(1, Math.max(0, outdoorAt(unit.damper, state.bladesPct, supply) / supply)) : 0
}

/**
 * One second of a rooftop unit: its controller decides, its actuator moves, its blades follow unless they are stuck.
 * Source: our own model; mixing by flow. Valid: steps of one second.
 */
export function stepRoof(unit: RoofUnit, state: RoofState, asked: RoofAsked): void {
  state.seconds += 1
  state.sinceSwitchS += 1
  const seen = outdoorSeen(unit, asked)
  if (asked.test) {
    state.mode = 'test'
    state.fanPct = asked.test.fanPct
    state.commandPct = asked.test.damperPct
    switchStage(state, 0)
  } else if (!asked.occupied && asked.call === 'none') {
    state.mode = 'off'
    state.fanPct = 0
    state.commandPct = 0
    switchStage(state, 0)
  } else {
    const calls = asked.call === 'cool-2' ? 2 : asked.call === 'cool-1' ? 1 : 0
    const free = calls > 0 && allowsFreeCooling(unit.changeover, seen, asked.outdoorBtuLb, asked.returnF, asked.returnBtuLb)
    state.triedFreeS = free ? state.triedFreeS + 1 : 0
    // Free cooling alone is tried first; a compressor joins where it does not reach the supply temperature.
    const reaches = free && seen <= unit.supplyF
    const wants =
      calls === 0 || reaches ? 0 : free && state.triedFreeS < unit.compressorDelayS ? 0 : free ? calls - 1 || 1 : calls
    if (wants > 0 && state.stage === 0 && state.sinceSwitchS >= unit.minRestS) switchStage(state, wants)
    else if (wants === 0 && state.stage > 0 && state.sinceSwitchS >= unit.minRunS) switchStage(state, 0)
    else if (wants > 0 && state.stage > 0) state.stage = wants
    state.fanPct = unit.speedsPct[calls] as number
    const least = onLine(unit.least, state.fanPct)
    // Open as far as brings the mixture to the supply temperature, where the outdoor air is colder than that.
    const share = free ? (seen < unit.supplyF ? (asked.returnF - unit.supplyF) / Math.max(1, asked.returnF - seen) : 1) : 0
    state.commandPct = Math.max(least, free ? Math.min(100, 100 * share) : 0)
    state.mode = free
      ? state.stage > 0
        ? 'free cooling and compressor'
        : 'free cooling'
      : state.stage > 0
        ? 'compressor'
        : 'ventilation'
  }
  const move = 100 / unit.strokeS
  state.actuatorPct += Math.min(move, Math.max(-move, state.commandPct - state.actuatorPct))
  state.bladesPct = unit.faults.stuckAtPct ?? state.actuatorPct
}

function switchStage(state: RoofState, stage: number): void {
  if (stage > 0 && state.stage === 0) state.compressorStarts += 1
  if (stage > 0 !== state.stage > 0) state.sinceSwitchS = 0
  state.stage = stage
}

/** What an instrument or the controller would read now. */
export interface RoofLook {
  outdoorF: number
  returnF: number
  mixedF: number
  leavingF: number
  feedbackPct: number
  outdoorCfm: number
  supplyCfm: number
}

/** Source: mixing by flow, each stage takes its drop at full flow and more at less. Valid: as `stepRoof`. */
export function lookAtRoof(unit: RoofUnit, state: RoofState, asked: RoofAsked): RoofLook {
  const share = shareNow(unit, state)
  const supplyCfm = (unit.fullCfm * state.fanPct) / 100
  const mixedF = asked.returnF + share * (asked.outdoorF - asked.returnF)
  const drop = supplyCfm > 0 ? (state.stage * unit.stageDropF * 100) / state.fanPct : 0
  const feedback = unit.faults.feedbackReversed ? 100 - state.actuatorPct : state.actuatorPct
  return {
    outdoorF: outdoorSeen(unit, asked),
    returnF: unit.faults.outdoorAndReturnSwapped ? asked.outdoorF : asked.returnF,
    mixedF,
    leavingF: mixedF - drop,
    feedbackPct: feedback,
    outdoorCfm: share * supplyCfm,
    supplyCfm,
  }
}
