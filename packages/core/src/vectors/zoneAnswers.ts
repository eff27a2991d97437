import { RELIEF_STATES, solveCombinations, type ZoneNetwork } from '../zones/network.ts'
import { openedUntilEnough, type ShareMethod, shortCombinations, type ZoneOutlets, zoneShares } from '../zones/shares.ts'

// biome-ignore lint/suspicious/noExplicitAny: a worked case is foreign data of any shape.
type Case = Record<string, any>

const METHODS: Readonly<Record<string, ShareMethod>> = { equal_per_outlet: 'outlets', room_load: 'load', design_flow: 'design' }
const outletsOf = (list: Case[]): ZoneOutlets[] =>
  list.map((one) => ({
    outlets: one.outlets_count,
    loadBtuH: one.load_btuh,
    designCfm: one.design_cfm,
    common: one.common_bool,
  }))

export function zoneAnswer(given: Case): Record<string, unknown> | null {
  if (given.method_enum !== undefined) {
    const by = METHODS[given.method_enum]
    const leak = (given.closed_zone_min_open_pct ?? 0) / 100
    const shares = by && zoneShares(outletsOf(given.zones_list), by, given.total_cfm, given.open_mask_index, leak)
    return shares?.ok ? { zone_flows_cfm: shares.value, sum_cfm: shares.value.reduce((a, b) => a + b, 0) } : null
  }
  if (given.minimum_open_cfm !== undefined) {
    const zones = outletsOf(given.zones_list)
    const masks = Array.from({ length: 2 ** zones.length }, (_, mask) => mask)
    return {
      short_masks_index: shortCombinations(zones, given.minimum_open_cfm),
      corrected_masks_index: masks.map((mask) => openedUntilEnough(zones, given.minimum_open_cfm, given.open_order_index, mask)),
    }
  }
  if (given.fan_kind_enum === undefined) return null
  const network: ZoneNetwork = {
    commonResistance: given.common_resistance_inwc_per_cfm2,
    branchResistances: given.zone_resistances_inwc_per_cfm2,
    alwaysOpen: given.common_zone_index.map((one: number) => one - 1),
    fan:
      given.fan_kind_enum === 'curve'
        ? { kind: 'curve', flowsCfm: given.fan_flow_cfm, staticsInWc: given.fan_static_inwc }
        : { kind: 'constant-airflow', setCfm: given.fan_set_flow_cfm, maxStaticInWc: given.fan_max_static_inwc },
    ...(given.relief_setpoint_inwc !== undefined && {
      relief: { opensAtInWc: given.relief_setpoint_inwc, resistance: given.relief_resistance_inwc_per_cfm2 },
    }),
  }
  const solved = solveCombinations(network)
  if (!solved.ok) return null
  const { zones, totalCfm, plenumInWc, fanInWc, reliefCfm, reliefState, zoneCfm } = solved.value
  return {
    total_cfm: [...totalCfm],
    plenum_static_inwc: [...plenumInWc],
    fan_static_inwc: [...fanInWc],
    zone_flows_cfm: [...totalCfm].map((_, mask) => [...zoneCfm.subarray(mask * zones, (mask + 1) * zones)]),
    ...(network.relief && {
      relief_flow_cfm: [...reliefCfm],
      relief_state_txt: [...reliefState].map((one) => RELIEF_STATES[one]),
    }),
  }
}
