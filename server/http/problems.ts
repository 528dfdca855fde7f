import type { Context } from 'hono'
import { HTTPException } from 'hono/http-exception'
import type { Problem } from '../../contract/api/problem.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import {
  bookingError,
  CannotBook,
  CannotErase,
  CannotMerge,
  ChangedElsewhere,
  codeOf,
  LinkOver,
  NameTaken,
  NeedsConsent,
  NobodyNamed,
  NotAllowed,
  NotEnough,
  NotFound,
  NotLetIn,
  TooEarly,
  TooLate,
  TooOften,
} from '../db/errors.ts'

const problem = (status: number, code: string, title: string, more: Partial<Problem> = {}): Problem => ({
  type: `urn:etude:problem:${code}`,
  title,
  status,
  code,
  ...more,
})

const UNREACHABLE = new Set([
  'DatabaseAway',
  'SequelizeConnectionError',
  'SequelizeConnectionRefusedError',
  'SequelizeConnectionAcquireTimeoutError',
  'SequelizeConnectionTimedOutError',
  'SequelizeHostNotReachableError',
])
/** PostgreSQL going down or coming up, or a connection cut under a statement. */
const DOWN = /^(57P0[123]|08...)$/
/** How a connection that was cut tells of it, under a statement and after. */
const CUT = /Connection (terminated|ended)|not queryable|closed the connection|ECONNREFUSED|ECONNRESET|EPIPE/
const FULL = '53100'

const databaseAway = (error: Error): boolean =>
  UNREACHABLE.has(error.name) || DOWN.test(codeOf(error) ?? '') || CUT.test(error.message)

/** For who comes more often than any screen does. */
export const tooFast = (): Problem =>
  problem(429, 'too-fast', 'Too many requests: wait a minute', {
    detail: 'more requests came in a minute than a screen has',
  })

/** Every failure as one problem document; what is not meant for the sender is withheld. */
export function problemOf(thrown: Error): Problem {
  const error = bookingError(thrown) as Error
  if (error instanceof BadInput)
    return problem(422, 'bad-input', 'This cannot be used as it is', {
      detail: error.message,
      issues: error.issues.map(({ path, value, expected }) => ({ path, value: value ?? null, expected })),
    })
  if (error instanceof NotFound) return problem(404, 'not-found', 'Not here', { detail: error.message })
  if (error instanceof ChangedElsewhere)
    return problem(409, 'changed-elsewhere', 'Somebody else changed this', {
      detail: error.message,
      current: error.current,
      changedBy: error.changedBy,
    })
  if (error instanceof NeedsConsent)
    return problem(409, error.code, 'The owner has to say yes first', {
      detail: error.message,
      current: { needs: error.needs },
    })
  if (error instanceof NobodyNamed) return problem(422, error.code, 'Nobody is named', { detail: error.message })
  if (error instanceof NotEnough)
    return problem(409, error.code, 'Not enough on the shelf', { detail: error.message, current: error.current })
  if (error instanceof NameTaken) return problem(409, error.code, 'This name is taken', { detail: error.message })
  if (error instanceof TooEarly) return problem(409, error.code, 'Not yet', { detail: error.message })
  if (error instanceof TooLate) return problem(409, error.code, 'Not any more', { detail: error.message })
  if (error instanceof NotLetIn)
    // Somebody at the door is no other problem than somebody whose key does not turn.
    return problem(error.code.startsWith('wrong') ? 403 : 401, error.code, 'Not let in', { detail: error.message })
  if (error instanceof NotAllowed) return problem(403, error.code, 'Not for you to do', { detail: error.message })
  if (error instanceof TooOften)
    return problem(429, error.code, 'Wait', { detail: error.message, current: { until: error.until.toISOString() } })
  if (error instanceof CannotBook) return problem(409, error.code, 'Not at that time', { detail: error.message })
  if (error instanceof CannotErase) return problem(409, error.code, 'Not now', { detail: error.message })
  if (error instanceof CannotMerge) return problem(409, error.code, 'These stay two', { detail: error.message })
  if (error instanceof LinkOver)
    return problem(error.code === 'link-expired' ? 410 : 409, error.code, 'Not open any more', {
      detail: error.message,
    })
  if (error instanceof HTTPException) return problem(error.status, 'refused', error.message || 'Refused')
  if (error.name === 'SequelizeForeignKeyConstraintError')
    return problem(422, 'bad-reference', 'This names a person or a dog that is not here')
  if (codeOf(error) === FULL) return problem(507, 'disk-full', 'The disk is full: nothing was saved, nothing is lost')
  if (databaseAway(error))
    return problem(503, 'database-away', 'The database is not answering: keep going, it is saved here')
  return problem(500, 'failed', 'Something failed here; nothing was half-written')
}

export const sendProblem = (c: Context, body: Problem): Response =>
  c.body(JSON.stringify(body), body.status as 400, { 'content-type': 'application/problem+json' })

/**
 * A failure as it goes to the log: what kind it is and where it happened, without statements, values or the machine's own
 * paths, which may hold what an owner said.
 */
export function loggable(error: Error): object {
  const { original, name, stack = '' } = error as Error & { original?: { constraint?: string } }
  const frames = stack.split('\n').filter((line) => /^\s+at /.test(line))
  return {
    name,
    code: codeOf(error),
    constraint: original?.constraint ?? null,
    at: frames
      .slice(0, MOST_FRAMES)
      .map((line) => line.trim().replace(/\(?(?:file:\/\/)?\/\S*\/(?=[^/]+:\d+:\d+\)?$)/, '(')),
  }
}
const MOST_FRAMES = 8
