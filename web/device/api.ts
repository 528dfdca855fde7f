import {
  type QueryClient,
  queryOptions,
  type UseMutationResult,
  type UseQueryResult,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query'
import {
  type AnyRead,
  type AnyWrite,
  type CallOf,
  type Download,
  type GivesOf,
  type Named,
  type ParamsOf,
  pathOf,
  type Subject,
} from '../../contract/api/endpoint.ts'
import { answerOf, ask, urlOf } from './client.ts'
import { isWatched, keepAnswer } from './keep.ts'
import { noteAnswer } from './kept-answers.ts'

/*
 * Reads and writes of endpoints. The key of a read, what a write makes stale, what its answer replaces and what is kept
 * on the device follow from the endpoint; no screen names a path or a key.
 */
type Key = readonly unknown[]

/** Everything after subject and name: the parameters in the path, then the query. */
const keyOf = (endpoint: Pick<Named<AnyRead>, 'subject' | 'name'>, call: object): Key => {
  const { body: _, query, ...params } = call as { body?: unknown; query?: object }
  const asked = Object.entries(query ?? {}).filter(([, value]) => value !== undefined)
  return [
    endpoint.subject,
    endpoint.name,
    ...(Object.keys(params).length > 0 ? [params] : []),
    ...(asked.length > 0 ? [Object.fromEntries(asked)] : []),
  ]
}

interface ReadHow {
  readonly refetchInterval?: number
  readonly staleTime?: number
  readonly enabled?: boolean
}

/** A read as TanStack Query takes it: key, request, parsing. */
export const reading = <E extends Named<AnyRead>>(endpoint: E, call: CallOf<E>, how: ReadHow = {}) =>
  queryOptions({
    queryKey: keyOf(endpoint, call as object) as Key,
    queryFn: async ({ client, queryKey }): Promise<GivesOf<E>> => {
      const { value, kept } = await ask(endpoint, call)
      if (endpoint.kept && kept === null && !isWatched()) void keepAnswer(urlOf(endpoint, call as object), value)
      noteAnswer(urlOf(endpoint, call as object), kept)
      if (kept !== null) return newest(client, queryKey, value, kept)
      noteSaid(client, queryKey, Date.now())
      return value
    },
    ...how,
  })

/** When the server said what stands in a read. */
const saidAt = new WeakMap<object, number>()
const queryOf = (client: QueryClient, queryKey: Key) => client.getQueryCache().find({ queryKey, exact: true })

function noteSaid(client: QueryClient, queryKey: Key, at: number): void {
  const query = queryOf(client, queryKey)
  if (query) saidAt.set(query, at)
}

/**
 * Of what stands on the page and what this device answered in the server's place, the newer: where the server is slow or gone,
 * what it acknowledged last is not unseen.
 * @param since when the device kept its answer; what is no time is older
 */
function newest<T>(client: QueryClient, queryKey: Key, kept: T, since: string): T {
  const query = queryOf(client, queryKey)
  const at = query && saidAt.get(query)
  if (query?.state.data !== undefined && at !== undefined && !(at <= Date.parse(since))) return query.state.data as T
  noteSaid(client, queryKey, Date.parse(since) || 0)
  return kept
}

/** What an endpoint gives, read, parsed and kept up to date. */
export const useRead = <E extends Named<AnyRead>>(
  endpoint: E,
  call: CallOf<E>,
  how: ReadHow = {},
): UseQueryResult<GivesOf<E>> => useQuery(reading(endpoint, call, how)) as UseQueryResult<GivesOf<E>>

/** An older answer that is still on its way never replaces a newer one, not even where nothing was here before. */
function setNewer<T>(client: QueryClient, queryKey: Key, value: T | ((before: T | undefined) => T | undefined)) {
  const now =
    typeof value === 'function'
      ? (value as (before: T | undefined) => T | undefined)(client.getQueryData<T>(queryKey))
      : value
  if (now === undefined) return undefined
  void client.cancelQueries({ queryKey, exact: true })
  const set = client.setQueryData<T>(queryKey, now as never) as T
  noteSaid(client, queryKey, Date.now())
  return set
}

/** Puts an answer in the place of a read, on the page and, where it is kept, on the device. */
export function put<E extends Named<AnyRead>>(
  client: QueryClient,
  endpoint: E,
  call: CallOf<E>,
  value: GivesOf<E> | ((before: GivesOf<E> | undefined) => GivesOf<E> | undefined),
): GivesOf<E> | undefined {
  const queryKey = keyOf(endpoint, call as object)
  const now = setNewer<GivesOf<E>>(client, queryKey, value)
  // A first read that left before this change would show what was before it.
  if (now === undefined && client.isFetching({ queryKey, exact: true }) > 0)
    void client.cancelQueries({ queryKey, exact: true }).then(() => client.refetchQueries({ queryKey, exact: true }))
  if (endpoint.kept && now !== undefined) void keepAnswer(urlOf(endpoint, call as object), now)
  return now
}

/** Everything that was read of these subjects is read again. */
export const refresh = (client: QueryClient, subjects: readonly Subject[]): Promise<unknown> =>
  Promise.all(subjects.map((subject) => client.invalidateQueries({ queryKey: [subject] })))

/** One read again. */
export const reread = <E extends Named<AnyRead>>(client: QueryClient, endpoint: E, call: CallOf<E>): Promise<void> =>
  client.invalidateQueries({ queryKey: keyOf(endpoint, call as object) })

/** The read that a write's answer stands in the place of; null where it replaces none. */
function replacedBy(
  { subject, becomes }: Named<AnyWrite>,
  call: object,
): { queryKey: Key; params: Readonly<Record<string, string>> } | null {
  if (becomes === null) return null
  const { body: _, ...params } = call as { body?: unknown } & Record<string, string>
  return { queryKey: keyOf({ subject, name: becomes }, params), params }
}

/** What a write's answer means for what was read before. */
export function took<E extends Named<AnyWrite>>(
  client: QueryClient,
  endpoint: E,
  call: CallOf<E>,
  answer: GivesOf<E>,
): void {
  const replaced = replacedBy(endpoint, call)
  if (replaced) {
    setNewer(client, replaced.queryKey, answer)
    if (endpoint.becomesPath !== null) void keepAnswer(pathOf({ path: endpoint.becomesPath }, replaced.params), answer)
  }
  void refresh(client, endpoint.touches)
}

/** What a write would have replaced and made stale is read again. */
function behind<E extends Named<AnyWrite>>(client: QueryClient, endpoint: E, call: CallOf<E>): Promise<unknown> {
  const replaced = replacedBy(endpoint, call)
  return Promise.all([
    ...(replaced ? [client.invalidateQueries({ queryKey: replaced.queryKey })] : []),
    refresh(client, endpoint.touches),
  ])
}

/** Changes something: what becomes stale, and what the answer replaces, follows from the endpoint. */
export function useWrite<E extends Named<AnyWrite>>(
  endpoint: E,
): UseMutationResult<GivesOf<E>, Error, CallOf<E>, undefined> {
  const client = useQueryClient()
  return useMutation<GivesOf<E>, Error, CallOf<E>, undefined>({
    mutationFn: (call) => answerOf(endpoint, call),
    onSuccess: (answer, call) => took(client, endpoint, call, answer),
    // A refusal means that what stands here is behind; so may be what was sent and never answered.
    onError: (_, call) => void behind(client, endpoint, call),
  })
}

/**
 * What follows a write that was taken, also when what asked for it is gone from the screen by then: a dog that was called off
 * leaves the list, and its dialog with it. A refusal is told by the write itself.
 */
export function onceTaken<T>(write: Promise<T>, follow: (answer: T) => void): void {
  write.then(follow, () => undefined)
}

/** Where a file of an endpoint is fetched. */
export const hrefOf = <P extends string>(endpoint: Download<P>, params: ParamsOf<P>): string =>
  `/api${pathOf(endpoint, params)}`
