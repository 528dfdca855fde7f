import type { HttpBindings } from '@hono/node-server'
import { getConnInfo } from '@hono/node-server/conninfo'
import type { Context } from 'hono'
import type { MiddlewareHandler } from 'hono/types'
import { rateLimiter } from 'hono-rate-limiter'
import type { Rates } from '../deps.ts'
import type { Env } from './env.ts'
import { isLoopback } from './limits.ts'
import { sendProblem, tooFast } from './problems.ts'

const WINDOW_MS = 60_000

/*
 * A screen asks a handful of things a second while hands score, a hundred when it catches up; somebody behind an owner's
 * link, or at the door, a few.
 */
export const RATES: Rates = { stranger: 240, known: 6000 }

/**
 * Who is counted together: the other end of the connection or, where a proxy on this machine speaks for others, the address
 * that it saw last. null for what speaks from this machine itself.
 */
function addressOf(c: Context): string | null {
  // What is asked within this process comes by no connection.
  const peer = (c.env as Partial<HttpBindings> | undefined)?.incoming && getConnInfo(c).remote.address
  if (!peer) return null
  if (!isLoopback(peer)) return peer
  return c.req.header('x-forwarded-for')?.split(',').at(-1)?.trim() || null
}

/** Asks who comes too often to wait. Each server counts by itself, in its memory. */
export const notTooFast = (rates: Rates = RATES): MiddlewareHandler<Env> => {
  const isKnown = (c: Context<Env>): boolean => c.get('who').paired !== null || !c.get('who').locked
  return rateLimiter<Env>({
    windowMs: WINDOW_MS,
    limit: (c) => (isKnown(c) ? rates.known : rates.stranger),
    keyGenerator: (c) => c.get('who').paired?.id ?? addressOf(c)!,
    skip: (c) => addressOf(c) === null,
    standardHeaders: 'draft-6',
    handler: (c) => sendProblem(c, tooFast()),
  })
}
