import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Learning, learningApi } from '../../contract/api/learning.ts'
import type { Deps } from '../deps.ts'

export const learningHandlers = ({
  store: { learning, lookBack, salon },
  changes,
}: Deps): Handlers<typeof learningApi> => {
  // Not waited for: the screens are told as it goes on.
  const anew = (): Promise<Learning> => {
    learning.begin(() => changes.tell(['learning'], null, null))
    return learning.read()
  }
  return {
    read: () => learning.read(),
    set: ({ body, actorId }) => salon.setEstimate(body.id, body.value, actorId),
    refresh: anew,
    take: async ({ body, actorId }) => {
      await learning.take(body.ids, actorId)
      return anew()
    },
    back: async ({ params, actorId }) => {
      await learning.back(params.id, actorId)
      return anew()
    },
    follow: ({ body }) => learning.follow(body.on),
    lookBack: () => lookBack.read(),
  }
}
