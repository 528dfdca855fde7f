import type { Handlers } from '../../contract/api/endpoint.ts'
import type { photosApi } from '../../contract/api/photos.ts'
import type { Deps } from '../deps.ts'

export const photoHandlers = ({ store: { photos: kept }, now }: Deps): Handlers<typeof photosApi> => ({
  of: ({ params }) => kept.of(params.id),
  add: ({ params, body, actorId }) => kept.add(params.id, body, actorId),
  remove: ({ params, actorId }) => kept.remove(params.id, now(), actorId),
  bytes: async ({ params }) => {
    const { type, bytes } = await kept.bytes(params.id)
    return { name: `${params.id}.${type.split('/')[1]}`, type, body: bytes, inline: true }
  },
})
