import type { dogsApi } from '../../contract/api/dogs.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'
import { ownerCard } from '../sheets/calendar.ts'
import { fileName } from '../sheets/file-name.ts'

export const dogHandlers = ({ store: { records, corrections } }: Deps): Handlers<typeof dogsApi> => ({
  search: ({ query }) => records.search(query.q),
  one: ({ params }) => records.dog(params.id),
  change: async ({ params, body, actorId }) => {
    await corrections.change(params.id, body, actorId)
    return records.dog(params.id)
  },
  changeOwner: async ({ params, body, actorId }) => {
    await corrections.changeOwner(params.id, body, actorId)
    return records.dog(params.id)
  },
  merge: async ({ params, body, actorId }) => {
    await corrections.merge(params.id, body.otherId, actorId)
    return records.dog(params.id)
  },
  mergeOwner: async ({ params, body, actorId }) => {
    await corrections.mergeOwner(params.id, body.otherId, actorId)
    return records.dog(params.id)
  },
  ownerCard: async ({ params }) => {
    const client = await records.client(params.id)
    return { body: ownerCard(client), name: `${fileName(client.name)}.vcf`, inline: true }
  },
})
