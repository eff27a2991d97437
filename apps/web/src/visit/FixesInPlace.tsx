import type { FixState } from '@ingle/record'
import { Link } from 'react-router'
import { StateMark } from '../kit/StateMark.tsx'

/** What stands in for the right part: on every stage, for as long as it is in. */
export function FixesInPlace({ fixes }: { fixes: readonly FixState[] }) {
  if (fixes.length === 0) return null
  return (
    <Link
      to="hand-over#temporary"
      className="m-3 p-2.5 rounded-box border border-accent bg-accent/10 block text-[13px] leading-snug"
    >
      <b className="text-accent flex gap-1.5 items-center">
        <StateMark mark="temporary" size={14} /> {fixes.length} temporary {fixes.length === 1 ? 'fix' : 'fixes'} in place
      </b>
      {fixes.slice(0, 3).map((fix) => (
        <span key={fix.id} className="block mt-0.5">
          {fix.what}: cannot {fix.cannot}
        </span>
      ))}
    </Link>
  )
}
