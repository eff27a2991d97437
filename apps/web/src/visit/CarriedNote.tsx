import { type CarriedSaid, carriedSaid } from '@ingle/bench'
import { list } from '@ingle/core'
import { useVisit } from './useVisit.ts'

/** What stands here from an earlier visit and nobody has looked at today; nothing where all was. */
export function CarriedNote({ of }: { of: Exclude<keyof CarriedSaid, 'from'> }) {
  const { carried } = useVisit()
  const said = carriedSaid(carried)
  if (!said || said[of].length === 0) return null
  return (
    <p className="soft text-[13px]">
      Carried from {said.from}, not looked at today: {list(said[of])}.
    </p>
  )
}
