import type { beforeApi } from '../../contract/api/before.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'

export const beforeHandlers = ({ store: { before } }: Deps): Handlers<typeof beforeApi> => ({
  one: ({ params }) => before.ofVisit(params.id),
  ask: async ({ params, actorId }) => {
    await before.ask(params.id, actorId)
    return before.ofVisit(params.id)
  },
  page: ({ params }) => before.page(params.token),
  answer: ({ params, body }) => before.answer(params.token, body),
  change: ({ params, body }) => before.change(params.token, body.wants),
})
