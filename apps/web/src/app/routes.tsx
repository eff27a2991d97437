import { type ComponentType, Suspense } from 'react'
import { matchRoutes, Outlet, type RouteObject, useRoutes } from 'react-router'
import { Round } from '../round/Round.tsx'
import type { StageView } from '../stages/view.ts'
import { STAGE_VIEWS } from '../stages/views.ts'
import { Guarded, NotFound } from './ErrorPage.tsx'
import { lazily } from './lazily.tsx'
import { Shell } from './Shell.tsx'
import { PageFrame } from './Skeleton.tsx'

const page = <T extends string>(load: () => Promise<Record<T, ComponentType>>, name: T) =>
  lazily(async () => (await load())[name])

/** The routes of a stage: its page, and its views inside it. */
function stageRoute(id: string, { page, views = {} }: StageView) {
  const children = Object.entries(views).map(([path, load]) =>
    path === '.' ? { index: true as const, ...lazily(load) } : { path, ...lazily(load) },
  )
  return { path: id, ...lazily(page), ...(children.length > 0 && { children }) }
}

const ROUTES: RouteObject[] = [
  {
    // Outside of the shell: whoever joins is nobody yet.
    path: '/join',
    element: (
      <Suspense fallback={<PageFrame />}>
        <Outlet />
      </Suspense>
    ),
    children: [
      { index: true, ...page(() => import('../session/Entrance.tsx'), 'Join') },
      { path: ':code', ...page(() => import('../session/Entrance.tsx'), 'Join') },
    ],
  },
  {
    path: '/',
    element: (
      <Guarded>
        <Shell />
      </Guarded>
    ),
    children: [
      // In the same file as the shell: it is where one comes in, and a file of its own is a way to the server more.
      {
        index: true,
        element: (
          <Guarded>
            <Round />
          </Guarded>
        ),
      },
      { path: 'sites/:siteId', ...page(() => import('../site/SitePage.tsx'), 'SitePage') },
      {
        path: 'sites/:siteId/visits/:visitId/systems/:systemId',
        ...page(() => import('../visit/VisitFrame.tsx'), 'VisitFrame'),
        children: Object.entries(STAGE_VIEWS).map(([id, view]) => stageRoute(id, view)),
      },
      {
        path: 'sites/:siteId/visits/:visitId/systems/:systemId/sheets/:sheet',
        ...page(() => import('../sheets/SheetPage.tsx'), 'SheetPage'),
      },
      { path: 'sites/:siteId/visits/:visitId/twins', ...page(() => import('../twins/Twins.tsx'), 'Twins') },
      { path: 'library', ...page(() => import('../library/LibraryPage.tsx'), 'LibraryPage') },
      { path: 'library/compare', ...page(() => import('../library/ComparePage.tsx'), 'ComparePage') },
      { path: 'library/patterns', ...page(() => import('../library/Patterns.tsx'), 'Patterns') },
      { path: 'library/instruments', ...page(() => import('../library/Instruments.tsx'), 'Instruments') },
      { path: 'library/tests', ...page(() => import('../library/Tests.tsx'), 'Tests') },
      { path: 'library/new', ...page(() => import('../library/EditProfile.tsx'), 'EditProfile') },
      { path: 'library/:profileId', ...page(() => import('../library/ProfilePage.tsx'), 'ProfilePage') },
      { path: 'library/:profileId/edit', ...page(() => import('../library/EditProfile.tsx'), 'EditProfile') },
      { path: 'house-rules', ...page(() => import('../houseRules/HouseRules.tsx'), 'HouseRules') },
      { path: 'house-rules/new', ...page(() => import('../houseRules/EditRule.tsx'), 'EditRule') },
      { path: 'house-rules/:ruleId/edit', ...page(() => import('../houseRules/EditRule.tsx'), 'EditRule') },
      { path: 'crew', ...page(() => import('../crew/CrewPage.tsx'), 'CrewPage') },
      { path: 'account', ...page(() => import('../crew/AccountPage.tsx'), 'AccountPage') },
      { path: 'device', ...page(() => import('../device/DevicePage.tsx'), 'DevicePage') },
      { path: 'practice', ...page(() => import('../practice/Practice.tsx'), 'Practice') },
      { path: 'practice/:profileId', ...page(() => import('../practice/PracticeDevice.tsx'), 'PracticeDevice') },
      { path: '*', element: <NotFound /> },
    ],
  },
]

/** What stands at the address of now. */
export const Pages = () => useRoutes(ROUTES)

/** Fetches the pages of an address before they are drawn; a line that breaks is said where the page is drawn. */
export function fetchPages(at: Location): void {
  for (const { route } of matchRoutes(ROUTES, at) ?? []) (route.handle as Fetch | undefined)?.().catch(() => undefined)
}
type Fetch = ReturnType<typeof lazily>['handle']
