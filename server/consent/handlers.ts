import type { consentApi } from '../../contract/api/consent.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'

export const consentHandlers = ({ store: { consents }, now }: Deps): Handlers<typeof consentApi> => ({
  ask: ({ params, actorId }) => consents.ask(params.id, now(), actorId),
  spokenYes: ({ params, body: { saidBy, note }, actorId }) =>
    consents.spoken(params.id, { saidBy, ...(note ? { note } : {}) }, now(), actorId),
  page: ({ params }) => consents.open(params.token, now()),
  answer: ({ params, body }) => consents.answer(params.token, body, now()),
  messages: () => consents.messages(),
})
