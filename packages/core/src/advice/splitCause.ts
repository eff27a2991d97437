import type { CoilLoad } from '../air/processes.ts'
import { found } from '../findingWords.ts'
import type { Found } from '../result.ts'
import { type ChargeFacts, judgeCharge } from './charge.ts'

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
  /** The expected range stands for rooms from dry to damp: nobody read the humidity. */
  anyAir: boolean
  charge: ChargeFacts
}

interface SplitCause extends Found {
  kind: 'flow' | 'charge' | 'load' | 'sound'
  sure: 'likely' | 'possible'
}

/** Half width within which measured capacity counts as rated. Two wet bulbs of half a degree are off by that. */
const CAPACITY_BAND = 0.12

/**
 * Why a split is off: flow, charge and load told apart as far as the readings allow, and what is missing to go further.
 * Source: energy balance of the coil (capacity from both wet bulbs); the charge is judged by `judgeCharge`. Never a reason to add refrigerant by itself: that is for licensed hands and the maker's chart.
 */
export function splitCauses(of: SplitFacts): { causes: SplitCause[]; cannotTell: string | null; wanted: string[] } {
  const { splitF, flowCfm, aimLowCfm, aimHighCfm, load } = of
  const causes: SplitCause[] = []
  const wanted: string[] = []
  if (splitF < 0)
    return {
      causes: [],
      cannotTell: 'The supply is warmer than the return: it heats. Nothing is said of cooling or charge by that.',
      wanted: [],
    }
  const high = splitF > of.expectedHighF
  const low = splitF < of.expectedLowF
  if (!high && !low)
    return {
      causes: [
        of.anyAir
          ? { kind: 'sound', sure: 'possible', ...found('split-sound-any-air') }
          : { kind: 'sound', sure: 'likely', ...found('split-sound') },
      ],
      cannotTell: null,
      wanted: of.anyAir ? ['the wet bulb of the return'] : [],
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
    else if (gives === 'less') {
      const { verdict, wanted: more } = judgeCharge(of.charge)
      causes.push(
        verdict
          ? { kind: 'charge', sure: 'likely', ...verdict }
          : { kind: 'charge', sure: 'possible', ...found('coil-weak', { sharePct }) },
      )
      wanted.push(...more)
    } else causes.push({ kind: 'flow', sure: 'possible', ...found('coil-too-strong', { sharePct }) })
  }
  const unread = of.charge.superheatF === undefined && of.charge.subcoolingF === undefined
  if (causes.some((one) => one.kind === 'charge') && unread) wanted.push('superheat and subcooling')
  const cannotTell =
    causes.length > 0
      ? null
      : low
        ? 'Flow, charge and damp air all lower a split. These readings do not tell them apart.'
        : 'Too little air, dry air and a thermometer in the wrong place all raise a split. These readings do not tell them apart.'
  return { causes, cannotTell, wanted }
}
