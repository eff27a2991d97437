import type { Wiring } from '@ingle/core'
import type { Draft, SystemId, VisitId } from '@ingle/record'

/** The changes that lead from one wiring to another, as facts of one column. */
export function changesBetween(
  before: Wiring,
  after: Wiring,
  where: { visitId: VisitId; systemId: SystemId; column: 'found' | 'left' },
): Draft[] {
  const drafts: Draft[] = []
  for (const wire of after.wires) {
    const old = before.wires.find((one) => one.id === wire.id)
    if (old && JSON.stringify(old) === JSON.stringify(wire)) continue
    const { equipment } = wire
    drafts.push({
      kind: 'wire.set',
      body: {
        ...where,
        wire: wire.id,
        controller: wire.controller,
        board: equipment && equipment.board !== 'controller' ? equipment.board : null,
        terminal: equipment?.terminal ?? null,
      },
    })
  }
  for (const wire of before.wires)
    if (!after.wires.some((one) => one.id === wire.id))
      drafts.push({ kind: 'wire.set', body: { ...where, wire: wire.id, gone: true } })
  const key = (one: Wiring['bridges'][number]) => `${one.board} ${[one.a, one.b].sort().join(' ')}`
  for (const bridge of after.bridges)
    if (!before.bridges.some((one) => key(one) === key(bridge)))
      drafts.push({ kind: 'bridge.set', body: { ...where, ...bridge, there: true } })
  for (const bridge of before.bridges)
    if (!after.bridges.some((one) => key(one) === key(bridge)))
      drafts.push({ kind: 'bridge.set', body: { ...where, ...bridge, there: false } })
  return drafts
}
