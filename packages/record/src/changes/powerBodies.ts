/** Changes about isolation, wiring and contacts. */
import 'reflect-metadata'
import { BOARDS, type Board, PLACES, type Place, SYSTEM_KINDS, type SystemKind, TERMINALS, type Terminal } from '@ingle/core'
import { IsBoolean, IsIn, IsInt, IsNotEmpty, IsOptional, IsString, Matches, Max, MaxLength, Min } from 'class-validator'
import { KEY, OnVisit } from './onVisit.ts'

/** What kind of system is to be wired; a field that was not sent leaves the earlier one standing. */
export class WiringSet extends OnVisit {
  @IsOptional() @IsIn(SYSTEM_KINDS) kind?: SystemKind
  @IsOptional() @IsIn([0, 1, 2]) heatStages?: 0 | 1 | 2
  @IsOptional() @IsIn([0, 1, 2]) coolStages?: 0 | 1 | 2
  @IsOptional() @IsIn([1, 2]) transformers?: 1 | 2
  /** The mode in which the equipment wants its reversing valve live. */
  @IsOptional() @IsIn(['cool', 'heat']) reversing?: 'cool' | 'heat'
  @IsOptional() @IsBoolean() splitPower?: boolean
  @IsOptional() @IsIn(['common', 'battery']) controllerPower?: 'common' | 'battery'
  @IsOptional() @IsIn(['O and B', 'O/B']) valve?: 'O and B' | 'O/B'
  /** Conductors of the cable, counted. */
  @IsOptional() @IsInt() @Min(0) @Max(40) cable?: number
}

/** A conductor and what its ends are on, as found or as left. */
export class WireSet extends OnVisit {
  @IsIn(['found', 'left']) column!: 'found' | 'left'
  /** Its colour or its number. */
  @IsString() @IsNotEmpty() @MaxLength(30) wire!: string
  /** Terminal of the controller; null: on nothing. */
  @IsOptional() @IsIn(TERMINALS) controller?: Terminal | null
  @IsOptional() @IsIn(['equipment', 'second']) board?: 'equipment' | 'second' | null
  @IsOptional() @IsIn(TERMINALS) terminal?: Terminal | null
  /** It is not there after all. */
  @IsOptional() @IsBoolean() gone?: boolean
}

/** Two terminals of one strip tied together, or no longer. */
export class BridgeSet extends OnVisit {
  @IsIn(['found', 'left']) column!: 'found' | 'left'
  @IsIn(BOARDS) board!: Board
  @IsIn(TERMINALS) a!: Terminal
  @IsIn(TERMINALS) b!: Terminal
  @IsBoolean() there!: boolean
}

/** What hangs on an input, and how its contact rests. */
export class ContactSet extends OnVisit {
  @IsIn(PLACES) place!: Place
  /** The number of the input, as in `input.function.1`. */
  @Matches(/^[a-z0-9-]+$/i) @MaxLength(10) input!: string
  @IsString() @MaxLength(80) device!: string
  @IsOptional() @IsIn(['open', 'closed']) rests?: 'open' | 'closed' | null
}

export class CheckSet extends OnVisit {
  @Matches(KEY) @MaxLength(60) checkId!: string
  @IsBoolean() done!: boolean
}
