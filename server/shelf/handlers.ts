import type { Handlers } from '../../contract/api/endpoint.ts'
import type { shelfApi } from '../../contract/api/shelf.ts'
import { productsCsv } from '../../contract/formats/products-csv.ts'
import type { Deps } from '../deps.ts'

export const shelfHandlers = ({ store, now }: Deps): Handlers<typeof shelfApi> => ({
  all: () => store.shelf.all(),
  csv: async () => ({
    name: 'shelf.csv',
    body: productsCsv((await store.shelf.all()).filter(({ retired }) => !retired)),
  }),
  add: ({ body, actorId }) => store.shelf.add(body, actorId),
  import: ({ body, actorId }) => store.shelf.import(body.csv, body.dryRun, actorId),
  change: ({ params, body, actorId }) => store.shelf.change(params.id, body.baseRevision, body.label, actorId),
  retire: ({ params, body, actorId }) => store.shelf.retire(params.id, body.retired, now(), actorId),
  moves: ({ params }) => store.shelf.moves(params.id),
  move: ({ params, body, actorId }) => store.shelf.move(params.id, body, actorId),
})
