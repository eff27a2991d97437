import type { SheetBlock as PlainBlock } from '@ingle/bench'
import type { Scene } from '../drawing/scene.ts'

/** A sheet of paper as data: shown on screen, printed, and set into a PDF from the same blocks. */
export interface Sheet {
  title: string
  subtitle: string
  facts: readonly (readonly [string, string])[]
  sections: readonly SheetSection[]
  foot: string
  /** In large type: to be read from a wall, or without glasses. */
  large?: boolean
  /** Of its words, as a language tag; absent: English. */
  language?: string
}

export interface SheetSection {
  title: string
  blocks: readonly SheetBlock[]
}

/** The blocks that stages are made of, with every picture drawn. */
export type SheetBlock =
  | Exclude<PlainBlock, { kind: 'picture' | 'signature' }>
  | { kind: 'drawing'; scene: Scene; caption: string }
