import { hostname } from 'node:os'
import type { MiddlewareHandler } from 'hono/types'
import { isAddress } from '../tls/names.ts'
import type { Env } from './env.ts'
import { sendProblem } from './problems.ts'

/** Names of this very machine. */
const OWN: readonly string[] = ['localhost', hostname(), `${hostname()}.local`]

/**
 * Only requests that are addressed to this server by a name it knows, or by a number: a page elsewhere whose own name is
 * made to point here (DNS rebinding) comes with that name, and gets nothing.
 * @param more names that this server is also known by
 */
export function addressedHere(more: readonly string[]): MiddlewareHandler<Env> {
  const known = new Set([...OWN, ...more].map((name) => name.toLowerCase()))
  return async function addressedHere(c, next) {
    const { hostname: name } = new URL(c.req.url)
    if (known.has(name.toLowerCase()) || isAddress(name)) return next()
    return sendProblem(c, {
      type: 'urn:etude:problem:wrong-host',
      title: 'This server is not known by that name',
      status: 421,
      code: 'wrong-host',
      detail: 'name it in ETUDE_NAMES if it is',
    })
  }
}
