import './styles.css'
import { type ComponentType, createElement, lazy, StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { ErrorPage, NotFound } from './app/ErrorPage.tsx'
import { whenQuiet } from './app/quiet.ts'
import { Shell } from './app/Shell.tsx'
import { PageFrame } from './app/Skeleton.tsx'
import { followTheme } from './prefs/prefs.ts'
import { Round } from './round/Round.tsx'
import type { Load, StageView } from './stages/view.ts'
import { STAGE_VIEWS } from './stages/views.ts'

followTheme()

/** A page that comes in while its frame stands already. */
const lazily = (load: Load) => ({
  element: createElement(lazy(async () => ({ default: await load() }))),
  errorElement: <ErrorPage />,
})

const page = <T extends string>(load: () => Promise<Record<T, ComponentType>>, name: T) =>
  lazily(async () => (await load())[name])

/** The routes of a stage: its page, and its views inside it. */
function stageRoute(id: string, { page, views = {} }: StageView) {
  const children = Object.entries(views).map(([path, load]) =>
    path === '.' ? { index: true as const, ...lazily(load) } : { path, ...lazily(load) },
  )
  return { path: id, ...lazily(page), ...(children.length > 0 && { children }) }
}

const router = createBrowserRouter([
  { path: '/join', ...page(() => import('./session/Entrance.tsx'), 'Join') },
  { path: '/join/:code', ...page(() => import('./session/Entrance.tsx'), 'Join') },
  {
    path: '/',
    element: <Shell />,
    errorElement: <ErrorPage />,
    hydrateFallbackElement: <PageFrame />,
    children: [
      // In the same file as the shell: it is where one comes in, and a file of its own is a way to the server more.
      { index: true, element: <Round />, errorElement: <ErrorPage /> },
      { path: 'sites/:siteId', ...page(() => import('./site/SitePage.tsx'), 'SitePage') },
      {
        path: 'sites/:siteId/visits/:visitId/systems/:systemId',
        ...page(() => import('./visit/VisitFrame.tsx'), 'VisitFrame'),
        children: Object.entries(STAGE_VIEWS).map(([id, view]) => stageRoute(id, view)),
      },
      {
        path: 'sites/:siteId/visits/:visitId/systems/:systemId/sheets/:sheet',
        ...page(() => import('./sheets/SheetPage.tsx'), 'SheetPage'),
      },
      { path: 'sites/:siteId/visits/:visitId/twins', ...page(() => import('./twins/Twins.tsx'), 'Twins') },
      { path: 'library', ...page(() => import('./library/LibraryPage.tsx'), 'LibraryPage') },
      { path: 'library/compare', ...page(() => import('./library/ComparePage.tsx'), 'ComparePage') },
      { path: 'library/patterns', ...page(() => import('./library/Patterns.tsx'), 'Patterns') },
      { path: 'library/instruments', ...page(() => import('./library/Instruments.tsx'), 'Instruments') },
      { path: 'library/tests', ...page(() => import('./library/Tests.tsx'), 'Tests') },
      { path: 'library/new', ...page(() => import('./library/EditProfile.tsx'), 'EditProfile') },
      { path: 'library/:profileId', ...page(() => import('./library/ProfilePage.tsx'), 'ProfilePage') },
      { path: 'library/:profileId/edit', ...page(() => import('./library/EditProfile.tsx'), 'EditProfile') },
      { path: 'house-rules', ...page(() => import('./houseRules/HouseRules.tsx'), 'HouseRules') },
      { path: 'house-rules/new', ...page(() => import('./houseRules/EditRule.tsx'), 'EditRule') },
      { path: 'house-rules/:ruleId/edit', ...page(() => import('./houseRules/EditRule.tsx'), 'EditRule') },
      { path: 'crew', ...page(() => import('./crew/CrewPage.tsx'), 'CrewPage') },
      { path: 'account', ...page(() => import('./crew/AccountPage.tsx'), 'AccountPage') },
      { path: 'device', ...page(() => import('./device/DevicePage.tsx'), 'DevicePage') },
      { path: 'practice', ...page(() => import('./practice/Practice.tsx'), 'Practice') },
      { path: 'practice/:profileId', ...page(() => import('./practice/PracticeDevice.tsx'), 'PracticeDevice') },
      { path: '*', element: <NotFound /> },
    ],
  },
])

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')
// Asked for by the page itself: see build/first.js.
await (globalThis as { ingleStyled?: Promise<unknown> }).ingleStyled
createRoot(root).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
)

/**
 * The typefaces are fifty kilobytes: on a slow line, the first time, the page comes before them. Afterwards the device has
 * them, and they are there from the first word.
 */
const FONTS_KEPT = 'ingle.fonts'
const fonts = () =>
  import('./fonts.css')
    .then(() => document.fonts.ready)
    .then(() => localStorage.setItem(FONTS_KEPT, '1'))
    .catch(() => undefined)
const line = (navigator as { connection?: { effectiveType?: string } }).connection?.effectiveType ?? '4g'
if (line === '4g' || localStorage.getItem(FONTS_KEPT)) void fonts()
else whenQuiet(() => void fonts())

if (import.meta.env.PROD && 'serviceWorker' in navigator)
  whenQuiet(() => void navigator.serviceWorker.register('/sw.js', { scope: '/' }).catch(() => undefined))
