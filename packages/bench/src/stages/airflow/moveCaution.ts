import { type Caution, cautionAt } from '@ingle/catalog'
import { isSameSet } from '@ingle/core'
import type { VisitView } from '../../visit/visitView.ts'

/** Lines that read a probe in a hole of the duct. */
const THROUGH_A_HOLE = /^(esp|supply|return|static|filter)\b/

/** What is dangerous about the move that is advised; nothing: no more than what stands everywhere. */
export function moveCautions({ move: { action }, picture }: VisitView): Caution[] {
  const now = picture.current?.input
  if (action.kind === 'try') {
    const changesFilter = action.filter === 'clean' && now?.filter !== 'clean'
    const movesTap = action.tap === null || !now || !isSameSet(action, now)
    return [
      ...(changesFilter ? ['change-filter' as const] : []),
      ...(movesTap || !changesFilter ? ['move-tap' as const] : []),
    ].flatMap((at) => cautionAt(at) ?? [])
  }
  if (action.kind !== 'jot') return []
  if (action.text.startsWith('rise')) return [cautionAt('heater-rise')].filter((one) => one !== null)
  const holesThere = picture.tries.some(({ input }) => Object.keys(input.probes).length > 0)
  return THROUGH_A_HOLE.test(action.text) && !holesThere ? [cautionAt('test-hole')].filter((one) => one !== null) : []
}
