import { OpenAPIHono } from '@hono/zod-openapi'
import type { Context } from 'hono'
import { bodyLimit } from 'hono/body-limit'
import { stream, streamSSE } from 'hono/streaming'
import type { z } from 'zod'
import {
  type AnyEndpoint,
  type AnyWrite,
  type Endpoints,
  type FileGiven,
  type Handlers,
  type Named,
  paramsSchema,
} from '../../contract/api/endpoint.ts'
import { problemSchema } from '../../contract/api/problem.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { issuesOf } from '../../contract/formats/zod-issues.ts'
import type { AccessRepo, At, Shown } from '../access/access.ts'
import type { About, ChangeFeed } from '../changes/feed.ts'
import { afterWhoWasFirst } from '../db/races.ts'
import { assertMay, give, isAllowed, originOf, shownBy } from './door.ts'
import type { Env } from './env.ts'
import { sendProblem } from './problems.ts'
import { speak } from './speak.ts'

export type App = OpenAPIHono<Env>

const PROBLEM = { content: { 'application/problem+json': { schema: problemSchema } }, description: 'What is wrong' }

function parsed(schema: z.ZodType | undefined, input: unknown): unknown {
  if (!schema) return undefined
  const result = schema.safeParse(input)
  if (!result.success) throw new BadInput(issuesOf(result.error, input))
  return result.data
}

const NUL = '\0'

/** Half a character, as a cut emoji leaves it, is no text either. */
const storable = (text: string): boolean => !text.includes(NUL) && text.isWellFormed()

/** undefined for what is no JSON. Text that PostgreSQL cannot hold is refused here by name. */
function readJson(text: string): unknown {
  try {
    return JSON.parse(text, (key, value: unknown) => {
      if (!storable(key) || (typeof value === 'string' && !storable(value)))
        throw new BadInput([
          { path: key.toWellFormed(), value: null, expected: 'text without NUL or broken characters' },
        ])
      return value
    })
  } catch (error) {
    if (error instanceof BadInput) throw error
    return undefined
  }
}

const contentOf = (endpoint: AnyEndpoint): object =>
  endpoint.kind === 'download'
    ? { [endpoint.type.split(';')[0]!]: { schema: {} } }
    : endpoint.kind === 'live'
      ? { 'text/event-stream': { schema: endpoint.gives } }
      : { 'application/json': { schema: endpoint.gives } }

/** Every endpoint stands in the OpenAPI document, files and streams too. */
function describe(app: App, endpoint: AnyEndpoint): void {
  const params = paramsSchema(endpoint)
  const query = endpoint.kind === 'read' ? endpoint.query : undefined
  const body = endpoint.kind === 'write' ? endpoint.takes : undefined
  app.openAPIRegistry.registerPath({
    method: endpoint.method,
    path: endpoint.path.replace(/:(\w+)/g, '{$1}'),
    summary: endpoint.summary,
    request: {
      ...(params ? { params } : {}),
      ...(query ? { query } : {}),
      ...(body ? { body: { required: true, content: { 'application/json': { schema: body } } } } : {}),
    },
    responses: {
      200: { content: contentOf(endpoint), description: endpoint.summary },
      '4XX': PROBLEM,
      '5XX': PROBLEM,
    },
  })
}

const limited = ({ largest }: AnyWrite) =>
  bodyLimit({
    maxSize: largest,
    onError: (c) =>
      sendProblem(c, {
        type: 'urn:etude:problem:too-large',
        title: `The body is over ${Math.floor(largest / 1024)} kB`,
        status: 413,
        code: 'too-large',
      }),
  })

interface Taken {
  readonly params: unknown
  readonly query: unknown
  readonly body: unknown
  readonly actorId: string | null
  readonly at: At
}
type AnyHandler = (taken: Taken) => Promise<unknown>
type LiveHandler = (send: (value: { readonly id: string }) => void) => () => void

/** What a change makes stale on other screens than the one it was made on. */
const staleElsewhere = ({ subject, touches, others }: Named<AnyWrite>): string[] => [
  ...new Set([subject, ...touches, ...others]),
]

/** What of a visit stands in a path. */
const OF_A_VISIT: readonly (readonly [RegExp, NonNullable<About>['kind']])[] = [
  [/^\/visits\/:id\b/, 'visit'],
  [/^\/assessments\/:id\b/, 'assessment'],
  [/^\/plans\/:id\b/, 'plan'],
]
function aboutOf(path: string, id: string | undefined): About {
  const [, kind] = OF_A_VISIT.find(([is]) => is.test(path)) ?? []
  return kind && id ? { kind, id } : null
}
const TAB = /^[\w-]{1,64}$/

function atOf(c: Context<Env>, access: AccessRepo): At {
  let shown: Shown = shownBy(c)
  return {
    who: c.get('who'),
    origin: originOf(c),
    give: (given) => {
      shown = { ...shown, ...given }
      give(c, given)
    },
    again: () => access.who(shown),
  }
}

function answer(
  app: App,
  endpoint: Named<AnyEndpoint>,
  handler: AnyHandler | LiveHandler,
  changes: ChangeFeed,
  access: AccessRepo,
): void {
  const params = paramsSchema(endpoint)
  describe(app, endpoint)
  // Before anything of the request is read.
  app.on(endpoint.method, endpoint.path, async (c, next) => {
    assertMay(c.get('who'), endpoint)
    await next()
  })
  if (endpoint.kind === 'live') {
    app.get(endpoint.path, (c) => {
      const { again } = atOf(c, access)
      return streamSSE(c, (out) =>
        speak(out, endpoint.event, handler as LiveHandler, async () => isAllowed(await again(), endpoint)),
      )
    })
    return
  }
  const handle = handler as AnyHandler
  if (endpoint.kind === 'download') {
    app.get(endpoint.path, async (c) => {
      const taken: Taken = {
        params: parsed(params, c.req.param()),
        query: undefined,
        body: undefined,
        actorId: c.get('actorId'),
        at: atOf(c, access),
      }
      const { body, name, inline, type } = (await handle(taken)) as FileGiven
      const headers = {
        'content-type': type ?? endpoint.type,
        'content-disposition': `${inline ? 'inline' : 'attachment'}; filename="${name}"`,
        'x-content-type-options': 'nosniff',
      }
      if (typeof body === 'string') return c.body(body, 200, headers)
      if (body instanceof Uint8Array) return c.body(new Uint8Array(body), 200, headers)
      for (const [key, value] of Object.entries(headers)) c.header(key, value)
      return stream(c, async (out) => {
        for await (const piece of body) await out.write(piece)
      })
    })
    return
  }
  const takes = endpoint.kind === 'write' ? endpoint.takes : undefined
  const query = endpoint.kind === 'read' ? endpoint.query : undefined
  if (endpoint.kind === 'write') app.use(endpoint.path, limited(endpoint))
  app.on(endpoint.method, endpoint.path, async (c) => {
    const json = takes ? readJson(await c.req.text()) : undefined
    const taken: Taken = {
      params: parsed(params, c.req.param()),
      query: parsed(query, c.req.query()),
      body: parsed(takes, json),
      actorId: c.get('actorId'),
      at: atOf(c, access),
    }
    const given = (await (takes ? afterWhoWasFirst(() => handle(taken)) : handle(taken))) as object
    if (endpoint.kind === 'write' && !endpoint.quiet(taken.body)) {
      const tab = c.req.header('x-etude-tab') ?? ''
      const about = aboutOf(endpoint.path, c.req.param('id'))
      changes.tell(staleElsewhere(endpoint), about, TAB.test(tab) ? tab : null)
    }
    return c.json(given)
  })
}

/**
 * Serves every endpoint of a subject: registered in the OpenAPI document and answered from the same value. Only parsed
 * input reaches a handler, and what was changed is told.
 */
export const serving =
  (app: App, changes: ChangeFeed, access: AccessRepo) =>
  <S extends Endpoints>(endpoints: { readonly [K in keyof S]: Named<S[K]> }, handlers: Handlers<S, At>): void => {
    for (const name of Object.keys(endpoints) as (keyof S & string)[])
      answer(app, endpoints[name], handlers[name] as AnyHandler | LiveHandler, changes, access)
  }

export const newApp = (): App => new OpenAPIHono<Env>()
