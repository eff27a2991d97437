import type { CoilLoad } from '../air/processes.ts'
import { found } from '../findingWords.ts'
import type { Found } from '../result.ts'

interface SplitFacts {
  splitF: number
  expectedLowF: number
  expectedHighF: number
  flowCfm: number | null
  aimLowCfm: number | null
  aimHighCfm: number | null
  /** From wet bulbs on both sides; null while one is missing. */
  load: CoilLoad | null
  capacityTons: number
  superheatF?: number | undefined
  subcoolingF?: number | undefined
  wantedSuperheatF?: number | undefined
  wantedSubcoolingF?: number | undefined
}

interface SplitCause extends Found {
  kind: 'flow' | 'charge' | 'load' | 'sound'
  sure: 'likely' | 'possible'
}

/** Half width within which measured capacity counts as rated. Two wet bulbs of half a degree are off by that. */
const CAPACITY_BAND = 0.12
const CHARGE_BAND_F = 5

/**
 * Why a split is off: flow, charge and load told apart as far as the readings allow, and what is missing to go further.
 * Source: energy balance of the coil (capacity from both wet bulbs); superheat and subcooling against the plate are the
 * usual signs of charge. Never a reason to add refrigerant by itself: that is for licensed hands and the maker's chart.
 */
export function splitCauses(of: SplitFacts): { causes: SplitCause[]; cannotTell: string | null; wanted: string[] } {
  const { splitF, flowCfm, aimLowCfm, aimHighCfm, load } = of
  const causes: SplitCause[] = []
  const wanted: string[] = []
  const high = splitF > of.expectedHighF
  const low = splitF < of.expectedLowF
  if (!high && !low)
    return {
      causes: [{ kind: 'sound', sure: 'likely', ...found('split-sound') }],
      cannotTell: null,
      wanted: [],
    }
  if (flowCfm === null) wanted.push('the flow')
  if (load === null) wanted.push('wet bulbs on both sides of the coil')
  const little = flowCfm !== null && aimLowCfm !== null && flowCfm < aimLowCfm
  const much = flowCfm !== null && aimHighCfm !== null && flowCfm > aimHighCfm
  const share = load ? load.tons / of.capacityTons : null
  const gives = share === null ? null : share < 1 - CAPACITY_BAND ? 'less' : share > 1 + CAPACITY_BAND ? 'more' : 'rated'
  if (high && little) causes.push({ kind: 'flow', sure: 'likely', ...found('split-little-air') })
  if (low && much) causes.push({ kind: 'flow', sure: 'likely', ...found('split-much-air') })
  // A flow that explains the split goes first; one that would move it the other way explains nothing.
  if (load && gives !== null && causes.length === 0) {
    const sharePct = Math.round(100 * (share as number))
    const waterPct = Math.round(100 * (1 - load.sensibleRatio))
    if (gives === 'rated')
      causes.push({ kind: 'load', sure: 'likely', ...(low ? found('split-damp', { waterPct }) : found('split-dry')) })
    else if (gives === 'less')
      causes.push(charge(of) ?? { kind: 'charge', sure: 'possible', ...found('coil-weak', { sharePct }) })
    else causes.push({ kind: 'flow', sure: 'possible', ...found('coil-too-strong', { sharePct }) })
  }
  if (causes.some((one) => one.kind === 'charge') && (of.superheatF === undefined || of.subcoolingF === undefined))
    wanted.push('superheat and subcooling')
  const cannotTell =
    causes.length > 0
      ? null
      : low
        ? 'Flow, charge and damp air all lower a split. These readings do not tell them apart.'
        : 'Too little air, dry air and a thermometer in the wrong place all raise a split. These readings do not tell them apart.'
  return { causes, cannotTell, wanted }
}

/** Superheat and subcooling against what is wanted, in their four corners. Source: common service practice. */
function charge({ superheatF, subcoolingF, wantedSuperheatF = 10, wantedSubcoolingF = 10 }: SplitFacts): SplitCause | null {
  if (superheatF === undefined || subcoolingF === undefined) return null
  const hot = superheatF - wantedSuperheatF
  const cold = subcoolingF - wantedSubcoolingF
  const made = (words: Found): SplitCause => ({ kind: 'charge', sure: 'likely', ...words })
  if (hot > CHARGE_BAND_F && cold < -CHARGE_BAND_F) return made(found('charge-low'))
  if (hot > CHARGE_BAND_F && cold > CHARGE_BAND_F) return made(found('liquid-held-back'))
  if (hot < -CHARGE_BAND_F && cold > CHARGE_BAND_F) return made(found('charge-high'))
  if (hot < -CHARGE_BAND_F && cold < -CHARGE_BAND_F) return made(found('metering-open'))
  return made(found('charge-as-wanted'))
}
