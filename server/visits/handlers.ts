import type { Handlers } from '../../contract/api/endpoint.ts'
import type { visitsApi } from '../../contract/api/visits.ts'
import type { Deps } from '../deps.ts'

export const visitHandlers = ({ store }: Deps): Handlers<typeof visitsApi> => ({
  one: ({ params }) => store.visits.read(params.id),
  add: ({ body, actorId }) => store.visits.add(body, actorId),
  setArrival: ({ params, body, actorId }) => store.visits.setArrival(params.id, body, actorId),
  setStation: async ({ params, body, actorId }) => {
    await store.visits.setStation(params.id, body.station, actorId, body.batchId)
    return { ok: true as const }
  },
  move: ({ params, body, actorId }) => store.visits.move(params.id, body, actorId),
  callOff: ({ params, body, actorId }) => store.visits.callOff(params.id, body, actorId),
  askSecond: ({ params, actorId }) => store.visits.askSecond(params.id, actorId),
})
