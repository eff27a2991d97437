import type { StripView } from '@ingle/bench'
import type { Mark, Scene } from './scene.ts'

const ROW = 26
const WORDS = { reads: 'reads', contact: 'contact', drives: 'drives', switches: 'switches' } as const

/** The terminals of a controller one under another, and what each carries; a clash is marked. */
export function stripScene(strip: StripView, width: number): Scene | null {
  if (strip.terminals.length === 0) return null
  // Two columns where there is room.
  const columns = width >= 560 ? 2 : 1
  const perColumn = Math.ceil(strip.terminals.length / columns)
  const columnWidth = width / columns
  const height = perColumn * ROW + 12
  const marks: Mark[] = []
  for (const [i, terminal] of strip.terminals.entries()) {
    const left = Math.floor(i / perColumn) * columnWidth
    const top = (i % perColumn) * ROW + 6
    const on = strip.points.filter((one) => one.fitted && one.terminal === terminal.id)
    const clash = on.length > 1
    marks.push(
      {
        kind: 'rect',
        x: left + 2,
        y: top,
        width: 46,
        height: ROW - 5,
        tone: on.length > 0 ? 'air' : 'sand',
        opacity: on.length > 0 ? 0.16 : 0.8,
        stroke: clash ? 'limit' : 'faint',
        radius: 3,
      },
      {
        kind: 'text',
        x: left + 25,
        y: top + 15,
        text: terminal.id,
        tone: 'ink',
        size: 12,
        anchor: 'middle',
        mono: true,
        bold: true,
      },
      {
        kind: 'text',
        x: left + 58,
        y: top + 15,
        text:
          on.length > 0
            ? on.map((one) => one.label).join(' + ')
            : `free: ${terminal.takes.map((one) => WORDS[one]).join(' or ')}`,
        tone: clash ? 'limit' : on.length > 0 ? 'ink' : 'faint',
        size: 13,
        anchor: 'start',
        ...(clash && { bold: true }),
      },
    )
  }
  const used = strip.terminals.filter((terminal) => strip.points.some((one) => one.fitted && one.terminal === terminal.id)).length
  return {
    width,
    height,
    says: `Terminal strip of ${strip.device}: ${used} of ${strip.terminals.length} terminals carry something`,
    marks,
  }
}
