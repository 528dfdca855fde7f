import { getConnInfo } from '@hono/node-server/conninfo'
import type { Context } from 'hono'
import { routePath } from 'hono/route'
import type { MiddlewareHandler } from 'hono/types'
import type { Logger } from 'pino'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'
import type { Deps } from '../deps.ts'
import type { Env } from './env.ts'
import { isLoopback } from './limits.ts'

/** Upper ends of how long answers take, seconds. */
const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10]
const MS = 1000

/** A number by which a line of the log and what a screen was told are found together. */
export const REQUEST_ID = 'x-request-id'

/**
 * What happens here, in figures for Prometheus: how long each endpoint takes and how it ends, screens that listen, the age
 * of the last good backup, and the process itself. Endpoints are named by their pattern, never by what stands in it.
 */
export class Seen {
  readonly #registry = new Registry()
  readonly #took: Histogram<'method' | 'route' | 'status'>

  constructor({ changes, backups, now }: Pick<Deps, 'changes' | 'backups' | 'now'>) {
    const registers = [this.#registry]
    collectDefaultMetrics({ register: this.#registry })
    this.#took = new Histogram({
      name: 'etude_http_request_duration_seconds',
      help: 'Time until an answer began, by endpoint and how it ended',
      labelNames: ['method', 'route', 'status'],
      buckets: SECONDS,
      registers,
    })
    new Gauge({
      name: 'etude_screens_listening',
      help: 'Open screens that are told of changes by this server',
      registers,
      collect() {
        this.set(changes.screens)
      },
    })
    new Gauge({
      name: 'etude_backup_age_seconds',
      help: 'Age of the last backup that was brought back and compared; absent where there is none',
      registers,
      async collect() {
        this.remove()
        const { backups: made } = await backups.list()
        const [last] = made
        if (last) this.set((now().getTime() - Date.parse(last.at)) / MS)
      },
    })
  }

  /** Times every request, gives it a number, and leaves one line of it: no names, and no addresses with what stands in them. */
  timed(log: Logger): MiddlewareHandler<Env> {
    return async (c, next) => {
      const began = performance.now()
      const id = crypto.randomUUID()
      c.set('requestId', id)
      await next()
      c.header(REQUEST_ID, id)
      const ms = performance.now() - began
      const route = routePath(c)
      const { method } = c.req
      const { status } = c.res
      this.#took.observe({ method, route, status }, ms / MS)
      log.info({ id, method, route, status, ms: Math.round(ms), actor: c.get('actorId') ?? null }, 'answered')
    }
  }

  /** For who asks on this machine itself, by its own number or name, and not through a proxy that stands in front. */
  async answer(c: Context<Env>): Promise<Response> {
    if (!isHere(c)) return c.notFound()
    return c.body(await this.#registry.metrics(), 200, { 'content-type': this.#registry.contentType })
  }
}

const OWN_NAMES: ReadonlySet<string> = new Set(['localhost', '127.0.0.1', '[::1]'])

function isHere(c: Context<Env>): boolean {
  if (c.req.header('x-forwarded-for') || c.req.header('forwarded') || c.req.header('via')) return false
  return OWN_NAMES.has(new URL(c.req.url).hostname) && isLoopback(getConnInfo(c).remote.address ?? '')
}
