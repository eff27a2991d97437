import type { Show } from '../advice/show.ts'
import { standardPressurePsia } from '../air/psychrometrics.ts'
import { found } from '../findingWords.ts'
import { refuse } from '../refusals.ts'
import { type Found, ok, type Result } from '../result.ts'

/** Above this height, ft, a burner without a plate of its own for it is derated by this share per 1,000 ft. */
export const DERATE_FROM_FT = 2000
export const DERATE_PCT_PER_KFT = 4
/** Of a clocked input away from the plate's, beyond which it is a finding. */
const PLATE_BAND_PCT = 5
/** Input goes with the root of the manifold's pressure, so twice the band of the input. */
const MANIFOLD_BAND_PCT = 2 * PLATE_BAND_PCT

/**
 * Input at altitude, Btu/h: so much less for each 1,000 ft above 2,000 ft, counted from sea level. Source: the derating rule of
 * gas codes, 4 % a thousand feet (NFPA 54 / ANSI Z223.1, high altitude); the maker's instructions and the local code go before it.
 */
export const deratedInputBtuH = (inputBtuH: number, altitudeFt: number, pctPerKft = DERATE_PCT_PER_KFT): number =>
  altitudeFt <= DERATE_FROM_FT ? inputBtuH : inputBtuH * Math.max(0, 1 - (pctPerKft / 100) * (altitudeFt / 1000))

/**
 * Conditions for which a heating value may be stated: on bills in inch-pound units 14.73 psia and 60 °F, dry; by ISO 13443
 * 101.325 kPa and 15 °C; in much of Europe a “normal” cubic metre, 101.325 kPa and 0 °C, which is 5.5 % more gas.
 */
export const STATED_AT = {
  '60F': { psia: 14.73, degreesF: 60, says: 'inch-pound conditions' },
  '15C': { psia: 14.6959, degreesF: 59, says: 'metric standard conditions' },
  '0C': { psia: 14.6959, degreesF: 32, says: 'normal conditions' },
} as const
/** In the reader's own unit: "normal conditions, 0.0 °C". */
export const sayStatedAt = (id: StatedAt, show: Show): string =>
  `${STATED_AT[id].says}, ${show('temperature', STATED_AT[id].degreesF)}`
export type StatedAt = keyof typeof STATED_AT
/** Taken where nobody said which. */
export const USUAL_STATED: StatedAt = '60F'
const RANKINE = 459.67
/** 1 in.wc = 0.0361273 psi. Source: NIST SP 811. */
const PSI_PER_IN_WC = 0.0361273
/** Gas as it is usually delivered in a house: taken where nobody read the meter's pressure or the gas's temperature. */
export const USUAL_GAS = { gaugeInWc: 7, gasF: 60 } as const

/** How a heating value is stated. */
export type HeatingValueAs = 'stated' | 'delivered'

export interface Metered {
  ft3: number
  seconds: number
  heatingValueBtuFt3: number
  /** As delivered: at the meter's own pressure and temperature. Nobody said: taken as stated conditions. */
  as: HeatingValueAs | null
  /** At which conditions it is stated; absent or null: nobody said. */
  statedAt?: StatedAt | null
  /** Pressure of the gas at the meter over the air's. */
  gaugeInWc: number | null
  gasF: number | null
  altitudeFt: number
}

/** Volume at stated conditions that one metered cubic foot is. Source: ideal gas, p·V/T. */
export function volumeFactor(of: Pick<Metered, 'gaugeInWc' | 'gasF' | 'altitudeFt' | 'statedAt'>): number {
  const { psia, degreesF } = STATED_AT[of.statedAt ?? USUAL_STATED]
  const herePsia = standardPressurePsia(of.altitudeFt) + (of.gaugeInWc ?? USUAL_GAS.gaugeInWc) * PSI_PER_IN_WC
  return (herePsia / psia) * ((degreesF + RANKINE) / ((of.gasF ?? USUAL_GAS.gasF) + RANKINE))
}

/**
 * Input clocked at the meter, Btu/h: volume × heating value, the volume brought to the conditions of the heating value unless
 * that is as delivered. Everything else on the meter off, pilots too. Source: gas meter volume × heating value; ideal gas.
 */
export function clockedInputBtuH(of: Metered): Result<number> {
  const { ft3, seconds, heatingValueBtuFt3 } = of
  if (!(ft3 > 0) || !(seconds > 0)) return refuse('meter-still')
  if (heatingValueBtuFt3 < 400 || heatingValueBtuFt3 > 3500) return refuse('no-such-gas', { heatingValueBtuFt3 })
  return ok(((ft3 * 3600) / seconds) * heatingValueBtuFt3 * (of.as === 'delivered' ? 1 : volumeFactor(of)))
}

/** What a clocked input says beside the plate; null where they agree. */
export function inputFinding(clockedBtuH: number, plateBtuH: number, show: Show): Found | null {
  const awayPct = (100 * (clockedBtuH - plateBtuH)) / plateBtuH
  if (Math.abs(awayPct) <= PLATE_BAND_PCT) return null
  const values = { clockedBtuH, awayPct: Math.abs(awayPct).toFixed(0) }
  return found(awayPct > 0 ? 'input-over-plate' : 'input-under-plate', values, show)
}

/** Carbon monoxide in the flue, air-free: the most that a furnace may give in its test (ANSI Z21.47), and when one looks twice. */
const CO_MOST_PPM = 400
const CO_LOOK_PPM = 100

export interface GasReadings {
  manifoldInWc?: number | undefined
  plateManifoldInWc?: number | undefined
  lowManifoldInWc?: number | undefined
  lowPlateManifoldInWc?: number | undefined
  inletInWc?: number | undefined
  inletLeastInWc?: number | undefined
  inletMostInWc?: number | undefined
  coAirFreePpm?: number | undefined
}

/** Pressures and combustion figures that a burner must not be left with. Empty where nothing speaks against it. */
export function gasFindings(of: GasReadings, show: Show): Found[] {
  const out: Found[] = []
  for (const [fire, readInWc, plateInWc] of [
    ['high', of.manifoldInWc, of.plateManifoldInWc],
    ['low', of.lowManifoldInWc, of.lowPlateManifoldInWc],
  ] as const)
    if (readInWc !== undefined && plateInWc !== undefined && Math.abs(readInWc / plateInWc - 1) * 100 > MANIFOLD_BAND_PCT)
      out.push(found('manifold-off', { fire, readInWc, plateInWc }, show))
  const { inletInWc, inletLeastInWc, inletMostInWc, coAirFreePpm } = of
  if (inletInWc !== undefined && inletLeastInWc !== undefined && inletInWc < inletLeastInWc)
    out.push(found('inlet-low', { inletInWc, inletLeastInWc }, show))
  if (inletInWc !== undefined && inletMostInWc !== undefined && inletInWc > inletMostInWc)
    out.push(found('inlet-high', { inletInWc, inletMostInWc }, show))
  if (coAirFreePpm !== undefined && coAirFreePpm > CO_MOST_PPM) out.push(found('co-over', { coAirFreePpm, mostPpm: CO_MOST_PPM }))
  else if (coAirFreePpm !== undefined && coAirFreePpm > CO_LOOK_PPM) out.push(found('co-raised', { coAirFreePpm }))
  return out
}
