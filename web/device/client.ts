import type { z } from 'zod'
import {
  type AnyRead,
  type AnyWrite,
  type CallOf,
  type GivesOf,
  type Named,
  pathOf,
  USUAL_PATIENCE_MS,
} from '../../contract/api/endpoint.ts'
import type { Problem } from '../../contract/api/problem.ts'
import { personOnDuty } from './person.ts'
import { takeServerTime } from './server-clock.ts'

/** The server said no, and why. */
export class Refused extends Error {
  override readonly name = 'Refused'
  readonly problem: Problem
  constructor(problem: Problem) {
    super(problem.detail ?? problem.title)
    this.problem = problem
  }
}

/** Nobody answered, or the server or its database is away: worth trying again. */
export class Away extends Error {
  override readonly name = 'Away'
}

/** The server answered what this build of the application does not know: one of the two is newer. */
export class Unreadable extends Error {
  override readonly name = 'Unreadable'
}

/** This page, as long as it is open: what it changes itself it is not told of. Only for telling pages apart. */
export const TAB = `${Date.now().toString(36)}-${Math.random().toString(36).slice(2)}`

/** What the server says of who is at this device, beside an answer: nobody any more, or that it wants the passphrase. */
export type AtTheDoor = 'nobody-in' | 'needs-passphrase'
const doors = new Set<(said: AtTheDoor) => void>()
export function atTheDoor(listener: (said: AtTheDoor) => void): () => void {
  doors.add(listener)
  return () => doors.delete(listener)
}
const tellDoor = (said: AtTheDoor): void => {
  for (const listener of doors) listener(said)
}

const waiting = new Set<() => number>()
/** What counts things on this device that wait to be sent: the server is told, so that the house sees it. */
export const countsUnsent = (count: () => number): void => void waiting.add(count)
/** How many things on this device wait to be sent. */
export const unsent = (): number => [...waiting].reduce((sum, count) => sum + count(), 0)

/** Whether the answer came from this device because nobody else gave one; public/sw.js says so. */
const KEPT_HEADER = 'x-etude-kept'

/** What a caller may want to know of an answer beside what it says. */
export interface Answered<T> {
  readonly value: T
  /** Since when this device had it, because the server is away; null for an answer of the server. */
  readonly kept: string | null
}

/** The names of a call that stand in its path. */
const inPath = (call: object): Record<string, string> => {
  const { body: _, query: __, ...params } = call as Record<string, unknown>
  return params as Record<string, string>
}

const queryText = (query: unknown): string => {
  const said = Object.entries((query ?? {}) as Record<string, unknown>).filter(([, value]) => value !== undefined)
  return said.length === 0 ? '' : `?${new URLSearchParams(said.map(([key, value]) => [key, String(value)]))}`
}

/** Path and query of a call, as they follow `/api`. */
export const urlOf = (endpoint: AnyRead | AnyWrite, call: object): string =>
  `${pathOf(endpoint, inPath(call))}${queryText((call as { query?: unknown }).query)}`

/**
 * Calls one endpoint and reads its answer by its schema.
 * @param as who did it, where that is not whoever is named at this screen now
 * @throws {Refused} where the server says no @throws {Away} where nobody answers
 * @throws {Unreadable} where the answer is not what the endpoint gives
 */
export async function ask<E extends Named<AnyRead> | Named<AnyWrite>>(
  endpoint: E,
  call: CallOf<E>,
  as?: string | null,
): Promise<Answered<GivesOf<E>>> {
  const person = as === undefined ? personOnDuty() : as
  const body = (call as { body?: unknown }).body
  let response: Response
  try {
    response = await fetch(`/api${urlOf(endpoint, call as object)}`, {
      method: endpoint.method.toUpperCase(),
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(person ? { 'x-etude-person': person } : {}),
        ...(endpoint.kind === 'write' ? { 'x-etude-tab': TAB } : { 'x-etude-unsent': String(unsent()) }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(endpoint.kind === 'write' ? endpoint.patienceMs : USUAL_PATIENCE_MS),
    })
  } catch {
    throw new Away('the server does not answer')
  }
  const kept = response.headers.get(KEPT_HEADER)
  const now = response.headers.get('x-etude-now')
  if (now && kept === null) takeServerTime(now)
  if (!response.ok) {
    const problem = (await response.json().catch(() => null)) as Problem | null
    // Asked to wait is not refused: it is tried again.
    if (!problem || response.status >= 500 || problem.code === 'too-fast')
      throw new Away(problem?.title ?? `the server answered ${response.status}`)
    // What was done here waits until somebody is signed in again, as it does while the server is away.
    if (response.status === 401 && endpoint.subject !== 'access') {
      tellDoor('nobody-in')
      throw new Away(problem.detail ?? problem.title)
    }
    if (problem.code === 'needs-passphrase') tellDoor('needs-passphrase')
    throw new Refused(problem)
  }
  const parsed = (endpoint.gives as z.ZodType).safeParse(await response.json().catch(() => undefined))
  if (!parsed.success) {
    const first = parsed.error.issues[0]
    throw new Unreadable(`${endpoint.path}: ${first?.path.join('.')} ${first?.message ?? ''}`)
  }
  return { value: parsed.data as GivesOf<E>, kept }
}

/** The answer alone. */
export const answerOf = async <E extends Named<AnyRead> | Named<AnyWrite>>(
  endpoint: E,
  call: CallOf<E>,
  as?: string | null,
): Promise<GivesOf<E>> => (await ask(endpoint, call, as)).value
