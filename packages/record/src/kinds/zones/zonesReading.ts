import 'reflect-metadata'
import { PLAUSIBLE } from '@ingle/core'
import { ArrayMaxSize, IsArray, IsNumber, IsOptional, IsUUID, Max, Min } from 'class-validator'
import type { ZoneId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

const [LOW, HIGH] = PLAUSIBLE.static

/** Statics on both sides of the cabinet while some zones are open. */
class ZonesReading extends OnVisit {
  /** Zones whose dampers are open; one that is always open need not be named. */
  @IsArray() @ArrayMaxSize(12) @IsUUID(undefined, { each: true }) open!: ZoneId[]
  @IsNumber() @Min(LOW) @Max(HIGH) supplyInWc!: number
  @IsNumber() @Min(LOW) @Max(HIGH) returnInWc!: number
  /** Measured; absent: by the blower table at this static. */
  @IsOptional() @IsNumber() @Min(1) @Max(100_000) flowCfm?: number
}

export const zonesReading = kind('zones.reading', {
  body: ZonesReading,
  fields: {
    supplyInWc: { says: 'static supply', in: 'static', read: true },
    returnInWc: { says: 'static return', in: 'static', read: true },
    flowCfm: { says: 'flow', in: 'flow', read: true },
  },
  says: ({ open, supplyInWc, returnInWc, flowCfm }, show) =>
    `static with zones open: ${open.length}; ${show('static', supplyInWc, { signed: true })} and ${show('static', returnInWc, { signed: true })}${flowCfm === undefined ? '' : `, ${show('flow', flowCfm)}`}`,
  fold(into, { id, at, by, body }) {
    const { supplyInWc, returnInWc, flowCfm } = body
    // It keeps the dampers that stood: what is kept open from later on was shut while it was read.
    const always = into.system(body.systemId).zones.filter((one) => one.alwaysOpen)
    const open = [...new Set([...body.open, ...always.map((one) => one.id)])]
    into.here(body)?.zoneReadings.push({ id, at, by, open, supplyInWc, returnInWc, flowCfm: flowCfm ?? null })
  },
})
