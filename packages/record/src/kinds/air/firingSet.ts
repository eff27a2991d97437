import 'reflect-metadata'
import { PLAUSIBLE, STATED_AT, type StatedAt } from '@ingle/core'
import { IsBoolean, IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { OnVisit } from '../onVisit.ts'
import { bag } from '../spec.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature

/** What is known of a furnace's firing, for its fan-and-limit switch. A field that was not sent leaves the earlier one. */
class FiringSet extends OnVisit {
  /** From the rate plate, or clocked at the meter. */
  @IsOptional() @IsNumber() @Min(1000) @Max(5_000_000) inputBtuH?: number
  @IsOptional() @IsNumber() @Min(30) @Max(100) efficiencyPct?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) returnF?: number
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) flowCfm?: number
  /** Flame to blower, from cold, by the watch. */
  @IsOptional() @IsNumber() @Min(1) @Max(1800) toStartS?: number
  /** After the exchanger, out of its sight, while it fires steadily. */
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) supplyF?: number
  /** The window of the plate. */
  @IsOptional() @IsNumber() @Min(1) @Max(200) riseLowF?: number
  @IsOptional() @IsNumber() @Min(1) @Max(200) riseHighF?: number
  /** Clocked at the meter. */
  @IsOptional() @IsNumber() @Min(0.01) @Max(1000) meterFt3?: number
  @IsOptional() @IsNumber() @Min(1) @Max(7200) meterS?: number
  @IsOptional() @IsNumber() @Min(100) @Max(4000) heatingValueBtuFt3?: number
  /** The low fire of a two-stage furnace. */
  @IsOptional() @IsNumber() @Min(1000) @Max(5_000_000) lowInputBtuH?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) lowReturnF?: number
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) lowSupplyF?: number
  @IsOptional() @IsNumber() @Min(1) @Max(200) lowRiseLowF?: number
  @IsOptional() @IsNumber() @Min(1) @Max(200) lowRiseHighF?: number
  /** Whether the burner was derated for its height, and by how much for each 1,000 ft, by the local code. */
  @IsOptional() @IsBoolean() derated?: boolean
  @IsOptional() @IsNumber() @Min(0) @Max(10) deratePctPerKft?: number
  /** The gas at the meter, and how its heating value is stated. */
  @IsOptional() @IsNumber() @Min(0) @Max(140) gasInWc?: number
  @IsOptional() @IsNumber() @Min(-40) @Max(130) gasF?: number
  @IsOptional() @IsIn(['stated', 'delivered']) heatingValueAs?: 'stated' | 'delivered'
  @IsOptional() @IsIn(Object.keys(STATED_AT)) heatingValueAt?: StatedAt
  /** Gas pressures while it fires, and what the plate says of them. */
  @IsOptional() @IsNumber() @Min(0) @Max(60) manifoldInWc?: number
  @IsOptional() @IsNumber() @Min(0.1) @Max(60) plateManifoldInWc?: number
  @IsOptional() @IsNumber() @Min(0) @Max(60) lowManifoldInWc?: number
  @IsOptional() @IsNumber() @Min(0.1) @Max(60) lowPlateManifoldInWc?: number
  @IsOptional() @IsNumber() @Min(0) @Max(140) inletInWc?: number
  @IsOptional() @IsNumber() @Min(0.1) @Max(140) inletLeastInWc?: number
  @IsOptional() @IsNumber() @Min(0.1) @Max(140) inletMostInWc?: number
  /** Of the flue gas, on high fire, after it is steady. */
  @IsOptional() @IsNumber() @Min(0) @Max(21) oxygenPct?: number
  @IsOptional() @IsNumber() @Min(0) @Max(50_000) coAirFreePpm?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1500) flueF?: number
  /** Supply air at the moment when the blower starts. */
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) startSupplyF?: number
  /** What the house loses at the outdoor temperature of concern. */
  @IsOptional() @IsNumber() @Min(500) @Max(5_000_000) lossBtuH?: number
  /** How much colder than indoors it is then. */
  @IsOptional() @IsNumber() @Min(1) @Max(150) colderByF?: number
  /** How fast the rooms warm up on high fire, by a thermometer and the watch, and how far they are set back. */
  @IsOptional() @IsNumber() @Min(0.1) @Max(30) warmUpFPerH?: number
  @IsOptional() @IsNumber() @Min(0.5) @Max(30) setbackF?: number
  /** How long it fires for a call. */
  @IsOptional() @IsNumber() @Min(30) @Max(7200) firingS?: number
}

/** A rise over the furnace, whole. */
export interface RiseRead {
  at: string
  returnF: number
  supplyF: number
}
interface HoldsRises {
  firing: { returnF?: number; supplyF?: number }
  rises: RiseRead[]
}

export const firingSet = bag('firing.set', {
  body: FiringSet,
  on: 'visit',
  into: 'firing',
  lead: 'firing',
  // A rise belongs to the try that ran while it was read: a later one must not rewrite it.
  keeps(here: HoldsRises, { returnF, supplyF }, at) {
    if (returnF === undefined && supplyF === undefined) return
    const { firing } = here
    if (firing.returnF !== undefined && firing.supplyF !== undefined)
      here.rises.push({ at, returnF: firing.returnF, supplyF: firing.supplyF })
  },
  jotted: { firing: ({ kind: _, ...values }) => values },
  fields: {
    inputBtuH: { says: 'input', in: 'heatRate', read: true },
    efficiencyPct: { says: 'efficiency', in: 'percent', read: true },
    returnF: { says: 'furnace return', in: 'temperature', read: true },
    supplyF: { says: 'furnace supply', in: 'temperature', read: true },
    riseLowF: { says: 'rise on the plate, from', in: 'temperatureDifference', read: true },
    riseHighF: { says: 'rise on the plate, to', in: 'temperatureDifference', read: true },
    meterFt3: { says: 'gas metered', in: 'gasVolume', read: true },
    meterS: { says: 'gas metered in', unit: 's', read: true },
    heatingValueBtuFt3: { says: 'heating value', in: 'heatingValue', read: true },
    flowCfm: { says: 'furnace flow', in: 'flow', read: true },
    toStartS: { says: 'flame to blower', unit: 's', read: true },
    firingS: { says: 'fires for a call', unit: 's', read: true },
    lowInputBtuH: { says: 'low fire, input', in: 'heatRate', read: true },
    lowReturnF: { says: 'low fire, return', in: 'temperature', read: true },
    lowSupplyF: { says: 'low fire, supply', in: 'temperature', read: true },
    lowRiseLowF: { says: 'low fire, rise on the plate, from', in: 'temperatureDifference', read: true },
    lowRiseHighF: { says: 'low fire, rise on the plate, to', in: 'temperatureDifference', read: true },
    derated: { says: 'burner derated for its height' },
    deratePctPerKft: { says: 'derated by', in: 'derating' },
    gasInWc: { says: 'gas at the meter', in: 'static', read: true },
    gasF: { says: 'temperature of the gas', in: 'temperature', read: true },
    heatingValueAs: { says: 'heating value', words: { stated: 'at stated conditions', delivered: 'as delivered here' } },
    heatingValueAt: {
      says: 'heating value stated at',
      words: Object.fromEntries(Object.entries(STATED_AT).map(([id, one]) => [id, one.says])),
    },
    manifoldInWc: { says: 'manifold', in: 'static', read: true },
    plateManifoldInWc: { says: 'manifold on the plate', in: 'static', read: true },
    lowManifoldInWc: { says: 'low fire, manifold', in: 'static', read: true },
    lowPlateManifoldInWc: { says: 'low fire, manifold on the plate', in: 'static', read: true },
    inletInWc: { says: 'inlet pressure while it fires', in: 'static', read: true },
    inletLeastInWc: { says: 'least inlet pressure on the plate', in: 'static', read: true },
    inletMostInWc: { says: 'most inlet pressure on the plate', in: 'static', read: true },
    oxygenPct: { says: 'oxygen in the flue', in: 'percent', read: true },
    coAirFreePpm: { says: 'carbon monoxide in the flue, air-free', unit: 'ppm', read: true },
    flueF: { says: 'flue gas', in: 'temperature', read: true },
    startSupplyF: { says: 'supply as the blower starts', in: 'temperature', read: true },
    lossBtuH: { says: 'house loses', in: 'heatRate', read: true },
    colderByF: { says: 'outdoors colder by', in: 'temperatureDifference', read: true },
    warmUpFPerH: { says: 'rooms warm up an hour', in: 'temperatureDifference', read: true },
    setbackF: { says: 'set back by', in: 'temperatureDifference', read: true },
  },
})
