import type { dayApi } from '../../contract/api/day.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { planningApi } from '../../contract/api/planning.ts'
import { fromQuery } from '../../contract/formats/wished-times.ts'
import type { Deps } from '../deps.ts'
import { localDate, spanOf } from './dates.ts'

export const dayHandlers = ({ store, now }: Deps): Handlers<typeof dayApi> => ({
  read: ({ query }) => store.visits.day(spanOf(query.date ?? localDate(now()))),
  prep: ({ query }) => store.prep.read(spanOf(query.date ?? localDate(now()))),
})

export const planningHandlers = ({ store, now }: Deps): Handlers<typeof planningApi> => ({
  plan: ({ query }) => store.schedule.plan(spanOf(query.date ?? localDate(now()))),
  keepPlan: ({ body: { date, ...plan }, actorId }) => store.schedule.keepPlan(spanOf(date), plan, actorId),
  daysOff: () => store.schedule.daysOff(),
  setDayOff: ({ body, actorId }) => store.schedule.setDayOff(body, actorId),
  waiting: () => store.waiting.all(),
  wait: ({ body, actorId }) => store.waiting.add(body, actorId),
  leaveWaiting: ({ params, actorId }) => store.waiting.leave(params.id, actorId),
  feeds: () => store.feeds.all(),
  makeFeed: ({ body, actorId }) => store.feeds.make(body.personId, actorId),
  feed: async ({ params }) => ({ ...(await store.feeds.calendar(params.token)), inline: true }),
  week: ({ query }) => store.schedule.week(query.date ?? localDate(now())),
  times: ({ query }) => store.schedule.times({ ...query, wishes: fromQuery(query) }),
})
