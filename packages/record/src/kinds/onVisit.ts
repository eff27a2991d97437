import 'reflect-metadata'
import { IsISO8601, IsOptional, IsUUID } from 'class-validator'
import type { SystemId, TryId, VisitId } from '../ids.ts'

/** Keys that become names in the state. */
export const KEY = /^[a-z][a-z0-9.-]*$/

/** A change about one system on one visit. */
export class OnVisit {
  @IsUUID() visitId!: VisitId
  @IsUUID() systemId!: SystemId
}

/** A reading while the blower stood on one tap. */
export class OnTry extends OnVisit {
  @IsUUID() tryId!: TryId
  /** When it was read, if not when it was written down. */
  @IsOptional() @IsISO8601() readAt?: string
}

/** The ids that say where a body belongs: never part of what it says. */
export type Where = 'visitId' | 'systemId' | 'tryId' | 'readAt'
