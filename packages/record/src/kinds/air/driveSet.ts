import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { IsIn, IsNumber, IsOptional, IsUUID, Max, Min } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { bag } from '../spec.ts'

const [LOW, HIGH] = PLAUSIBLE.temperature

/** A drive and its fan at full speed, and the signal that it follows. Stays over visits. */
class DriveSet {
  @IsUUID() systemId!: SystemId
  @IsOptional() @IsNumber() @Min(10) @Max(400) baseHz?: number
  @IsOptional() @IsNumber() @Min(0) @Max(400) minHz?: number
  @IsOptional() @IsNumber() @Min(10) @Max(400) maxHz?: number
  @IsOptional() @IsNumber() @Min(100) @Max(20_000) baseRpm?: number
  /** On the motor's plate, and read at full speed. */
  @IsOptional() @IsNumber() @Min(0.1) @Max(5000) plateAmps?: number
  @IsOptional() @IsNumber() @Min(0.1) @Max(5000) baseAmps?: number
  @IsOptional() @IsNumber() @Min(1) @Max(500_000) baseFlowCfm?: number
  @IsOptional() @IsNumber() @Min(0.01) @Max(10) baseStaticInWc?: number
  @IsOptional() @IsNumber() @Min(1) @Max(500_000) basePowerW?: number
  /** Temperature at which those figures hold, where not 70 °F. */
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) airF?: number
  @IsOptional() @IsIn(['0-5', '0-10', '2-10', '4-20']) signal?: '0-5' | '0-10' | '2-10' | '4-20'
}

export const driveSet = bag('drive.set', {
  body: DriveSet,
  on: 'system',
  into: 'drive',
  lead: 'drive',
  fields: {
    baseHz: { says: 'full speed', unit: 'Hz' },
    minHz: { says: 'least', unit: 'Hz' },
    maxHz: { says: 'most', unit: 'Hz' },
    baseRpm: { says: 'at full speed', unit: 'rpm' },
    plateAmps: { says: 'amps on the motor’s plate', unit: 'A' },
    baseAmps: { says: 'amps at full speed', unit: 'A' },
    baseFlowCfm: { says: 'flow at full speed', in: 'flow' },
    baseStaticInWc: { says: 'static at full speed', in: 'static' },
    basePowerW: { says: 'power at full speed', unit: 'W' },
    airF: { says: 'air', in: 'temperature' },
    signal: { says: 'signal' },
  },
})
