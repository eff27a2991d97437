import { baselineModes, baselineOf } from '@ingle/bench'
import { Link } from 'react-router'
import { StateMark } from '../../kit/StateMark.tsx'
import { useVisit } from '../../visit/useVisit.ts'

const WORDS = { cool: 'Cooling', heat: 'Heating' } as const

/** How the baseline of each mode stands, with the way to it. */
export function BaselineNote() {
  const visit = useVisit()
  const modes = baselineModes(visit)
  if (modes.length === 0) return null
  return (
    <section aria-label="Baseline" className="panel p-4">
      <h2 className="font-bold mb-1">Baseline at full capacity</h2>
      <ul className="flex flex-col gap-1">
        {modes.map((mode) => {
          const { now, earlier, moved } = baselineOf(visit, mode)
          const away = moved.filter((one) => one.verdict === 'moved').length
          const says =
            now.length === 0
              ? earlier.length === 0
                ? 'none kept yet'
                : 'kept earlier, not read today'
              : away > 0
                ? `${away} ${away === 1 ? 'figure' : 'figures'} moved away`
                : earlier.length === 0
                  ? 'kept today'
                  : 'nothing has moved'
          return (
            <li key={mode} className="flex gap-2.5 items-center text-[14.5px]">
              <StateMark mark={away > 0 ? 'watch' : now.length > 0 ? 'proved' : earlier.length > 0 ? 'found' : 'not-looked-at'} />
              <span className="flex-1">
                {WORDS[mode]}: {says}
              </span>
            </li>
          )
        })}
      </ul>
      <Link className="link inline-flex items-center min-h-11" to="baseline">
        Read it
      </Link>
    </section>
  )
}
