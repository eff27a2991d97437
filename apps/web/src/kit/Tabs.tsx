import { NavLink, useLocation } from 'react-router'
import { useTabTitle } from '../app/title.ts'

/** The views of a stage, each with an address of its own. */
export function Tabs({ label, tabs }: { label: string; tabs: readonly (readonly [to: string, words: string])[] }) {
  const last = useLocation().pathname.split('/').at(-1)
  useTabTitle((tabs.find(([to]) => to === last) ?? tabs.find(([to]) => to === '.') ?? tabs[0])?.[1] ?? '')
  return (
    <nav aria-label={label} className="no-print flex flex-wrap gap-1 px-3 md:px-4 pt-2 border-b border-base-300">
      {tabs.map(([to, words]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `px-3 min-h-11 flex items-center text-[14px] border-b-4 ${isActive ? 'border-primary font-bold' : 'border-transparent'}`
          }
        >
          {words}
        </NavLink>
      ))}
    </nav>
  )
}
