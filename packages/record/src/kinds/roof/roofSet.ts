import 'reflect-metadata'
import { CHANGEOVERS, type ChangeoverKind, SIGNALS, type SignalKind } from '@ingle/core'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { bag } from '../spec.ts'

const FANS = { one: 'one speed', two: 'two speeds', three: 'three speeds', variable: 'variable' } as const
type RoofFan = keyof typeof FANS
const SYSTEMS = {
  single: 'one space',
  'all-outdoor': 'outdoor air alone',
  simplified: 'several spaces, simplified',
  general: 'several spaces, each by its own air',
} as const
type RoofSystem = keyof typeof SYSTEMS

/** What is known of a rooftop unit and of the place it stands at. */
class RoofSet {
  @IsUUID() systemId!: SystemId
  @IsOptional() @IsIn(Object.keys(FANS)) fan?: RoofFan
  /** Speeds of the fan, percent of full: its least, and those between. */
  @IsOptional() @IsNumber() @Min(5) @Max(100) leastPct?: number
  @IsOptional() @IsNumber() @Min(5) @Max(100) midPct?: number
  @IsOptional() @IsNumber() @Min(5) @Max(120) mostPct?: number
  /** Supply at full speed, as measured or rated. */
  @IsOptional() @IsNumber() @Min(50) @Max(200_000) fullCfm?: number
  @IsOptional() @IsNumber() @Min(0) @Max(50) fullErrorPct?: number
  /** The actuator: its signal, its direction, and its time from shut to open. */
  @IsOptional() @IsIn(Object.keys(SIGNALS)) damperSignal?: SignalKind
  @IsOptional() @IsBoolean() damperReversed?: boolean
  @IsOptional() @IsNumber() @Min(1) @Max(600) strokeS?: number
  /** The airflow station in the outdoor duct. */
  @IsOptional() @IsIn(Object.keys(SIGNALS)) stationSignal?: SignalKind
  @IsOptional() @IsNumber() @Min(100) @Max(10_000) stationFpm?: number
  @IsOptional() @IsNumber() @Min(0.05) @Max(500) stationFt2?: number
  /** Opening that is traversed for outdoor air. */
  @IsOptional() @IsNumber() @Min(0.05) @Max(500) openingFt2?: number
  /** How it serves its spaces, and how many people are in at once. */
  @IsOptional() @IsIn(Object.keys(SYSTEMS)) serves?: RoofSystem
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) population?: number
  /** Exhaust of the building that runs with it, and the surplus that is wanted over it. */
  @IsOptional() @IsNumber() @Min(0) @Max(200_000) exhaustCfm?: number
  @IsOptional() @IsNumber() @Min(-20_000) @Max(50_000) surplusCfm?: number
  /** The least outdoor air as somebody's paper has it; 0 gives it back to the spaces. */
  @IsOptional() @IsNumber() @Min(0) @Max(200_000) needCfm?: number
  /** How far above the need it may be, percent. */
  @IsOptional() @IsNumber() @Min(0) @Max(100) bandPct?: number
  /** Climate zone, with where it came from. */
  @IsOptional() @Matches(/^$|^[0-8][ABC]?$/) zone?: string
  @IsOptional() @IsIn(['typed', 'place', 'device']) zoneFrom?: 'typed' | 'place' | 'device'
  /** Hours and air of a year. */
  @IsOptional() @IsNumber() @Min(0) @Max(23) fromHour?: number
  @IsOptional() @IsNumber() @Min(1) @Max(24) toHour?: number
  @IsOptional() @IsNumber() @Min(1) @Max(7) daysPerWeek?: number
  @IsOptional() @IsNumber() @Min(50) @Max(95) returnF?: number
  @IsOptional() @IsNumber() @Min(5) @Max(100) returnRhPct?: number
  @IsOptional() @IsNumber() @Min(40) @Max(75) supplyF?: number
  @IsOptional() @IsNumber() @Min(3) @Max(40) eerBtuWh?: number
  @IsOptional() @IsNumber() @Min(0.1) @Max(6) heatEfficiency?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1000) perKwh?: number
  @IsOptional() @IsNumber() @Min(0) @Max(1000) perTherm?: number
  @IsOptional() @IsString() @MaxLength(8) money?: string
  /** The kind that the owner or the code asks for, where it is not the one in the profile. */
  @IsOptional() @IsIn(Object.keys(CHANGEOVERS)) wantedChangeover?: ChangeoverKind
  @IsOptional() @IsNumber() @Min(30) @Max(95) wantedLimitF?: number
  /** CO₂: what one person gives off, room height, what outdoors has, and the level that is watched. */
  @IsOptional() @IsNumber() @Min(0.001) @Max(0.1) co2PerPersonCfm?: number
  @IsOptional() @IsNumber() @Min(6) @Max(60) ceilingFt?: number
  @IsOptional() @IsNumber() @Min(300) @Max(700) outdoorPpm?: number
  @IsOptional() @IsNumber() @Min(500) @Max(5000) alarmPpm?: number
  /** People by the hour of a day, from midnight. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(24)
  @IsNumber({}, { each: true })
  @Min(0, { each: true })
  @Max(10_000, { each: true })
  peopleByHour?: number[]
}

export const roofSet = bag('roof.set', {
  body: RoofSet,
  on: 'system',
  into: 'roof',
  lead: 'rooftop unit',
  fields: {
    fan: { says: 'fan', words: FANS },
    leastPct: { says: 'least fan', in: 'percent' },
    midPct: { says: 'medium fan', in: 'percent' },
    mostPct: { says: 'most fan', in: 'percent' },
    fullCfm: { says: 'supply at full speed', in: 'flow' },
    fullErrorPct: { says: 'sure to', in: 'percent' },
    damperSignal: {
      says: 'damper signal',
      words: Object.fromEntries(Object.entries(SIGNALS).map(([id, { unit }]) => [id, `${id.replace('-', '–')} ${unit}`])),
    },
    damperReversed: { says: 'damper the other way round' },
    strokeS: { says: 'stroke', unit: 's' },
    stationSignal: { says: 'station signal' },
    stationFpm: { says: 'station range', in: 'velocity' },
    stationFt2: { says: 'station area', in: 'area' },
    openingFt2: { says: 'outdoor opening', in: 'area' },
    serves: { says: 'serves', words: SYSTEMS },
    population: { says: 'people at once' },
    exhaustCfm: { says: 'exhaust', in: 'flow' },
    surplusCfm: { says: 'surplus', in: 'flow' },
    needCfm: { says: 'outdoor air needed', in: 'flow' },
    bandPct: { says: 'may be over by', in: 'percent' },
    zone: { says: 'climate zone' },
    zoneFrom: { says: 'zone by', words: { typed: 'hand', place: 'coordinates typed', device: 'this device’s own position' } },
    fromHour: { says: 'in use from hour' },
    toHour: { says: 'to hour' },
    daysPerWeek: { says: 'days a week' },
    returnF: { says: 'return', in: 'temperature' },
    returnRhPct: { says: 'return humidity', in: 'humidity' },
    supplyF: { says: 'supply', in: 'temperature' },
    eerBtuWh: { says: 'cooling', unit: 'Btu/Wh' },
    heatEfficiency: { says: 'heating, share' },
    perKwh: { says: 'a kWh costs' },
    perTherm: { says: 'a therm costs' },
    money: { says: 'in' },
    wantedChangeover: { says: 'changeover wanted', words: CHANGEOVERS },
    wantedLimitF: { says: 'limit wanted', in: 'temperature' },
    co2PerPersonCfm: { says: 'CO₂ of one person', unit: 'cfm' },
    ceilingFt: { says: 'room height', in: 'altitude' },
    outdoorPpm: { says: 'CO₂ outdoors', unit: 'ppm' },
    alarmPpm: { says: 'CO₂ watched from', unit: 'ppm' },
    peopleByHour: { says: 'people by the hour' },
  },
})
