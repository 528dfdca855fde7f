import type { benchApi } from '../../contract/api/bench.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'

export const benchHandlers = ({ store, now }: Deps): Handlers<typeof benchApi> => ({
  of: ({ params }) => store.bench.read(params.id, now()),
  add: ({ params, body, actorId }) => store.bench.add(params.id, body.events, now(), actorId),
  timers: () => store.bench.timers(now()),
  blades: () => store.bench.blades(now()),
})
