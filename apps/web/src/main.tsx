import 'reflect-metadata'
import './styles.css'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter } from 'react-router'
import { RouterProvider } from 'react-router/dom'
import { ErrorPage, NotFound } from './app/ErrorPage.tsx'
import { Shell } from './app/Shell.tsx'
import { followTheme } from './prefs/prefs.ts'

followTheme()

const page = <T extends string>(load: () => Promise<Record<T, React.ComponentType>>, name: T) => ({
  lazy: async () => ({ Component: (await load())[name] }),
  errorElement: <ErrorPage />,
})

const router = createBrowserRouter([
  {
    path: '/',
    element: <Shell />,
    errorElement: <ErrorPage />,
    hydrateFallbackElement: <div />,
    children: [
      { index: true, ...page(() => import('./round/Round.tsx'), 'Round') },
      { path: 'sites/:siteId', ...page(() => import('./site/SitePage.tsx'), 'SitePage') },
      {
        path: 'sites/:siteId/visits/:visitId/systems/:systemId',
        ...page(() => import('./visit/VisitFrame.tsx'), 'VisitFrame'),
        children: [
          { path: 'survey', ...page(() => import('./stages/survey/Survey.tsx'), 'Survey') },
          { path: 'power', ...page(() => import('./stages/power/Power.tsx'), 'Power') },
          {
            path: 'airflow',
            ...page(() => import('./stages/airflow/AirflowStage.tsx'), 'AirflowStage'),
            children: [
              { index: true, ...page(() => import('./stages/airflow/Airflow.tsx'), 'Airflow') },
              { path: 'heat', ...page(() => import('./stages/airflow/Heat.tsx'), 'Heat') },
              { path: 'measure', ...page(() => import('./stages/airflow/Measure.tsx'), 'Measure') },
              { path: 'path', ...page(() => import('./stages/airflow/AirPath.tsx'), 'AirPath') },
              { path: 'coil', ...page(() => import('./stages/airflow/Coil.tsx'), 'Coil') },
              { path: 'drive', ...page(() => import('./stages/airflow/Drive.tsx'), 'Drive') },
              { path: 'together', ...page(() => import('./stages/airflow/Together.tsx'), 'Together') },
            ],
          },
          {
            path: 'zones',
            ...page(() => import('./stages/zones/Zones.tsx'), 'Zones'),
            children: [
              { index: true, ...page(() => import('./stages/zones/Outlets.tsx'), 'Outlets') },
              { path: 'combinations', ...page(() => import('./stages/zones/Combinations.tsx'), 'Combinations') },
              { path: 'steps', ...page(() => import('./stages/zones/Steps.tsx'), 'Steps') },
              { path: 'balance', ...page(() => import('./stages/zones/Balance.tsx'), 'Balance') },
            ],
          },
          { path: 'settings', ...page(() => import('./stages/settings/Settings.tsx'), 'Settings') },
          { path: 'hand-over', ...page(() => import('./stages/handOver/HandOver.tsx'), 'HandOver') },
        ],
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
      { path: 'library/new', ...page(() => import('./library/EditProfile.tsx'), 'EditProfile') },
      { path: 'library/:profileId', ...page(() => import('./library/ProfilePage.tsx'), 'ProfilePage') },
      { path: 'library/:profileId/edit', ...page(() => import('./library/EditProfile.tsx'), 'EditProfile') },
      { path: 'house-rules', ...page(() => import('./houseRules/HouseRules.tsx'), 'HouseRules') },
      { path: 'house-rules/new', ...page(() => import('./houseRules/EditRule.tsx'), 'EditRule') },
      { path: 'house-rules/:ruleId/edit', ...page(() => import('./houseRules/EditRule.tsx'), 'EditRule') },
      { path: 'practice', ...page(() => import('./practice/Practice.tsx'), 'Practice') },
      { path: 'practice/:profileId', ...page(() => import('./practice/PracticeDevice.tsx'), 'PracticeDevice') },
      { path: '*', element: <NotFound /> },
    ],
  },
])

const root = document.getElementById('root')
if (!root) throw new Error('index.html has no #root')
createRoot(root).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
)
