import type { bathApi } from '../../contract/api/bath.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'

export const bathHandlers = ({ store: { baths }, now }: Deps): Handlers<typeof bathApi> => ({
  of: ({ params }) => baths.read(params.id),
  swap: ({ params, body, actorId }) => baths.swap(params.id, body.swaps, actorId, body.batchId),
  book: ({ params, body, actorId }) => baths.book(params.id, body.batchId, now(), actorId),
})
