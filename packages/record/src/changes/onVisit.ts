import 'reflect-metadata'
import { IsISO8601, IsOptional, IsUUID } from 'class-validator'

/** Keys that become names in the state. */
export const KEY = /^[a-z][a-z0-9.-]*$/

/** A change about one system on one visit. */
export class OnVisit {
  @IsUUID() visitId!: string
  @IsUUID() systemId!: string
}

/** A reading while the blower stood on one tap. */
export class OnTry extends OnVisit {
  @IsUUID() tryId!: string
  /** When it was read, if not when it was written down. */
  @IsOptional() @IsISO8601() readAt?: string
}
