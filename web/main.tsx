import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, type RouteObject, RouterProvider } from 'react-router'
import { loaded } from './app/load.ts'
import { Shell } from './app/Shell.tsx'
import { SCREENS, type Screen } from './app/screens.ts'
import { Failed, NotHere } from './app/states.tsx'
import { applyTheme } from './app/theme.ts'
import { DayScreen } from './desk/day/DayScreen.tsx'
import { queryClient } from './device/query-client.ts'
import './theme.css'

applyTheme()

const VISIT = '/visits/:visitId'

// The day is the first screen and stands in the first file; every other comes when it is opened.
const routeOf = ({ path, load }: Screen): RouteObject =>
  path === '/' ? { path, element: <DayScreen /> } : { path, lazy: () => loaded(load) }
const needing = (...needs: readonly Screen['needs'][]): RouteObject[] =>
  SCREENS.filter((screen) => needs.includes(screen.needs)).map(routeOf)

const router = createBrowserRouter([
  // The owner's page has no frame: nothing of the salon is in sight or in reach.
  { errorElement: <Failed />, children: needing('link') },
  {
    element: <Shell />,
    errorElement: <Failed />,
    children: [
      ...needing('nothing', 'dog'),
      {
        path: VISIT,
        lazy: () => loaded(async () => (await import('./stations/VisitLayout.tsx')).VisitLayout),
        children: needing('visit'),
      },
      { path: '*', element: <NotHere /> },
    ],
  },
])

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
)

// So that a reload while the server is away still opens the page; without it everything else works the same.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  void navigator.serviceWorker.register('/sw.js').catch(() => {})
