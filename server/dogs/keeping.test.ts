import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { FOR_EVER, type Overdue } from '../../contract/api/keeps.ts'
import type { Problem } from '../../contract/api/problem.ts'
import type { Salon } from '../../contract/api/salon.ts'
import { type TestServer, testServer } from '../../test/harness/server.ts'

let now = new Date('2026-03-04T12:00:00Z')
let server: TestServer
const owners: Record<string, string> = {}
/** A dog that was here on these days; the last of them still in the book where it is ahead. */
async function came(owner: string, ...days: string[]): Promise<void> {
  let dogId: string | undefined
  for (const day of days) {
    const visit = await server.store.visits.add(
      {
        startsAt: `${day}T09:00:00.000Z`,
        slotMinutes: 60,
        personId: null,
        ...(dogId
          ? { dogId }
          : {
              owner: { name: owner, phone: '555 0100' },
              dog: { name: `${owner}’s`, coatType: 'curly', weightKg: 9 },
            }),
      } as never,
      null,
    )
    dogId = visit.dogId
    owners[owner] = visit.client.id
    if (day < '2026-03-04') await server.store.visits.setStation(visit.id, 'gone', null)
    await server.store.query(
      `INSERT INTO photos (id, visit_id, kind, type, bytes, taken_at)
       VALUES ('${randomUUID()}', '${visit.id}', 'before', 'image/jpeg', decode(repeat('ffd8ff', 40), 'hex'), '${day}')`,
    )
    await server.store.query(
      `INSERT INTO outbox (id, at, to_name, to_phone, body, link) VALUES ('${randomUUID()}', '${day}', '${owner}', '555 0100', 'see you', '')`,
    )
  }
}
const names = async (): Promise<string[]> =>
  ((await server.store.query('SELECT name FROM clients ORDER BY name')) as unknown as [{ name: string }[]])[0].map(
    ({ name }) => name,
  )
const overdue = async (query: string): Promise<Overdue> =>
  (await (await server.send('GET', `/api/settings/keeps/overdue?${query}`)).json()) as Overdue

beforeAll(async () => {
  server = await testServer('off', () => now)
  await came('Longago', '2021-05-01', '2022-02-01')
  await came('Comesback', '2021-05-01', '2026-04-01')
  await came('Regular', '2023-01-10', '2025-12-01')
})
afterAll(() => server?.close())

test('nothing goes by itself until the house says so', async () => {
  const salon = (await (await server.send('GET', '/api/salon')).json()) as Salon
  expect(salon.keeps).toEqual(FOR_EVER)
  expect(await server.store.keeping.tidy()).toEqual({ owners: [], photos: 0, messages: 0 })
  expect(await overdue('')).toEqual({ owners: 0, photos: 0, messages: 0 })
})

test('what would go is counted beforehand: who is in the book stays, however long ago they came', async () => {
  expect(await overdue('ownersYears=3')).toEqual({ owners: 1, photos: 0, messages: 0 })
  expect(await overdue('ownersYears=5')).toEqual({ owners: 0, photos: 0, messages: 0 })
  expect(await overdue('photosMonths=24&messagesMonths=60')).toEqual({ owners: 0, photos: 4, messages: 0 })
  const problem = (await (await server.send('GET', '/api/settings/keeps/overdue?ownersYears=0')).json()) as Problem
  expect(problem.status).toBe(422)
})

test('at night owners are forgotten as if they had asked, pictures and messages go, and the log says so', async () => {
  const kept = { ownersYears: 3, photosMonths: 24, messagesMonths: 36 }
  const salon = (await (await server.send('PUT', '/api/settings/keeps', kept)).json()) as Salon
  expect(salon.keeps).toEqual(kept)
  // Longago's own pictures and messages go with them.
  expect(await server.store.keeping.tidy()).toEqual({ owners: [owners.Longago], photos: 2, messages: 2 })
  expect(await names()).not.toContain('Longago')
  expect((await names()).filter((name) => name === 'Comesback' || name === 'Regular')).toHaveLength(2)
  const [[{ count }]] = (await server.store.query('SELECT count(*)::int AS count FROM photos')) as unknown as [
    [{ count: number }],
  ]
  expect(count).toBe(2)
  const [log] = (await server.store.query(
    "SELECT entity, action FROM change_log WHERE action IN ('not-kept', 'tidied') ORDER BY id",
  )) as unknown as [object[]]
  expect(log).toEqual([
    { entity: 'client', action: 'not-kept' },
    { entity: 'setting', action: 'tidied' },
  ])
  expect(await server.store.keeping.tidy()).toEqual({ owners: [], photos: 0, messages: 0 })
  expect(await server.store.ownerRights.forgotten()).toEqual([owners.Longago])
})

test('who is booked between the counting and the forgetting stays', async () => {
  now = new Date('2029-03-04T12:00:00Z')
  expect((await overdue('ownersYears=3')).owners).toBe(1)
  await server.store.visits.add(
    {
      startsAt: '2029-03-10T09:00:00.000Z',
      slotMinutes: 60,
      personId: null,
      dogId: (
        (await server.store.query(`SELECT id FROM dogs WHERE client_id = '${owners.Regular}'`)) as unknown as [
          [{ id: string }],
        ]
      )[0][0].id,
    } as never,
    null,
  )
  expect(await server.store.ownerRights.forgetUnseen(owners.Regular!, new Date('2026-03-04T12:00:00Z'))).toBe(false)
  expect(await names()).toContain('Regular')
})
