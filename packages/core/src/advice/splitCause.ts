import type { CoilLoad } from '../air/processes.ts'

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

interface SplitCause {
  kind: 'flow' | 'charge' | 'load' | 'sound'
  sure: 'likely' | 'possible'
  says: string
  mend: string
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
      causes: [{ kind: 'sound', sure: 'likely', says: 'The split is what this flow and capacity give.', mend: '' }],
      cannotTell: null,
      wanted: [],
    }
  if (flowCfm === null) wanted.push('the flow')
  if (load === null) wanted.push('wet bulbs on both sides of the coil')
  const little = flowCfm !== null && aimLowCfm !== null && flowCfm < aimLowCfm
  const much = flowCfm !== null && aimHighCfm !== null && flowCfm > aimHighCfm
  const share = load ? load.tons / of.capacityTons : null
  const gives = share === null ? null : share < 1 - CAPACITY_BAND ? 'less' : share > 1 + CAPACITY_BAND ? 'more' : 'rated'
  if (high && little)
    causes.push({
      kind: 'flow',
      sure: 'likely',
      says: 'Too little air: each cubic foot is cooled further.',
      mend: 'Put the flow right first; nothing can be said of the charge before.',
    })
  if (low && much)
    causes.push({
      kind: 'flow',
      sure: 'likely',
      says: 'Too much air: each cubic foot is cooled less.',
      mend: 'Put the flow right first; nothing can be said of the charge before.',
    })
  // A flow that explains the split goes first; one that would move it the other way explains nothing.
  if (load && gives !== null && causes.length === 0) {
    if (gives === 'rated')
      causes.push({
        kind: 'load',
        sure: 'likely',
        says: low
          ? `The coil takes out its rated heat, ${Math.round(100 * (1 - load.sensibleRatio))}% of it as water: the air is damp, so its temperature falls less.`
          : 'The coil takes out its rated heat, little of it as water: the air is dry, so its temperature falls further.',
        mend: low ? 'Look for damp air that comes in; it dries with running time.' : 'Nothing is wrong with the plant.',
      })
    else if (gives === 'less')
      causes.push(
        charge(of) ?? {
          kind: 'charge',
          sure: 'possible',
          says: `The coil takes out ${Math.round(100 * (share as number))}% of its rated heat at this flow: charge, metering, compressor, or a dirty coil outdoors.`,
          mend: 'Clean the outdoor coil first; then superheat and subcooling by whoever may open the circuit.',
        },
      )
    else
      causes.push({
        kind: 'flow',
        sure: 'possible',
        says: `By the wet bulbs the coil takes out ${Math.round(100 * (share as number))}% of its rated heat, more than it can: a wet bulb or the flow is wrong.`,
        mend: 'Wet wick, moving air, and read both again; hold the flow against another method.',
      })
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
  const made = (says: string, mend: string): SplitCause => ({ kind: 'charge', sure: 'likely', says, mend })
  if (hot > CHARGE_BAND_F && cold < -CHARGE_BAND_F)
    return made(
      'Superheat is high and subcooling low: there is too little refrigerant.',
      'Find the leak before anything is added; licensed hands.',
    )
  if (hot > CHARGE_BAND_F && cold > CHARGE_BAND_F)
    return made(
      'Superheat and subcooling are both high: the liquid is held back.',
      'Drier, strainer, metering device; licensed hands.',
    )
  if (hot < -CHARGE_BAND_F && cold > CHARGE_BAND_F)
    return made(
      'Superheat is low and subcooling high: there is too much refrigerant.',
      'Recover to the plate’s figure; licensed hands.',
    )
  if (hot < -CHARGE_BAND_F && cold < -CHARGE_BAND_F)
    return made(
      'Superheat and subcooling are both low: the metering device lets too much by, or the compressor is weak.',
      'Amps and pressures against the maker’s chart; licensed hands.',
    )
  return made(
    'Superheat and subcooling are as wanted: the charge is not the reason.',
    'Outdoor coil, compressor, and the readings themselves.',
  )
}
