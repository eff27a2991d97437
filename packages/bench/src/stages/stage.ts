import type { Refusal } from '@ingle/core'
import type { ChangeKind } from '@ingle/record'
import type { RowStanding } from '../ledger/ledger.ts'
import type { PlacedSection } from '../sheet.ts'
import type { VisitView } from '../visit/visitView.ts'
import { STAGE_NAMES, type StageId } from './stageNames.ts'

/** Something that a stage worked out for a setting, in the language of roles. */
export interface WorkedAim {
  /** The role that it is for. */
  id: string
  meaning: string
  why: string
}

/** One way in which a stage works aims out. What was taken from it can be held against what it says now. */
export interface AimSource {
  /** Stored with every aim that was taken from it: renaming it makes old aims stand for good. */
  source: string
  aims: (v: VisitView) => readonly WorkedAim[]
  /** Why an aim that was taken for a role can be worked out no more; null where it can, or where nothing speaks against it. */
  gone?: (v: VisitView, id: string) => string | null
}

/** Something that somebody should know, and what mends it. */
export interface StageFinding {
  id: string
  says: string
  mend: string
  /** The row that it is about. */
  row?: string
}

/**
 * One stage of a visit. Everything that shows or asks about stages goes over STAGES: ladder, keys, routes, help, sheets,
 * readings, jot line. A new stage is a folder that exports one of these, a line in STAGES, and its view in the app.
 */
export interface Stage<Id extends string = string> {
  id: Id
  /** The letter after `g`. */
  key: string
  label: string
  /** True, or why it steps back on this system. */
  applies: (v: VisitView) => true | Refusal
  standing: (v: VisitView) => { mark: RowStanding; done: number; of: number }
  sources: readonly AimSource[]
  findings: (v: VisitView) => readonly StageFinding[]
  /** What it puts on the sheets. */
  sections: (v: VisitView) => readonly PlacedSection[]
  /** Kinds of change that hold what is read on it: they come out among the readings in the order of the stages. */
  readings: readonly ChangeKind[]
  /** Words of the jot line that belong to it. */
  jot: readonly string[]
  /** Lines that are wanted now, most wanted first. */
  wanted: (v: VisitView) => readonly string[]
}

/** A stage with its id as a type of its own, under its name. */
export const stage = <const Id extends StageId>(made: Omit<Stage<Id>, 'key' | 'label'>): Stage<Id> => ({
  ...STAGE_NAMES[made.id],
  ...made,
})
