import type { RowStanding, StageId } from '@ingle/bench'

/** A stage as the ladder shows it. How far it is comes in after its name. */
export interface LadderStage {
  id: StageId
  label: string
  standing: { mark: RowStanding; done: number; of: number; applies: boolean } | null
}

/** A system of the site, and where it stands on the stage that is open. */
export interface SystemPlace {
  id: string
  name: string
  to: string
  here: boolean
}
