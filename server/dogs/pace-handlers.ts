import type { Handlers } from '../../contract/api/endpoint.ts'
import type { paceApi } from '../../contract/api/pace.ts'
import type { Deps } from '../deps.ts'

export const paceHandlers = ({ store: { records }, now }: Deps): Handlers<typeof paceApi> => ({
  all: () => records.paces(),
  set: ({ params, body, actorId }) => records.setPace(params.id, body, now(), actorId),
})
