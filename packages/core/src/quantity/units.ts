/**
 * Units of measure. Inside core every quantity is a plain number in one base unit, named in the identifier
 * (`flowCfm`, `staticInWc`); only this folder converts, and only at the edges.
 */

/** Btu in a kWh. Source: the International Table Btu, 1055.056 J. */
export const BTU_PER_KWH = 3412.142
/** Btu in a therm, by which fuel is sold. */
export const BTU_PER_THERM = 100_000

/** What a number measures. `temperatureDifference` converts without the 32 that `temperature` needs. */
export type Quantity =
  | 'static'
  | 'flow'
  | 'temperature'
  | 'temperatureDifference'
  | 'length'
  | 'altitude'
  | 'capacity'
  | 'power'
  | 'heatRate'
  | 'waterMass'
  | 'floorArea'
  | 'lossRate'
  | 'airRate'
  | 'flowPerCapacity'
  | 'derating'
  | 'enthalpy'
  | 'gasVolume'
  | 'heatingValue'
  | 'velocity'
  | 'area'
  | 'voltage'
  | 'current'
  | 'humidity'
  | 'percent'

export interface Unit {
  /** The name shown beside a number. */
  symbol: string
  /** Other spellings that a person may type; compared without case, spaces and dots. */
  spellings: readonly string[]
  /** base = value × factor + offset. */
  factor: number
  offset?: number
  /** Decimals that carry meaning when shown. */
  decimals: number
}

/** 1 in.wc = 249.08891 Pa (inch of water, conventional). Source: NIST SP 811, appendix B.8. */
const PA_PER_IN_WC = 249.08891
/** 1 ft = 0.3048 m exactly, so 1 ft³/min = 0.4719474432 L/s exactly. Source: NIST SP 811. */
const LPS_PER_CFM = 0.4719474432
/** Sensible heat of one watt-hour: 3.412142 Btu (International Table). Source: NIST SP 811. */
const BTU_PER_WH = 3.412142
/** 1 lb = 0.45359237 kg exactly. */
const LB_PER_KG = 1 / 0.45359237
/** One ton of refrigeration = 12,000 Btu/h by definition. */
export const BTUH_PER_TON = 12_000

/** 1 ft³ = 0.028316846592 m³ exactly; 1 Btu (IT) = 1,055.05585262 J. Source: NIST SP 811. */
const M3_PER_FT3 = 0.028316846592
const MJ_M3_PER_BTU_FT3 = 1055.05585262e-6 / M3_PER_FT3

/**
 * Enthalpy of moist air: 1 Btu/lb = 2.326 kJ/kg; its zero lies at 0 °F in one and at 0 °C in the other, 7.687 Btu/lb apart.
 * Source: ASHRAE Fundamentals 2017, ch. 1.
 */
export const KJ_KG_IN_BTU_LB = { factor: 1 / 2.326, offset: 7.687 } as const

/** The first unit of each list is the base unit. */
export const UNITS: Record<Quantity, readonly [Unit, ...Unit[]]> = {
  static: [
    {
      symbol: 'in.wc',
      spellings: [
        'inwc',
        'iwc',
        'inwg',
        'inh2o',
        '"wc',
        '"wg',
        '"',
        'wc',
        'wg',
        'in',
        'inch',
        'inches',
        'incheswc',
        'inw',
        'inaq',
      ],
      factor: 1,
      decimals: 2,
    },
    { symbol: 'Pa', spellings: ['pa', 'pascal', 'pascals'], factor: 1 / PA_PER_IN_WC, decimals: 0 },
    { symbol: 'mm.wc', spellings: ['mmwc', 'mmwg', 'mmh2o'], factor: 9.80665 / PA_PER_IN_WC, decimals: 1 },
    { symbol: 'mbar', spellings: ['mbar', 'millibar', 'hpa'], factor: 100 / PA_PER_IN_WC, decimals: 2 },
  ],
  flow: [
    { symbol: 'cfm', spellings: ['cfm', 'ft3/min', 'ft³/min'], factor: 1, decimals: 0 },
    { symbol: 'L/s', spellings: ['l/s', 'lps', 'ls', 'l/sec'], factor: 1 / LPS_PER_CFM, decimals: 0 },
    { symbol: 'm³/h', spellings: ['m3/h', 'm³/h', 'cmh', 'm3h', 'm3/hr'], factor: 1 / (LPS_PER_CFM * 3.6), decimals: 0 },
  ],
  temperature: [
    { symbol: '°F', spellings: ['f', '°f', 'degf', 'fahrenheit'], factor: 1, decimals: 1 },
    { symbol: '°C', spellings: ['c', '°c', 'degc', 'celsius'], factor: 1.8, offset: 32, decimals: 1 },
  ],
  temperatureDifference: [
    { symbol: '°F', spellings: ['f', '°f', 'degf', 'fahrenheit'], factor: 1, decimals: 1 },
    { symbol: '°C', spellings: ['c', '°c', 'degc', 'k'], factor: 1.8, decimals: 1 },
  ],
  length: [
    { symbol: 'in', spellings: ['in', '"', 'inch', 'inches'], factor: 1, decimals: 1 },
    { symbol: 'cm', spellings: ['cm'], factor: 1 / 2.54, decimals: 1 },
    { symbol: 'mm', spellings: ['mm'], factor: 1 / 25.4, decimals: 0 },
  ],
  altitude: [
    { symbol: 'ft', spellings: ['ft', "'", 'feet', 'foot'], factor: 1, decimals: 0 },
    { symbol: 'm', spellings: ['m', 'metre', 'meter', 'metres', 'meters'], factor: 1 / 0.3048, decimals: 0 },
  ],
  capacity: [
    { symbol: 'ton', spellings: ['ton', 'tons', 't', 'tr'], factor: 1, decimals: 1 },
    { symbol: 'kW', spellings: ['kw'], factor: (1000 * BTU_PER_WH) / BTUH_PER_TON, decimals: 1 },
    { symbol: 'Btu/h', spellings: ['btu/h', 'btuh', 'btu'], factor: 1 / BTUH_PER_TON, decimals: 0 },
    { symbol: 'MBH', spellings: ['mbh', 'kbtu/h', 'kbtuh', 'kbtu'], factor: 1000 / BTUH_PER_TON, decimals: 1 },
  ],
  power: [
    { symbol: 'kW', spellings: ['kw'], factor: 1, decimals: 1 },
    { symbol: 'W', spellings: ['w', 'watt', 'watts'], factor: 0.001, decimals: 0 },
  ],
  heatRate: [
    { symbol: 'Btu/h', spellings: ['btu/h', 'btuh', 'btu'], factor: 1, decimals: 0 },
    { symbol: 'kW', spellings: ['kw'], factor: 1000 * BTU_PER_WH, decimals: 1 },
  ],
  floorArea: [
    { symbol: 'ft²', spellings: ['ft2', 'ft²', 'sqft'], factor: 1, decimals: 0 },
    { symbol: 'm²', spellings: ['m2', 'm²'], factor: 1 / 0.09290304, decimals: 0 },
  ],
  waterMass: [
    { symbol: 'lb', spellings: ['lb', 'lbs'], factor: 1, decimals: 0 },
    { symbol: 'kg', spellings: ['kg'], factor: LB_PER_KG, decimals: 0 },
  ],
  lossRate: [
    { symbol: 'Btu/h·°F', spellings: ['btu/h·°f', 'btu/hf', 'btuh/f'], factor: 1, decimals: 0 },
    { symbol: 'W/K', spellings: ['w/k'], factor: BTU_PER_WH / 1.8, decimals: 0 },
  ],
  /** 1 cfm/ft² = 5.08 L/s·m² exactly: 0.4719474432 L/s over 0.09290304 m². */
  airRate: [
    { symbol: 'cfm/ft²', spellings: ['cfm/ft2', 'cfm/ft²'], factor: 1, decimals: 2 },
    { symbol: 'L/s·m²', spellings: ['l/s·m²', 'l/s·m2', 'l/sm2', 'l/s/m2', 'l/s/m²'], factor: 1 / 5.08, decimals: 2 },
  ],
  /** 1 cfm/ton = 0.4719474432 L/s over 3.516853 kW. */
  flowPerCapacity: [
    { symbol: 'cfm/ton', spellings: ['cfm/ton', 'cfmperton'], factor: 1, decimals: 0 },
    {
      symbol: 'L/s·kW',
      spellings: ['l/s·kw', 'l/skw', 'l/s/kw', 'l/sperkw'],
      factor: BTUH_PER_TON / (1000 * BTU_PER_WH) / LPS_PER_CFM,
      decimals: 1,
    },
  ],
  derating: [
    { symbol: '% per 1,000 ft', spellings: ['%/1000ft', '%/1,000ft', '%per1000ft', '%per1,000ft'], factor: 1, decimals: 1 },
    // 300 m are 984.25 ft.
    { symbol: '% per 300 m', spellings: ['%/300m', '%per300m'], factor: 304.8 / 300, decimals: 1 },
  ],
  enthalpy: [
    { symbol: 'Btu/lb', spellings: ['btu/lb'], factor: 1, decimals: 1 },
    { symbol: 'kJ/kg', spellings: ['kj/kg'], ...KJ_KG_IN_BTU_LB, decimals: 1 },
  ],
  gasVolume: [
    { symbol: 'ft³', spellings: ['ft3', 'ft³', 'cf', 'cuft'], factor: 1, decimals: 2 },
    { symbol: 'm³', spellings: ['m3', 'm³'], factor: 1 / M3_PER_FT3, decimals: 3 },
  ],
  heatingValue: [
    { symbol: 'Btu/ft³', spellings: ['btu/ft3', 'btu/ft³', 'btu/cf'], factor: 1, decimals: 0 },
    { symbol: 'MJ/m³', spellings: ['mj/m3', 'mj/m³'], factor: 1 / MJ_M3_PER_BTU_FT3, decimals: 1 },
    { symbol: 'kWh/m³', spellings: ['kwh/m3', 'kwh/m³'], factor: 3.6 / MJ_M3_PER_BTU_FT3, decimals: 2 },
  ],
  velocity: [
    { symbol: 'fpm', spellings: ['fpm', 'ft/min', 'ft/m'], factor: 1, decimals: 0 },
    { symbol: 'm/s', spellings: ['m/s', 'mps', 'm/sec'], factor: 1 / 0.00508, decimals: 2 },
  ],
  area: [
    { symbol: 'ft²', spellings: ['ft2', 'ft²', 'sqft'], factor: 1, decimals: 2 },
    { symbol: 'm²', spellings: ['m2', 'm²'], factor: 1 / 0.09290304, decimals: 3 },
  ],
  voltage: [{ symbol: 'V', spellings: ['v', 'volt', 'volts', 'vac'], factor: 1, decimals: 0 }],
  current: [{ symbol: 'A', spellings: ['a', 'amp', 'amps'], factor: 1, decimals: 1 }],
  humidity: [{ symbol: '%', spellings: ['%', '%rh', 'rh', 'pct'], factor: 1, decimals: 0 }],
  percent: [{ symbol: '%', spellings: ['%', 'pct', 'percent'], factor: 1, decimals: 0 }],
}

/** What each quantity is called in a sentence. */
export const QUANTITY_NAMES: Record<Quantity, string> = {
  static: 'static pressure',
  flow: 'flow',
  temperature: 'temperature',
  temperatureDifference: 'temperature difference',
  length: 'length',
  altitude: 'altitude',
  capacity: 'capacity',
  power: 'power',
  heatRate: 'heat rate',
  floorArea: 'floor area',
  waterMass: 'mass of water',
  lossRate: 'loss for each degree',
  airRate: 'air for each floor area',
  flowPerCapacity: 'flow for each capacity',
  derating: 'derating for height',
  enthalpy: 'enthalpy',
  gasVolume: 'gas volume',
  heatingValue: 'heating value',
  velocity: 'air speed',
  area: 'area',
  voltage: 'voltage',
  current: 'current',
  humidity: 'relative humidity',
  percent: 'percentage',
}

/** The units that a person or a site has chosen; a quantity that is absent is shown in its base unit. */
export interface UnitChoice {
  temperature: '°F' | '°C'
  flow: 'cfm' | 'L/s' | 'm³/h'
  static: 'in.wc' | 'Pa'
  length: 'in' | 'cm'
  altitude: 'ft' | 'm'
  capacity: 'ton' | 'kW' | 'Btu/h'
  velocity: 'fpm' | 'm/s'
}

export const BASE_UNITS: UnitChoice = {
  temperature: '°F',
  flow: 'cfm',
  static: 'in.wc',
  length: 'in',
  altitude: 'ft',
  capacity: 'ton',
  velocity: 'fpm',
}

export const METRIC_UNITS: UnitChoice = {
  temperature: '°C',
  flow: 'L/s',
  static: 'Pa',
  length: 'cm',
  altitude: 'm',
  capacity: 'kW',
  velocity: 'm/s',
}

/** Whether somebody reads other units than those in which formulas stand. */
export const isMetric = (choice: UnitChoice): boolean => choice.flow === METRIC_UNITS.flow

/** Quantities without a choice of their own: they go with whether somebody reads metric. */
const METRIC_TWINS = {
  heatRate: ['Btu/h', 'kW'],
  floorArea: ['ft²', 'm²'],
  waterMass: ['lb', 'kg'],
  lossRate: ['Btu/h·°F', 'W/K'],
  airRate: ['cfm/ft²', 'L/s·m²'],
  flowPerCapacity: ['cfm/ton', 'L/s·kW'],
  derating: ['% per 1,000 ft', '% per 300 m'],
  enthalpy: ['Btu/lb', 'kJ/kg'],
  gasVolume: ['ft³', 'm³'],
  heatingValue: ['Btu/ft³', 'MJ/m³'],
} as const

/** The unit in which a quantity is shown and, without a unit, read. */
export function chosenUnit(quantity: Quantity, choice: UnitChoice): Unit {
  const symbol =
    quantity === 'temperatureDifference'
      ? choice.temperature
      : quantity === 'area'
        ? choice.length === 'in'
          ? 'ft²'
          : 'm²'
        : METRIC_TWINS[quantity as keyof typeof METRIC_TWINS] !== undefined
          ? METRIC_TWINS[quantity as keyof typeof METRIC_TWINS][isMetric(choice) ? 1 : 0]
          : quantity in choice
            ? choice[quantity as keyof UnitChoice]
            : undefined
  return UNITS[quantity].find((unit) => unit.symbol === symbol) ?? UNITS[quantity][0]
}

/** A value in `unit` → the base unit. */
export const toBase = (value: number, unit: Unit): number => value * unit.factor + (unit.offset ?? 0)

/** A value in the base unit → `unit`. */
export const fromBase = (base: number, unit: Unit): number => (base - (unit.offset ?? 0)) / unit.factor

/** Finds a unit by what somebody typed after a number; null when this quantity has no such unit. */
export function findUnit(quantity: Quantity, typed: string): Unit | null {
  const key = normalise(typed)
  return UNITS[quantity].find((unit) => unit.spellings.includes(key) || normalise(unit.symbol) === key) ?? null
}

/** Which quantities a typed unit would fit: lets a refusal say "L/s is a flow". */
export function quantitiesOfUnit(typed: string): Quantity[] {
  return (Object.keys(UNITS) as Quantity[]).filter((quantity) => findUnit(quantity, typed) !== null)
}

const normalise = (typed: string): string => typed.toLowerCase().replace(/[\s.]/g, '').replace(/[″”“]/g, '"')

/** A base-unit value as a number in the chosen unit, for a scale or an axis. */
export const fromChosen = (quantity: Quantity, base: number, choice: UnitChoice): number =>
  fromBase(base, chosenUnit(quantity, choice))

const CHOICE_KEYS = Object.keys(BASE_UNITS) as (keyof UnitChoice)[]

/** A choice of units as one word for an address: `metric`, `base`, or the signs one by one: `°C,cfm,Pa,cm,m,kW,fpm`. */
export function unitsName(choice: UnitChoice): string {
  const same = (other: UnitChoice) => CHOICE_KEYS.every((key) => choice[key] === other[key])
  if (same(METRIC_UNITS)) return 'metric'
  return same(BASE_UNITS) ? 'base' : CHOICE_KEYS.map((key) => choice[key]).join()
}

/** The inverse of `unitsName`; a sign that no such quantity has gives way to the base unit. */
export function unitsNamed(name: string): UnitChoice {
  if (name === 'metric') return METRIC_UNITS
  const signs = name.split(',')
  const chosen = CHOICE_KEYS.map((key, i) => [
    key,
    UNITS[key].some((unit) => unit.symbol === signs[i]) ? signs[i] : BASE_UNITS[key],
  ])
  return Object.fromEntries(chosen) as unknown as UnitChoice
}
