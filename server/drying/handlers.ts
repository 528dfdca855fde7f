import type { dryingApi } from '../../contract/api/drying.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'

/** So that the stand-in probe has something to measure: a coat a little drier than the book says. */
const SIMULATED_DRIER = 0.85

export const dryingHandlers = ({ store: { dryings }, devices }: Deps): Handlers<typeof dryingApi> => ({
  of: async ({ params }) => ({ run: await dryings.read(params.id) }),
  change: async ({ params: { id }, body, actorId }) => {
    const run = await dryings.change(id, body, actorId)
    const coat = body.what === 'start' ? await dryings.coatOf(id) : null
    if (coat) await devices.wetCoat(SIMULATED_DRIER * coat.ratio, coat.halvingMin)
    return { run }
  },
  measure: async ({ params, body, actorId }) => ({ run: await dryings.measure(params.id, body, actorId) }),
})
