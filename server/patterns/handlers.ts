import type { Handlers } from '../../contract/api/endpoint.ts'
import type { patternsApi } from '../../contract/api/patterns.ts'
import { ownPatternOf, writePatternsFile } from '../../contract/formats/patterns-file.ts'
import type { Deps } from '../deps.ts'

export const patternHandlers = ({ store, now }: Deps): Handlers<typeof patternsApi> => ({
  all: () => store.patterns.all(),
  file: async () => ({
    name: 'patterns.json',
    body: writePatternsFile((await store.patterns.all()).filter(({ retired }) => !retired).map(ownPatternOf)),
  }),
  add: ({ body, actorId }) => store.patterns.add(body.pattern, actorId),
  change: ({ params, body, actorId }) => store.patterns.change(params.id, body.baseRevision, body.pattern, actorId),
  retire: ({ params, body, actorId }) => store.patterns.retire(params.id, body.retired, now(), actorId),
  import: ({ body, actorId }) => store.patterns.import(body.text, body.dryRun, actorId),
})
