import type { Handlers } from '../../contract/api/endpoint.ts'
import type { logApi } from '../../contract/api/log.ts'
import type { Deps } from '../deps.ts'

export const logHandlers = ({ store: { log } }: Deps): Handlers<typeof logApi> => ({
  lines: ({ query }) => log.lines(query),
})
