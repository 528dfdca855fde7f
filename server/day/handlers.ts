import type { dayApi } from '../../contract/api/day.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'
import { localDate, spanOf } from './dates.ts'

export const dayHandlers = ({ store, now }: Deps): Handlers<typeof dayApi> => ({
  read: ({ query }) => store.visits.day(spanOf(query.date ?? localDate(now()))),
  prep: ({ query }) => store.prep.read(spanOf(query.date ?? localDate(now()))),
})
