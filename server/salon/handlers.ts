import type { Handlers } from '../../contract/api/endpoint.ts'
import { FOR_EVER } from '../../contract/api/keeps.ts'
import type { salonApi } from '../../contract/api/salon.ts'
import { follow } from '../../contract/words/habits.ts'
import { localDate } from '../day/dates.ts'
import type { Deps } from '../deps.ts'
import { beginOwn, lookAround } from './begin.ts'

export const salonHandlers = ({ store, now, loadDemo, changes }: Deps): Handlers<typeof salonApi> => ({
  read: () => store.salon.read(),
  setPrices: ({ body, actorId }) => store.salon.setPrices(body, actorId),
  setSchool: ({ body, actorId }) => store.salon.setSchool(body.id, body.option, actorId, body.personId ?? null),
  schoolDates: () => store.salon.schoolDates(),
  setEquipment: ({ body, actorId }) => store.salon.setEquipment(body, actorId),
  setPremises: ({ body, actorId }) => store.salon.setPremises(body, actorId),
  setWork: ({ params, body, actorId }) => store.salon.setWork(params.id, body, actorId),
  rename: ({ body, actorId }) => store.salon.rename(body.name, actorId),
  setup: () => store.salon.setup(),
  setCountry: async ({ body, actorId }) => {
    const salon = await store.salon.setCountry(body.country, actorId)
    follow(salon)
    return salon
  },
  setUnits: async ({ body, actorId }) => {
    const salon = await store.salon.setUnits(body.units, actorId)
    follow(salon)
    return salon
  },
  setPapers: ({ body, actorId }) => store.salon.setPapers(body.papers, actorId),
  setKeeps: ({ body, actorId }) => store.salon.setKeeps(body, actorId),
  overdue: ({ query }) => store.keeping.overdue({ ...FOR_EVER, ...query }),
  lookAround: () => lookAround(store, loadDemo),
  begin: ({ body }) => beginOwn(store, body),
  addPerson: ({ body, actorId }) => store.salon.addPerson(body, actorId),
  changePerson: ({ params, body: { left, ...fields }, actorId }) =>
    store.salon.changePerson(params.id, fields, left ? now() : null, actorId),
  changes: (send) => changes.listen(send),
  backup: async () => ({ name: `etude-${localDate(now())}.json`, body: store.backup.make(now()) }),
})
