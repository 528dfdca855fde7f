import type { DogRecord, dogsApi } from '../../contract/api/dogs.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'
import { ownerCard } from '../sheets/calendar.ts'
import { fileName } from '../sheets/file-name.ts'

export function dogHandlers({ store: { records, corrections, ownerRights }, backups }: Deps): Handlers<typeof dogsApi> {
  /** The dog as it is once it was put right. */
  const after = async (id: string, change: Promise<void>): Promise<DogRecord> => {
    await change
    return records.dog(id)
  }
  return {
    search: ({ query }) => records.search(query.q),
    one: ({ params }) => records.dog(params.id),
    change: ({ params: { id }, body, actorId }) => after(id, corrections.change(id, body, actorId)),
    changeOwner: ({ params: { id }, body, actorId }) => after(id, corrections.changeOwner(id, body, actorId)),
    merge: ({ params: { id }, body, actorId }) => after(id, corrections.merge(id, body.otherId, actorId)),
    mergeOwner: ({ params: { id }, body, actorId }) => after(id, corrections.mergeOwner(id, body.otherId, actorId)),
    ownerArchive: async ({ params }) => {
      const { name, zip } = await ownerRights.archive(params.id)
      return { body: Buffer.from(zip), name: `${fileName(name)}.zip` }
    },
    eraseOwner: async ({ params, body, actorId }) => {
      const done = await ownerRights.erase(params.id, body.name, actorId)
      await backups.forget(params.id)
      return done
    },
    ownerCard: async ({ params }) => {
      const client = await records.client(params.id)
      return { body: ownerCard(client), name: `${fileName(client.name)}.vcf`, inline: true }
    },
  }
}
