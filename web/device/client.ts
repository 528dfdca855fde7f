import type { Problem } from '../../contract/api/api.ts'
import { personOnDuty } from './person.ts'

/** The server said no, and why. */
export class Refusal extends Error {
  override readonly name = 'Refusal'
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

const TIMEOUT_MS = 10_000

/**
 * One request for JSON.
 * @param as who did it, where that is not whoever is named at this screen now
 * @throws {Refusal} where the server says no @throws {Away} where nobody answers
 */
export async function request<T>(
  method: 'GET' | 'POST' | 'PUT' | 'PATCH',
  path: string,
  body?: unknown,
  as?: string | null,
): Promise<T> {
  const person = as === undefined ? personOnDuty() : as
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: {
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(person ? { 'x-etude-person': person } : {}),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(TIMEOUT_MS),
    })
  } catch {
    throw new Away('the server does not answer')
  }
  if (response.ok) return (await response.json()) as T
  const problem = (await response.json().catch(() => null)) as Problem | null
  if (!problem || response.status >= 500) throw new Away(problem?.title ?? `the server answered ${response.status}`)
  throw new Refusal(problem)
}
