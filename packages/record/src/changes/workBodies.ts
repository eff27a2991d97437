/** Changes about what is still to do, and about what stands in until it is done. */
import 'reflect-metadata'
import { IsNotEmpty, IsString, IsUUID, Matches, MaxLength } from 'class-validator'
import { OnVisit } from './onVisit.ts'

export class ItemOpen extends OnVisit {
  @IsUUID() itemId!: string
  @IsString() @IsNotEmpty() @MaxLength(400) text!: string
}

export class ItemClose extends OnVisit {
  @IsUUID() itemId!: string
  @IsString() @IsNotEmpty() @MaxLength(400) how!: string
}

/** Something stands in for the right part until it comes. Never a safety device. */
export class FixPut extends OnVisit {
  @IsUUID() fixId!: string
  /** What was put in, locked or bridged. */
  @IsString() @IsNotEmpty() @MaxLength(200) what!: string
  /** For what it stands in. */
  @IsString() @IsNotEmpty() @MaxLength(200) instead!: string
  @IsString() @IsNotEmpty() @MaxLength(400) cannot!: string
  @IsString() @IsNotEmpty() @MaxLength(400) undo!: string
}

export class FixUndo extends OnVisit {
  @IsUUID() fixId!: string
  @IsString() @IsNotEmpty() @MaxLength(400) how!: string
}

/** It stays in, and somebody answers for it until a day. */
export class FixHandOn extends OnVisit {
  @IsUUID() fixId!: string
  @IsString() @IsNotEmpty() @MaxLength(80) to!: string
  /** A day, as 2026-12-31. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/) until!: string
}
