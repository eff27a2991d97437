import { type Caution, cautionAt } from '@ingle/catalog'
import type { VisitView } from '../../visit/visitView.ts'

/** What is dangerous about the move that is advised; null: nothing that a reading does not already say. */
export function moveCaution({ move: { action }, picture }: VisitView): Caution | null {
  if (action.kind === 'try') {
    const changesFilter = action.filter === 'clean' && picture.current?.input.filter !== 'clean'
    return cautionAt(changesFilter ? 'change-filter' : 'move-tap')
  }
  return action.kind === 'jot' && action.text.startsWith('rise') ? cautionAt('heater-rise') : null
}
