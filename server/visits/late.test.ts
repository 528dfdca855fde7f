import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, expect, test } from 'vitest'
import type { BathRecord } from '../../contract/api/bath.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { aVisit, type TestServer, testServer } from '../../test/harness/server.ts'

/* What a device gave up on may still be done, after what followed it: a request that stood in a frozen database's queue. */
let server: TestServer
let visit: Visit
beforeAll(async () => {
  server = await testServer()
  visit = await aVisit(server)
})
afterAll(() => server?.close())

const put = async <T>(path: string, body: object): Promise<T> => {
  const answer = await server.send('PUT', `/api/visits/${visit.id}/${path}`, body)
  expect(answer.status).toBe(200)
  return (await answer.json()) as T
}
const lines = async (action: string): Promise<number> => {
  const [[row]] = (await server.store.query(
    `SELECT count(*)::int AS count FROM change_log WHERE action = '${action}'`,
  )) as unknown as [[{ count: number }]]
  return row.count
}

test('a station that comes once more, after the next, moves no dog back', async () => {
  const look = { station: 'look', batchId: randomUUID() }
  await put('station', look)
  await put('station', { station: 'verdict', batchId: randomUUID() })
  await put('station', look)
  expect((await server.store.visits.read(visit.id)).station).toBe('verdict')
  expect(await lines('station')).toBe(2)
})

test('a product chosen by hand that comes once more, after another, does not take its place', async () => {
  const [first, second] = [randomUUID(), randomUUID()]
  const chosen = { swaps: { wash: first }, batchId: randomUUID() }
  await put('bath', chosen)
  await put('bath', { swaps: { wash: second }, batchId: randomUUID() })
  expect((await put<BathRecord>('bath', chosen)).swaps).toEqual({ wash: second })
  expect(await lines('swapped')).toBe(2)
})

test('scores that come once more with what was scored after them are not taken for somebody else’s', async () => {
  const { id } = visit.assessment
  const batch = (mat: number) => ({
    batchId: randomUUID(),
    changes: [{ region: 'back' as const, side: null, set: { mat: mat as 1 } }],
  })
  const [first, next, last] = [batch(1), batch(2), batch(4)]
  // Done, and the answer never came: the place is scored again, and both are sent on what the screen showed before.
  await server.store.assessments.score(id, { ...first, baseRevision: 0 }, null)
  const doc = await server.store.assessments.score(id, { ...first, baseRevision: 0, more: [next] }, null)
  expect(doc).toMatchObject({ revision: 2, rows: [{ region: 'back', mat: 2 }] })
  // Somebody else's in between is theirs all the same.
  await server.store.assessments.score(id, { ...batch(3), baseRevision: 2 }, null)
  await expect(
    server.store.assessments.score(id, { ...first, baseRevision: 0, more: [next, last] }, null),
  ).rejects.toMatchObject({ name: 'ChangedElsewhere' })
})
