import { OpenAPIHono } from '@hono/zod-openapi'
import { stream } from 'hono/streaming'
import { z } from 'zod'
import {
  daySchema,
  estimatesChangeSchema,
  logLineSchema,
  salonSchema,
  schoolChangeSchema,
} from '../../contract/api/api.ts'
import { importResultSchema, prepSchema, recordsImportSchema } from '../../contract/api/api-shelf.ts'
import { schoolDateSchema } from '../../contract/api/record.ts'
import { priceListSchema } from '../../contract/formats/assessment-file.ts'
import { equipmentSchema } from '../../contract/formats/equipment.ts'
import { RECORD_TABLES } from '../../contract/formats/records-csv.ts'
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
      method: 'put',
      path: '/settings/schools',
      summary: 'Choose a way of the house, or go back to the default',
      body: schoolChangeSchema,
      gives: salonSchema,
    },
    ({ body, actorId }) => store.salon.setSchool(body.id, body.option, actorId, body.personId ?? null),
  )
  endpoint(
    app,
    {
      method: 'get',
      path: '/settings/schools',
      summary: 'When each way was chosen last, and by whom',
      gives: z.array(schoolDateSchema),
    },
    () => store.salon.schoolDates(),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/settings/equipment',
      summary: 'Set the dryers, the room and the units',
      body: equipmentSchema,
      gives: salonSchema,
    },
    ({ body, actorId }) => store.salon.setEquipment(body, actorId),
  )
  app.get('/backup', (c) => {
    c.header('content-type', 'application/json; charset=utf-8')
    c.header('content-disposition', `attachment; filename="etude-${localDate(now())}.json"`)
    return stream(c, async (out) => {
      for await (const piece of store.backup.make(now())) await out.write(piece)
    })
  })
  for (const table of RECORD_TABLES) {
    app.get(`/records/${table}.csv`, async (c) =>
      c.body(await store.exchange.csv(table), 200, {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="${table}.csv"`,
      }),
    )
    endpoint(
      app,
      {
        method: 'post',
        path: `/records/${table}/import`,
        summary: `Read ${table} from CSV: a dry run says what would happen, and everything wrong with it`,
        body: recordsImportSchema,
        gives: importResultSchema,
      },
      ({ body, actorId }) => store.exchange.import(table, body.csv, body.dryRun, actorId),
    )
  }
  const query = z.object({ date: z.iso.date({ error: 'a date as 2026-03-01' }).optional() })
  /** From midnight to midnight where the salon is; not 24 hours on, because a day has 23 or 25 where the clocks change. */
  const dayOf = (asked: string | undefined): { date: string; from: Date; to: Date } => {
    const date = asked ?? localDate(now())
    const from = new Date(`${date}T00:00:00`)
    return { date, from, to: new Date(from.getFullYear(), from.getMonth(), from.getDate() + 1) }
  }
  endpoint(
    app,
    { method: 'get', path: '/day', summary: 'The visits of a day, today if none is named', query, gives: daySchema },
    ({ query: { date: asked } }) => {
      const { from, to, date } = dayOf(asked)
      return store.visits.day(from, to, date)
    },
  )
  endpoint(
    app,
    {
      method: 'get',
      path: '/day/prep',
      summary: 'What the rest of the day takes: mixes, stock, minutes at the dryer, noise',
      query,
      gives: prepSchema,
    },
    ({ query: { date: asked } }) => {
      const { from, to, date } = dayOf(asked)
      return store.prep.read(from, to, date)
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
