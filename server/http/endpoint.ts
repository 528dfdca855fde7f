import type { OpenAPIHono } from '@hono/zod-openapi'
import { z } from 'zod'
import { idParamSchema, problemSchema } from '../../contract/api/api.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { issuesOf } from '../../contract/formats/zod-issues.ts'

export type Env = { Variables: { actorId: string | null } }
export type App = OpenAPIHono<Env>

type Infer<S> = S extends z.ZodType ? z.infer<S> : undefined

interface Endpoint<P, Q, B, G extends z.ZodType> {
  readonly method: 'get' | 'post' | 'put' | 'patch'
  /** As OpenAPI writes it: `/visits/{id}`. */
  readonly path: string
  readonly summary: string
  readonly params?: P
  readonly query?: Q
  readonly body?: B
  readonly gives: G
}

interface Taken<P, Q, B> {
  readonly params: Infer<P>
  readonly query: Infer<Q>
  readonly body: Infer<B>
  readonly actorId: string | null
}

const PROBLEM = { content: { 'application/problem+json': { schema: problemSchema } }, description: 'What is wrong' }

function parsed(schema: z.ZodType | undefined, input: unknown): unknown {
  if (!schema) return undefined
  const result = schema.safeParse(input)
  if (!result.success) throw new BadInput(issuesOf(result.error, input))
  return result.data
}

const NUL = '\0'

/** undefined for what is no JSON. Text with a NUL is refused here by name: PostgreSQL cannot hold one. */
function readJson(text: string): unknown {
  try {
    return JSON.parse(text, (key, value: unknown) => {
      if (key.includes(NUL) || (typeof value === 'string' && value.includes(NUL)))
        throw new BadInput([{ path: key, value, expected: 'text without NUL characters' }])
      return value
    })
  } catch (error) {
    if (error instanceof BadInput) throw error
    return undefined
  }
}

/**
 * One JSON endpoint: registered in the OpenAPI document and served from the same schemas. Only parsed input reaches
 * the handler.
 */
export function endpoint<
  P extends z.ZodObject | undefined,
  Q extends z.ZodObject | undefined,
  B extends z.ZodType | undefined,
  G extends z.ZodType,
>(app: App, spec: Endpoint<P, Q, B, G>, handle: (taken: Taken<P, Q, B>) => Promise<z.infer<G>>): void {
  const { method, path, summary, params, query, body, gives } = spec
  app.openAPIRegistry.registerPath({
    method,
    path,
    summary,
    request: {
      ...(params ? { params } : {}),
      ...(query ? { query } : {}),
      ...(body ? { body: { required: true, content: { 'application/json': { schema: body } } } } : {}),
    },
    responses: {
      200: { content: { 'application/json': { schema: gives } }, description: summary },
      '4XX': PROBLEM,
      '5XX': PROBLEM,
    },
  })
  app.on(method, path.replace(/\{(\w+)\}/g, ':$1'), async (c) => {
    const json = body ? readJson(await c.req.text()) : undefined
    return c.json(
      (await handle({
        params: parsed(params, c.req.param()) as Infer<P>,
        query: parsed(query, c.req.query()) as Infer<Q>,
        body: parsed(body, json) as Infer<B>,
        actorId: c.get('actorId'),
      })) as object,
    )
  })
}

/** A file to keep or print, of one thing with an id. */
export function download(
  app: App,
  path: string,
  summary: string,
  type: string,
  make: (id: string) => Promise<{ body: string | Buffer; name: string }>,
): void {
  app.openAPIRegistry.registerPath({
    method: 'get',
    path,
    summary,
    request: { params: idParamSchema },
    responses: { 200: { content: { [type]: { schema: {} } }, description: summary }, '4XX': PROBLEM, '5XX': PROBLEM },
  })
  app.get(path.replace(/\{(\w+)\}/g, ':$1'), async (c) => {
    const { id } = parsed(idParamSchema, c.req.param()) as { id: string }
    const { body, name } = await make(id)
    return c.body(typeof body === 'string' ? body : new Uint8Array(body), 200, {
      'content-type': type,
      'content-disposition': `inline; filename="${name}"`,
    })
  })
}

export const nothing = z.object({})
