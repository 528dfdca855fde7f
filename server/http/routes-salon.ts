import { OpenAPIHono } from '@hono/zod-openapi'
import { z } from 'zod'
import { daySchema, estimatesChangeSchema, logLineSchema, salonSchema } from '../../contract/api.ts'
import { priceListSchema } from '../../contract/assessment-file.ts'
import type { Deps } from './deps.ts'
import { type App, type Env, endpoint } from './endpoint.ts'

/** The salon itself: people and settings, the day, the log. */
export function salonRoutes({ store, now }: Deps): App {
  const app = new OpenAPIHono<Env>()
  endpoint(
    app,
    { method: 'get', path: '/salon', summary: 'The salon, its people and its own numbers', gives: salonSchema },
    () => store.salon.read(),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/settings/estimates',
      summary: 'Set or reset one number of the salon',
      body: estimatesChangeSchema,
      gives: salonSchema,
    },
    ({ body, actorId }) => store.salon.setEstimate(body.id, body.value, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/settings/prices',
      summary: 'Set the price list',
      body: priceListSchema,
      gives: salonSchema,
    },
    ({ body, actorId }) => store.salon.setPrices(body, actorId),
  )
  endpoint(
    app,
    {
      method: 'get',
      path: '/day',
      summary: 'The visits of a day, today if none is named',
      query: z.object({ date: z.iso.date({ error: 'a date as 2026-03-01' }).optional() }),
      gives: daySchema,
    },
    ({ query }) => {
      const date = query.date ?? localDate(now())
      const from = new Date(`${date}T00:00:00`)
      // Not 24 hours on: a day has 23 or 25 where the clocks change.
      const to = new Date(from.getFullYear(), from.getMonth(), from.getDate() + 1)
      return store.visits.day(from, to, date)
    },
  )
  endpoint(
    app,
    {
      method: 'get',
      path: '/log',
      summary: 'What changed, newest first',
      query: z.object({ entity: z.string().max(40), id: z.string().max(80) }),
      gives: z.array(logLineSchema),
    },
    ({ query }) => store.salon.log(query.entity, query.id),
  )
  return app
}

/** The calendar date where the salon is. */
const localDate = (date: Date): string =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`
