import type { PlacedSection } from '../sheet.ts'
import type { StageFinding } from '../stages/stage.ts'
import { STAGES } from '../stages/stages.ts'
import type { VisitView } from './visitView.ts'

export interface Spoken extends StageFinding {
  /** The stage that it was found on. */
  stage: (typeof STAGES)[number]['id']
  label: string
}

/** What speaks against a visit as it stands, in the order of the stages; each sentence once. */
export function speaksAgainst(v: VisitView): Spoken[] {
  const said = new Set<string>()
  return STAGES.flatMap((stage) =>
    stage.findings(v).flatMap((one) => {
      if (said.has(one.says)) return []
      said.add(one.says)
      return [{ ...one, stage: stage.id, label: stage.label }]
    }),
  )
}

/** On the card and on the record: nothing speaks against it only where nothing does on any stage. */
export function speaksSection(v: VisitView): PlacedSection {
  return {
    title: 'What speaks against it',
    card: 'speaks',
    record: 'speaks',
    blocks: [
      {
        kind: 'lines',
        lines: speaksAgainst(v).map((one) => `${one.label}: ${one.says} ${one.mend}`.trim()),
        empty: 'Nothing on any stage speaks against what was left.',
      },
    ],
  }
}
