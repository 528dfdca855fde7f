import { OpenAPIHono } from '@hono/zod-openapi'
import {
  assessmentSchema,
  consentSchema,
  idParamSchema,
  planRecordSchema,
  planRequestSchema,
  scoreBatchSchema,
  spokenYesSchema,
  stageChangeSchema,
} from '../../contract/api/api.ts'
import type { Deps } from './deps.ts'
import { type App, type Env, endpoint, nothing } from './endpoint.ts'

/** Assessments: the scores of one look at a dog, and the plans made from them. */
export function assessmentRoutes({ store: { assessments, plans, consents }, now }: Deps): App {
  const app = new OpenAPIHono<Env>()
  const params = idParamSchema
  endpoint(
    app,
    { method: 'get', path: '/assessments/{id}', summary: 'The scores', params, gives: assessmentSchema },
    ({ params: { id } }) => assessments.read(id),
  )
  endpoint(
    app,
    {
      method: 'patch',
      path: '/assessments/{id}',
      summary: 'Change scores; refused if somebody else changed them since',
      params,
      body: scoreBatchSchema,
      gives: assessmentSchema,
    },
    ({ params: { id }, body, actorId }) => assessments.score(id, body, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/assessments/{id}/stage',
      summary: 'Say whether the scores were taken before or after air',
      params,
      body: stageChangeSchema,
      gives: assessmentSchema,
    },
    ({ params: { id }, body, actorId }) => assessments.setStage(id, body, actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/assessments/{id}/plans',
      summary: 'Compute the plan and keep it as shown; with a style and a reason, that way instead of the best',
      params,
      body: planRequestSchema,
      gives: planRecordSchema,
    },
    ({ params: { id }, body, actorId }) => plans.make(id, body, actorId),
  )
  endpoint(
    app,
    { method: 'get', path: '/plans/{id}', summary: 'A plan as it was shown', params, gives: planRecordSchema },
    ({ params: { id } }) => plans.read(id),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/plans/{id}/accept',
      summary: 'Take this plan',
      params,
      body: nothing,
      gives: planRecordSchema,
    },
    ({ params: { id }, actorId }) => plans.accept(id, actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/plans/{id}/ask',
      summary: 'Send the owner a link to the page of this plan',
      params,
      body: nothing,
      gives: consentSchema,
    },
    ({ params: { id }, actorId }) => consents.ask(id, now(), actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/plans/{id}/spoken-yes',
      summary: 'Record a yes that a named person heard',
      params,
      body: spokenYesSchema,
      gives: consentSchema,
    },
    ({ params: { id }, body, actorId }) =>
      consents.spoken(id, { saidBy: body.saidBy, ...(body.note ? { note: body.note } : {}) }, now(), actorId),
  )
  return app
}
