import { refuse } from '../../refusals.ts'
import 'reflect-metadata'
import { BOARDS, type Board, TERMINALS, type Terminal } from '@ingle/core'
import { IsBoolean, IsIn } from 'class-validator'
import { kind } from '../kind.ts'
import { OnVisit } from '../onVisit.ts'

/** Two terminals of one strip tied together, or no longer. */
class BridgeSet extends OnVisit {
  @IsIn(['found', 'left']) column!: 'found' | 'left'
  @IsIn(BOARDS) board!: Board
  @IsIn(TERMINALS) a!: Terminal
  @IsIn(TERMINALS) b!: Terminal
  @IsBoolean() there!: boolean
}

type Pair = Pick<BridgeSet, 'board' | 'a' | 'b'>
/** A bridge has no direction. */
const same = (one: Pair, other: Pair): boolean =>
  one.board === other.board && ((one.a === other.a && one.b === other.b) || (one.a === other.b && one.b === other.a))

export const bridgeSet = kind('bridge.set', {
  body: BridgeSet,
  says: ({ a, b, board, column, there }) => `bridge ${a} to ${b} at the ${board} ${column}: ${there ? 'there' : 'not there'}`,
  doubts: ({ a, b }) => (a === b ? refuse('bridge-ties-nothing', { a, b }) : null),
  fold(into, { body }) {
    const here = into.here(body)
    if (!here) return
    const { column, board, a, b, there } = body
    const strip = here.wiring[column]
    strip.bridges = [...strip.bridges.filter((one) => !same(one, body)), { board, a, b, there }]
  },
})
