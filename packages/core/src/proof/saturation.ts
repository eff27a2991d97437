import { standardPressurePsia } from '../air/psychrometrics.ts'
import { refuse } from '../refusals.ts'
import { ok, type Result } from '../result.ts'

/** Saturation of one refrigerant by absolute pressure, rising: from its maker's table. */
export interface SaturationTable {
  psia: readonly number[]
  /** Of a blend, dew and bubble differ. */
  dewF: readonly number[]
  bubbleF: readonly number[]
}

export interface LineReading {
  gaugePsig: number
  lineF: number
  altitudeFt: number
  pressurePlusMinusPsi: number
  temperaturePlusMinusF: number
}

export interface Charge {
  absolutePsia: number
  saturationF: number
  /** Superheat or subcooling. */
  valueF: number
  plusMinusF: number
}

/**
 * Superheat (line over dew) or subcooling (bubble over line). Between two lines of the table the straight way; beyond it
 * nothing is said. Source: ASHRAE Handbook, Refrigeration; how sure: JCGM 100, the table's slope carrying the pressure's part.
 */
export function chargeAt(of: 'superheat' | 'subcooling', table: SaturationTable, read: LineReading): Result<Charge> {
  const absolutePsia = read.gaugePsig + standardPressurePsia(read.altitudeFt)
  const line = of === 'superheat' ? table.dewF : table.bubbleF
  const after = table.psia.findIndex((one) => one >= absolutePsia)
  const at = after === 0 && table.psia[0] === absolutePsia ? 1 : after
  const [p0, p1, t0, t1] = [table.psia[at - 1], table.psia[at], line[at - 1], line[at]]
  if (p0 === undefined || p1 === undefined || t0 === undefined || t1 === undefined)
    return refuse('outside-saturation', { psia: Math.round(absolutePsia) })
  const slope = (t1 - t0) / (p1 - p0)
  const saturationF = t0 + slope * (absolutePsia - p0)
  return ok({
    absolutePsia,
    saturationF,
    valueF: of === 'superheat' ? read.lineF - saturationF : saturationF - read.lineF,
    plusMinusF: Math.hypot(slope * read.pressurePlusMinusPsi, read.temperaturePlusMinusF),
  })
}
