import { OpenAPIHono } from '@hono/zod-openapi'
import { z } from 'zod'
import { idParamSchema, idSchema } from '../../contract/api/api.ts'
import { benchBatchSchema, benchSchema, runningBladeSchema, runningTimerSchema } from '../../contract/api/bench.ts'
import { goodbyeChangeSchema, goodbyeSchema } from '../../contract/api/goodbye.ts'
import {
  newToolSchema,
  rackToolSchema,
  toolCareSchema,
  toolChangeSchema,
  toolRetireSchema,
} from '../../contract/api/rack.ts'
import {
  dogRecordSchema,
  foundDogSchema,
  newPhotoSchema,
  paceChangeSchema,
  personPaceSchema,
  photoSchema,
} from '../../contract/api/record.ts'
import { nextVisitCalendar, ownerCard } from '../sheets/calendar.ts'
import { groomerSheet, ownerSheet } from '../sheets/sheets.ts'
import type { Deps } from './deps.ts'
import { type App, download, type Env, endpoint, nothing } from './endpoint.ts'

const fileName = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\w]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase() || 'dog'

/** The rack, the bench, the goodbye with its sheets, photos, and each dog's life. */
export function groomRoutes({ store, now }: Deps): App {
  const { rack, bench, goodbyes, photos, records, visits } = store
  const app = new OpenAPIHono<Env>()
  const params = idParamSchema
  const tools = z.array(rackToolSchema)

  endpoint(app, { method: 'get', path: '/rack', summary: 'Every tool and how it stands', gives: tools }, () =>
    rack.all(),
  )
  endpoint(
    app,
    { method: 'post', path: '/rack', summary: 'Hang a tool on the rack', body: newToolSchema, gives: rackToolSchema },
    ({ body, actorId }) => rack.add(body.tool, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/rack/{id}',
      summary: 'Change a tool',
      params,
      body: toolChangeSchema,
      gives: rackToolSchema,
    },
    ({ params: { id }, body, actorId }) => rack.change(id, body.baseRevision, body.tool, actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/rack/{id}/care',
      summary: 'Sharpened, oiled or disinfected now',
      params,
      body: toolCareSchema,
      gives: rackToolSchema,
    },
    ({ params: { id }, body, actorId }) => rack.care(id, body.care, now(), actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/rack/{id}/retired',
      summary: 'Take a tool off the rack, or hang it back',
      params,
      body: toolRetireSchema,
      gives: rackToolSchema,
    },
    ({ params: { id }, body, actorId }) => rack.retire(id, body.retired, now(), actorId),
  )

  endpoint(
    app,
    { method: 'get', path: '/timers', summary: 'Clocks that run on any dog', gives: z.array(runningTimerSchema) },
    () => bench.timers(now()),
  )
  endpoint(
    app,
    { method: 'get', path: '/blades', summary: 'Blades that run on any dog', gives: z.array(runningBladeSchema) },
    () => bench.blades(now()),
  )
  endpoint(
    app,
    { method: 'get', path: '/visits/{id}/bench', summary: 'What happened on the bench', params, gives: benchSchema },
    ({ params: { id } }) => bench.read(id, now()),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/visits/{id}/bench',
      summary: 'Add what happened; what came before is not added again',
      params,
      body: benchBatchSchema,
      gives: benchSchema,
    },
    ({ params: { id }, body, actorId }) => bench.add(id, body.events, now(), actorId),
  )

  endpoint(
    app,
    {
      method: 'get',
      path: '/visits/{id}/goodbye',
      summary: 'The goodbye as it would be given now, or as it was',
      params,
      gives: goodbyeSchema,
    },
    ({ params: { id } }) => goodbyes.read(id, now()),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/visits/{id}/goodbye',
      summary: 'The comb check, a note, the price, the next date',
      params,
      body: goodbyeChangeSchema,
      gives: goodbyeSchema,
    },
    ({ params: { id }, body, actorId }) => goodbyes.change(id, body, now(), actorId),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/visits/{id}/goodbye',
      summary: 'Say goodbye: kept as given, the owner is written to',
      params,
      body: nothing,
      gives: goodbyeSchema,
    },
    ({ params: { id }, actorId }) => goodbyes.finish(id, now(), actorId),
  )
  download(app, '/visits/{id}/sheets/groomer.pdf', "The groomer's sheet", 'application/pdf', async (id) => {
    const page = await goodbyes.page(id, now())
    return { body: await groomerSheet(page), name: `${fileName(page.name)}-groom.pdf` }
  })
  download(app, '/visits/{id}/sheets/owner.pdf', "The owner's sheet", 'application/pdf', async (id) => {
    const page = await goodbyes.page(id, now())
    return { body: await ownerSheet(page), name: `${fileName(page.name)}-home.pdf` }
  })
  download(
    app,
    '/visits/{id}/next.ics',
    'The next visit for a calendar',
    'text/calendar; charset=utf-8',
    async (id) => {
      const [page, { slotMinutes }] = await Promise.all([goodbyes.page(id, now()), visits.read(id)])
      return { body: nextVisitCalendar(page, id, slotMinutes, now()), name: `${fileName(page.name)}-next.ics` }
    },
  )
  download(app, '/clients/{id}/card.vcf', 'An owner as an address card', 'text/vcard; charset=utf-8', async (id) => {
    const client = await records.client(id)
    return { body: ownerCard(client), name: `${fileName(client.name)}.vcf` }
  })

  endpoint(
    app,
    {
      method: 'get',
      path: '/visits/{id}/photos',
      summary: 'Photos of a visit',
      params,
      gives: z.array(photoSchema),
    },
    ({ params: { id } }) => photos.of(id),
  )
  endpoint(
    app,
    {
      method: 'post',
      path: '/visits/{id}/photos',
      summary: 'Keep a photo',
      params,
      body: newPhotoSchema,
      gives: photoSchema,
    },
    ({ params: { id }, body, actorId }) => photos.add(id, body, actorId),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/photos/{id}/removed',
      summary: 'Take a photo out',
      params,
      body: nothing,
      gives: photoSchema,
    },
    ({ params: { id }, actorId }) => photos.remove(id, now(), actorId),
  )
  app.get('/photos/:id', async (c) => {
    const { type, bytes } = await photos.bytes(idSchema.parse(c.req.param('id')))
    return c.body(new Uint8Array(bytes), 200, { 'content-type': type, 'x-content-type-options': 'nosniff' })
  })

  endpoint(
    app,
    {
      method: 'get',
      path: '/search',
      summary: 'Dogs and owners as one types',
      query: z.object({ q: z.string().max(80) }),
      gives: z.array(foundDogSchema),
    },
    ({ query: { q } }) => records.search(q),
  )
  endpoint(
    app,
    { method: 'get', path: '/dogs/{id}', summary: "One dog's life", params, gives: dogRecordSchema },
    ({ params: { id } }) => records.dog(id),
  )
  endpoint(
    app,
    { method: 'get', path: '/pace', summary: 'Learnt pace of everybody', gives: z.array(personPaceSchema) },
    () => records.paces(),
  )
  endpoint(
    app,
    {
      method: 'put',
      path: '/people/{id}/pace',
      summary: 'Switch a learnt pace off or on, or forget what was logged so far',
      params,
      body: paceChangeSchema,
      gives: z.array(personPaceSchema),
    },
    ({ params: { id }, body, actorId }) => records.setPace(id, body, now(), actorId),
  )
  return app
}
