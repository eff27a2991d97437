import { never } from '@ingle/core'
import type { OneOf } from '../changes/change.ts'
import { assign } from './assign.ts'
import type { SystemVisit } from './state.ts'

const WIRING_FIELDS = [
  'kind',
  'heatStages',
  'coolStages',
  'transformers',
  'reversing',
  'splitPower',
  'controllerPower',
  'valve',
  'cable',
] as const

/** Isolation and other checks, wiring, contacts. */
export function foldPower(
  visit: SystemVisit,
  change: OneOf<'check.set' | 'wiring.set' | 'wire.set' | 'bridge.set' | 'contact.set'>,
): void {
  switch (change.kind) {
    case 'check.set':
      visit.checks[change.body.checkId] = change.body.done
      visit.checkedAt[change.body.checkId] = change.at
      return
    case 'wiring.set':
      assign(visit.wiring.set, change.body, WIRING_FIELDS)
      return
    case 'wire.set': {
      const { column, wire, controller, board, terminal, gone } = change.body
      const equipment = board && terminal ? { board, terminal } : null
      visit.wiring[column].wires[wire] = gone ? null : { id: wire, controller: controller ?? null, equipment }
      return
    }
    case 'bridge.set': {
      const { column, board, a, b, there } = change.body
      const pair = (one: { board: string; a: string; b: string }) =>
        one.board === board && ((one.a === a && one.b === b) || (one.a === b && one.b === a))
      const { wiring } = visit
      wiring[column].bridges = [...wiring[column].bridges.filter((one) => !pair(one)), { board, a, b, there }]
      return
    }
    case 'contact.set': {
      const { place, input, device, rests } = change.body
      visit.contacts[`${place} ${input}`] = { device, rests: rests ?? null }
      return
    }
    default:
      never(change)
  }
}
