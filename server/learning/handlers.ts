import type { Handlers } from '../../contract/api/endpoint.ts'
import type { learningApi } from '../../contract/api/learning.ts'
import type { Deps } from '../deps.ts'

export const learningHandlers = ({ store: { learning, lookBack } }: Deps): Handlers<typeof learningApi> => ({
  read: () => learning.read(),
  refresh: () => learning.refresh(),
  take: ({ body, actorId }) => learning.take(body.ids, actorId),
  back: ({ params, actorId }) => learning.back(params.id, actorId),
  follow: ({ body }) => learning.follow(body.on),
  lookBack: () => lookBack.read(),
})
