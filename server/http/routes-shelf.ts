import { OpenAPIHono } from '@hono/zod-openapi'
import { z } from 'zod'
import { idParamSchema, idSchema } from '../../contract/api/api.ts'
import {
  bathRecordSchema,
  dryingChangeSchema,
  dryingRunSchema,
  importRequestSchema,
  importResultSchema,
  newProductSchema,
  productChangeSchema,
  readingSchema,
  retireSchema,
  shelfSchema,
  stockMoveRequestSchema,
  stockMoveSchema,
  swapsSchema,
} from '../../contract/api/api-shelf.ts'
import { shelfProductSchema } from '../../contract/formats/products.ts'
import { productsCsv } from '../../contract/formats/products-csv.ts'
import type { Deps } from './deps.ts'
import { type App, type Env, endpoint } from './endpoint.ts'

const SIMULATED_DRIER = 0.85

/** The shelf and its ledger; what a bath takes of it; drying as it is measured. */
export function shelfRoutes({ store: { shelf, baths, dryings }, devices, now }: Deps): App {
  const app = new OpenAPIHono<Env>()
  const params = idParamSchema
  endpoint(
    app,
    { method: 'get', path: '/shelf', summary: 'Every product, also those taken off the shelf', gives: shelfSchema },
    () => shelf.all(),
  )
  app.get('/shelf.csv', async (c) =>
    c.body(productsCsv((await shelf.all()).filter(({ retired }) => !retired)), 200, {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': 'attachment; filename="shelf.csv"',
    }),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/shelf',
      summary: 'Put a product on the shelf',
      body: newProductSchema,
      gives: shelfProductSchema,
    },
    ({ body, actorId }) => shelf.add(body, actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/shelf/import',
      summary: 'Read products from CSV: a dry run says what would happen, and everything wrong with it',
      body: importRequestSchema,
      gives: importResultSchema,
    },
    ({ body, actorId }) => shelf.import(body.csv, body.dryRun, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/shelf/{id}',
      summary: 'Change a label',
      params,
      body: productChangeSchema,
      gives: shelfProductSchema,
    },
    ({ params: { id }, body, actorId }) => shelf.change(id, body.baseRevision, body.label, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/shelf/{id}/retired',
      summary: 'Take a product off the shelf, or put it back',
      params,
      body: retireSchema,
      gives: shelfProductSchema,
    },
    ({ params: { id }, body, actorId }) => shelf.retire(id, body.retired, now(), actorId),
  )
  endpoint(
    app,
    {
      method: 'get',
      path: '/shelf/{id}/moves',
      summary: 'The ledger of a product, newest first',
      params,
      gives: z.array(stockMoveSchema),
    },
    ({ params: { id } }) => shelf.moves(id),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/shelf/{id}/moves',
      summary: 'Receive, count or correct',
      params,
      body: stockMoveRequestSchema,
      gives: shelfProductSchema,
    },
    ({ params: { id }, body, actorId }) => shelf.move(id, body, actorId),
  )

  endpoint(
    app,
    {
      method: 'get',
      path: '/visits/{id}/bath',
      summary: 'Products chosen by hand, and what was booked',
      params,
      gives: bathRecordSchema,
    },
    ({ params: { id } }) => baths.read(id),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/visits/{id}/bath',
      summary: 'Choose products by hand',
      params,
      body: z.object({ swaps: swapsSchema }),
      gives: bathRecordSchema,
    },
    ({ params: { id }, body, actorId }) => baths.swap(id, body.swaps, actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/visits/{id}/bath/book',
      summary: 'Book what this bath takes from the shelf',
      params,
      body: z.object({ batchId: idSchema }),
      gives: bathRecordSchema,
    },
    ({ params: { id }, body, actorId }) => baths.book(id, body.batchId, now(), actorId),
  )

  const run = z.object({ run: dryingRunSchema.nullable() })
  endpoint(
    app,
    { method: 'get', path: '/visits/{id}/drying', summary: 'The last drying of this visit', params, gives: run },
    async ({ params: { id } }) => ({ run: await dryings.read(id) }),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/visits/{id}/drying',
      summary: 'Start drying, change to brushing, or end it',
      params,
      body: dryingChangeSchema,
      gives: run,
    },
    async ({ params: { id }, body, actorId }) => {
      const changed = await dryings.change(id, body, actorId)
      if (body.what === 'start') {
        const coat = await dryings.coatOf(id)
        // So that the stand-in probe has something to measure: a coat a little drier than the book says.
        if (coat) await devices.wetCoat(SIMULATED_DRIER * coat.ratio, coat.halvingMin)
      }
      return { run: changed }
    },
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/visits/{id}/drying/readings',
      summary: 'Keep a reading of the coat',
      params,
      body: readingSchema,
      gives: run,
    },
    async ({ params: { id }, body, actorId }) => ({ run: await dryings.measure(id, body, actorId) }),
  )
  return app
}
