import type { Handlers } from '../../contract/api/endpoint.ts'
import type { goodbyeApi } from '../../contract/api/goodbye.ts'
import type { Deps } from '../deps.ts'
import { nextVisitCalendar } from '../sheets/calendar.ts'
import { fileName } from '../sheets/file-name.ts'
import { groomerSheet, ownerSheet } from '../sheets/sheets.ts'

export const goodbyeHandlers = ({ store: { goodbyes, visits }, now }: Deps): Handlers<typeof goodbyeApi> => ({
  of: ({ params }) => goodbyes.read(params.id, now()),
  change: ({ params, body, actorId }) => goodbyes.change(params.id, body, now(), actorId),
  say: ({ params, actorId }) => goodbyes.finish(params.id, now(), actorId),
  takeBack: ({ params, actorId }) => goodbyes.takeBack(params.id, now(), actorId),
  groomerSheet: async ({ params }) => {
    const page = await goodbyes.page(params.id, now())
    return { body: await groomerSheet(page), name: `${fileName(page.name)}-groom.pdf`, inline: true }
  },
  ownerSheet: async ({ params }) => {
    const page = await goodbyes.page(params.id, now())
    return { body: await ownerSheet(page), name: `${fileName(page.name)}-home.pdf`, inline: true }
  },
  calendar: async ({ params: { id } }) => {
    const [page, { slotMinutes }] = await Promise.all([goodbyes.page(id, now()), visits.read(id)])
    return {
      body: nextVisitCalendar(page, id, slotMinutes, now()),
      name: `${fileName(page.name)}-next.ics`,
      inline: true,
    }
  },
})
