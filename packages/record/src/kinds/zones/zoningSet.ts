import 'reflect-metadata'
import { IsIn, IsNumber, IsOptional, IsUUID, Max, Min } from 'class-validator'
import type { SystemId } from '../../ids.ts'
import { bag } from '../spec.ts'

/** What belongs to the zoned duct as a whole. */
class ZoningSet {
  @IsUUID() systemId!: SystemId
  /** By what a zone's air is shared out. */
  @IsOptional() @IsIn(['outlets', 'load', 'design']) shareBy?: 'outlets' | 'load' | 'design'
  /** Static at which a relief damper opens; 0: there is none. */
  @IsOptional() @IsNumber() @Min(0) @Max(5) reliefOpensInWc?: number
  /** What the coil needs at least, from its maker. */
  @IsOptional() @IsNumber() @Min(0) @Max(100_000) coilFloorCfm?: number
  /** What a closed damper still lets through, percent of what it lets through open. */
  @IsOptional() @IsNumber() @Min(0) @Max(100) closedPct?: number
}

export const zoningSet = bag('zoning.set', {
  body: ZoningSet,
  on: 'system',
  into: 'zoning',
  lead: 'zoned duct',
  fields: {
    shareBy: { says: 'shared by', words: { outlets: 'outlets', load: 'load', design: 'design flow' } },
    reliefOpensInWc: { says: 'relief opens at', in: 'static' },
    coilFloorCfm: { says: 'coil needs', in: 'flow' },
    closedPct: { says: 'a closed damper lets through', in: 'percent' },
  },
})
