import 'reflect-metadata'
import { IsUUID } from 'class-validator'
import type { ChangeId } from '../ids.ts'
import { kind } from './kind.ts'

/** Takes a change back. The change stays in the record, struck out; taking the undo back brings it in again. */
export class Undo {
  @IsUUID() targetId!: ChangeId
}

export const undo = kind('undo', {
  body: Undo,
  says: () => 'taken back',
  needs: ({ targetId }) => [['a change', targetId]],
  /** Which changes hold is settled before any is folded: see `inForce`. */
  fold() {},
})
