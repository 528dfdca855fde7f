import { OpenAPIHono } from '@hono/zod-openapi'
import { z } from 'zod'
import {
  arrivalChangeSchema,
  doneChangeSchema,
  idParamSchema,
  knownDogSchema,
  newVisitSchema,
  progressSchema,
  stationChangeSchema,
  visitSchema,
} from '../../contract/api/api.ts'
import type { Deps } from './deps.ts'
import { type App, type Env, endpoint, nothing } from './endpoint.ts'

/** Visits: one dog's way through the salon. */
export function visitRoutes({ store: { visits, progress } }: Deps): App {
  const app = new OpenAPIHono<Env>()
  const params = idParamSchema
  endpoint(
    app,
    {
      method: 'get',
      path: '/visits/{id}',
      summary: 'One visit with its scores and last plan',
      params,
      gives: visitSchema,
    },
    ({ params: { id } }) => visits.read(id),
  )
  endpoint(
    app,
    { method: 'get', path: '/dogs', summary: 'Every dog with its owner', gives: z.array(knownDogSchema) },
    () => visits.known(),
  )
  endpoint(
    app,
    { method: 'post', path: '/visits', summary: 'Add a visit', body: newVisitSchema, gives: visitSchema },
    ({ body, actorId }) => visits.add(body, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/visits/{id}/arrival',
      summary: 'Who this dog is today',
      params,
      body: arrivalChangeSchema,
      gives: visitSchema,
    },
    ({ params: { id }, body, actorId }) => visits.setArrival(id, body, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/visits/{id}/station',
      summary: 'Move a dog to a station',
      params,
      body: stationChangeSchema,
      gives: z.object({ ok: z.literal(true) }),
    },
    async ({ params: { id }, body, actorId }) => {
      await visits.setStation(id, body.station, actorId)
      return { ok: true as const }
    },
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/visits/{id}/done',
      summary: 'Mark places finished, or open them again',
      params,
      body: doneChangeSchema,
      gives: progressSchema,
    },
    ({ params: { id }, body, actorId }) => progress.change(id, body, actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/visits/{id}/second',
      summary: 'Ask a second pair of hands to score this dog, blind to the first',
      params,
      body: nothing,
      gives: visitSchema,
    },
    ({ params: { id }, actorId }) => visits.askSecond(id, actorId),
  )
  return app
}
