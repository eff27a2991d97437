import type { ComponentType } from 'react'

export type Load = () => Promise<ComponentType>

/** How a stage is shown: its page, and the views inside it where it has several, the first under `.`. */
export interface StageView {
  page: Load
  views?: Readonly<Record<string, Load>>
}
