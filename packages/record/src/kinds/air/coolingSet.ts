import 'reflect-metadata'
import { IsIn, IsNumber, IsOptional, Max, Min } from 'class-validator'
import { OnVisit } from '../onVisit.ts'
import { bag } from '../spec.ts'

/** What is known of cooling and drying on this visit. */
class CoolingSet extends OnVisit {
  /** Share of the full flow while drying, or in the low stage, percent. */
  @IsOptional() @IsNumber() @Min(30) @Max(100) dryingPct?: number
  /** What lets the refrigerant into the coil; without it nothing is said of the charge. */
  @IsOptional() @IsIn(['fixed', 'valve']) metering?: 'fixed' | 'valve'
  /** Dry bulb of the air at the outdoor unit. */
  @IsOptional() @IsNumber() @Min(-60) @Max(150) outdoorF?: number
  /** Read by whoever may: at the compressor. */
  @IsOptional() @IsNumber() @Min(-20) @Max(100) superheatF?: number
  @IsOptional() @IsNumber() @Min(-20) @Max(100) subcoolingF?: number
  @IsOptional() @IsNumber() @Min(0) @Max(60) wantedSuperheatF?: number
  @IsOptional() @IsNumber() @Min(0) @Max(60) wantedSubcoolingF?: number
}

export const coolingSet = bag('cooling.set', {
  body: CoolingSet,
  on: 'visit',
  into: 'cooling',
  lead: 'cooling',
  fields: {
    dryingPct: { says: 'drying share of the flow', in: 'percent', read: true },
    metering: { says: 'metering device', words: { fixed: 'fixed orifice', valve: 'expansion valve' } },
    outdoorF: { says: 'outdoors', in: 'temperature', read: true },
    superheatF: { says: 'superheat', in: 'temperatureDifference', read: true },
    subcoolingF: { says: 'subcooling', in: 'temperatureDifference', read: true },
    wantedSuperheatF: { says: 'superheat wanted', in: 'temperatureDifference', read: true },
    wantedSubcoolingF: { says: 'subcooling wanted', in: 'temperatureDifference', read: true },
  },
})
