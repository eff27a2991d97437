import { found } from '../findingWords.ts'
import type { Found } from '../result.ts'

/** What lets the refrigerant into the coil: a fixed orifice (piston, capillary), or a valve that holds a superheat. */
export type Metering = 'fixed' | 'valve'

export interface ChargeFacts {
  metering?: Metering | undefined
  superheatF?: number | undefined
  subcoolingF?: number | undefined
  /** As the maker's chart or plate has it; it goes before anything reckoned. */
  wantedSuperheatF?: number | undefined
  wantedSubcoolingF?: number | undefined
  /** Wet bulb of the air that enters the coil, and dry bulb of the air at the outdoor unit. */
  indoorWbF?: number | null
  outdoorDbF?: number | undefined
}

export interface ChargeVerdict extends Found {
  standing: 'as-wanted' | 'low' | 'high' | 'held-back' | 'floods'
  wantedSuperheatF: number | null
  /** Reckoned from the two temperatures, not read from a chart. */
  reckoned: boolean
}

/** Tolerances of charge checks in the field. Source: California Reference Residential Appendix RA3.2.2.6. */
const SUPERHEAT_BAND_F = 5
const SUBCOOLING_BAND_F = 3
/** A valve that works holds its superheat in here. Source: as above, RA3.2.2.6.2. */
const VALVE_SUPERHEAT_F = [4, 25] as const
/** Below this the reckoned superheat cannot be held by a charge: liquid would reach the compressor. */
const LEAST_TARGET_F = 5

/**
 * Superheat that a fixed orifice should show, °F: (3·wet bulb indoors − 80 − dry bulb outdoors) / 2. The maker's chart
 * goes first. Source: the usual fit of the target-superheat table of RA3.2 (California Reference Residential Appendix).
 * Null under 5 °F: today's weather does not let a charge be judged by superheat.
 */
export function targetSuperheatF(indoorWbF: number, outdoorDbF: number): number | null {
  const target = (3 * indoorWbF - 80 - outdoorDbF) / 2
  return target < LEAST_TARGET_F ? null : target
}

/**
 * What superheat and subcooling say of the charge, by what meters the refrigerant: a fixed orifice by its superheat for
 * today's air, a valve by subcooling with a superheat that it can hold. Says nothing without the device or its figure,
 * but what to read. Never a reason to add or recover by itself: licensed hands and the maker's chart.
 */
export function judgeCharge(of: ChargeFacts): { verdict: ChargeVerdict | null; wanted: string[] } {
  const { metering, superheatF, subcoolingF } = of
  if (superheatF === undefined && subcoolingF === undefined) return { verdict: null, wanted: [] }
  if (metering === undefined)
    return {
      verdict: null,
      wanted: ['what meters the refrigerant: a fixed orifice is judged by superheat, a valve by subcooling'],
    }
  return metering === 'fixed' ? byOrifice(of) : byValve(of)
}

function byOrifice({ superheatF, subcoolingF, wantedSuperheatF, wantedSubcoolingF, indoorWbF, outdoorDbF }: ChargeFacts) {
  const none = (...wanted: string[]) => ({ verdict: null, wanted })
  if (superheatF === undefined) return none('the superheat: a fixed orifice is judged by it')
  if (wantedSuperheatF === undefined) {
    const lacks = [
      ...(indoorWbF == null ? ['the wet bulb of the return air'] : []),
      ...(outdoorDbF === undefined ? ['the temperature outdoors'] : []),
    ]
    if (indoorWbF == null || outdoorDbF === undefined) return none(...lacks)
    if (targetSuperheatF(indoorWbF, outdoorDbF) === null)
      return none('warmer or damper air indoors, or cooler outdoors: today no superheat can be held')
  }
  const target = wantedSuperheatF ?? targetSuperheatF(indoorWbF as number, outdoorDbF as number) ?? 0
  const made = (standing: ChargeVerdict['standing'], words: Found) => ({
    verdict: { standing, wantedSuperheatF: target, reckoned: wantedSuperheatF === undefined, ...words },
    wanted: [],
  })
  const off = superheatF - target
  // Subcooling is no aim of an orifice; far off the plate it tells a wrong charge from liquid that is held back.
  const cold = subcoolingF === undefined || wantedSubcoolingF === undefined ? 0 : subcoolingF - wantedSubcoolingF
  if (off > SUPERHEAT_BAND_F)
    return cold > SUBCOOLING_BAND_F ? made('held-back', found('liquid-held-back')) : made('low', found('charge-low-orifice'))
  if (off < -SUPERHEAT_BAND_F)
    return cold < -SUBCOOLING_BAND_F ? made('floods', found('metering-open')) : made('high', found('charge-high-orifice'))
  return made('as-wanted', found('charge-as-wanted'))
}

function byValve({ superheatF, subcoolingF, wantedSubcoolingF }: ChargeFacts) {
  const wanted = [
    ...(subcoolingF === undefined ? ['the subcooling: a valve is judged by it'] : []),
    ...(wantedSubcoolingF === undefined ? ['the subcooling on the plate'] : []),
    ...(superheatF === undefined ? ['the superheat, to see that the valve works'] : []),
  ]
  if (superheatF === undefined || subcoolingF === undefined || wantedSubcoolingF === undefined) return { verdict: null, wanted }
  const [least, most] = VALVE_SUPERHEAT_F
  const off = subcoolingF - wantedSubcoolingF
  const made = (standing: ChargeVerdict['standing'], words: Found) => ({
    verdict: { standing, wantedSuperheatF: null, reckoned: false, ...words },
    wanted: [],
  })
  if (superheatF < least) return made('floods', found('valve-floods'))
  if (off < -SUBCOOLING_BAND_F) return made('low', found('charge-low'))
  if (superheatF > most) return made('held-back', found('valve-starves'))
  if (off > SUBCOOLING_BAND_F) return made('high', found('charge-high'))
  return made('as-wanted', found('charge-as-wanted'))
}
