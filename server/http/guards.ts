import { secureHeaders } from 'hono/secure-headers'
import type { MiddlewareHandler } from 'hono/types'
import { idSchema } from '../../contract/api/endpoint.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import type { Env } from './env.ts'
import { sendProblem } from './problems.ts'

/** As browsers are told it: nothing in the clear for a year. */
const HSTS = 'max-age=31536000'

/** Only what this origin serves runs and shows here; once it came by TLS, by nothing else. */
export const ownContentOnly = (tls: boolean) =>
  secureHeaders({
    contentSecurityPolicy: {
      defaultSrc: ["'self'"],
      scriptSrc: ["'self'"],
      styleSrc: ["'self'"],
      imgSrc: ["'self'", 'data:', 'blob:'],
      workerSrc: ["'self'"],
      frameAncestors: ["'none'"],
    },
    crossOriginEmbedderPolicy: false,
    strictTransportSecurity: tls ? HSTS : false,
  })

/** Who is named at the screen. @throws {BadInput} for what is no id */
export const named: MiddlewareHandler<Env> = async function named(c, next) {
  const actor = c.req.header('x-etude-person') ?? null
  if (actor !== null && !idSchema.safeParse(actor).success)
    throw new BadInput([{ path: 'x-etude-person', value: actor, expected: 'the id of a person of the salon' }])
  c.set('actorId', actor)
  await next()
}

/** A form on another site can send neither a JSON body nor our own header, so neither can change anything here. */
export const changesFromHere: MiddlewareHandler<Env> = async function changesFromHere(c, next) {
  if (c.req.method === 'GET' || c.req.method === 'HEAD') return next()
  const type = c.req.header('content-type')
  if (!/^application\/json\b/i.test(type ?? ''))
    throw new BadInput([{ path: 'content-type', value: type ?? null, expected: 'application/json' }])
  const origin = c.req.header('origin')
  if (origin && hostOf(origin) !== new URL(c.req.url).host)
    return sendProblem(c, {
      type: 'urn:etude:problem:foreign-origin',
      title: 'Not from this page',
      status: 403,
      code: 'foreign-origin',
    })
  return next()
}

/** Host and port that a page came from; null for one that says nothing of it, as a page from a file does. */
function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}

/** Nothing of the API is kept by a browser; every answer carries the server's time, so that all devices agree on it. */
export const freshAndTimed = (now: () => Date): MiddlewareHandler<Env> =>
  async function freshAndTimed(c, next) {
    await next()
    c.header('cache-control', 'no-store')
    c.header('x-etude-now', now().toISOString())
  }
