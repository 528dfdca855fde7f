import type { Handlers } from '../../contract/api/endpoint.ts'
import type { rackApi } from '../../contract/api/rack.ts'
import type { Deps } from '../deps.ts'

export const rackHandlers = ({ store, now }: Deps): Handlers<typeof rackApi> => ({
  all: () => store.rack.all(),
  add: ({ body, actorId }) => store.rack.add(body.tool, actorId, body.id),
  change: ({ params, body, actorId }) => store.rack.change(params.id, body.baseRevision, body.tool, actorId),
  care: ({ params, body, actorId }) => store.rack.care(params.id, body.care, now(), actorId),
  retire: ({ params, body, actorId }) => store.rack.retire(params.id, body.retired, now(), actorId),
})
