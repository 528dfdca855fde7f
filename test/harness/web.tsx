import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, type RenderResult, render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter, Outlet, Route, Routes } from 'react-router'
import { vi } from 'vitest'
import { PATIENCE_MS } from './web-setup.ts'

/*
 * What the tests of screens share: a page with a router and a query client of its own, and a server that is a table of
 * answers. Needs a document: `// @vitest-environment happy-dom` on the first line of the test.
 */
let current: QueryClient | null = null
/** Until nothing that was asked of the server is still on its way, and what came is drawn. */
export async function settled(): Promise<void> {
  const busy = (): boolean => !!current && current.isFetching() + current.isMutating() > 0
  // What an answer draws may ask for more, and that is drawn only once this act is over: look again after it.
  do
    await act(() =>
      vi.waitFor(
        () => {
          if (busy()) throw new Error('still asking')
        },
        { timeout: PATIENCE_MS },
      ),
    )
  while (busy())
}

export interface Rendered extends RenderResult {
  readonly client: QueryClient
}

/**
 * Draws something as on a page of the application.
 * @param context what the layout around it gives to it, a station its visit
 */
export const draw = (node: ReactNode, at = '/', context: unknown = null): Rendered =>
  drawAt(
    <Route element={<Outlet context={context} />}>
      <Route path="*" element={node} />
    </Route>,
    at,
  )

/** Draws routes of the application at an address. */
export function drawAt(routes: ReactNode, at: string): Rendered {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Number.POSITIVE_INFINITY } } })
  current = client
  const drawn = render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[at]}>
        <Routes>{routes}</Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  )
  return { ...drawn, client }
}

export interface Sent {
  readonly method: string
  readonly path: string
  readonly body: unknown
}

type Answer = (sent: Sent) => { readonly status?: number; readonly body: unknown }

/** Answers requests by "METHOD /path"; what is not in the table is a 404. Everything that was sent is kept. */
export function answering(table: Readonly<Record<string, Answer>>): readonly Sent[] {
  const sent: Sent[] = []
  vi.stubGlobal('fetch', async (url: string, init: RequestInit = {}) => {
    const one: Sent = {
      method: init.method ?? 'GET',
      path: String(url).replace(/^\/api/, ''),
      body: init.body ? JSON.parse(String(init.body)) : undefined,
    }
    sent.push(one)
    const answer = table[`${one.method} ${one.path.split('?')[0]}`]
    const { status = 200, body } = answer?.(one) ?? {
      status: 404,
      body: { type: 'about:blank', title: 'not in the table', status: 404, code: 'not-found' },
    }
    return new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
  })
  return sent
}

/** Devices send over server-sent events, which a test document does not have. */
export function noDevices(): void {
  vi.stubGlobal(
    'EventSource',
    class {
      addEventListener(): void {}
      close(): void {}
    },
  )
}
