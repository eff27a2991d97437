import 'reflect-metadata'
import { IsBoolean, IsInt, IsNumber, IsOptional, IsUUID, Max, Min } from 'class-validator'
import type { OutletId } from '../../ids.ts'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** One outlet read, at a position of its hand damper. */
class OutletReading extends OnVisit {
  @IsUUID() outletId!: OutletId
  @IsNumber() @Min(0) @Max(100_000) flowCfm!: number
  /** Fully open 100, as far as the handle tells. */
  @IsOptional() @IsInt() @Min(0) @Max(100) damperPct?: number
  /** Its damper was moved since it was read last; handles do not always show it. */
  @IsOptional() @IsBoolean() moved?: boolean
}

export const outletReading = kind('outlet.reading', {
  body: OutletReading,
  fields: { flowCfm: { says: 'outlet', in: 'flow', read: true } },
  says: ({ flowCfm, damperPct }, show) =>
    `outlet read: ${show('flow', flowCfm)}${damperPct === undefined ? '' : `, damper ${damperPct}%`}`,
  fold(into, { id, at, by, body }) {
    const { outletId, flowCfm, damperPct, moved } = body
    into.here(body)?.outletReadings.push({ id, at, by, outletId, flowCfm, damperPct: damperPct ?? null, ...(moved && { moved }) })
  },
})
