import { BASE_UNITS, isMetric, METRIC_UNITS } from '@ingle/core'
import type { Me } from '@ingle/record/wire'
import {
  CircleAlert,
  Cloud,
  CloudOff,
  HardDrive,
  Keyboard,
  KeyRound,
  LogOut,
  Menu,
  Ruler,
  SunMoon,
  UserRound,
  Users,
} from 'lucide-react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { Link, NavLink, Outlet, useLocation, useMatch } from 'react-router'
import { Notice } from '../kit/Notice.tsx'
import { useMenu } from '../kit/useMenu.ts'
import { THEME_SAYS, THEMES, usePrefs } from '../prefs/prefs.ts'
import { SignIn } from '../session/SignIn.tsx'
import { askWho, signOut, useSession } from '../session/session.ts'
import { closeTheDesk, theDesk } from '../sync/later.ts'
import { useSites } from '../sync/sites.ts'
import { clockWords, useStep } from '../sync/step.ts'
import { KeysHelp } from './KeysHelp.tsx'
import { NameMark } from './NameMark.tsx'
import { whenQuiet } from './quiet.ts'
import { PageFrame, Skeleton } from './Skeleton.tsx'

/** Loaded when something was refused. */
const RefusedDialog = lazy(async () => ({ default: (await import('./RefusedDialog.tsx')).RefusedDialog }))

/** Everything behind sign-in: the header, and the page below it. */
export function Shell() {
  const session = useSession()
  useEffect(() => {
    void askWho()
  }, [])
  useEffect(() => {
    if (session.status === 'out') void closeTheDesk()
  }, [session.status])
  if (session.status === 'asking') return <PageFrame />
  if (session.status === 'out') return <SignIn />
  return <SignedIn me={session.me} />
}

function SignedIn({ me }: { me: Me }) {
  useEffect(() => whenQuiet(() => void theDesk(me)), [me])
  return (
    <div className="min-h-dvh flex flex-col">
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-base-100 focus:p-3">
        Skip to the page
      </a>
      <Header me={me} />
      <Suspense fallback={<Skeleton />}>
        <Outlet />
      </Suspense>
      <KeysHelp />
    </div>
  )
}

function Header({ me }: { me: Me }) {
  const match = useMatch('/sites/:siteId/*')
  const siteId = match?.params.siteId
  const site = useSites((sites) => (siteId ? sites[siteId] : undefined))
  const visiting = useMatch('/sites/:siteId/visits/:visitId/systems/:systemId/*')
  const state = site?.status === 'ready' ? site.state : undefined
  const system = state?.systems.find((one) => one.id === visiting?.params.systemId)
  const visit = state?.visits.find((one) => one.id === visiting?.params.visitId)
  const { open: menu, setOpen: setMenu, around } = useMenu<HTMLElement>()
  const { pathname } = useLocation()
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page closes the menu.
  useEffect(() => setMenu(false), [pathname])
  const tab = ({ isActive }: { isActive: boolean }) =>
    `h-12 flex items-center border-b-[3px] pt-[3px] ${isActive ? 'font-bold border-[#e2763f]' : 'border-transparent opacity-90'}`
  return (
    <header
      ref={around}
      className="app-bar no-print sticky low:static top-0 z-30 h-12 shrink-0 bg-neutral text-neutral-content flex items-center gap-2 sm:gap-4 px-3 sm:px-4"
    >
      <Link to="/" className="flex items-center gap-2" aria-label="Ingle, to the Round">
        <NameMark />
        <span className="font-bold tracking-wide text-lg hidden sm:inline">ingle</span>
      </Link>
      {system && state && (
        // On a phone the system is what one looks at: its name stands here, the pages behind a button.
        <Link to={`/sites/${state.id}`} className="md:hidden min-w-0 leading-tight">
          <b className="block truncate">{system.name}</b>
          <span className="block truncate text-[12px] opacity-85">
            {state.name}
            {visit ? ` · visit ${visit.number}` : ''}
          </span>
        </Link>
      )}
      <nav
        aria-label="Main"
        className={
          system
            ? `text-[15px] md:text-[14px] md:flex md:static md:p-0 md:flex-row md:gap-5 min-w-0 [&>a]:whitespace-nowrap ${menu ? 'flex flex-col absolute top-12 inset-x-0 bg-neutral px-4 pb-2' : 'hidden'}`
            : 'text-[14px] flex gap-4 md:gap-5 min-w-0 overflow-x-auto [&>a]:shrink-0 [&>a]:whitespace-nowrap'
        }
      >
        <NavLink to="/" end className={tab}>
          Round
        </NavLink>
        <NavLink to="/library" className={tab}>
          Library
        </NavLink>
        <NavLink to="/house-rules" className={tab}>
          House rules
        </NavLink>
        <NavLink to="/practice" className={tab}>
          Practice
        </NavLink>
        {site?.status === 'ready' && siteId && (
          <NavLink to={`/sites/${siteId}`} className={(state) => `${tab(state)} max-w-44 md:max-w-none`}>
            <span className="truncate">{site.state.name || 'New site'}</span>
          </NavLink>
        )}
      </nav>
      <div className="ml-auto flex items-center gap-3 text-sm">
        <StepSign />
        <UnitsButton />
        <AccountMenu me={me} />
        {system && (
          <button
            type="button"
            className="md:hidden size-11 -mr-3 grid place-items-center"
            aria-label="Pages"
            aria-expanded={menu}
            onClick={() => setMenu(!menu)}
          >
            <Menu size={22} aria-hidden="true" />
          </button>
        )}
      </div>
    </header>
  )
}

/** Whether this device is in step with the server, and how many changes wait. */
function StepSign() {
  const { known, inTouch, waiting, refused, photos, clockAheadMs } = useStep()
  const clock = clockWords(clockAheadMs)
  const aside = refused.length + photos.length
  const [open, setOpen] = useState(false)
  const text = !known
    ? 'looking'
    : inTouch
      ? waiting === 0
        ? aside === 0
          ? 'in step'
          : 'all but what is refused'
        : `sending ${waiting}`
      : waiting === 0
        ? 'offline'
        : `offline · ${waiting} kept here`
  return (
    <>
      {clock && (
        <Link to="/device" className="text-[13px] text-[#e6b24c] whitespace-nowrap underline">
          clock {clock}
        </Link>
      )}
      <Link to="/device" className="min-h-9 flex items-center">
        <span className="sr-only">What this device holds. </span>
        <span className="text-[13px] flex items-center gap-1.5 whitespace-nowrap" role="status" aria-label={`Sync: ${text}`}>
          {inTouch ? (
            <Cloud size={15} aria-hidden="true" />
          ) : (
            <CloudOff size={15} className="text-[#e6b24c]" aria-hidden="true" />
          )}
          <span className={inTouch && waiting === 0 ? 'hidden md:inline' : ''}>{text}</span>
        </span>
      </Link>
      {aside > 0 && (
        <button type="button" className="btn btn-sm btn-error btn-quiet" onClick={() => setOpen(true)}>
          <CircleAlert size={15} aria-hidden="true" /> {aside} refused
        </button>
      )}
      {open && aside > 0 && (
        <Suspense fallback={null}>
          <RefusedDialog refused={refused} photos={photos} onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  )
}

function UnitsButton() {
  const { units, setUnits } = usePrefs()
  const metric = isMetric(units)
  return (
    <button
      type="button"
      className="num text-xs border border-white/40 rounded px-2 h-8 whitespace-nowrap hidden sm:block"
      onClick={() => setUnits(metric ? BASE_UNITS : METRIC_UNITS)}
      aria-label={`Units: ${units.temperature} · ${units.flow} · ${units.static}, ${metric ? 'metric' : 'inch-pound'}. Switch.`}
    >
      {units.temperature} · {units.flow} · {units.static}
    </button>
  )
}

function AccountMenu({ me }: { me: Me }) {
  const { open, setOpen, around } = useMenu<HTMLDivElement>()
  const [wrong, setWrong] = useState<string | null>(null)
  const unsent = useStep((step) => step.waiting + step.refused.length + step.photos.length)
  const { theme, setTheme, units, setUnits, shortcuts, setShortcuts } = usePrefs()
  const leave = async (everywhere: boolean) => {
    const error = await signOut(everywhere)
    if (error) setWrong(`${error.reason} Signing out needs the server; your changes stay kept either way.`)
  }
  return (
    <div ref={around} className="relative">
      <button
        type="button"
        className="size-9 rounded-full bg-white/15 grid place-items-center text-xs font-bold"
        aria-expanded={open}
        aria-label={`Account ${me.initials}`}
        onClick={() => setOpen(!open)}
      >
        {me.initials}
      </button>
      {open && (
        <div className="absolute right-0 top-11 w-72 panel text-base-content p-4 flex flex-col gap-3 z-40 shadow-lg">
          <div className="flex gap-2.5">
            <UserRound size={18} className="mt-0.5 shrink-0" aria-hidden="true" />
            <div>
              <b>{me.crewName}</b>
              <div className="soft text-[13px]">
                {me.initials}, {me.role}
              </div>
            </div>
          </div>
          <fieldset>
            <legend className="soft text-[13px] flex items-center gap-1.5 mb-1">
              <SunMoon size={15} aria-hidden="true" /> Light
            </legend>
            <div className="grid grid-cols-3 gap-1">
              {THEMES.map((one) => (
                <button
                  key={one}
                  type="button"
                  className="btn btn-quiet text-[13px] px-1"
                  aria-pressed={theme === one}
                  onClick={() => setTheme(one)}
                >
                  {THEME_SAYS[one]}
                </button>
              ))}
            </div>
          </fieldset>
          <button
            type="button"
            className="btn btn-quiet justify-start"
            onClick={() => setUnits(isMetric(units) ? BASE_UNITS : METRIC_UNITS)}
          >
            <Ruler size={15} aria-hidden="true" /> {isMetric(units) ? 'Use inch-pound units' : 'Use metric units'}
          </button>
          <button
            type="button"
            className="btn btn-quiet justify-start"
            aria-pressed={shortcuts}
            onClick={() => setShortcuts(!shortcuts)}
          >
            <Keyboard size={15} aria-hidden="true" /> Single keys act
          </button>
          {(
            [
              ['/account', 'Your account', KeyRound],
              ['/crew', 'The crew', Users],
              ['/device', 'This device', HardDrive],
            ] as const
          ).map(([to, says, Icon]) => (
            <Link key={to} to={to} className="btn btn-quiet justify-start" onClick={() => setOpen(false)}>
              <Icon size={15} aria-hidden="true" /> {says}
            </Link>
          ))}
          {unsent > 0 && (
            <Notice kind="watch">
              {unsent} {unsent === 1 ? 'entry is' : 'entries are'} only on this device: let {unsent === 1 ? 'it' : 'them'} go out
              before you sign out, or save {unsent === 1 ? 'it' : 'them'} as a file under “This device”.
            </Notice>
          )}
          <button type="button" className="btn btn-quiet justify-start" disabled={unsent > 0} onClick={() => void leave(false)}>
            <LogOut size={15} aria-hidden="true" /> Sign out
          </button>
          <button type="button" className="btn btn-quiet justify-start" disabled={unsent > 0} onClick={() => void leave(true)}>
            <LogOut size={15} aria-hidden="true" /> Sign out everywhere
          </button>
          {wrong && <p className="text-error text-[13px]">{wrong}</p>}
        </div>
      )}
    </div>
  )
}
