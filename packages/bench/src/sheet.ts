/** What a stage puts on paper, as data: sheets on screen, in print and as PDF are made of the same blocks. */
export type SheetBlock =
  | {
      kind: 'table'
      head: readonly string[]
      rows: readonly (readonly string[])[]
      /** Columns of figures, set right. */
      figures?: readonly number[]
      empty: string
    }
  | { kind: 'lines'; lines: readonly string[]; empty: string }
  | { kind: 'caution'; text: string }
  /** Drawn by whoever makes the sheet. */
  | { kind: 'picture'; of: 'air-line' | 'meeting' | 'wire-map' | 'day' | 'damper-line'; caption: string }
  /** As it was drawn: each stroke a list of x, y, x, y in a field of 1000 by 300. */
  | { kind: 'signature'; strokes: readonly (readonly number[])[]; caption: string }
  | { kind: 'photos'; photos: readonly { id: string; caption: string }[] }

export interface SheetSection {
  title: string
  blocks: readonly SheetBlock[]
}

/** Where a section stands on each sheet, in reading order. */
export const CARD_PLACES = ['left', 'program', 'speaks', 'open', 'keys', 'cautions'] as const
export const RECORD_PLACES = [
  'condition',
  'wiring',
  'contacts',
  'found',
  'path',
  'tried',
  'measured',
  'measured-with',
  'zones',
  'left',
  'proof',
  'speaks',
  'judged',
  'open',
  'worked-out',
  'signed',
  'cautions',
] as const
/** The panel sheet of a rooftop unit: every input, output, point and limit as left, for its door. */
export const PANEL_PLACES = ['points', 'line', 'limits', 'settings', 'cautions'] as const
/** The card for the wall: the week of the people who live by it, in their words. */
export const WEEK_PLACES = ['week', 'exceptions', 'hand', 'later'] as const
type WeekPlace = (typeof WEEK_PLACES)[number]
type PanelPlace = (typeof PANEL_PLACES)[number]
type CardPlace = (typeof CARD_PLACES)[number]
type RecordPlace = (typeof RECORD_PLACES)[number]

/** A section and the sheets that it belongs on. */
export interface PlacedSection extends SheetSection {
  card?: CardPlace
  record?: RecordPlace
  panel?: PanelPlace
  week?: WeekPlace
}

/** What stands for nothing in a table. */
export const EMPTY = '—'
