import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { createBrowserRouter, RouterProvider } from 'react-router'
import { Shell } from './app/Shell.tsx'
import { Failed, NotHere } from './app/states.tsx'
import { applyTheme } from './app/theme.ts'
import { DayScreen } from './desk/day/DayScreen.tsx'
import { queryClient } from './device/queries.ts'
import { VisitLayout } from './stations/VisitLayout.tsx'
import './theme.css'

applyTheme()

const router = createBrowserRouter([
  // The owner's page has no frame: nothing of the salon is in sight or in reach.
  {
    path: '/o/:token',
    errorElement: <Failed />,
    lazy: async () => ({ Component: (await import('./owner/OwnerPage.tsx')).OwnerPage }),
  },
  {
    element: <Shell />,
    errorElement: <Failed />,
    children: [
      { path: '/', element: <DayScreen /> },
      {
        path: '/numbers',
        lazy: async () => ({ Component: (await import('./house/numbers/NumbersScreen.tsx')).NumbersScreen }),
      },
      {
        path: '/shelf',
        lazy: async () => ({ Component: (await import('./desk/shelf/ShelfScreen.tsx')).ShelfScreen }),
      },
      {
        path: '/prep',
        lazy: async () => ({ Component: (await import('./desk/mix/PrepScreen.tsx')).PrepScreen }),
      },
      {
        path: '/house',
        lazy: async () => ({ Component: (await import('./house/ways/HouseScreen.tsx')).HouseScreen }),
      },
      {
        path: '/house/room',
        lazy: async () => ({ Component: (await import('./house/ways/RoomScreen.tsx')).RoomScreen }),
      },
      {
        path: '/dogs/:dogId',
        lazy: async () => ({ Component: (await import('./desk/dogs/RecordScreen.tsx')).RecordScreen }),
      },
      {
        path: '/house/rack',
        lazy: async () => ({ Component: (await import('./house/rack/RackScreen.tsx')).RackScreen }),
      },
      {
        path: '/house/pace',
        lazy: async () => ({ Component: (await import('./house/pace/PaceScreen.tsx')).PaceScreen }),
      },
      {
        path: '/house/files',
        lazy: async () => ({ Component: (await import('./house/files/FilesScreen.tsx')).FilesScreen }),
      },
      {
        path: '/devices',
        lazy: async () => ({ Component: (await import('./house/devices/DevicesScreen.tsx')).DevicesScreen }),
      },
      {
        path: '/outbox',
        lazy: async () => ({ Component: (await import('./desk/outbox/OutboxScreen.tsx')).OutboxScreen }),
      },
      {
        path: '/visits/:visitId',
        element: <VisitLayout />,
        children: [
          {
            path: 'arrival',
            lazy: async () => ({ Component: (await import('./stations/arrival/ArrivalScreen.tsx')).ArrivalScreen }),
          },
          {
            path: 'look',
            lazy: async () => ({ Component: (await import('./stations/look/LookScreen.tsx')).LookScreen }),
          },
          {
            path: 'second',
            lazy: async () => ({ Component: (await import('./stations/second/SecondScreen.tsx')).SecondScreen }),
          },
          {
            path: 'second/look',
            lazy: async () => ({ Component: (await import('./stations/second/SecondLook.tsx')).SecondLook }),
          },
          {
            path: 'bath',
            lazy: async () => ({ Component: (await import('./stations/bath/BathScreen.tsx')).BathScreen }),
          },
          {
            path: 'cut',
            lazy: async () => ({ Component: (await import('./stations/cut/CutScreen.tsx')).CutScreen }),
          },
          {
            path: 'dry',
            lazy: async () => ({ Component: (await import('./stations/dry/DryScreen.tsx')).DryScreen }),
          },
          {
            path: 'bench',
            lazy: async () => ({ Component: (await import('./stations/bench/BenchScreen.tsx')).BenchScreen }),
          },
          {
            path: 'goodbye',
            lazy: async () => ({ Component: (await import('./stations/goodbye/GoodbyeScreen.tsx')).GoodbyeScreen }),
          },
          {
            path: 'verdict',
            lazy: async () => ({ Component: (await import('./stations/verdict/VerdictScreen.tsx')).VerdictScreen }),
          },
        ],
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
