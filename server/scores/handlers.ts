import type { Handlers } from '../../contract/api/endpoint.ts'
import type { scoresApi } from '../../contract/api/scores.ts'
import type { Deps } from '../deps.ts'

export const scoreHandlers = ({ store }: Deps): Handlers<typeof scoresApi> => ({
  change: ({ params, body, actorId }) => store.assessments.score(params.id, body, actorId),
  setStage: ({ params, body, actorId }) => store.assessments.setStage(params.id, body, actorId),
})
