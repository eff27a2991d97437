import 'reflect-metadata'
import { TERMINALS, type Terminal } from '@ingle/core'
import { IsBoolean, IsIn, IsNotEmpty, IsOptional, IsString, MaxLength } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** A conductor and what its ends are on, as found or as left. */
class WireSet extends OnVisit {
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

export const wireSet = kind('wire.set', {
  body: WireSet,
  says: ({ column, wire, controller, terminal, gone }) =>
    `conductor ${wire} ${column}: ${gone ? 'not there' : `${controller ?? 'nothing'} to ${terminal ?? 'nothing'}`}`,
  fold(into, { body }) {
    const here = into.here(body)
    if (!here) return
    const { column, wire, controller, board, terminal, gone } = body
    const equipment = board && terminal ? { board, terminal } : null
    here.wiring[column].wires[wire] = gone ? null : { id: wire, controller: controller ?? null, equipment }
  },
})
