import { airFactors } from '../air/factors.ts'
import { coilLeaving } from '../air/processes.ts'
import { airState, standardPressurePsia } from '../air/psychrometrics.ts'
import { type BlowerTable, tapOnDuct } from '../airflow/blowerTable.ts'
import { BTUH_PER_W, USUAL_BLOWER_W_PER_CFM } from '../airflow/heat.ts'
import type { ProbeReadings } from '../airflow/staticWalk.ts'
import { BTUH_PER_TON } from '../quantity/units.ts'

/**
 * A made-up system that can be measured: the truth behind the demo's readings and, later, behind practice. It knows
 * what really flows; a technician only sees its instruments, which are slightly off.
 */
export interface Plant {
  altitudeFt: number
  table: BlowerTable
  /** How far this blower is from its printed table, as a share. */
  tableError: number
  /** Coefficients of the parts of the path, in.wc/cfm². */
  path: { returnGrille: number; filterDirty: number; filterClean: number; returnDrop: number; trunk: number; branches: number }
  capacityTons: number
  sensibleRatio: number
  heaterKw: number
  heaterVolts: number
  room: { dryBulbF: number; relativeHumidityPct: number }
  returnGrilles: { name: string; areaFt2: number; freeArea: number; share: number }[]
  supplyGrilles: { name: string; areaFt2: number; freeArea: number; share: number }[]
}

/** One standard normal number each time it is called; passed in, so that core holds no randomness. */
export type Noise = () => number

export interface PlantReadings {
  flowCfm: number
  probes: Required<Omit<ProbeReadings, 'after-coil'>>
  split: { returnDbF: number; supplyDbF: number; returnWbF: number }
  rise: { returnDbF: number; supplyDbF: number; volts: number; amps: number }
  faces: { name: string; side: 'return' | 'supply'; faceFpm: number }[]
}

/** Instruments as they are sold: one standard deviation each. */
const SIGMA = { staticInWc: 0.004, temperatureF: 0.15, faceShare: 0.02, voltsShare: 0.003, ampsShare: 0.006 }

/**
 * Runs the plant on a tap and reads every instrument once. Null when the tap does not meet the duct inside the table.
 * Source: the same formulas as the airflow stage, run forwards. Valid: steady running.
 */
export function runPlant(
  plant: Plant,
  tap: number,
  filter: 'dirty' | 'clean',
  noise: Noise,
  adjustPct = 0,
): PlantReadings | null {
  const p = plant.path
  const filterPart = filter === 'clean' ? p.filterClean : p.filterDirty
  const total = p.returnGrille + filterPart + p.returnDrop + p.trunk + p.branches
  // The real blower is off its table by a few percent: the same share more flow at the same static.
  const point = tapOnDuct(plant.table, tap, total, (1 + adjustPct / 100) * (1 + plant.tableError) * 100 - 100)
  if (!point) return null
  const q2 = point.flowCfm * point.flowCfm
  // Rounded as the instrument's display does; the second rounding takes the binary tail off.
  const off = (value: number, sigma: number, step: number) =>
    Math.round(Math.round((value + sigma * noise()) / step) * step * 1000) / 1000
  const inWc = (value: number) => off(value, SIGMA.staticInWc, 0.01)
  const degrees = (value: number) => off(value, SIGMA.temperatureF, 0.1)
  const pressure = standardPressurePsia(plant.altitudeFt)
  const room = airState(plant.room.dryBulbF, { relativeHumidityPct: plant.room.relativeHumidityPct }, pressure)
  if (!room.ok) return null
  const leaving = coilLeaving(room.value, { actualCfm: point.flowCfm }, plant.capacityTons * BTUH_PER_TON, plant.sensibleRatio)
  const amps = (plant.heaterKw * 1000) / plant.heaterVolts
  const blowerW = USUAL_BLOWER_W_PER_CFM * point.flowCfm
  const riseF = ((plant.heaterKw * 1000 + blowerW) * BTUH_PER_W) / (airFactors(room.value).sensible * point.flowCfm)
  const face = (grille: Plant['supplyGrilles'][number], side: 'return' | 'supply') => ({
    name: grille.name,
    side,
    faceFpm:
      Math.round((((point.flowCfm * grille.share) / (grille.areaFt2 * grille.freeArea)) * (1 + SIGMA.faceShare * noise())) / 5) *
      5,
  })
  return {
    flowCfm: point.flowCfm,
    probes: {
      'before-filter': inWc(-p.returnGrille * q2),
      'after-filter': inWc(-(p.returnGrille + filterPart) * q2),
      return: inWc(-(p.returnGrille + filterPart + p.returnDrop) * q2),
      supply: inWc((p.trunk + p.branches) * q2),
      trunk: inWc(p.branches * q2),
    },
    split: {
      returnDbF: degrees(room.value.dryBulbF),
      supplyDbF: degrees(leaving.ok ? leaving.value.dryBulbF : room.value.dryBulbF - 20),
      returnWbF: degrees(room.value.wetBulbF),
    },
    rise: {
      returnDbF: degrees(room.value.dryBulbF),
      supplyDbF: degrees(room.value.dryBulbF + riseF),
      volts: off(plant.heaterVolts, SIGMA.voltsShare * plant.heaterVolts, 1),
      amps: off(amps, SIGMA.ampsShare * amps, 0.1),
    },
    faces: [
      ...plant.returnGrilles.map((grille) => face(grille, 'return')),
      ...plant.supplyGrilles.map((grille) => face(grille, 'supply')),
    ],
  }
}
