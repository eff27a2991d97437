import { describe, expect, it } from 'vitest'
import { scenario } from '../testing/scenario.ts'
import { type Plant, runPlant } from './plant.ts'

const at = 1250 ** 2
const plant: Plant = {
  altitudeFt: 310,
  table: scenario().blower!.table,
  tableError: 0,
  path: {
    returnGrille: 0.06 / at,
    filterDirty: 0.34 / at,
    filterClean: 0.11 / at,
    returnDrop: 0.05 / at,
    trunk: 0.11 / at,
    branches: 0.11 / at,
  },
  capacityTons: 3.5,
  sensibleRatio: 0.75,
  heaterKw: 9,
  heaterVolts: 240,
  room: { dryBulbF: 75, relativeHumidityPct: 50 },
  returnGrilles: [{ name: 'return', areaFt2: 4, freeArea: 0.68, share: 1 }],
  supplyGrilles: [{ name: 'desk', areaFt2: 0.78, freeArea: 0.75, share: 0.3 }],
}
const quiet = () => 0

describe('a made-up system', () => {
  it('reads on its probes what its path takes', () => {
    const dirty = runPlant(plant, 2, 'dirty', quiet)!
    expect(dirty.probes.supply - dirty.probes.return).toBeCloseTo(0.67, 1)
    expect(dirty.probes['before-filter'] - dirty.probes['after-filter']).toBeCloseTo(0.34, 1)
  })
  it('blows more through a clean filter, and splits less', () => {
    const [dirty, clean] = [runPlant(plant, 2, 'dirty', quiet)!, runPlant(plant, 2, 'clean', quiet)!]
    expect(clean.flowCfm).toBeGreaterThan(dirty.flowCfm)
    expect(clean.split.returnDbF - clean.split.supplyDbF).toBeLessThan(dirty.split.returnDbF - dirty.split.supplyDbF)
  })
  it('is off its table by the share that it is given', () => {
    const weak = runPlant({ ...plant, tableError: -0.05 }, 2, 'clean', quiet)!
    expect(weak.flowCfm).toBeLessThan(runPlant(plant, 2, 'clean', quiet)!.flowCfm)
  })
  it('shows each instrument’s noise', () =>
    expect(runPlant(plant, 2, 'clean', () => 2)).not.toEqual(runPlant(plant, 2, 'clean', quiet)))
  it('runs nowhere on a duct that no tap can meet', () =>
    expect(runPlant({ ...plant, path: { ...plant.path, trunk: 1 } }, 2, 'clean', quiet)).toBeNull())
})
