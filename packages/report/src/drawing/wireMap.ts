import {
  type Board,
  type End,
  endWord,
  equipmentBoards,
  sameEnd,
  type Terminal,
  terminalsOf,
  type Wiring,
  type WiringFinding,
  type WiringSystem,
  wantedWires,
} from '@ingle/core'
import type { Mark, Scene, Tone } from './scene.ts'

const ROW = 30
const TOP = 34
const BOX = { width: 54, height: 24 }
const GAP = 26
/** The level part of a conductor, long enough to carry its name. */
const STUB = 66

const TITLES: Readonly<Record<Board, string>> = {
  controller: 'Controller',
  equipment: 'Equipment',
  second: 'Second transformer',
}

/**
 * The terminal strips side by side, conductors between them: what is there as full lines, what is wanted and not there as
 * broken ones, the ends where something is wrong with a rim. Conductors carry their name, so that no colour has to be told.
 */
export function wireMapScene(
  system: WiringSystem,
  wiring: Wiring,
  findings: readonly WiringFinding[],
  names: Partial<Record<Board, string>>,
  width: number,
): Scene {
  const boards = equipmentBoards(system)
  const left = 64
  const right = width - 64 - BOX.width
  const spots = new Map<string, { x: number; y: number }>()
  const marks: Mark[] = []
  const wrong = findings.flatMap((one) => one.ends)
  const strip = (board: Board, x: number, top: number): number => {
    marks.push({
      kind: 'text',
      x: x + BOX.width / 2,
      y: top - 10,
      text: names[board] ?? TITLES[board],
      tone: 'ink',
      size: 13,
      anchor: 'middle',
      bold: true,
    })
    const terminals = terminalsOf(system, board)
    for (const [i, terminal] of terminals.entries()) {
      const y = top + i * ROW
      spots.set(keyOf({ board, terminal }), { x, y: y + BOX.height / 2 })
      const bad = wrong.some((one) => sameEnd(one, { board, terminal }))
      marks.push({ kind: 'rect', x, y, ...BOX, tone: 'sand', opacity: 1, stroke: bad ? 'ember' : 'grid', radius: 4 })
      if (bad)
        marks.push({
          kind: 'rect',
          x: x - 2,
          y: y - 2,
          width: BOX.width + 4,
          height: BOX.height + 4,
          tone: 'paper',
          opacity: 0,
          stroke: 'ember',
          radius: 5,
        })
      marks.push({
        kind: 'text',
        x: x + BOX.width / 2,
        y: y + 17,
        text: endWord({ board, terminal }),
        tone: 'ink',
        size: 14,
        anchor: 'middle',
        bold: true,
        mono: true,
      })
    }
    return top + terminals.length * ROW
  }
  let bottom = strip('controller', left, TOP)
  let top = TOP
  for (const board of boards) {
    top = strip(board, right, top) + GAP + 10
    bottom = Math.max(bottom, top - GAP)
  }
  const spot = (end: End) => spots.get(keyOf(end))
  const link = (a: End, b: End, tone: Tone, text: string, dash?: string) => {
    const [from, to] = [spot(a), spot(b)]
    if (!from || !to) return
    const [x1, x2] = [from.x + BOX.width, to.x]
    marks.push({
      kind: 'line',
      points: [
        [x1, from.y],
        [x1 + STUB, from.y],
        [x2 - 26, to.y],
        [x2, to.y],
      ],
      tone,
      width: dash ? 1.6 : 3,
      ...(dash && { dash }),
    })
    if (text !== '')
      marks.push({ kind: 'text', x: x1 + 6, y: from.y - 5, text, tone: 'ink', size: 12.5, anchor: 'start', halo: true })
  }
  const wanted = wantedWires(system)
  for (const one of wanted) {
    const a: End = { board: 'controller', terminal: one.controller }
    const there = wiring.wires.some((wire) => wire.controller === one.controller && sameEnd(wire.equipment, one.equipment))
    if (!there) link(a, one.equipment, 'faint', '', '4 4')
  }
  for (const wire of wiring.wires) {
    if (!wire.controller || !wire.equipment) continue
    const right = wanted.some((one) => one.controller === wire.controller && sameEnd(one.equipment, wire.equipment))
    link({ board: 'controller', terminal: wire.controller }, wire.equipment, right ? 'air' : 'ember', wire.id)
  }
  for (const bridge of wiring.bridges) {
    const [a, b] = [spot({ board: bridge.board, terminal: bridge.a }), spot({ board: bridge.board, terminal: bridge.b })]
    if (!a || !b) continue
    const out = bridge.board === 'controller' ? -1 : 1
    const x = bridge.board === 'controller' ? a.x : a.x + BOX.width
    const bad = findings.some(
      (one) => one.danger && one.ends.some((end) => end.board === bridge.board && end.terminal === bridge.a),
    )
    marks.push({
      kind: 'line',
      points: [
        [x, a.y],
        [x + out * 16, a.y],
        [x + out * 16, b.y],
        [x, b.y],
      ],
      tone: bad ? 'limit' : 'air',
      width: 3,
    })
    marks.push({
      kind: 'text',
      x: x + out * 20,
      y: (a.y + b.y) / 2 + 4,
      text: 'bridge',
      tone: 'ink',
      size: 12,
      anchor: out < 0 ? 'end' : 'start',
    })
  }
  return { width, height: bottom + 6, says: saying(wiring, findings), marks }
}

const keyOf = (end: { board: Board; terminal: Terminal }): string => `${end.board}:${end.terminal}`

function saying(wiring: Wiring, findings: readonly WiringFinding[]): string {
  const wires = wiring.wires
    .map((one) => `${one.id} from ${one.controller ?? 'nothing'} to ${one.equipment ? endWord(one.equipment) : 'nothing'}`)
    .join(', ')
  return `Conductors: ${wires || 'none entered'}. ${findings.map((one) => one.says).join(' ') || 'Nothing found against it.'}`
}
