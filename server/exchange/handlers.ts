import type { Handlers } from '../../contract/api/endpoint.ts'
import type { exchangeApi } from '../../contract/api/exchange.ts'
import type { RecordTable } from '../../contract/formats/record-tables.ts'
import type { Deps } from '../deps.ts'

export const exchangeHandlers = ({ store: { exchange: tables } }: Deps): Handlers<typeof exchangeApi> => ({
  csv: async ({ params }) => ({ name: `${params.table}.csv`, body: await tables.csv(params.table as RecordTable) }),
  import: ({ params, body, actorId }) => tables.import(params.table as RecordTable, body.csv, body.dryRun, actorId),
})
