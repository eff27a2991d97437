import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { IsNotEmpty, IsNumber, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { assign } from '../../state/assign.ts'
import { kind } from '../kind.ts'
import { sayFields } from '../spec.ts'

const [LOW, HIGH] = PLAUSIBLE.altitude

class SiteSet {
  @IsOptional() @IsString() @IsNotEmpty() @MaxLength(120) name?: string
  @IsOptional() @IsString() @MaxLength(200) place?: string
  @IsOptional() @IsNumber() @Min(LOW) @Max(HIGH) altitudeFt?: number
  @IsOptional() @IsString() @MaxLength(60) timeZone?: string
  @IsOptional() @IsString() @MaxLength(60) climate?: string
}

const fields = {
  name: { says: 'name' },
  place: { says: 'place' },
  altitudeFt: { says: 'altitude', in: 'altitude' },
  timeZone: { says: 'time zone' },
  climate: { says: 'climate' },
} as const

export const siteSet = kind('site.set', {
  body: SiteSet,
  listed: true,
  fields,
  says: (body, show) => `site: ${sayFields(body, fields, show)}`,
  fold({ site }, { body }) {
    assign(site, body, ['name', 'place', 'altitudeFt', 'timeZone', 'climate'])
    if (body.altitudeFt !== undefined) site.altitudeKnown = true
  },
})
