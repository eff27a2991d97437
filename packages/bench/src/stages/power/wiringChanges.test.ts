import { HERE } from '@ingle/record/testing'
import { describe, expect, it } from 'vitest'
import { changesBetween } from './wiringChanges.ts'

describe('the changes from one wiring to another', () => {
  const where = { ...HERE, column: 'left' as const }
  const red = { id: 'red', controller: 'R' as const, equipment: { board: 'equipment' as const, terminal: 'R' as const } }
  const bridge = { board: 'controller' as const, a: 'Rc' as const, b: 'Rh' as const }

  it('say what moved, what came and what went, and nothing of what stayed', () => {
    expect(changesBetween({ wires: [red], bridges: [] }, { wires: [red], bridges: [bridge] }, where)).toEqual([
      { kind: 'bridge.set', body: { ...where, ...bridge, there: true } },
    ])
    expect(changesBetween({ wires: [red], bridges: [bridge] }, { wires: [], bridges: [] }, where)).toEqual([
      { kind: 'wire.set', body: { ...where, wire: 'red', gone: true } },
      { kind: 'bridge.set', body: { ...where, ...bridge, there: false } },
    ])
    expect(changesBetween({ wires: [red], bridges: [] }, { wires: [{ ...red, controller: null }], bridges: [] }, where)).toEqual([
      { kind: 'wire.set', body: { ...where, wire: 'red', controller: null, board: 'equipment', terminal: 'R' } },
    ])
    expect(changesBetween({ wires: [red], bridges: [] }, { wires: [{ ...red, equipment: null }], bridges: [] }, where)).toEqual([
      { kind: 'wire.set', body: { ...where, wire: 'red', controller: 'R', board: null, terminal: null } },
    ])
    const onTheWall = { ...red, equipment: { board: 'controller' as const, terminal: 'C' as const } }
    expect(changesBetween({ wires: [red], bridges: [] }, { wires: [onTheWall], bridges: [] }, where)).toEqual([
      { kind: 'wire.set', body: { ...where, wire: 'red', controller: 'R', board: null, terminal: 'C' } },
    ])
  })
})
