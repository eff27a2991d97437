import { equipmentName, fixesInPlace, STAGE_IDS, STAGE_NAMES } from '@ingle/bench'
import { type Change, findSystem, findVisit, type SiteId, type SiteState, type SystemId, type VisitId } from '@ingle/record'
import { ChevronsUpDown, History } from 'lucide-react'
import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { NotFound } from '../app/ErrorPage.tsx'
import { pageIsThere, whenQuiet } from '../app/quiet.ts'
import { Skeleton } from '../app/Skeleton.tsx'
import { useShortcut } from '../app/shortcuts.ts'
import { useTitle } from '../app/title.ts'
import { useIdParam } from '../kit/ids.ts'
import { Empty } from '../kit/Notice.tsx'
import { StateMark } from '../kit/StateMark.tsx'
import { useMenu } from '../kit/useMenu.ts'
import { useMe } from '../session/useMe.ts'
import { SiteGate } from '../site/SiteGate.tsx'
import { fetchStages } from '../stages/views.ts'
import { FixesInPlace } from './FixesInPlace.tsx'
import { type JotHandle, JotLine } from './JotLine.tsx'
import type { LadderStage, SystemPlace } from './ladder.ts'
import { StageSheet } from './StageSheet.tsx'
import { stageIsThere, useMeaning } from './useMeaning.ts'
import { useVisitValue, VisitContext } from './useVisit.ts'

const Trail = lazy(async () => ({ default: (await import('./Trail.tsx')).Trail }))

export function VisitFrame() {
  const siteId = useIdParam<SiteId>('siteId')
  if (!siteId) return <NotFound />
  return (
    <SiteGate siteId={siteId}>
      {(state, changes, waiting) => <Frame state={state} changes={changes} waiting={waiting} />}
    </SiteGate>
  )
}

function Frame({ state, changes, waiting }: { state: SiteState; changes: Change[]; waiting: ReadonlySet<string> }) {
  const visitId = useIdParam<VisitId>('visitId')
  const systemId = useIdParam<SystemId>('systemId')
  const visit = visitId && findVisit(state, visitId)
  const system = systemId && findSystem(state, systemId)
  if (!visit || !system) {
    return (
      <main id="main" className="p-6 w-full">
        <Empty title="There is no such visit here">
          <p>It may have been taken back, or the address is not whole.</p>
          <Link to={`/sites/${state.id}`} className="btn btn-primary mt-4">
            To {state.name}
          </Link>
        </Empty>
      </main>
    )
  }
  return <VisitDesk state={state} changes={changes} waiting={waiting} visit={visit} system={system} />
}

function VisitDesk({ state, changes, waiting, visit, system }: Omit<Parameters<typeof useVisitValue>[0], 'jot'>) {
  const jotLine = useRef<JotHandle>(null)
  const [trailOpen, setTrailOpen] = useState(false)
  const readsOnly = useMe().role === 'reader'
  const jot = useCallback((text: string, correcting?: Change) => jotLine.current?.put(text, correcting), [])
  const value = useVisitValue({ state, changes, waiting, visit, system, jot })
  const meaning = useMeaning()
  const stages = useMemo((): LadderStage[] => {
    const known = meaning?.standingOf(value)
    return STAGE_IDS.map((id, i) => ({ id, label: STAGE_NAMES[id].label, standing: known?.[i] ?? null }))
  }, [value, meaning])
  const { pathname } = useLocation()
  /** The systems of the site, each on the stage that is open. */
  const systems = useMemo(
    () =>
      state.systems.map((one) => ({ id: one.id, name: one.name, to: pathname.replace(system.id, one.id), here: one === system })),
    [state.systems, pathname, system],
  )
  useStageKeys()
  useEffect(() => {
    if (meaning) pageIsThere()
  }, [meaning])
  useEffect(() => whenQuiet(fetchStages), [])
  const stage = STAGE_IDS.find((one) => pathname.split('/').includes(one))
  useTitle([...(stage ? [STAGE_NAMES[stage].label] : []), system.name, state.name].join(' · '))
  return (
    <VisitContext value={value}>
      <div className="flex-1 flex min-h-0">
        <nav
          aria-label="Stages"
          className="no-print hidden md:flex w-[172px] shrink-0 border-r border-base-300 flex-col py-3 sticky low:static top-12 h-[calc(100dvh-6rem)] low:h-auto overflow-y-auto"
        >
          <div className="px-4 pb-3 mb-2 border-b border-base-300">
            <SystemSwitch name={system.name} siteId={state.id} systems={systems} />
            <div className="soft text-[13px] leading-snug mt-1">
              {equipmentName(state, system, visit) ?? 'Equipment not named'}
              <br />
              {[`Visit ${visit.number}`, visit.reason].filter(Boolean).join(' · ')}
            </div>
          </div>
          {stages.map((one) => (
            <StageLink key={one.id} of={one} />
          ))}
          <FixesInPlace fixes={fixesInPlace(state, system.id)} />
          <button type="button" className="mt-auto mx-3 btn btn-ghost btn-quiet justify-start" onClick={() => setTrailOpen(true)}>
            <History size={16} aria-hidden="true" /> Trail
          </button>
        </nav>
        <div className="flex-1 min-w-0 flex flex-col">
          <div className="md:hidden">
            <FixesInPlace fixes={fixesInPlace(state, system.id)} />
          </div>
          <div className="flex-1 min-w-0 pb-30 md:pb-16 low:pb-0">
            <Suspense fallback={<Skeleton />}>
              <Outlet />
              <StageIsThere />
            </Suspense>
          </div>
        </div>
      </div>
      <section
        aria-label="Jot line and stages"
        className="no-print fixed low:static bottom-0 inset-x-0 z-20 bg-base-100 border-t border-base-300"
      >
        {readsOnly ? (
          <p className="no-print sticky bottom-0 bg-base-100 border-t border-base-300 px-4 py-2.5 soft text-[14px]">
            You read along: your account writes nothing.
          </p>
        ) : (
          <JotLine ref={jotLine} />
        )}
        <StageSheet stages={stages} systems={systems} onTrail={() => setTrailOpen(true)} />
      </section>
      {trailOpen && (
        <Suspense fallback={null}>
          <Trail onClose={() => setTrailOpen(false)} />
        </Suspense>
      )}
    </VisitContext>
  )
}

/** Beside the stage, so that it is drawn with it. */
function StageIsThere() {
  useEffect(stageIsThere, [])
  return null
}

/** Where the name of the system stands: the others of the site, on the same stage. */
function SystemSwitch({ name, siteId, systems }: { name: string; siteId: SiteId; systems: readonly SystemPlace[] }) {
  const { open, setOpen, around } = useMenu<HTMLDivElement>()
  if (systems.length < 2)
    return (
      <Link to={`/sites/${siteId}`} className="font-bold leading-tight block">
        {name}
      </Link>
    )
  return (
    <div ref={around} className="relative">
      <button
        type="button"
        className="font-bold leading-tight text-left flex items-center gap-1 min-h-9 -mt-1.5"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {name} <ChevronsUpDown size={14} className="shrink-0" aria-hidden="true" />
      </button>
      {open && (
        <ul className="fixed mt-2 w-64 max-h-[60dvh] overflow-y-auto panel shadow-lg py-1 z-40" aria-label="Systems of this site">
          {systems.map((one) => (
            <li key={one.id}>
              <Link
                to={one.to}
                aria-current={one.here ? 'page' : undefined}
                className={`block px-3 py-2 ${one.here ? 'font-bold bg-base-200' : 'hover:bg-base-200'}`}
                onClick={() => setOpen(false)}
              >
                {one.name}
              </Link>
            </li>
          ))}
          <li className="border-t border-base-300 mt-1">
            <Link to={`/sites/${siteId}`} className="block px-3 py-2 soft hover:bg-base-200">
              The site
            </Link>
          </li>
        </ul>
      )}
    </div>
  )
}

function StageLink({ of: { id, label, standing } }: { of: LadderStage }) {
  return (
    <NavLink
      to={id}
      className={({ isActive }) =>
        `flex items-center gap-2.5 px-3 h-11 border-l-4 ${standing?.applies === false ? 'soft' : ''} ${isActive ? 'bg-base-100 border-primary font-bold' : 'border-transparent'}`
      }
    >
      <span className="size-4">{standing && <StateMark mark={standing.mark} />}</span>
      <span>{label}</span>
      {standing && standing.of > 0 && (
        <span className="num soft text-xs ml-auto">
          {standing.done}/{standing.of}
          <span className="sr-only"> done</span>
        </span>
      )}
    </NavLink>
  )
}

/** `g` and then a stage's letter. */
function useStageKeys(): void {
  const navigate = useNavigate()
  const { siteId, visitId, systemId } = useParams()
  const pressed = useRef(0)
  useShortcut((event) => {
    if (event.key === 'g') {
      pressed.current = event.timeStamp
      return
    }
    if (event.timeStamp - pressed.current > 1500) return
    pressed.current = 0
    if (event.key === 'r') return void navigate('/')
    const stage = STAGE_IDS.find((one) => STAGE_NAMES[one].key === event.key)
    if (stage) void navigate(`/sites/${siteId}/visits/${visitId}/systems/${systemId}/${stage}`)
  })
}
