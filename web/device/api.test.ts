import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { afterEach, expect, test, vi } from 'vitest'
import { type DryingRun, dryingApi } from '../../contract/api/drying.ts'
import { put, reading, took } from './api.ts'

const ID = '0e9a5e0a-0000-4000-8000-000000000001'
const RUN: DryingRun = {
  id: '0e9a5e0a-0000-4000-8000-000000000002',
  startedAt: '2026-03-02T09:00:00.000Z',
  changedAt: null,
  finishedAt: null,
  readings: [],
}
const PATIENT = { timeout: 20_000 }
const START = { id: ID, body: { id: RUN.id, what: 'start' as const, at: RUN.startedAt } }

afterEach(() => vi.unstubAllGlobals())

/** A server that answers reads only when it is told to. */
function slowServer(): { answer: () => void } {
  const waiting: (() => void)[] = []
  vi.stubGlobal(
    'fetch',
    vi.fn(
      () =>
        new Promise<Response>((ready) => {
          waiting.push(() =>
            ready(new Response(JSON.stringify({ run: null }), { headers: { 'content-type': 'application/json' } })),
          )
        }),
    ),
  )
  return {
    answer: () => {
      for (const ready of waiting.splice(0)) ready()
    },
  }
}

const watched = (client: QueryClient): (() => DryingRun | null | undefined) => {
  const observer = new QueryObserver(client, reading(dryingApi.of, { id: ID }))
  observer.subscribe(() => undefined)
  return () => observer.getCurrentResult().data?.run
}
const settled = (client: QueryClient): Promise<void> => vi.waitFor(() => expect(client.isFetching()).toBe(0), PATIENT)

test('a first read that left before a change was answered does not put back what was before it', async () => {
  const server = slowServer()
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const run = watched(client)
  took(client, dryingApi.change, START, { run: RUN })
  expect(run()).toEqual(RUN)
  server.answer()
  await settled(client)
  expect(run()).toEqual(RUN)
  client.clear()
})

test('nor does a later one', async () => {
  const server = slowServer()
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const run = watched(client)
  server.answer()
  await vi.waitFor(() => expect(run()).toBeNull(), PATIENT)
  void client.invalidateQueries()
  put(client, dryingApi.of, { id: ID }, { run: RUN })
  server.answer()
  await settled(client)
  expect(run()).toEqual(RUN)
  client.clear()
})

/** A device that answers in the server's place with what it kept at a time. */
const away = (keptAt: string, run: DryingRun | null): void =>
  void vi.stubGlobal('fetch', async () =>
    Response.json({ run }, { headers: { 'x-etude-kept': keptAt, 'x-etude-kept-at': keptAt } }),
  )
const OLD = '2020-01-01T00:00:00.000Z'
const LATER = '2199-01-01T00:00:00.000Z'
const OTHER: DryingRun = { ...RUN, id: '0e9a5e0a-0000-4000-8000-000000000003' }

test('what the server acknowledged stays, however old what the device kept is; what it kept since is newer', async () => {
  const server = slowServer()
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const run = watched(client)
  server.answer()
  await vi.waitFor(() => expect(run()).toBeNull(), PATIENT)
  took(client, dryingApi.change, START, { run: RUN })
  for (const keptAt of [OLD, 'earlier', OLD]) {
    away(keptAt, null)
    await client.refetchQueries()
    expect(run(), keptAt).toEqual(RUN)
  }
  // An answer that came late was kept all the same, and is shown the next time.
  away(LATER, OTHER)
  await client.refetchQueries()
  expect(run()).toEqual(OTHER)
  client.clear()
})

test('where nothing stands yet what the device kept is shown, and a newer one after it', async () => {
  away(OLD, null)
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const run = watched(client)
  await vi.waitFor(() => expect(run()).toBeNull(), PATIENT)
  away('2020-01-01T00:00:05.000Z', RUN)
  await client.refetchQueries()
  expect(run()).toEqual(RUN)
  client.clear()
})
