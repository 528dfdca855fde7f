import type { dogsApi } from '../../contract/api/dogs.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'
import { ownerCard } from '../sheets/calendar.ts'
import { fileName } from '../sheets/file-name.ts'

export const dogHandlers = ({ store: { records } }: Deps): Handlers<typeof dogsApi> => ({
  search: ({ query }) => records.search(query.q),
  one: ({ params }) => records.dog(params.id),
  ownerCard: async ({ params }) => {
    const client = await records.client(params.id)
    return { body: ownerCard(client), name: `${fileName(client.name)}.vcf`, inline: true }
  },
})
