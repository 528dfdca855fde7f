import { OpenAPIHono } from '@hono/zod-openapi'
import { z } from 'zod'
import { messageSchema, ownerAnswerSchema, ownerPageSchema, tokenParamSchema } from '../../contract/api/api.ts'
import type { Deps } from './deps.ts'
import { type App, type Env, endpoint } from './endpoint.ts'

/** The owner's page behind its link, and the outbox that stands in for a message service. */
export function ownerRoutes({ store: { consents }, now }: Deps): App {
  const app = new OpenAPIHono<Env>()
  const params = tokenParamSchema
  endpoint(
    app,
    {
      method: 'get',
      path: '/owner/{token}',
      summary: "The owner's page behind a link",
      params,
      gives: ownerPageSchema,
    },
    ({ params: { token } }) => consents.open(token, now()),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/owner/{token}/answer',
      summary: "The owner's answer, once",
      params,
      body: ownerAnswerSchema,
      gives: ownerPageSchema,
    },
    ({ params: { token }, body }) => consents.answer(token, body, now()),
  )
  endpoint(
    app,
    { method: 'get', path: '/outbox', summary: 'Messages sent, newest first', gives: z.array(messageSchema) },
    () => consents.messages(),
  )
  return app
}
