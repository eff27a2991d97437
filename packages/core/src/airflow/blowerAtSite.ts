import type { BlowerTable } from './blowerTable.ts'
import type { BlowerData } from './input.ts'
import { densityRatioAt } from './target.ts'

/**
 * A blower as it works in the air of a site; its sheet is for standard air. One rule for all of it: a fan at its speed
 * moves the same volume in thin air and lifts it by as much less as the air is lighter, so every static of the table is
 * multiplied by the density ratio, and its watts with them; what a heater needs is a mass of air, so its least flow is
 * divided by it. The rated
 * external static is a limit of the cabinet and stays.
 * Source: fan laws, pressure and power ∝ density at equal speed and flow (ASHRAE Systems and Equipment, ch. Fans); density ratio as
 * `targetOf`. Valid: −1,500 to 20,000 ft. Pure.
 */
export function blowerAtSite(blower: BlowerData, altitudeFt: number): BlowerData {
  const densityRatio = densityRatioAt(altitudeFt)
  return {
    ...blower,
    densityRatio,
    table: tableAt(blower.table, densityRatio),
    heaterKits: blower.heaterKits.map((kit) => ({
      ...kit,
      minFlowCfm: kit.minFlowCfm === null ? null : kit.minFlowCfm / densityRatio,
    })),
  }
}

const tableAt = (table: BlowerTable, densityRatio: number): BlowerTable =>
  table.kind === 'constant-torque'
    ? {
        ...table,
        staticsInWc: table.staticsInWc.map((one) => one * densityRatio),
        ...(table.powersW && {
          powersW: table.powersW.map((row) => row.map((one) => (one === null ? null : one * densityRatio))),
        }),
      }
    : { ...table, maxStaticInWc: table.maxStaticInWc * densityRatio }
