import type { JotIntent } from '@ingle/core'
import type { ChangeId, NewId, SystemId, TryId, VisitId } from '../ids.ts'
import { KINDS, kindOf } from '../kinds/kinds.ts'
import { OnTry, OnVisit } from '../kinds/onVisit.ts'
import type { JotStands, LineContext, Spec } from '../kinds/spec.ts'
import type { Change, Draft } from './change.ts'

/** Where a jotted intent belongs. */
interface JotPlace extends JotStands {
  visitId: VisitId
  systemId: SystemId
  /** The try that readings belong to; null when none was started. */
  tryId: TryId | null
}

type Maker = { spec: Spec<string, object>; make: (intent: never, stands: JotStands, newId: NewId) => object }
const MAKERS = new Map<string, Maker>(
  KINDS.flatMap((spec) =>
    Object.entries(spec.jotted ?? {}).map(([intent, make]): [string, Maker] => [intent, { spec: spec as never, make }]),
  ),
)

/**
 * The changes that write a jotted intent down. A reading without a try starts one, tap unknown. `newId` makes ids;
 * `undo` is not here: it names a change, which only the caller knows.
 */
export function changesOf(intent: Exclude<JotIntent, { kind: 'undo' }>, place: JotPlace, newId: NewId): Draft[] {
  const maker = MAKERS.get(intent.kind)
  if (!maker) throw new Error(`No kind writes down “${intent.kind}”: add it to the \`jotted\` of one`)
  const { visitId, systemId, tryId, ...stands } = place
  const { kind, body } = maker.spec
  const on = body.prototype
  const said = maker.make(intent as never, stands, newId)
  const draft = (where: object): Draft => ({ kind, body: { ...where, ...said } }) as unknown as Draft
  if (!(on instanceof OnVisit)) return [draft({ systemId })]
  if (!(on instanceof OnTry)) return [draft({ visitId, systemId })]
  if (tryId) return [draft({ visitId, systemId, tryId })]
  const id = newId<ChangeId>()
  const first: Draft = {
    kind: 'try.start',
    id,
    body: { visitId, systemId, tap: null, adjustPct: stands.adjustPct, filter: stands.filter },
  }
  return [first, draft({ visitId, systemId, tryId: id })]
}

/** The line that would write a change down, for correcting it; null for one that no line writes. */
export const lineOf = (change: Change, context: LineContext): string | null =>
  kindOf(change.kind).line?.(change.body, context) ?? null
