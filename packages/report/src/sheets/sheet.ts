import type { Scene } from '../drawing/scene.ts'

/** A sheet of paper as data: shown on screen, printed, and set into a PDF from the same blocks. */
export interface Sheet {
  title: string
  subtitle: string
  facts: readonly (readonly [string, string])[]
  sections: readonly SheetSection[]
  foot: string
}

export interface SheetSection {
  title: string
  blocks: readonly SheetBlock[]
}

export type SheetBlock =
  | {
      kind: 'table'
      head: readonly string[]
      rows: readonly (readonly string[])[] /** Columns of figures, set right. */
      figures?: readonly number[]
      empty: string
    }
  | { kind: 'lines'; lines: readonly string[]; empty: string }
  | { kind: 'caution'; text: string }
  | { kind: 'drawing'; scene: Scene; caption: string }
  | { kind: 'photos'; photos: readonly { id: string; caption: string }[] }
