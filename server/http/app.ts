import { OpenAPIHono } from '@hono/zod-openapi'
import { bodyLimit } from 'hono/body-limit'
import { compress } from 'hono/compress'
import { secureHeaders } from 'hono/secure-headers'
import { idSchema } from '../../contract/api/api.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { MODEL_VERSION } from '../../core/index.ts'
import type { Deps } from './deps.ts'
import type { App, Env } from './endpoint.ts'
import { problemOf, sendProblem } from './problems.ts'
import { assessmentRoutes } from './routes-assessments.ts'
import { deviceRoutes } from './routes-devices.ts'
import { groomRoutes } from './routes-groom.ts'
import { ownerRoutes } from './routes-owner.ts'
import { salonRoutes } from './routes-salon.ts'
import { shelfRoutes } from './routes-shelf.ts'
import { visitRoutes } from './routes-visits.ts'
import { webFiles } from './web-files.ts'

const LARGEST_BODY = 512 * 1024
/** A photo as base64 in JSON, or a table of thousands of lines. */
const LARGEST_FILE = 2200 * 1024

export function createApp(deps: Deps): App {
  const app: App = new OpenAPIHono<Env>()
  app.use(compress())
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        workerSrc: ["'self'"],
        frameAncestors: ["'none'"],
      },
      crossOriginEmbedderPolicy: false,
      strictTransportSecurity: false,
    }),
  )
  const limit = (maxSize: number) =>
    bodyLimit({
      maxSize,
      onError: (c) =>
        sendProblem(c, {
          type: 'urn:etude:problem:too-large',
          title: `The body is over ${maxSize / 1024} kB`,
          status: 413,
          code: 'too-large',
        }),
    })
  const usual = limit(LARGEST_BODY)
  const large = limit(LARGEST_FILE)
  app.use('/api/*', (c, next) => (/\/(photos|import)$/.test(c.req.path) ? large(c, next) : usual(c, next)))

  app.use('/api/*', async function guardChanges(c, next) {
    const actor = c.req.header('x-etude-person') ?? null
    if (actor !== null && !idSchema.safeParse(actor).success)
      throw new BadInput([{ path: 'x-etude-person', value: actor, expected: 'the id of a person of the salon' }])
    c.set('actorId', actor)
    const changes = c.req.method !== 'GET' && c.req.method !== 'HEAD'
    // A form on another site can send neither a JSON body nor our own header, so neither can change anything here.
    if (changes && !/^application\/json\b/i.test(c.req.header('content-type') ?? ''))
      throw new BadInput([
        { path: 'content-type', value: c.req.header('content-type') ?? null, expected: 'application/json' },
      ])
    const origin = c.req.header('origin')
    if (changes && origin && new URL(origin).host !== c.req.header('host'))
      return sendProblem(c, {
        type: 'urn:etude:problem:foreign-origin',
        title: 'Not from this page',
        status: 403,
        code: 'foreign-origin',
      })
    await next()
    c.header('cache-control', 'no-store')
  })

  app.get('/api/health', async (c) => {
    await deps.store.query('SELECT 1')
    return c.json({ ok: true, model: MODEL_VERSION })
  })
  app.route('/api', salonRoutes(deps))
  app.route('/api', visitRoutes(deps))
  app.route('/api', assessmentRoutes(deps))
  app.route('/api', ownerRoutes(deps))
  app.route('/api', shelfRoutes(deps))
  app.route('/api', deviceRoutes(deps))
  app.route('/api', groomRoutes(deps))
  app.doc31('/api/openapi.json', {
    openapi: '3.1.0',
    info: { title: 'Etude', version: MODEL_VERSION, description: 'From hands on the dog to a verdict.' },
  })
  app.all('/api/*', (c) =>
    sendProblem(c, {
      type: 'urn:etude:problem:not-found',
      title: 'Not here',
      status: 404,
      code: 'not-found',
      detail: `there is no ${c.req.method} ${c.req.path}`,
    }),
  )
  if (deps.webRoot) app.route('/', webFiles(deps.webRoot))

  app.onError((error, c) => {
    const problem = problemOf(error)
    if (problem.status >= 500) deps.log.error({ err: error, path: c.req.path }, problem.code)
    return sendProblem(c, problem)
  })
  return app
}
