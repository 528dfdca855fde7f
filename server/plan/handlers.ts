import type { Handlers } from '../../contract/api/endpoint.ts'
import type { plansApi } from '../../contract/api/plan.ts'
import type { Deps } from '../deps.ts'

export const planHandlers = ({ store }: Deps): Handlers<typeof plansApi> => ({
  make: ({ params, body, actorId }) => store.plans.make(params.id, body, actorId),
  one: ({ params }) => store.plans.read(params.id),
  accept: ({ params, actorId }) => store.plans.accept(params.id, actorId),
})
