import { useSyncExternalStore } from 'react'
import { bathApi } from '../../contract/api/bath.ts'
import { benchApi, type SentEvent } from '../../contract/api/bench.ts'
import { dryingApi } from '../../contract/api/drying.ts'
import type { AnyWrite, CallOf, GivesOf, Named } from '../../contract/api/endpoint.ts'
import { type AssessmentDoc, scoresApi } from '../../contract/api/scores.ts'
import { visitsApi } from '../../contract/api/visits.ts'
import { put, refresh, reread, took } from './api.ts'
import { answerOf, countsUnsent } from './client.ts'
import { keptBefore } from './kept-before.ts'
import { type Entry, type Lane, Outbox, type Trouble } from './outbox.ts'
import { personOnDuty } from './person.ts'
import { queryClient } from './query-client.ts'
import { callOf, together } from './requests.ts'
import { deviceStorage } from './storage.ts'

/** Everything that goes through the outbox; photos, which are too large for it, wait in a place of their own. */
export const QUEUED = {
  'scores.change': scoresApi.change,
  'bench.add': benchApi.add,
  'bath.swap': bathApi.swap,
  'drying.change': dryingApi.change,
  'drying.measure': dryingApi.measure,
  'visits.setStation': visitsApi.setStation,
} as const satisfies Readonly<Record<string, Named<AnyWrite>>>
type Queued = keyof typeof QUEUED

const isQueued = (to: string): to is Queued => to in QUEUED

/** The revision that scores of a look were last answered with: what is sent next is made on it. */
const revisions = new Map<string, number>()
export const noteRevision = ({ id, revision }: Pick<AssessmentDoc, 'id' | 'revision'>): void => {
  revisions.set(id, Math.max(revision, revisions.get(id) ?? 0))
}

function takeScores(doc: AssessmentDoc): void {
  noteRevision(doc)
  const place = doc.role === 'second' ? 'second' : 'assessment'
  put(queryClient, visitsApi.one, { id: doc.visitId }, (before) => before && { ...before, [place]: doc })
}

/** What every screen shows of any dog: clocks that run, and blades. */
const SHOWN_EVERYWHERE: ReadonlySet<string> = new Set<SentEvent['kind']>([
  'timer',
  'timer-more',
  'timer-stop',
  'blade-on',
  'blade-off',
  'coolant',
  'finish',
])

function takeBench(visitId: string, { now, events, station, progress }: GivesOf<typeof benchApi.add>): void {
  // What was never read here is read whole when somebody looks.
  put(queryClient, benchApi.of, { id: visitId }, (before) => {
    if (!before) return undefined
    const known = new Set(before.events.map(({ id }) => id))
    return { now, events: [...before.events, ...events.filter(({ id }) => !known.has(id))] }
  })
  if (progress) put(queryClient, visitsApi.one, { id: visitId }, (before) => before && { ...before, progress })
  if (events.some(({ kind }) => SHOWN_EVERYWHERE.has(kind))) {
    void reread(queryClient, benchApi.timers, {})
    void reread(queryClient, benchApi.blades, {})
  }
  const visit = queryClient.getQueryData<{ station: string }>(['visits', 'one', { id: visitId }])
  // A station further is the visit's.
  if (!visit || visit.station !== station) void refresh(queryClient, ['visits', 'day'])
}

function onAnswer([entry]: readonly Entry[], answer: unknown): void {
  const { to, call } = entry!
  if (to === 'scores.change') takeScores(answer as AssessmentDoc)
  else if (to === 'bench.add') takeBench(String(call.id), answer as GivesOf<typeof benchApi.add>)
  else if (isQueued(to)) took(queryClient, QUEUED[to], call as never, answer as never)
}

const laneOf = (to: Queued, call: object): string => {
  const { id } = call as { id: string }
  return `${to === 'scores.change' ? 'scores' : to.split('.')[0]}.${id}`
}

const withLocks = async (name: string, work: () => Promise<void>): Promise<void> => {
  const locks = typeof navigator === 'undefined' ? undefined : navigator.locks
  if (!locks) return work()
  await locks.request(name, { ifAvailable: true }, async (lock) => {
    if (lock) await work()
  })
}

const troubled = new Set<(trouble: Trouble) => void>()
/** Hears of what the server would not take, on whatever screen. @returns what stops the hearing */
export function onRefused(listener: (trouble: Trouble) => void): () => void {
  troubled.add(listener)
  return () => troubled.delete(listener)
}

keptBefore(deviceStorage)

/** One outbox for the whole page. */
export const outbox = new Outbox({
  storage: deviceStorage,
  together,
  send: (entries) => {
    const { to, by } = entries[0]!
    if (!isQueued(to)) throw new Error(`outbox: nothing takes ${to}`)
    return answerOf(QUEUED[to], callOf(entries, (id) => revisions.get(id) ?? 0) as never, by)
  },
  onAnswer,
  // The query library tells its screens a timer's turn later.
  shown: () => new Promise((then) => setTimeout(then)),
  onGone: (entries) =>
    void refresh(queryClient, [
      ...new Set(entries.map(({ to }) => (isQueued(to) ? QUEUED[to].subject : 'visits'))),
      'visits',
    ]),
  mustSettle: (trouble) => {
    const conflict = trouble.entry.to === 'scores.change' && trouble.problem.code === 'changed-elsewhere'
    if (!conflict) for (const listener of troubled) listener(trouble)
    if (!conflict && isQueued(trouble.entry.to)) void refresh(queryClient, [QUEUED[trouble.entry.to].subject])
    return conflict
  },
  later: (work, ms) => {
    const timer = setTimeout(work, ms)
    return () => clearTimeout(timer)
  },
  alone: withLocks,
  now: Date.now,
})

if (typeof addEventListener === 'function') {
  addEventListener('online', outbox.retry)
  addEventListener('storage', outbox.refresh)
}

/** What is only just on its way does not wait. */
const ON_ITS_WAY_MS = 15_000
countsUnsent(() => outbox.waitingSince(Date.now() - ON_ITS_WAY_MS))

/** Puts a change on its way: kept here first, sent in order, by whoever is named at this screen. */
export const send = <K extends Queued>(
  to: K,
  call: CallOf<(typeof QUEUED)[K]>,
  id: string = crypto.randomUUID(),
): Entry => outbox.add({ id, lane: laneOf(to, call as object), to, call: call as Entry['call'], by: personOnDuty() })

export const useLane = (name: string): Lane => useSyncExternalStore(outbox.subscribe, () => outbox.lane(name))
