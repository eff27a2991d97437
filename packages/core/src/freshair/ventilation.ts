/** A space that a unit serves, with what the code asks of it. */
export interface Space {
  name: string
  people: number
  areaFt2: number
  perPersonCfm: number
  perAreaCfmFt2: number
  /** How much of what is blown in reaches where people are. */
  effectiveness: number
  /** Air that the unit blows into it; only the general method needs it. */
  primaryCfm?: number
}

/** How one unit serves its spaces, and by which method its intake follows from them. */
export type VentilationSystem =
  | { kind: 'single-zone' }
  | { kind: 'all-outdoor' }
  | { kind: 'simplified'; population: number; rule: SimplifiedRule }
  | { kind: 'general'; population: number; primaryCfm: number }

/** Coefficients of the simplified multiple-zone procedure: they change with the edition of the standard. */
export interface SimplifiedRule {
  slope: number
  base: number
  breakRatio: number
  above: number
  minPrimaryRatio: number
}

/** ASHRAE 62.1-2019, §6.2.4.3 (simplified procedure) and §6.2.4.3.2. */
export const SIMPLIFIED_2019: SimplifiedRule = { slope: 0.88, base: 0.22, breakRatio: 0.6, above: 0.75, minPrimaryRatio: 1.5 }

export interface Need {
  /** For each space: at the people, and through the grilles. */
  breathingCfm: number[]
  zoneCfm: number[]
  /** Which part is for the people, and which for the room itself, whole system, at the grilles. */
  peopleCfm: number
  areaCfm: number
  diversity: number | null
  uncorrectedCfm: number | null
  efficiency: number | null
  /** General method: for each space, and the one that decides. */
  zoneEfficiency: number[] | null
  critical: string | null
  /** Simplified method: the least air that each space must be blown. */
  minPrimaryCfm: number[] | null
  intakeCfm: number
}

/**
 * Outdoor air that a unit has to take in.
 * Source: ventilation-rate procedure, ASHRAE 62.1 §6.2: Vbz = Rp·Pz + Ra·Az, Voz = Vbz/Ez; single zone Vot = Voz; 100 %
 * outdoor air Vot = ΣVoz; several zones Vou = D·ΣRp·Pz + ΣRa·Az and Vot = Vou/Ev. Rates and coefficients are inputs.
 * Valid: at least one space, effectiveness > 0.
 */
export function ventilationNeed(spaces: readonly Space[], system: VentilationSystem): Need {
  const breathingCfm = spaces.map((one) => one.perPersonCfm * one.people + one.perAreaCfmFt2 * one.areaFt2)
  const zoneCfm = spaces.map((one, i) => (breathingCfm[i] as number) / one.effectiveness)
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)
  const people = sum(spaces.map((one) => one.perPersonCfm * one.people))
  const area = sum(spaces.map((one) => one.perAreaCfmFt2 * one.areaFt2))
  const plain = {
    breathingCfm,
    zoneCfm,
    peopleCfm: sum(spaces.map((one) => (one.perPersonCfm * one.people) / one.effectiveness)),
    areaCfm: sum(spaces.map((one) => (one.perAreaCfmFt2 * one.areaFt2) / one.effectiveness)),
    diversity: null,
    uncorrectedCfm: null,
    efficiency: null,
    zoneEfficiency: null,
    critical: null,
    minPrimaryCfm: null,
  }
  if (system.kind === 'single-zone' || system.kind === 'all-outdoor') return { ...plain, intakeCfm: sum(zoneCfm) }
  const all = sum(spaces.map((one) => one.people))
  const diversity = all > 0 ? system.population / all : 1
  const uncorrectedCfm = diversity * people + area
  if (system.kind === 'simplified') {
    const { slope, base, breakRatio, above, minPrimaryRatio } = system.rule
    const efficiency = diversity < breakRatio ? slope * diversity + base : above
    const minPrimaryCfm = zoneCfm.map((one) => minPrimaryRatio * one)
    return { ...plain, diversity, uncorrectedCfm, efficiency, minPrimaryCfm, intakeCfm: uncorrectedCfm / efficiency }
  }
  const share = uncorrectedCfm / system.primaryCfm
  const zoneEfficiency = spaces.map((one, i) => 1 + share - (zoneCfm[i] as number) / (one.primaryCfm ?? Number.NaN))
  const efficiency = Math.min(...zoneEfficiency)
  const critical = spaces[zoneEfficiency.indexOf(efficiency)]?.name ?? null
  return { ...plain, diversity, uncorrectedCfm, efficiency, zoneEfficiency, critical, intakeCfm: uncorrectedCfm / efficiency }
}

export interface ExhaustBalance {
  netCfm: number
  pressure: 'neutral' | 'positive' | 'negative'
  requiredCfm: number
  binding: 'ventilation' | 'exhaust'
  shortCfm: number
  reliefCfm: number
}

/**
 * What comes in against what is blown out: the building's surplus, and the intake that ventilation or exhaust asks for.
 * Source: mass balance of the building at one density. Valid: intakes and exhausts that run together.
 */
export function exhaustBalance(given: {
  intakesCfm: readonly number[]
  exhaustsCfm: readonly number[]
  ventilationCfm: number
  surplusCfm: number
  neutralBandCfm: number
}): ExhaustBalance {
  const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)
  const intake = sum(given.intakesCfm)
  const netCfm = intake - sum(given.exhaustsCfm)
  const forExhaust = sum(given.exhaustsCfm) + given.surplusCfm
  const requiredCfm = Math.max(given.ventilationCfm, forExhaust)
  return {
    netCfm,
    pressure: Math.abs(netCfm) <= given.neutralBandCfm ? 'neutral' : netCfm > 0 ? 'positive' : 'negative',
    requiredCfm,
    binding: given.ventilationCfm > forExhaust ? 'ventilation' : 'exhaust',
    shortCfm: Math.max(0, requiredCfm - intake),
    reliefCfm: Math.max(0, netCfm - given.surplusCfm),
  }
}
